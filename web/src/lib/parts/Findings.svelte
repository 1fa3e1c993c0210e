<script lang="ts">
  import type { Schemas } from '../api/client';

  /** What a take has against its reference, property by property. */
  let { findings }: { findings: Schemas['Finding'][] } = $props();
  const said = $derived(findings.filter((f) => f.severity !== 'NOT_READ'));
  const unread = $derived(findings.filter((f) => f.severity === 'NOT_READ'));
</script>

{#if findings.length > 0}
  <ul class="findings">
    {#each said as f (f.property + f.actual)}
      <li class:breaks={f.severity === 'BREAKS'}>
        <strong>{f.label}</strong> <span class="mono">{f.reference}</span> →
        <span class="mono">{f.actual}</span>: {f.effect}.
        <span class="soft"
          >{f.severity === 'BREAKS'
            ? `${f.remedy[0]?.toUpperCase()}${f.remedy.slice(1)}.`
            : 'Would not be seen.'} Limit: {f.tolerance}.</span
        >
      </li>
    {/each}
    {#if unread.length > 0}<li class="soft">Not read: {unread.map((f) => f.label).join(', ')}</li>{/if}
  </ul>
{/if}

<style>
  .findings {
    margin-top: 3px;
    font-size: 12px;
  }
  li {
    padding-left: 8px;
    border-left: 2px solid var(--line);
  }
  .breaks {
    border-color: var(--pencil);
    border-left-width: 4px;
  }
</style>
