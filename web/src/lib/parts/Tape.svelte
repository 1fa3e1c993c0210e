<script lang="ts">
  /** The strip of camera tape of a setup: one letter, one turn of its pattern, wherever it appears. */
  let { letter }: { letter: string } = $props();
  const turn = $derived(((letter.charCodeAt(letter.length - 1) * 37) % 12) * 15);
</script>

<span class="tape" style:--turn="{turn}deg" title="match set {letter}">{letter}</span>
