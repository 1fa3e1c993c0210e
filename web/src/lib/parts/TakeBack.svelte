<script lang="ts">
  import { frame } from '../state.svelte';

  /** Takes back what was made by mistake: asked once more, and refused in words when something rests on it. */
  let { what, run }: { what: string; run: () => Promise<unknown> } = $props();
  let sure = $state(false);
  let busy = $state(false);

  async function go(): Promise<void> {
    busy = true;
    try {
      await run();
      frame.say(`Taken back: ${what}.`);
    } catch (e) {
      frame.wrong(e);
    } finally {
      busy = false;
      sure = false;
    }
  }
</script>

{#if sure}<span class="sure"
    ><button class="tight now btn" disabled={busy} onclick={() => void go()}>Take back {what}</button><button
      type="button"
      class="tight btn"
      onclick={() => (sure = false)}>Leave</button
    ></span
  >{:else}<button
    type="button"
    class="tight bare btn"
    aria-label="Take back {what}"
    title="made by mistake: take it back"
    onclick={() => (sure = true)}>Take back</button
  >{/if}

<style>
  .sure {
    display: inline-flex;
    gap: 6px;
  }
</style>
