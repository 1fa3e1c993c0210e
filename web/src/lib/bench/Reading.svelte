<script lang="ts">
  import type { Schemas } from '../api/client';
  import Figures from './Figures.svelte';

  /** What was measured, what it means and what to do. */
  let { reading }: { reading: Schemas['PlateSheet'] } = $props();
</script>

<Figures verdict={reading.verdict} remedy={reading.remedy} bad={!reading.agrees} figures={reading.figures} />
{#if reading.also.length > 0}
  <h3>Also</h3>
  <ul>
    {#each reading.also as f (f.label)}<li>
        <strong>{f.label}</strong>: {f.found}.
        <span class="soft">{f.remedy[0]?.toUpperCase()}{f.remedy.slice(1)}.</span>
      </li>{/each}
  </ul>
{/if}

<style>
  h3 {
    margin-top: 10px;
  }
  li {
    font-size: 12px;
    padding-block: 3px;
  }
</style>
