<script lang="ts">
  let { large = false }: { large?: boolean } = $props();
</script>

<span class="brand" class:large>
  <svg viewBox="0 0 24 20" aria-hidden="true"
    ><rect x="1" y="1" width="12" height="14" fill="none" stroke="currentColor" stroke-width="1.8" /><rect
      x="9"
      y="5"
      width="13"
      height="14"
      fill="currentColor"
    /></svg
  >
  Bivex
</span>

<style>
  .brand {
    display: inline-flex;
    align-items: center;
    gap: 8px;
    font: 680 18px/1 var(--sans);
  }
  svg {
    height: 17px;
  }
  .large {
    font-size: 26px;
  }
  .large svg {
    height: 26px;
  }
</style>
