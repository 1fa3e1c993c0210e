<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Schemas } from '../api/client';

  /** What was found, what to do, and the figures behind it. */
  interface Props {
    verdict: string;
    remedy: string;
    bad: boolean;
    figures: readonly Schemas['Figure'][];
    /** More words between the verdict and the figures. */
    children?: Snippet;
  }
  let { verdict, remedy, bad, figures, children }: Props = $props();
</script>

<p class="verdict" class:bad>{verdict}</p>
{#if remedy}<p class="todo">{remedy[0]?.toUpperCase()}{remedy.slice(1)}.</p>{/if}
{#if children}<p>{@render children()}</p>{/if}
{#if figures.length > 0}
  <dl class="mono">
    {#each figures as f (f.label)}
      <dt class:beyond={f.beyond}>{f.label}</dt>
      <dd>{f.value} <span class="soft">{f.note}</span></dd>
    {/each}
  </dl>
{/if}

<style>
  .verdict {
    font-size: 15px;
    font-weight: 640;
    line-height: 1.3;
    border-left: 4px solid var(--ink);
    padding-left: 8px;
  }
  .verdict.bad {
    border-color: var(--pencil);
  }
  .todo {
    margin-top: 6px;
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 2px 10px;
    margin-top: 10px;
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  dt {
    color: var(--soft);
    font-family: var(--sans);
  }
  dt.beyond {
    color: var(--pencil);
    font-weight: 640;
  }
</style>
