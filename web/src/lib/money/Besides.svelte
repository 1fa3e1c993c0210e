<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import { number } from '../numbers';
  import { refused } from '../refused';
  import { frame } from '../state.svelte';
  import { today } from '../today';
  import { day } from '../words';
  import { exact } from './amount';

  /** What is paid besides hours: thought of, billed, and the bills themselves. */
  let { m }: { m: Schemas['MoneyView'] } = $props();
  const h = house();
  let adding = $state<'' | 'planned' | 'bill'>('');
  let sort = $state<Schemas['PlannedSaying']['sort']>('KIT');
  const words = new Draft(() => `cost ${h.id}`);
  let editing = $state<Schemas['PlannedView'] | null>(null);
  let amount = $state('');
  let shot = $state('');
  let planned = $state('');
  let on = $state(today());
  let page = $state(0);
  let shown = $state(false);
  let busy = $state(false);
  let wrong = $state<Refused | null>(null);
  const bills = createQuery(() => ({
    queryKey: [h.id, 'bills', page],
    enabled: shown,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/money/bills', {
          params: { path: { production: h.id }, query: { page } },
        }),
      ),
  }));

  async function act(work: () => Promise<unknown>, said: string): Promise<void> {
    busy = true;
    wrong = null;
    try {
      await work();
      words.words = '';
      editing = null;
      amount = '';
      planned = '';
      shot = '';
      adding = '';
      frame.say(said);
      await h.again();
    } catch (e) {
      wrong = e instanceof Refused ? e : new Refused(0, 'That did not work', String(e));
    } finally {
      busy = false;
    }
  }

  /** A planned cost said otherwise. */
  const put = (p: Schemas['PlannedView'], body: Schemas['PlannedSaying']): Promise<unknown> =>
    got(
      api.PUT('/api/productions/{production}/money/planned/{planned}', {
        params: {
          path: { production: h.id, planned: p.id },
          header: { 'If-Match': `"${p.version}"` },
        },
        body,
      }),
    );

  const plan = (): Promise<void> =>
    act(
      async () => {
        const body = {
          sort,
          words: words.words,
          amount: number(amount, 'amount'),
          shot: shot || null,
          closed: editing?.closed ?? false,
        } as Schemas['PlannedSaying'];
        if (editing) await put(editing, body);
        else
          await got(
            api.POST('/api/productions/{production}/money/planned', {
              params: { path: { production: h.id } },
              body,
            }),
          );
      },
      editing ? 'It is kept; what was offered stays as it was.' : 'It is planned, and in the next bid.',
    );

  function edit(p: Schemas['PlannedView']): void {
    editing = p;
    adding = 'planned';
    sort = p.sort;
    words.words = p.words;
    amount = String(p.amount);
    shot = p.shot ?? '';
    wrong = null;
  }

  function begin(what: 'planned' | 'bill'): void {
    adding = adding === what && !editing ? '' : what;
    if (editing) {
      words.words = '';
      amount = '';
      shot = '';
    }
    editing = null;
    wrong = null;
  }

  const bill = (): Promise<void> =>
    act(
      async () =>
        got(
          api.POST('/api/productions/{production}/money/bills', {
            params: { path: { production: h.id } },
            body: {
              words: words.words,
              amount: number(amount, 'amount') as number,
              day: on,
              ...(planned ? { planned } : {}),
              ...(shot && !planned ? { shot } : {}),
            },
          }),
        ),
      'The bill is entered.',
    );

  const close = (p: Schemas['PlannedView']): Promise<void> =>
    act(
      () => put(p, { sort: p.sort, words: p.words, amount: p.amount, closed: !p.closed, shot: p.shot }),
      p.closed ? 'A bill may come again.' : 'No bill for it is to come.',
    );
</script>

<div class="turn">
  <h2>Paid besides hours</h2>
  <button class="tight btn" aria-pressed={adding === 'planned'} onclick={() => begin('planned')}
    >Plan a cost</button
  >
  <button class="tight btn" aria-pressed={adding === 'bill'} onclick={() => begin('bill')}
    >Enter a bill</button
  >
</div>
{#if adding}
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void (adding === 'planned' ? plan() : bill());
    }}
  >
    {#if adding === 'planned'}
      <label class="field"
        ><span>Sort</span><select class="select" bind:value={sort}>
          {#each m.sorts as s (s.sort)}<option value={s.sort}>{s.words}</option>{/each}
        </select></label
      >
    {:else}
      <label class="field"
        ><span>For</span><select class="select" bind:value={planned}>
          <option value="">something not planned</option>
          {#each m.planned.filter((p) => !p.closed) as p (p.id)}<option value={p.id}>{p.words}</option>{/each}
        </select></label
      >
      <label class="field"
        ><span>Day of the bill</span><input
          class="input"
          type="date"
          bind:value={on}
          {@attach refused(wrong?.field === 'day')}
        /></label
      >
    {/if}
    <label class="field grow"
      ><span>What it is</span><input
        class="input"
        maxlength="200"
        bind:value={words.words}
        {@attach refused(wrong?.field === 'words')}
      /></label
    >
    <label class="field short"
      ><span>{m.currency}{adding === 'bill' ? ', less than 0 for a credit' : ''}</span><input
        class="mono input"
        inputmode="decimal"
        bind:value={amount}
        {@attach refused(wrong?.field === 'amount')}
      /></label
    >
    {#if adding === 'planned' || !planned}<label class="field"
        ><span>For which shot</span><select class="select" bind:value={shot}>
          <option value="">all of them</option>
          {#each h.ticks as t (t.id)}<option value={t.id}>{t.code}</option>{/each}
        </select></label
      >{/if}
    <button class="ink btn" disabled={busy}>Keep</button>
  </form>
{/if}
{#if wrong}<p class="pencil" role="alert">{wrong.detail || wrong.title}. Nothing was kept.</p>{/if}
<ul>
  {#each m.planned as p (p.id)}<li class="line" class:soft={p.closed}>
      <span
        ><button class="link" onclick={() => edit(p)} aria-label="Change {p.words}">{p.words}</button>
        <span class="soft small">{p.sortWords}{p.code ? `, ${p.code}` : ''}</span></span
      >
      <span class="mono num">{exact(p.amount, m.currency)}</span>
      <span class="small soft">{p.billed ? `${exact(p.billed, m.currency)} billed` : 'nothing billed'}</span>
      <button
        class="tight btn"
        disabled={busy}
        onclick={() => void close(p)}
        aria-label={p.closed ? `A bill for ${p.words} may come again` : `No bill for ${p.words} is to come`}
        >{p.closed ? 'may be billed' : 'no more bills'}</button
      >
    </li>{:else}<li class="soft">Nothing is planned: kit, travel, stock and the like.</li>{/each}
</ul>
<button class="bare tight btn" aria-expanded={shown} onclick={() => (shown = !shown)}
  >{shown ? 'hide the bills' : 'the bills'}</button
>
{#if shown && bills.data}
  <ul>
    {#each bills.data.lines as b (b.id)}<li class="line">
        <span>{b.words} <span class="soft small">{b.code} {b.by}</span></span>
        <span class="mono num">{exact(b.amount, m.currency)}</span>
        <span class="mono small">{day(b.day)}</span>
      </li>{:else}<li class="soft">No bill came yet.</li>{/each}
  </ul>
  {#if page > 0}<button class="bare tight btn" onclick={() => page--}>newer</button>{/if}
  {#if bills.data.more}<button class="bare tight btn" onclick={() => page++}>older</button>{/if}
{/if}

<style>
  .turn {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: baseline;
    margin-top: 14px;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: end;
    margin: 6px 0;
  }
  .grow {
    flex: 1 1 220px;
  }
  .short {
    max-width: 190px;
  }
  .line {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 90px 120px 100px;
    gap: 12px;
    align-items: baseline;
    border-top: 1px solid var(--line);
    padding: 3px 0;
  }
  .link {
    text-decoration: underline;
    text-underline-offset: 3px;
    cursor: pointer;
    text-align: left;
  }
  .num {
    text-align: right;
  }
  @media (max-width: 900px) {
    .line {
      grid-template-columns: minmax(0, 1fr) auto;
    }
  }
</style>
