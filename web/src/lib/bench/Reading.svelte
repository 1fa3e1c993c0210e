<script lang="ts">
  import type { Schemas } from '../api/client';

  /** What was measured, what it means and what to do. */
  let { reading }: { reading: Schemas['PlateReading'] } = $props();
  const r = $derived(reading);
  const over = $derived((cause: string) => r.faults.some((f) => f.cause === cause));
  const signed = (v: number, d: number) => (Math.abs(v) < 0.5 * 10 ** -d ? '' : v > 0 ? '+' : '−') + Math.abs(v).toFixed(d);
</script>

<p class="verdict" class:bad={!r.agrees}>{r.verdict}</p>
{#if r.remedy}<p class="todo">{r.remedy[0]?.toUpperCase()}{r.remedy.slice(1)}.</p>{/if}
{#if r.sure}
  <dl class="mono">
    <dt class:beyond={over('NUDGE') || over('SIZE')}>Shift</dt>
    <dd>{Math.abs(r.found.dx).toFixed(2)} px {r.found.dx < 0 ? 'left' : 'right'}<br />{Math.abs(r.found.dy).toFixed(2)} px {r.found.dy < 0 ? 'up' : 'down'}</dd>
    <dt>Turn</dt>
    <dd>{signed(r.found.degrees, 3)}°</dd>
    <dt class:beyond={over('SIZE')}>Size</dt>
    <dd>{signed(100 * (r.found.scale - 1), 3)} %</dd>
    <dt class:beyond={r.worstPx > r.limits.shiftPx}>Worst corner</dt>
    <dd>{r.worstPx.toFixed(2)} px <span class="soft">± {r.uncertaintyPx.toFixed(2)}, limit {r.limits.shiftPx}</span></dd>
    {#if r.light.measured}
      <dt class:beyond={over('EXPOSURE') || over('LIGHT_MOVED')}>Light</dt>
      <dd>{signed(r.light.stops, 3)} stops <span class="soft">limit {r.limits.stops}</span></dd>
      <dt class:beyond={over('WHITE_BALANCE')}>Colour of light</dt>
      <dd>{signed(r.light.mired, 1)} mired <span class="soft">limit {r.limits.mired}</span></dd>
      <dt>Colour</dt>
      <dd>ΔE00 {r.light.deltaE.toFixed(2)}</dd>
    {/if}
    <dt class:beyond={over('FOCUS')}>Softer by</dt>
    <dd>{r.softerPx === null ? 'cannot be told' : `${signed(r.softerPx, 2)} px`} <span class="soft">limit {r.limits.blurPx}</span></dd>
    <dt>Not the same</dt>
    <dd>{Math.round(r.differs * 100)} % of the frame</dd>
  </dl>
  {#if r.faults.length > 1}
    <h3>Also</h3>
    <ul>
      {#each r.faults.slice(1) as f (f.label)}<li><strong>{f.label}</strong>: {f.found}. <span class="soft">{f.remedy[0]?.toUpperCase()}{f.remedy.slice(1)}.</span></li>{/each}
    </ul>
  {/if}
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
