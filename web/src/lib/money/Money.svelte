<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused } from '../api/client';
  import { house } from '../house.svelte';
  import { go } from '../router';
  import { frame } from '../state.svelte';
  import { count, day } from '../words';
  import { money } from './amount';
  import Besides from './Besides.svelte';
  import OfferSheet from './OfferSheet.svelte';
  import TermsSheet from './TermsSheet.svelte';

  /** What the work comes to, what was offered and agreed, and what is otherwise since. */
  const h = house();
  const read = createQuery(() => ({
    queryKey: [h.id, 'money'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/money', { params: { path: { production: h.id } } })),
  }));
  const m = $derived(read.data);
  const a = $derived(m?.account);
  const produces = $derived(h.may('PRODUCER'));
  const base = $derived(`/api/productions/${h.id}/money`);
  let terms = $state(false);
  let chosen = $state('');
  let sheet = $state(false);
  let picked = $state<string[]>([]);
  let busy = $state(false);
  let wrong = $state('');
  let all = $state(false);
  const FEW = 8;
  const askable = $derived((m?.changes ?? []).filter((c) => !c.asked));
  const meant = $derived(askable.filter((c) => picked.includes(c.shot)).map((c) => c.shot));

  async function make(kind: 'BID' | 'CHANGE', shots: string[]): Promise<void> {
    busy = true;
    wrong = '';
    try {
      const made = await got(
        api.POST('/api/productions/{production}/money/offers', {
          params: { path: { production: h.id } },
          body: { kind, shots },
        }),
      );
      picked = [];
      frame.say(`${made.name} is made and kept as it is.`);
      await h.again();
      chosen = made.id;
      sheet = true;
    } catch (e) {
      wrong = e instanceof Refused ? e.detail || e.title : String(e);
    } finally {
      busy = false;
    }
  }
  const more = (x: number): string => (x > 0 ? `+${money(x)}` : money(x));
</script>

{#if !m || !a}
  <p class="soft">{read.isError ? 'The money could not be read.' : 'Reckoning what it comes to…'}</p>
{:else}
  <div class="head">
    <div>
      <h1>It comes to {money(a.expected)} {m.currency}</h1>
      <p class="soft">
        {money(a.spent)} spent so far, with {a.hours.toFixed(1)} h of work; {money(a.toDo)} still to do.
      </p>
      <ul class="told">
        {#each a.told as t (t)}<li>{t}</li>{/each}
      </ul>
    </div>
    <div class="stamp" aria-label="What it comes to">
      <span class="small">agreed</span>
      <strong class="mono">{a.agreed === null ? 'nothing yet' : money(a.agreed ?? 0)}</strong>
      {#if a.chance}<span class="small" class:pencil={a.over}>to stay within that: {a.chance}</span>{/if}
      <span class="small">{money(a.most)} holds in 8 of 10 cases, by the estimates</span>
      <span class="small soft">{money(a.half)} in 5 of 10</span>
      <span class="small soft">not reckoned: late plates, illness, rounds beyond the price</span>
    </div>
  </div>
  {#if wrong}<p class="pencil" role="alert">{wrong}. Nothing was made.</p>{/if}

  {#if m.changes.length > 0}
    <h2>Otherwise than it was agreed</h2>
    <table>
      <thead
        ><tr
          ><th class="pick"><span class="sr-only">ask for it</span></th><th>shot</th><th>what</th><th
            class="num">cost</th
          ><th class="num">price</th></tr
        ></thead
      >
      <tbody>
        {#each m.changes as c (c.shot)}<tr>
            <td class="pick"
              >{#if !c.asked && produces}<input
                  type="checkbox"
                  class="checkbox"
                  value={c.shot}
                  bind:group={picked}
                  aria-label="Ask for the change of {c.code}"
                />{/if}</td
            >
            <td class="mono"
              ><button class="link" onclick={() => go(h.id, 'shots', c.shot)}>{c.code}</button></td
            >
            <td
              >{c.reasons.join('; ')}{#if c.asked}<span class="soft small">
                  · a change order waits for its answer</span
                >{/if}</td
            >
            <td class="num mono">{more(c.cost)}</td>
            <td class="num mono">{more(c.price)}</td>
          </tr>{/each}
      </tbody>
    </table>
    {#if produces && askable.length > 0}
      <div class="acts">
        <button
          class="btn"
          class:ink={meant.length > 0}
          disabled={busy || meant.length === 0}
          onclick={() => void make('CHANGE', meant)}
          >Make a change order{meant.length > 0 ? ` of ${count(meant.length, 'shot')}` : ''}</button
        >
        <button class="bare tight btn" onclick={() => (picked = askable.map((c) => c.shot))}
          >choose all</button
        >
        <span class="soft small">Priced by what was agreed, not by what the house has learned since.</span>
      </div>
    {/if}
  {/if}

  <h2>Bids and change orders</h2>
  <ul class="offers">
    {#each m.offers as o (o.id)}<li>
        <button
          class="row"
          onclick={() => {
            chosen = o.id;
            sheet = true;
          }}
        >
          <strong class="name">{o.name}</strong>
          <span class="mono">{day(o.on)}</span>
          <span class="mono num">{money(o.price)}</span>
          <span
            >{o.standsWords}{o.day ? `, ${day(o.day)}` : ''}{o.amount !== null
              ? ` at ${money(o.amount ?? 0)}`
              : ''}</span
          >
          <span class="soft small">{o.holds ? 'counts now' : ''}</span>
        </button>
      </li>{:else}<li class="soft">Nothing was offered yet.</li>{/each}
  </ul>
  <div class="acts">
    {#if produces}
      <button
        class="btn"
        class:ink={m.offers.length === 0}
        disabled={busy || m.bid.why !== ''}
        onclick={() => void make('BID', [])}
        >Make a bid{m.bid.sums ? ` of ${money(m.bid.sums.price)} ${m.currency}` : ''}</button
      >
    {/if}
    <span class="soft small"
      >{#if m.bid.why}No bid can be made: {m.bid.why}.{:else if m.bid.sums}{count(m.bid.shots, 'shot')} as they
        stand:
        {money(m.bid.sums.cost)} expected, {money(m.bid.sums.contingency)} so that it holds in
        {m.terms.terms.ofTen} of 10 cases, {money(m.bid.sums.margin)} margin.{/if}
      {#if m.bid.unplanned.length > 0}Without a method, so not in it: {m.bid.unplanned.join(', ')}.{/if}</span
    >
    <button class="tight btn" onclick={() => (terms = true)}>Terms and pay</button>
  </div>

  <Besides {m} />

  <div class="turn">
    <h2>Shot by shot</h2>
    <a class="tight btn" href="{base}/report.pdf" download>PDF</a>
    <a class="tight btn" href="{base}/report.csv" download>CSV</a>
  </div>
  <table>
    <thead
      ><tr
        ><th>shot</th><th class="wide">title</th><th class="num">priced at</th><th class="num">hours</th><th
          class="num">spent</th
        ><th class="num">to do</th><th class="num">expected</th><th class="num">more</th></tr
      ></thead
    >
    <tbody>
      {#each all ? a.shots : a.shots.slice(0, FEW) as s (s.id)}<tr>
          <td class="mono"><button class="link" onclick={() => go(h.id, 'shots', s.id)}>{s.code}</button></td>
          <td class="wide">{s.title}</td>
          <td class="num mono">{s.agreed === null ? '' : money(s.agreed ?? 0)}</td>
          <td class="num mono">{s.hours ? s.hours.toFixed(1) : ''}</td>
          <td class="num mono">{s.spent ? money(s.spent) : ''}</td>
          <td class="num mono">{money(s.toDo)}</td>
          <td class="num mono"><strong>{money(s.expected)}</strong></td>
          <td class="num mono" class:pencil={s.pressing}>{s.agreed === null ? '' : more(s.over)}</td>
        </tr>{/each}
    </tbody>
  </table>
  {#if a.shots.length > FEW}<button class="bare tight btn" onclick={() => (all = !all)}
      >{all ? 'only the dearest' : `all ${a.shots.length} shots`}</button
    >{/if}
{/if}
{#if m}<TermsSheet bind:open={terms} view={m.terms} currency={m.currency} />{/if}
{#if m && chosen && sheet}{#key chosen}<OfferSheet bind:open={sheet} id={chosen} />{/key}{/if}

<style>
  .head {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 24px;
    align-items: start;
    margin-bottom: 8px;
  }
  .told {
    margin-top: 6px;
  }
  .told li {
    padding: 2px 0;
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
  h2 {
    margin-top: 14px;
  }
  table {
    width: 100%;
    margin: 4px 0 8px;
  }
  th {
    text-align: left;
    font-size: 12px;
    font-weight: 400;
    color: var(--soft);
  }
  th,
  td {
    border-top: 1px solid var(--line);
    padding: 4px 12px 4px 0;
    vertical-align: top;
  }
  thead th {
    border-top: 0;
  }
  .num {
    text-align: right;
    white-space: nowrap;
  }
  td:last-child,
  th:last-child {
    padding-right: 0;
  }
  .pick {
    width: 28px;
  }
  .link {
    text-decoration: underline;
    text-underline-offset: 3px;
    cursor: pointer;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 12px;
    align-items: baseline;
    margin: 6px 0;
  }
  .row {
    display: grid;
    grid-template-columns: 140px 96px 90px 1fr auto;
    gap: 12px;
    align-items: baseline;
    width: 100%;
    padding: 4px 0;
    border-top: 1px solid var(--line);
    text-align: left;
    cursor: pointer;
  }
  .name::first-letter {
    text-transform: uppercase;
  }
  .row:hover {
    background: var(--shade);
  }
  .turn {
    display: flex;
    gap: 8px;
    align-items: baseline;
  }
  @media (max-width: 900px) {
    .head {
      grid-template-columns: minmax(0, 1fr);
    }
    .stamp {
      justify-items: start;
      max-width: none;
      text-align: left;
    }
    .wide {
      display: none;
    }
    .row {
      grid-template-columns: minmax(0, 1fr) auto;
    }
    table {
      display: block;
      overflow-x: auto;
    }
  }
</style>
