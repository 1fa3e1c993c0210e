<script lang="ts">
  import type { Schemas } from '../api/client';
  import { hours } from '../words';
  import { money } from '../money/amount';

  /** What the scene in sight and the whole production come to, against the budget. */
  let {
    tally,
    scene,
    shot,
    oncosts,
  }: {
    tally: Schemas['TallyView'];
    scene: string;
    shot: { code: string; cost: number; plates: number; hours: { low: number; high: number } } | null;
    oncosts: () => void;
  } = $props();
  const rows = $derived([
    ...(shot
      ? [
          {
            name: shot.code,
            shots: '',
            plates: shot.plates,
            setups: '',
            change: '',
            hours: hours(shot.hours),
            cost: shot.cost,
          },
        ]
      : []),
    ...[
      { name: `scene ${scene}`, t: tally.scenes[scene] },
      { name: 'all', t: tally.whole },
    ].map(({ name, t }) =>
      t
        ? {
            name,
            shots: t.shots,
            plates: t.plates,
            setups: t.setups,
            change: t.wardrobeChanges,
            hours: hours(t.hours),
            cost: t.cost,
          }
        : { name, shots: 0, plates: 0, setups: 0, change: 0, hours: '–', cost: 0 },
    ),
  ]);
  const share = $derived(tally.costs.budget ? Math.min(1, tally.whole.cost / tally.costs.budget) : 0);
  const over = $derived(tally.left !== null && tally.left < 0);
</script>

<section class="tally" aria-label="What it comes to">
  <table>
    <thead
      ><tr class="soft"
        ><th></th><th>shots</th><th>plates</th><th>set-ups</th><th
          title="costume changes of performers who play several parts">costumes</th
        ><th>work</th><th>{tally.costs.currency}</th></tr
      ></thead
    >
    <tbody>
      {#each rows as r (r.name)}<tr
          ><th scope="row">{r.name}</th><td>{r.shots}</td><td>{r.plates}</td><td>{r.setups}</td><td
            >{r.change}</td
          ><td>{r.hours}</td><td>{r.cost ? money(r.cost) : '–'}</td></tr
        >{/each}
    </tbody>
  </table>
  <div class="budget">
    {#if tally.costs.budget}
      <span class="bar" class:over aria-hidden="true"><i style:width="{share * 100}%"></i></span>
      <span class="small" class:pencil={over}
        >{over ? `over by ${money(-tally.left)}` : `${money(tally.left)} left`} of {money(
          tally.costs.budget,
        )}</span
      >
    {:else}
      <span class="small soft"
        >{tally.costs.hourRate || tally.costs.setHourRate
          ? 'No budget is set.'
          : 'No rates are set, so nothing costs anything yet.'}</span
      >
    {/if}
    <button class="bare tight ml-auto btn" onclick={oncosts}>Costs</button>
  </div>
</section>

<style>
  .tally {
    padding: 8px 16px 6px;
    border-bottom: 1px solid var(--ink);
    background: var(--sheet);
  }
  table {
    width: 100%;
    font: 12px/1.5 var(--mono);
    font-variant-numeric: tabular-nums;
  }
  thead th {
    font: 430 11px/1.4 var(--sans);
  }
  th,
  td {
    text-align: right;
    padding: 0 0 0 6px;
  }
  th:first-child {
    text-align: left;
    padding: 0;
    font-weight: 560;
    white-space: nowrap;
  }
  td:last-child {
    font-weight: 640;
  }
  .budget {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 26px;
  }
  .bar {
    width: 120px;
    height: 8px;
    border: 1px solid var(--ink);
    display: block;
  }
  .bar i {
    display: block;
    height: 100%;
    background: var(--ink);
  }
  .bar.over i {
    background: var(--pencil);
  }
</style>
