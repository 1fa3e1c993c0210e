<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { untrack } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import { api, got, Refused, type Schemas } from '../lib/api/client';
  import DaysTable from '../lib/crew/DaysTable.svelte';
  import HandSheet from '../lib/crew/HandSheet.svelte';
  import { sayOfTasks } from '../lib/crew/task';
  import TaskTable from '../lib/crew/TaskTable.svelte';
  import Money from '../lib/money/Money.svelte';
  import Rates from '../lib/parts/Rates.svelte';
  import { house, reads } from '../lib/house.svelte';
  import { enter, free } from '../lib/keys';
  import { frame } from '../lib/state.svelte';
  import { count, day, hours, inside } from '../lib/words';

  /** Who is there when, what is laid on them, which shots are late because of what, and what may be promised. */
  const h = house();
  const DAYS = 28;
  let from = $state('');
  const crew = createQuery(() => ({
    queryKey: [h.id, 'crew', from],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/crew', {
          params: {
            path: { production: h.id },
            query: { days: DAYS, ...(from ? { from } : {}) },
          },
        }),
      ),
  }));
  const work = createQuery(() => ({
    queryKey: [h.id, 'work', from],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/work', {
          params: {
            path: { production: h.id },
            query: { days: DAYS, ...(from ? { from } : {}) },
          },
        }),
      ),
    placeholderData: (before: Schemas['WorkView'] | undefined) => before,
  }));
  const w = $derived(work.data);
  /** Takes longer than the schedule, and is shown when it is there. */
  const outlook = createQuery(() => reads.outlook(h.id));
  const o = $derived(outlook.data);
  const promised = $derived(new Map((o?.shots ?? []).map((s) => [s.id, s] as const)));
  const late = $derived((w?.shots ?? []).filter((s) => s.late > 0).sort((a, b) => b.late - a.late));
  let chosen = $state<Schemas['HandView'] | null>(null);
  let open = $state(false);
  let lit = $state('');
  let paid = $state(false);
  const MOST_LATE = 4;
  const hands = $derived((crew.data?.hands ?? []).filter((x) => x.part.share > 0));
  const leads = $derived(h.may('PRODUCER', 'COORDINATOR'));
  let busy = $state(false);
  let wrong = $state('');

  /** What might be otherwise, beside what is. What is given can be kept; the rest is for people to arrange. */
  interface Trial {
    what: string;
    otherwise: Schemas['NewWhatIf'];
    gives: { shot: string; task: string; key: string; person: string }[];
    view?: Schemas['WhatIfView'];
  }
  let trial = $state.raw<Trial | null>(null);
  let trying = $state(false);
  let asked = 0;
  const then = $derived(new Map((trial?.view?.shifts ?? []).map((s) => [s.shot, s] as const)));

  async function lay(t: Trial): Promise<void> {
    trial = t;
    wrong = '';
    const mine = ++asked;
    try {
      const view = await got(
        api.POST('/api/productions/{production}/work/what-if', {
          params: { path: { production: h.id }, query: { days: DAYS, ...(from ? { from } : {}) } },
          body: t.otherwise,
        }),
      );
      if (mine === asked && trial) trial = { ...trial, view };
    } catch (e) {
      wrong = e instanceof Refused ? e.detail || e.title : String(e);
      if (mine === asked) trial = null;
    }
  }

  function see(a: Schemas['AdviceView']): void {
    void lay({
      what: a.what,
      otherwise: a.otherwise,
      gives: a.gives.map(({ shot, task, key, person }) => ({ shot, task, key, person: person ?? '' })),
    });
    // On a phone it stands under what was pressed.
    requestAnimationFrame(() => document.querySelector('.trial')?.scrollIntoView({ block: 'nearest' }));
  }

  /** One more task that somebody else would have, on top of what is tried already. */
  function tryGive(t: Schemas['TaskLine'], person: string): void {
    const gives = [
      ...(trial?.gives ?? []).filter((g) => g.task !== t.id),
      ...(person === (t.given?.id ?? '') ? [] : [{ shot: t.shot, task: t.id, key: t.key, person }]),
    ];
    if (gives.length === 0) return leave();
    void lay({
      what: count(gives.length, 'task') + ' given otherwise',
      otherwise: { gives: gives.map(({ task, person }) => ({ task, person })) },
      gives,
    });
  }

  function leave(): void {
    asked++;
    trial = null;
  }

  async function take(): Promise<void> {
    if (!trial || trial.gives.length === 0 || busy) return;
    busy = true;
    wrong = '';
    try {
      // What each is given is said shot by shot and person by person; said twice it counts once.
      let left = trial.gives;
      while (left[0]) {
        const { shot, person } = left[0];
        const same = left.filter((g) => g.shot === shot && g.person === person);
        await sayOfTasks(
          h.id,
          shot,
          same.map((g) => g.key),
          { kind: 'GIVEN', ...(person ? { person } : {}) },
        );
        left = left.filter((g) => !same.includes(g));
      }
      leave();
      trying = false;
      frame.say('It is given; the work is laid anew.');
    } catch (e) {
      wrong = e instanceof Refused ? e.detail || e.title : String(e);
    } finally {
      busy = false;
      await h.again();
    }
  }

  /** Opens the shot before or after the one that is open. */
  function step(by: number): void {
    const all = w?.shots ?? [];
    const at = all.findIndex((s) => s.id === lit);
    const next = all[at < 0 ? (by > 0 ? 0 : all.length - 1) : at + by];
    if (next) {
      lit = next.id;
      requestAnimationFrame(() => document.getElementById(`row-${next.id}`)?.focus());
    }
  }

  // What is tried is held against what is: when that changes, or other days are shown, it is laid anew.
  const against = $derived(`${work.dataUpdatedAt} ${from}`);
  $effect(() => {
    if (against) untrack(() => trial && void lay(trial));
  });

  const desk = (work: () => void) => free(() => !(paid && leads) && work());
  $effect(() =>
    tinykeys(window, {
      '.': desk(() => (from = crew.data?.later ?? '')),
      ',': desk(() => (from = crew.data?.earlier ?? '')),
      j: desk(() => step(1)),
      k: desk(() => step(-1)),
      w: desk(() => leads && (trying = !trying)),
      Enter: enter(() => !(paid && leads) && void take()),
      Escape: desk(leave),
    }),
  );
  const choose = (shot: string): void => void (lit = lit === shot ? '' : shot);
  const notPromised = (n: number): string =>
    n === 1
      ? '1 shot has no day, and nothing is promised for it.'
      : `${n} shots have no day, and nothing is promised for them.`;
  const lateBy = (s: Schemas['ShotWorkView']): string =>
    s.late > 0 ? `${s.late} ${s.late === 1 ? 'day' : 'days'} late` : '';
</script>

<div class="crew">
  <section>
    {#if leads}<div class="tabs" role="group" aria-label="What to look at">
        <button class="tight btn" class:ink={!paid} aria-pressed={!paid} onclick={() => (paid = false)}
          >Work and days</button
        >
        <button class="tight btn" class:ink={paid} aria-pressed={paid} onclick={() => (paid = true)}
          >Money</button
        >
      </div>{/if}
    {#if paid && leads}<Money />{:else}
      <div class="head">
        <div>
          <h1>
            {w
              ? w.end
                ? `${hours(w.hours)} of work is laid on ${count(hands.length, 'pair')} of hands`
                : 'No work has a day'
              : work.isError
                ? 'The work could not be laid on the days'
                : 'Laying the work on the days…'}
          </h1>
          {#if w}
            <p class="soft">
              {w.end ? `As reckoned it ends on ${day(w.end)}. ` : ''}{w.due ? `Due ${day(w.due)}. ` : ''}
              {late.length > 0 ? `${count(late.length, 'shot')} will be late.` : ''}
              {o?.promise && o.promise.without > 0 ? notPromised(o.promise.without) : ''}
              {w.unplanned.length > 0 ? `No method yet, so not in this: ${w.unplanned.join(', ')}.` : ''}
            </p>
            {#if w.counted.length > 0}<p class="soft small">
                Counted on as if they were there: {w.counted
                  .map((c) => `${c.labels.join(', ')} (${c.code})`)
                  .join('; ')}.
              </p>{/if}
            {#if late.length > 0}
              <h2>Late</h2>
              <ul class="late">
                {#each late.slice(0, MOST_LATE) as s (s.id)}<li>
                    <button onclick={() => choose(s.id)} aria-pressed={lit === s.id}
                      ><span class="mono">{s.code}</span> <span class="pencil">{lateBy(s)}</span>
                      <span class="soft">{s.why}</span></button
                    >
                  </li>{/each}
              </ul>
              {#if late.length > MOST_LATE}<p class="soft small">
                  and {late.length - MOST_LATE} more, below.
                </p>{/if}
            {/if}
            {#if o && o.advice.length > 0}
              <h2>What would help</h2>
              <ul class="advice">
                {#each o.advice as a (a.words)}<li>
                    {a.words}
                    {#if leads}<button
                        class="tight btn"
                        aria-pressed={trial?.otherwise === a.otherwise}
                        onclick={() => see(a)}>See it beside</button
                      >{/if}
                  </li>{/each}
              </ul>
            {/if}
          {/if}
        </div>
        {#if o?.promise}
          <div class="stamp" aria-label="What may be promised">
            <span class="small">may be promised</span>
            <strong class="mono">{o.promise.most ? day(o.promise.most) : 'no day'}</strong>
            <span class="small">holds in 8 of 10 cases, by the estimates</span>
            <span class="small soft">{o.promise.half ? `${day(o.promise.half)} in 5 of 10` : ''}</span>
            {#if o.promise.chance && w?.due}<span class="small" class:pencil={o.outlook.pressing}
                >{day(w.due)}: {o.promise.chance}</span
              >{/if}
            <span class="small soft">not reckoned: late plates, illness, rounds of review</span>
            {#if o.promise.risks.length > 0}<span class="small soft"
                >hangs most on
                {#each o.promise.risks as x (x.shot)}<span class="mono nowrap">{x.code}</span
                  >{' '}{/each}</span
              >{/if}
          </div>
        {/if}
      </div>
      {#if wrong}<p class="pencil" role="alert">{wrong}.</p>{/if}
      {#if trial}<div class="trial" role="status">
          <p>
            <strong>Tried: {inside(trial.what)}.</strong>
            {#if trial.view}
              {trial.view.brings}{trial.view.end ? `, on ${day(trial.view.end)}` : ''}.
              {trial.view.costs}
              {trial.view.shifts.length === 0
                ? 'No shot is done on another day.'
                : `Done on another day: ${count(trial.view.shifts.length, 'shot')}, below.`}
              {trial.view.moreHours > 0
                ? `The hands that are not there yet would have ${trial.view.moreHours.toFixed(0)} h.`
                : ''}
            {:else}Laying it beside what is…{/if}
          </p>
          <div class="acts">
            {#if trial.gives.length > 0}<button
                class="ink btn"
                disabled={busy || !trial.view}
                onclick={() => void take()}>Take it <kbd>Enter</kbd></button
              >{:else}<span class="small soft">This is for you to arrange; Bivex keeps nothing of it.</span
              >{/if}
            <button class="btn" onclick={leave}>Leave it <kbd>Esc</kbd></button>
          </div>
        </div>{/if}
      <div class="turn">
        <h2>Who is there, and what is laid on them</h2>
        <button class="bare tight btn" onclick={() => (from = crew.data?.earlier ?? '')}
          >four weeks back <kbd>,</kbd></button
        >
        {#if from}<button class="bare tight btn" onclick={() => (from = '')}>from today</button>{/if}
        <button class="bare tight btn" onclick={() => (from = crew.data?.later ?? '')}
          >four weeks on <kbd>.</kbd></button
        >
        {#if leads}<button
            class="tight btn"
            class:now={trying}
            aria-pressed={trying}
            onclick={() => (trying = !trying)}>Try before it counts <kbd>w</kbd></button
          >{/if}
        <a class="tight btn" href="/api/productions/{h.id}/work/morning.pdf" download>Morning sheet (PDF)</a>
      </div>
      {#if crew.data}<DaysTable
          crew={crew.data}
          loads={trial?.view?.loads ?? w?.loads ?? []}
          {lit}
          chain={w?.shots.find((s) => s.id === lit)?.chain ?? []}
          due={w?.due}
          onshot={choose}
          onhand={(x) => {
            chosen = x;
            open = true;
          }}
        />{/if}
      <h2 class="mt-4">
        When each shot is done <span class="small soft"
          ><kbd>j</kbd> <kbd>k</kbd> the next, the one before</span
        >
      </h2>
      {#if trying && !trial}<p class="small pencil">
          Nothing counts yet: open a shot, say who would do a task, and see what it brings.
        </p>{/if}
      <ul>
        {#each w?.shots ?? [] as s (s.id)}
          {@const p = promised.get(s.id)}
          <li>
            <button
              class="row"
              id="row-{s.id}"
              aria-expanded={lit === s.id}
              aria-labelledby="code-{s.id} day-{s.id}"
              aria-describedby="why-{s.id}"
              onclick={() => choose(s.id)}
            >
              <span class="mono" id="code-{s.id}">{s.code}</span>
              <span class="mono nowrap" id="day-{s.id}" class:pencil={!s.day}
                >{s.day ? day(s.day) : 'no day'}{#if then.has(s.id)}<br /><strong
                    >{then.get(s.id)?.then ? `if so ${day(then.get(s.id)!.then!)}` : 'if so no day'}</strong
                  >{/if}</span
              >
              <span class="pencil small">{lateBy(s)}</span>
              <span class="soft small"
                >{p?.most ? `${day(p.most)} in 8 of 10` : ''}{#if p?.chance}<br />in time {p.chance}{/if}</span
              >
              <span class="soft small" id="why-{s.id}">{s.title ? `${s.title}. ` : ''}{s.why}</span>
            </button>
            {#if lit === s.id}<TaskTable
                shot={s}
                {hands}
                {...trying || (trial && trial.gives.length > 0)
                  ? {
                      tried: {
                        of: (task) => trial?.gives.find((g) => g.task === task)?.person,
                        give: tryGive,
                      },
                    }
                  : {}}
              />{/if}
          </li>
        {:else}<li class="soft">
            {w
              ? 'No shot has a method yet, so there is no work to lay.'
              : work.isError
                ? 'It could not be read.'
                : 'Laying the work on the days…'}
          </li>{/each}
      </ul>
      <p class="soft small mt-2">
        Hours come from the rates below, and from what work really took once that is applied.
      </p>
      <Rates />
    {/if}
  </section>
</div>
{#if chosen && open}{#key chosen}<HandSheet bind:open hand={chosen} />{/key}{/if}

<style>
  .crew {
    min-height: 100%;
  }
  section {
    padding: 14px 16px;
    min-width: 0;
  }
  .tabs {
    display: flex;
    gap: 6px;
    margin-bottom: 10px;
  }
  .turn {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: baseline;
    margin-bottom: 4px;
  }
  .head {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 24px;
    align-items: start;
  }
  .stamp {
    display: grid;
    justify-items: end;
    max-width: 280px;
    padding: 8px 12px;
    border: 2px solid var(--ink);
    text-align: right;
  }
  .stamp strong {
    font-size: 22px;
    line-height: 1.2;
  }
  .trial {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 16px;
    align-items: center;
    justify-content: space-between;
    border: 2px solid var(--pencil);
    padding: 6px 10px;
    margin: 8px 0;
  }
  .acts {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .acts kbd {
    color: inherit;
  }
  .advice li {
    padding: 2px 0;
  }
  .head h2 {
    margin-top: 8px;
  }
  .late button {
    padding: 2px 0;
    text-align: left;
    cursor: pointer;
  }
  .late button:hover {
    background: var(--shade);
  }
  .row {
    display: grid;
    grid-template-columns: 88px 92px 84px 190px minmax(0, 1fr);
    gap: 10px;
    align-items: baseline;
    width: 100%;
    text-align: left;
    padding: 5px 0;
    border-top: 1px solid var(--line);
    cursor: pointer;
  }
  .row:hover {
    background: var(--shade);
  }
  .nowrap {
    white-space: nowrap;
  }
  @media (max-width: 900px) {
    .head {
      grid-template-columns: minmax(0, 1fr);
    }
    .stamp {
      justify-items: start;
      text-align: left;
      max-width: none;
    }
    .row {
      grid-template-columns: 88px minmax(0, 1fr);
    }
    .row > :nth-child(n + 3) {
      grid-column: 2;
    }
    .nowrap {
      white-space: normal;
    }
  }
</style>
