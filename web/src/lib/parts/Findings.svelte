<script lang="ts">
  import type { Schemas } from '../api/client';

  /** What a take has against its reference, property by property. */
  let {
    findings,
    onmeant,
  }: {
    findings: Schemas['Finding'][];
    /** Says that a difference is there on purpose; left out where nobody may. */
    onmeant?: (f: Schemas['Finding']) => void;
  } = $props();
  /** What the camera was set to can be meant; what happened to it, or how long it ran, cannot. */
  const settable = (f: Schemas['Finding']): boolean =>
    f.severity === 'BREAKS' && !['held', 'measured', 'length'].includes(f.property);
  const said = $derived(findings.filter((f) => f.severity !== 'NOT_READ'));
  const unread = $derived(findings.filter((f) => f.severity === 'NOT_READ'));
</script>

{#if findings.length > 0}
  <ul class="findings">
    {#each said as f (f.against + f.property + f.actual)}
      <li class:breaks={f.severity === 'BREAKS'}>
        <strong>{f.label}</strong> <span class="mono">{f.actual}</span>{f.against === 'PLAN'
          ? ', planned'
          : f.against === 'REFERENCE'
            ? ', the set has'
            : ', should be'} <span class="mono">{f.reference}</span>: {f.effect}.
        <span class="soft"
          >{f.severity === 'BREAKS'
            ? `${f.remedy[0]?.toUpperCase()}${f.remedy.slice(1)}.`
            : f.against === 'PLAN'
              ? ''
              : 'Would not be seen.'} Limit: {f.tolerance}.</span
        >{#if onmeant && settable(f)}
          <button type="button" class="tight bare btn" onclick={() => onmeant(f)}>Meant so</button>{/if}
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
