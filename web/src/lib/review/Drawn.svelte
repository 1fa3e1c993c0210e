<script lang="ts">
  import type { Schemas } from '../api/client';

  /** Drawings over a picture that is fitted into its box; they lie on it as it is fitted. */
  let { drawn }: { drawn: Schemas['DrawnView'][] } = $props();
</script>

{#each drawn as d, i (i)}
  <svg class="grease" viewBox="0 0 {d.width} {d.height}" aria-hidden="true">
    <!-- Under all first: where two parts of a line meet, no edge is seen. -->
    {#each d.paths.filter((p) => !p.words) as p, k (k)}
      <path class="under" d={p.d} stroke-width={p.width + d.height / 300} />
    {/each}
    {#each d.paths as p, k (k)}
      {#if p.words}
        <text x={p.x} y={p.y} font-size={d.height / 28}>{p.words}</text>
      {:else}
        <path d={p.d} stroke-width={p.width} />
      {/if}
    {/each}
  </svg>
{/each}

<style>
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
  }
</style>
