<script lang="ts">
  import type { Schemas } from '../api/client';

  /** What was measured, what it means and what to do. */
  let { reading }: { reading: Schemas['PlateSheet'] } = $props();
</script>

<p class="verdict" class:bad={!reading.agrees}>{reading.verdict}</p>
{#if reading.remedy}<p class="todo">{reading.remedy[0]?.toUpperCase()}{reading.remedy.slice(1)}.</p>{/if}
{#if reading.figures.length > 0}
  <dl class="mono">
    {#each reading.figures as f (f.label)}
      <dt class:beyond={f.beyond}>{f.label}</dt>
      <dd>{f.value} <span class="soft">{f.note}</span></dd>
    {/each}
  </dl>
{/if}
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
  h3 {
    margin-top: 10px;
  }
  li {
    font-size: 12px;
    padding-block: 3px;
  }
</style>
