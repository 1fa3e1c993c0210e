<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import { number } from '../numbers';
  import Sheet from '../parts/Sheet.svelte';
  import { refused } from '../refused';
  import { frame } from '../state.svelte';
  import { today } from '../today';
  import { day } from '../words';
  import { exact, money } from './amount';

  /** A bid or a change order as it was made, and what became of it. */
  let { open = $bindable(false), id }: { open: boolean; id: string } = $props();
  type Kind = Schemas['NewOfferWord']['kind'];
  const h = house();
  const read = createQuery(() => ({
    queryKey: [h.id, 'offer', id],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/money/offers/{offer}', {
          params: { path: { production: h.id, offer: id } },
        }),
      ),
  }));
  const o = $derived(read.data);
  let kind = $state<Kind | ''>('');
  let on = $state(today());
  let amount = $state('');
  const words = new Draft(() => `offer ${id}`);
  let wrong = $state<Refused | null>(null);
  let busy = $state(false);

  async function say(): Promise<void> {
    if (!kind) return;
    busy = true;
    wrong = null;
    try {
      await got(
        api.POST('/api/productions/{production}/money/offers/{offer}/words', {
          params: { path: { production: h.id, offer: id } },
          body: {
            kind,
            day: on,
            words: words.words,
            ...(kind === 'AGREED' ? { amount: number(amount, 'amount') as number } : {}),
          },
        }),
      );
      words.words = '';
      kind = '';
      amount = '';
      frame.say('It is on record.');
      await h.again();
    } catch (e) {
      wrong = e instanceof Refused ? e : new Refused(0, 'That did not work', String(e));
    } finally {
      busy = false;
    }
  }
</script>

<Sheet
  bind:open
  title={o ? `${o.name[0]?.toUpperCase()}${o.name.slice(1)}, ${day(o.offer.on)}` : 'Reading it…'}
  wide
>
  {#if o}
    <div class="top">
      <p>
        <strong class="mono big"
          >{exact(o.offer.sums.price, o.offer.costs.currency)} {o.offer.costs.currency}</strong
        >
        {#if o.kind === 'BID'}<span class="soft"
            >{money(o.offer.sums.cost)} expected, {money(o.offer.sums.contingency)} so that it holds in
            {o.offer.terms.ofTen} of 10 cases, {money(o.offer.sums.margin)} margin</span
          >{:else}<span class="soft">{money(o.offer.sums.cost)} of cost</span>{/if}
      </p>
      <a
        class="btn"
        href="/api/productions/{h.id}/money/offers/{id}/paper.pdf"
        download
        aria-label="{o.name} as a PDF to send and sign">PDF to send and sign</a
      >
    </div>
    <table>
      <tbody>
        {#each o.offer.lines as l (l.shot)}<tr
            ><td class="mono">{l.code}</td><td>{l.title} <span class="soft small">{l.methods}</span></td><td
              class="mono num">{l.cutFrames} fr</td
            ><td class="mono num">{exact(l.price, o.offer.costs.currency)}</td></tr
          >{/each}
        {#each o.offer.planned as p, i (i)}<tr
            ><td></td><td>{p.cost.words}</td><td></td><td class="mono num"
              >{exact(p.price, o.offer.costs.currency)}</td
            ></tr
          >{/each}
        {#each o.offer.changes as c (c.shot)}<tr
            ><td class="mono">{c.code}</td><td>{c.reasons.join('; ')}</td><td></td><td class="mono num"
              >{exact(c.price, o.offer.costs.currency)}</td
            ></tr
          >{/each}
      </tbody>
    </table>
    <h2>It rests on this</h2>
    <ul>
      {#each o.offer.assumes as x (x)}<li>{x}</li>{/each}
    </ul>
    {#if o.offer.excludes.length > 0}<h2>Not in it</h2>
      <ul>
        {#each o.offer.excludes as x (x)}<li>{x}</li>{/each}
      </ul>{/if}
    <h2>What became of it</h2>
    <ul>
      {#each o.words as w, i (i)}<li>
          <span class="mono">{day(w.day)}</span>
          {w.kindWords}{w.amount !== null
            ? ` at ${exact(w.amount ?? 0, o.offer.costs.currency)} ${o.offer.costs.currency}`
            : ''}{w.words ? `: ${w.words}` : ''} <span class="soft small">{w.by}</span>
        </li>{:else}<li class="soft">It was not sent yet.</li>{/each}
    </ul>
    {#if h.may('PRODUCER')}
      <form
        onsubmit={(e) => {
          e.preventDefault();
          void say();
        }}
      >
        <label class="field"
          ><span>Say</span><select
            class="select"
            bind:value={kind}
            {@attach refused(wrong?.field === 'kind')}
          >
            <option value="">what became of it…</option>
            {#each o.next as s (s.kind)}<option value={s.kind}>it is {s.words}</option>{/each}
          </select></label
        >
        <label class="field"
          ><span>On</span><input
            class="input"
            type="date"
            bind:value={on}
            {@attach refused(wrong?.field === 'day')}
          /></label
        >
        {#if kind === 'AGREED'}<label class="field"
            ><span>At, {o.offer.costs.currency}</span><input
              class="mono input"
              inputmode="decimal"
              bind:value={amount}
              placeholder={String(o.offer.sums.price)}
              {@attach refused(wrong?.field === 'amount')}
            /></label
          >{/if}
        <label class="field grow"
          ><span>Words, a reference</span><input
            class="input"
            maxlength="4000"
            bind:value={words.words}
            {@attach refused(wrong?.field === 'words')}
          /></label
        >
        <button class="ink btn" disabled={busy || !kind}>Keep</button>
      </form>
      {#if wrong}<p class="pencil" role="alert">{wrong.detail || wrong.title}. Nothing was said.</p>{/if}
    {/if}
  {:else}<p class="soft">{read.isError ? 'It could not be read.' : 'Reading it…'}</p>{/if}
</Sheet>

<style>
  .top {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 16px;
    align-items: baseline;
    justify-content: space-between;
  }
  .big {
    font-size: 20px;
    margin-right: 8px;
  }
  table {
    width: 100%;
    margin: 8px 0;
  }
  td {
    border-top: 1px solid var(--line);
    padding: 3px 12px 3px 0;
    vertical-align: top;
  }
  .num {
    text-align: right;
    white-space: nowrap;
  }
  h2 {
    margin-top: 10px;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: end;
    margin-top: 10px;
  }
  .grow {
    flex: 1 1 200px;
  }
</style>
