<script lang="ts">
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import Tape from '../parts/Tape.svelte';
  import { frame } from '../state.svelte';
  import { clock, minutes } from './time';
  import { number } from '../numbers';

  /**
   * Works out the order of a day, moves and pins passes, says who is in them and what is seen inside
   * what.
   */
  let { open = $bindable(false), pack }: { open: boolean; pack: Schemas['DayPack'] } = $props();
  const h = house();
  const at = $derived({ production: h.id, day: pack.day.id });
  let view = $state.raw<Schemas['OrderView'] | null>(null);
  const order = $derived(view ?? pack.order);
  let search = $state.raw<Schemas['SearchView'] | null>(null);
  let busy = $state(false);
  let editing = $state('');
  let form = $state({ worn: '', minutes: '', from: '', to: '' });
  let need = $state({ shot: '', needs: '', why: '' });
  const slots = $derived(search?.best && !search.fault ? search.best.slots : order.running.slots);
  const looking = $derived(search !== null && !search.done);

  $effect(() => {
    if (!open) {
      view = null;
      search = null;
      editing = '';
    }
  });

  async function work(f: () => Promise<void>): Promise<void> {
    busy = true;
    try {
      await f();
    } catch (e) {
      frame.wrong(e);
    } finally {
      busy = false;
    }
  }

  const keep = (passes: string[], pins: string[]) =>
    work(async () => {
      view = await got(
        api.PUT('/api/productions/{production}/days/{day}/order', {
          params: { path: at, header: { 'If-Match': `"${order.version}"` } },
          body: { passes, pins },
        }),
      );
      search = null;
      await h.again();
    });

  /** Moves a pass and pins it: what was put by hand stays. */
  function move(i: number, step: number): void {
    const ids = order.running.slots.map((s) => s.id);
    const to = i + step;
    const id = ids[i];
    if (id === undefined || to < 0 || to >= ids.length) return;
    ids.splice(i, 1);
    ids.splice(to, 0, id);
    void keep(ids, [...new Set([...order.pins, id])]);
  }

  const pin = (s: Schemas['SlotView']) =>
    keep(
      order.running.slots.map((x) => x.id),
      s.pinned ? order.pins.filter((p) => p !== s.id) : [...order.pins, s.id],
    );

  const find = () =>
    work(async () => {
      search = await got(
        api.POST('/api/productions/{production}/days/{day}/order/search', {
          params: { path: at },
          body: { pins: order.pins },
        }),
      );
      while (open && search && !search.done) {
        await new Promise((r) => setTimeout(r, 300));
        search = await got(
          api.GET('/api/productions/{production}/days/{day}/order/search', { params: { path: at } }),
        );
      }
    });
  const stop = () =>
    got(api.DELETE('/api/productions/{production}/days/{day}/order/search', { params: { path: at } })).catch(
      (e: unknown) => frame.wrong(e),
    );

  function edit(s: Schemas['SlotView']): void {
    editing = s.id;
    form = {
      worn: s.worn.map((w) => (w.costume ? `${w.performer} / ${w.costume}` : w.performer)).join('; '),
      minutes: String(Math.round(s.minutes * 10) / 10),
      from: s.lightFrom === null ? '' : clock(s.lightFrom),
      to: s.lightTo === null ? '' : clock(s.lightTo),
    };
  }

  const set = (s: Schemas['SlotView']) =>
    work(async () => {
      const worn = form.worn
        .split(';')
        .map((w) => w.trim())
        .filter(Boolean)
        .map((w) => ({ performer: (w.split('/')[0] ?? '').trim(), costume: (w.split('/')[1] ?? '').trim() }));
      const from = minutes(form.from);
      const to = minutes(form.to);
      await got(
        api.PUT('/api/productions/{production}/passes', {
          params: { path: { production: h.id } },
          body: {
            shot: s.shot,
            plate: s.plate,
            worn,
            minutes: number(form.minutes, 'Minutes') ?? undefined,
            lightFrom: from ?? undefined,
            lightTo: to ?? undefined,
          } as Schemas['NewPassSetting'],
        }),
      );
      editing = '';
      view = await got(api.GET('/api/productions/{production}/days/{day}/order', { params: { path: at } }));
      await h.again();
    });

  const addNeed = () =>
    work(async () => {
      await got(
        api.POST('/api/productions/{production}/needs', {
          params: { path: { production: h.id } },
          body: need,
        }),
      );
      need = { shot: '', needs: '', why: '' };
      view = await got(api.GET('/api/productions/{production}/days/{day}/order', { params: { path: at } }));
      await h.again();
    });
  const dropNeed = (id: string) =>
    work(async () => {
      await got(
        api.DELETE('/api/productions/{production}/needs/{need}', {
          params: { path: { production: h.id, need: id } },
        }),
      );
      view = await got(api.GET('/api/productions/{production}/days/{day}/order', { params: { path: at } }));
      await h.again();
    });
  const plans = $derived(h.may('PRODUCER', 'COORDINATOR'));
</script>

<Sheet bind:open title="Order of day {pack.day.number}, {pack.call} to {pack.wrap}" wide>
  <div class="top">
    {#if looking && search}
      <progress max={search.limitSeconds} value={search.seconds} aria-label="Looking for a better order"
      ></progress>
      <span class="small"
        >{search.better} better {search.better === 1 ? 'order' : 'orders'} so far; the best ends at {search
          .best?.wrap ?? '…'} with {search.best?.changes ?? '…'} changes</span
      >
      <button class="tight btn" onclick={() => void stop()}>Stop with the best so far</button>
    {:else if search?.fault}
      <p class="pencil" role="alert">{search.fault}</p>
      <button class="tight btn" onclick={() => (search = null)}>Back</button>
    {:else if search?.best}
      <span
        >{search.proved
          ? 'No better order exists.'
          : `The best of ${search.better} found in ${search.seconds.toFixed(1)} s.`}
        {search.gain ? `The order you have costs ${search.gain}.` : 'The order you have is as good.'}</span
      >
      <button
        class="now btn"
        disabled={busy}
        onclick={() =>
          search?.best &&
          void keep(
            search.best.slots.map((s) => s.id),
            order.pins,
          )}>Shoot in this order</button
      >
      <button class="tight btn" onclick={() => (search = null)}>Leave it</button>
    {:else}
      <button class="now btn" disabled={busy || slots.length === 0} onclick={() => void find()}
        >Work out the order</button
      >
      <span class="small soft"
        >{order.pins.length > 0
          ? `${order.pins.length} pinned, the rest is worked out around.`
          : 'Fewest changes and the shortest day; sets stay whole, what is seen inside comes first.'}</span
      >
    {/if}
  </div>
  {#if order.dearer && !search}<p class="pencil">
      This order costs {order.dearer} against the best found.
    </p>{/if}
  {#each (search?.best ?? order.running).broken as b (b)}<p class="warn">{b}</p>{/each}
  <ol aria-label="Passes in order">
    {#each slots as s, i (s.id)}
      {#each s.changes as c (c.words)}<li class="between small soft">{c.words}, {c.minutes} min</li>{/each}
      {#each s.waits as w (w.reason)}<li class="between small pencil">
          wait {w.minutes} min: {w.reason}
        </li>{/each}
      <li class="row">
        <span class="mono">{s.from}–{s.to}</span><Tape letter={s.tape} /><span
          ><strong>{s.label}</strong> <span class="mono soft">{s.code}</span>{' '}<span class="small soft"
            >{s.worn
              .map((w) => `${w.performer}${w.costume ? `, ${w.costume}` : ''}`)
              .join('; ')}{s.lightFrom !== null && s.lightTo !== null
              ? ` · light ${clock(s.lightFrom)} to ${clock(s.lightTo)}`
              : ''}</span
          ></span
        >
        {#if !search}
          <span class="doing">
            <button
              class="tight bare btn"
              disabled={busy || i === 0}
              aria-label="{s.code} {s.label} earlier"
              onclick={() => move(i, -1)}>↑</button
            >
            <button
              class="tight bare btn"
              disabled={busy || i === slots.length - 1}
              aria-label="{s.code} {s.label} later"
              onclick={() => move(i, 1)}>↓</button
            >
            <button
              class="tight btn {s.pinned ? 'ink' : 'bare'}"
              disabled={busy}
              aria-pressed={s.pinned}
              aria-label="Pin {s.code} {s.label}"
              onclick={() => void pin(s)}>{s.pinned ? 'pinned' : 'pin'}</button
            >
            <button
              class="tight bare btn"
              aria-label="Set {s.code} {s.label}"
              onclick={() => (editing === s.id ? (editing = '') : edit(s))}>set</button
            >
          </span>
        {/if}
      </li>
      {#if editing === s.id}
        <li class="edit">
          <form
            onsubmit={(e) => {
              e.preventDefault();
              void set(s);
            }}
          >
            <label class="field"
              ><span>Who, in what: name / costume; name / costume</span><input
                class="input"
                bind:value={form.worn}
                placeholder="Odile Marsh / wet oilskin"
              /></label
            >
            <label class="field"
              ><span>Minutes, with resets</span><input
                class="mono input"
                inputmode="decimal"
                bind:value={form.minutes}
              /></label
            >
            <label class="field"
              ><span>Light right from</span><input
                class="mono input"
                type="time"
                bind:value={form.from}
              /></label
            >
            <label class="field"
              ><span>to</span><input class="mono input" type="time" bind:value={form.to} /></label
            >
            <button class="ink btn" disabled={busy}>Keep</button>
          </form>
        </li>
      {/if}
    {/each}
  </ol>
  <h3 class="mt-4">Seen inside another shot, so shot first</h3>
  <ul>
    {#each order.needs as n (n.id)}<li class="need">
        <span
          ><span class="mono">{n.needsCode}</span> is seen in <span class="mono">{n.code}</span>: {n.why}</span
        >{#if plans}<button class="tight bare btn" disabled={busy} onclick={() => void dropNeed(n.id)}
            >Not so</button
          >{/if}
      </li>{:else}<li class="soft">Nothing is.</li>{/each}
  </ul>
  {#if plans}
    <form
      class="need-form"
      onsubmit={(e) => {
        e.preventDefault();
        void addNeed();
      }}
    >
      <label class="field"
        ><span>This shot</span><select class="select" bind:value={need.needs} required
          >{#each h.ticks as t (t.id)}<option value={t.id}>{t.code}</option>{/each}</select
        ></label
      >
      <label class="field"
        ><span>is seen in</span><select class="select" bind:value={need.shot} required
          >{#each h.ticks as t (t.id)}<option value={t.id}>{t.code}</option>{/each}</select
        ></label
      >
      <label class="field"
        ><span>Why</span><input
          class="input"
          bind:value={need.why}
          required
          placeholder="on the screen of her phone"
        /></label
      >
      <button class="btn" disabled={busy}>Say so</button>
    </form>
  {/if}
</Sheet>

<style>
  .top {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: center;
    margin-bottom: 8px;
  }
  progress {
    width: 160px;
    accent-color: var(--pencil);
  }
  .row {
    display: grid;
    grid-template-columns: 92px 28px 1fr auto;
    gap: 6px;
    align-items: center;
    padding: 3px 0;
    border-top: 1px solid var(--line);
  }
  .between {
    padding-left: 98px;
  }
  .doing {
    display: flex;
  }
  .edit form,
  .need-form {
    display: grid;
    grid-template-columns: 1fr 110px 100px 100px auto;
    gap: 8px;
    align-items: end;
    padding: 6px 0 10px 98px;
  }
  .need-form {
    grid-template-columns: 130px 130px 1fr auto;
    padding-left: 0;
  }
  .need {
    display: flex;
    justify-content: space-between;
    gap: 8px;
    border-top: 1px solid var(--line);
    padding: 3px 0;
  }
  .warn {
    border-left: 4px solid var(--pencil);
    padding-left: 8px;
    font-size: 12px;
  }
  @media (max-width: 720px) {
    .row {
      grid-template-columns: 84px 28px 1fr;
    }
    .doing {
      grid-column: 1 / -1;
    }
    .edit form,
    .need-form {
      grid-template-columns: 1fr;
      padding-left: 0;
    }
  }
</style>
