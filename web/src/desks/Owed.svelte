<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, type Schemas } from '../lib/api/client';
  import { house, reads } from '../lib/house.svelte';
  import Yours from '../lib/crew/Yours.svelte';
  import Form from '../lib/parts/Form.svelte';
  import TestSheet from '../lib/parts/TestSheet.svelte';
  import { go } from '../lib/router';
  import { day, DUE, hours, moment, STAGES, stageName, WHO, type Due } from '../lib/words';

  const h = house();
  let who = $state<'' | Schemas['OwedItem']['who']>('');
  let size = $state(60);
  let testing = $state(false);
  /** Somebody who works on the shots begins with what is theirs. */
  let asked = $state<'' | 'yours' | 'all'>('');
  const mine = $derived(asked === 'yours' || (asked === '' && h.role === 'ARTIST'));
  let test = $state('');
  const owed = createQuery(() => ({
    queryKey: [h.id, 'owed', who, size],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/owed', {
          params: { path: { production: h.id }, query: { size, ...(who ? { who } : {}) } },
        }),
      ),
    placeholderData: (before: Schemas['OwedPage'] | undefined) => before,
  }));
  const work = createQuery(() => reads.outlook(h.id));
  const journal = createQuery(() => ({
    queryKey: [h.id, 'journal'],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/journal', {
          params: { path: { production: h.id }, query: { size: 7 } },
        }),
      ),
  }));

  const groups = $derived(
    (['BEFORE_STRIKE', 'BEFORE_DAY', 'BEFORE_DELIVERY'] as Due[])
      .map((d) => ({
        due: d,
        lines: owed.data?.lines.filter((l) => l.item.due === d) ?? [],
        all: owed.data?.byDue[d] ?? 0,
      }))
      .filter((g) => g.all > 0),
  );

  /** Where the thing is settled. */
  function act(l: Schemas['OwedLine']): void {
    const desk = l.item.desk.toLowerCase();
    go(h.id, desk, desk === 'floor' ? `shot-${l.shot}` : desk === 'deliver' ? null : l.shot);
  }
</script>

<div class="owed">
  <section class="list">
    <div class="tabs" role="group" aria-label="Whose page">
      <button class="tight btn" class:ink={mine} aria-pressed={mine} onclick={() => (asked = 'yours')}
        >Yours</button
      >
      <button class="tight btn" class:ink={!mine} aria-pressed={!mine} onclick={() => (asked = 'all')}
        >Everything owed</button
      >
    </div>
    {#if mine}<Yours />{:else}
      <div class="top">
        <h1>{owed.data ? `${owed.data.total} things are owed` : 'Reading what is owed…'}</h1>
        <label class="whose"
          >by
          <select class="select" bind:value={who} aria-label="Whose move it is">
            <option value="">everybody</option>
            {#each Object.entries(WHO) as [k, w] (k)}<option value={k}>{w}</option>{/each}
          </select>
        </label>
      </div>
      {#if owed.data && owed.data.total === 0}
        <p class="soft py-6">
          {h.ticks.length === 0
            ? 'No effect shots yet. Open Script, select the words of an effect and press m.'
            : 'Nothing is owed. Everything that was marked is in hand.'}
        </p>
      {/if}
      {#if (owed.data?.tests ?? []).length > 0}
        <h2>To be tried before the day <span class="mono soft">{owed.data?.tests.length}</span></h2>
        <ul>
          {#each owed.data?.tests ?? [] as t (t.id)}<li>
              <button
                class="line"
                onclick={() => {
                  test = t.id;
                  testing = true;
                }}
              >
                <span class="form"><Form state="OWED" size={15} now={t.late} /></span>
                <span class="code mono">{t.codes[0] ?? ''}{t.codes.length > 1 ? ' …' : ''}</span>
                <span class="what"><strong>{t.question}</strong></span>
                <span class="do" class:pencil={t.late}
                  >{t.next.charAt(0).toUpperCase() + t.next.slice(1)}</span
                >
                <span class="when small soft">{t.before ? day(t.before) : ''}</span>
              </button>
            </li>{/each}
        </ul>
      {/if}
      {#each groups as g, gi (g.due)}
        <h2>{DUE[g.due]} <span class="mono soft">{g.all}</span></h2>
        <ul>
          {#each g.lines as l, i (l.shot + l.item.key)}
            <li>
              <button class="line" onclick={() => act(l)}>
                <span class="form"><Form state={l.item.state} size={15} now={gi === 0 && i < 5} /></span>
                <span class="code mono">{l.code}</span>
                <span class="what"
                  ><strong>{l.item.label}</strong>
                  <span class="soft">{l.item.reason}</span>{#if l.between.holds.length > 0}{' '}<span
                      class="pencil"
                      >{l.between.holds.join(', ')}
                      {l.between.holds.length === 1 ? 'waits' : 'wait'} for it</span
                    >{/if}{#if l.between.waits.length > 0}{' '}<span class="soft"
                      >waits for {l.between.waits.join(', ')}</span
                    >{/if}</span
                >
                <span class="do" class:pencil={gi === 0 && i < 5}>{l.item.action}</span>
                <span class="when small soft"
                  >{WHO[l.item.who]}<br />{l.day && l.item.due !== 'BEFORE_DELIVERY' ? day(l.day) : ''}</span
                >
              </button>
            </li>
          {/each}
        </ul>
      {/each}
      {#if owed.data?.more}<button class="mt-3 btn" onclick={() => (size = Math.min(500, size + 120))}
          >Show more</button
        >{/if}
    {/if}
  </section>

  <aside>
    {#if owed.data}
      {@const all = STAGES.reduce((n, s) => n + (owed.data?.stages[s] ?? 0), 0)}
      <h2>{all} effect shots, by stage</h2>
      <ol class="bar" aria-label="Shots by stage">
        {#each STAGES as s, i (s)}
          {@const n = owed.data.stages[s] ?? 0}
          {#if n > 0}<li style:flex-grow={n} style:--weight="{12 + i * 17}%" title="{n} {stageName(s)}">
              <span class="mono">{n}</span>
            </li>{/if}
        {/each}
      </ol>
      <dl class="stages">
        {#each STAGES as s (s)}<dt>{stageName(s)}</dt>
          <dd class="mono">{owed.data.stages[s] ?? 0}</dd>{/each}
      </dl>

      <h2>Finish</h2>
      {#if work.data}
        {@const w = work.data}
        <p class="finish">
          <span class="mono" class:pencil={w.outlook.pressing}
            >{w.promise?.most ? `${day(w.promise.most)} in 8 of 10` : 'no day'}</span
          ><span class="soft"
            >{w.promise?.half ? `${day(w.promise.half)} in 5 of 10, for ${hours(w.hours)} of work. ` : ''}{w
              .outlook.words}</span
          >
        </p>
        {#if w.unplanned.length > 0}<p class="soft">
            Without a method, and not in this: {w.unplanned.join(', ')}.
          </p>{/if}
        <button class="tight mt-1 btn" onclick={() => go(h.id, 'crew')}>Who does what when</button>
      {:else}<p class="soft">
          {work.isError ? 'It could not be reckoned.' : 'Laying the work on the days…'}
        </p>{/if}
    {/if}

    <h2>Lately</h2>
    <ul class="lately">
      {#each journal.data?.lines ?? [] as j (j.id)}
        <li>
          <span class="soft mono small">{moment(j.at)}</span><span
            >{j.who}
            {j.action}
            {['shot', 'version', 'take', 'test', 'music', 'cut', 'money'].includes(j.subject)
              ? ''
              : j.subject}
            {j.detail}</span
          >
        </li>
      {:else}<li class="soft">
          {journal.isError
            ? 'It could not be read.'
            : journal.data
              ? 'Nothing has happened yet.'
              : 'Reading…'}
        </li>{/each}
    </ul>
  </aside>
</div>

<TestSheet bind:open={testing} bind:test />

<style>
  .owed {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 290px;
    min-height: 100%;
  }
  .list {
    padding: 14px 20px 24px 16px;
  }
  .tabs {
    display: flex;
    gap: 6px;
    margin-bottom: 10px;
  }
  .top {
    display: flex;
    align-items: center;
    justify-content: space-between;
  }
  .whose {
    display: flex;
    gap: 6px;
    align-items: center;
    color: var(--soft);
  }
  h2 {
    margin: 16px 0 4px;
  }
  .line {
    display: grid;
    grid-template-columns: 20px 84px minmax(0, 1.1fr) minmax(0, 1fr) 76px;
    gap: 10px;
    width: 100%;
    text-align: left;
    padding: 6px 4px;
    border-top: 1px solid var(--line);
    cursor: pointer;
    align-items: start;
  }
  .line:hover {
    background: var(--shade);
  }
  .form {
    padding-top: 2px;
  }
  .code {
    padding-top: 1px;
  }
  .do.pencil {
    font-weight: 560;
  }
  .when {
    text-align: right;
    line-height: 1.3;
    white-space: nowrap;
  }
  aside {
    border-left: 1px solid var(--line);
    padding: 0 16px 20px;
    background: var(--sheet);
  }
  .bar {
    display: flex;
    height: 26px;
    border: 1px solid var(--ink);
  }
  .bar li {
    display: grid;
    place-items: center;
    min-width: 18px;
    background: color-mix(in oklab, var(--ink) var(--weight), var(--sheet));
    border-left: 1px solid var(--sheet);
  }
  .bar span {
    background: var(--sheet);
    padding: 0 4px;
    font-size: 11px;
  }
  .stages {
    display: grid;
    grid-template-columns: 1fr auto;
    margin-top: 6px;
    color: var(--soft);
  }
  .finish {
    display: grid;
  }
  .lately li {
    display: grid;
    padding: 4px 0;
    border-top: 1px solid var(--line);
  }
  @media (max-width: 900px) {
    .owed {
      grid-template-columns: minmax(0, 1fr);
    }
    .line {
      grid-template-columns: 20px 1fr;
    }
    .when {
      text-align: left;
    }
    .line > :nth-child(n + 3) {
      grid-column: 2;
    }
    aside {
      border: 0;
    }
  }
</style>
