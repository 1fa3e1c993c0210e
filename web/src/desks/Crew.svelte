<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got } from '../lib/api/client';
  import Rates from '../lib/parts/Rates.svelte';
  import { house, reads } from '../lib/house.svelte';
  import { go } from '../lib/router';
  import { day, hours, ROLE, stageName } from '../lib/words';

  /** Who is here, and the work that waits, shot by shot along one scale of hours. */
  const h = house();
  const owed = createQuery(() => ({
    queryKey: [h.id, 'owed', '', 1],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/owed', {
          params: { path: { production: h.id }, query: { size: 1 } },
        }),
      ),
  }));
  const shots = createQuery(() => reads.shots(h.id));
  const planned = $derived(
    (shots.data?.lines ?? [])
      .filter((l) => l.effort.high > 0 && !l.omitted)
      .sort((a, b) => b.effort.high - a.effort.high),
  );
  const unplanned = $derived(
    (shots.data?.lines ?? []).filter((l) => l.methods.length === 0 && l.effort.high === 0 && !l.omitted),
  );
  const most = $derived(Math.max(1, ...planned.map((l) => l.effort.high)));
</script>

<div class="crew">
  <section>
    <h1>{owed.data ? `${hours(owed.data.work)} of work is open` : 'Adding up the work…'}</h1>
    <p class="soft mb-3">
      {owed.data
        ? `At ${h.view?.hoursPerDay ?? 8} h a day, all hands together, it ends between ` +
          `${day(owed.data.forecast.early)} and ${day(owed.data.forecast.late)}` +
          `${owed.data.dueOn ? `; due ${day(owed.data.dueOn)}` : ''}.`
        : ''} Hours come from the rates below, and from what work really took once that is applied.
    </p>
    <ul>
      {#each planned as l (l.id)}
        <li>
          <button onclick={() => go(h.id, 'shots', l.id)}>
            <span class="mono">{l.code}</span><span
              >{l.title} <span class="soft small">{stageName(l.stage)}</span></span
            >
            <svg
              viewBox="0 0 300 14"
              preserveAspectRatio="none"
              role="img"
              aria-label="low {l.effort.low.toFixed(1)}, likely {l.effort.likely.toFixed(
                1,
              )}, high {l.effort.high.toFixed(1)} hours"
            >
              <line
                x1={(l.effort.low / most) * 300}
                x2={(l.effort.high / most) * 300}
                y1="7"
                y2="7"
                stroke="currentColor"
                stroke-width="1.5"
              /><line
                x1={(l.effort.likely / most) * 300}
                x2={(l.effort.likely / most) * 300}
                y1="1"
                y2="13"
                stroke="currentColor"
                stroke-width="4"
              />
            </svg>
            <span class="mono small">{hours(l.effort)}</span>
          </button>
        </li>
      {:else}<li class="soft">
          {shots.data ? 'No shot has a method yet, so there is no work to add up.' : ''}
        </li>{/each}
    </ul>
    {#if unplanned.length > 0}<p class="soft mt-3">
        {unplanned.length} shots have no method yet and are not counted.
        <button class="tight btn" onclick={() => go(h.id, 'script', unplanned[0]?.id)}
          >Break down {unplanned[0]?.code}</button
        >
      </p>{/if}
    <Rates />
  </section>
  <aside class="sheet">
    <h2>People</h2>
    <ul>
      {#each h.view?.people ?? [] as p (p.id)}<li class="rule flex justify-between py-1">
          <strong>{p.name}</strong><span class="soft">{ROLE[p.role]}</span>
        </li>{/each}
    </ul>
  </aside>
</div>

<style>
  .crew {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 270px;
    min-height: 100%;
  }
  section {
    padding: 14px 16px;
  }
  aside {
    border-width: 0 0 0 1px;
    padding: 14px;
  }
  li button {
    display: grid;
    grid-template-columns: 90px 1fr 300px 74px;
    gap: 12px;
    align-items: center;
    width: 100%;
    text-align: left;
    padding: 6px 0;
    border-top: 1px solid var(--line);
    cursor: pointer;
  }
  li button:hover {
    background: var(--shade);
  }
  svg {
    width: 100%;
    height: 14px;
  }
  @media (max-width: 900px) {
    .crew {
      grid-template-columns: minmax(0, 1fr);
    }
    li button {
      grid-template-columns: 84px 1fr 60px;
    }
    svg {
      display: none;
    }
  }
</style>
