<script lang="ts">
  import * as core from 'bivex-core';
  import { createQuery } from '@tanstack/svelte-query';
  import { tick } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import { api, got, Refused, type Schemas } from '../lib/api/client';
  import DaySheet from '../lib/floor/DaySheet.svelte';
  import { line } from '../lib/floor/line.svelte';
  import { merge } from '../lib/floor/merged';
  import Order from '../lib/floor/Order.svelte';
  import OrderSheet from '../lib/floor/OrderSheet.svelte';
  import Papers from '../lib/floor/Papers.svelte';
  import Side from '../lib/floor/Side.svelte';
  import Slate from '../lib/floor/Slate.svelte';
  import TakeList from '../lib/floor/TakeList.svelte';
  import Unforeseen from '../lib/floor/Unforeseen.svelte';
  import { house } from '../lib/house.svelte';
  import { dayAtHand, today } from '../lib/today';
  import { free } from '../lib/keys';
  import Form from '../lib/parts/Form.svelte';
  import Sheet from '../lib/parts/Sheet.svelte';
  import Tape from '../lib/parts/Tape.svelte';
  import { go } from '../lib/router';
  import { frame } from '../lib/state.svelte';
  import { day as dayName } from '../lib/words';

  let { at: setup }: { at: string | null } = $props();
  const h = house();
  const days = $derived(h.days.data ?? []);
  const may = $derived(h.may('PRODUCER', 'COORDINATOR', 'FLOOR'));
  const plans = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const setups = $derived(days.flatMap((d) => d.setups));
  const wanted = $derived(
    setup?.startsWith('shot-') ? (h.ticks.find((t) => t.id === setup.slice(5))?.code ?? null) : null,
  );
  const asked = $derived(
    (wanted && setups.find((s) => s.shots.includes(wanted))?.id) ||
      (setups.some((s) => s.id === setup) ? setup : null),
  );
  const dayId = $derived(
    (setup?.startsWith('day-') && days.some((d) => d.id === setup.slice(4)) ? setup.slice(4) : null) ??
      setups.find((s) => s.id === asked)?.day ??
      (dayAtHand(days) ?? days[days.length - 1])?.id ??
      null,
  );
  // All of the day is read at once, so that it is on the device when the line is lost.
  const packed = createQuery(() => ({
    queryKey: [h.id, 'pack', dayId],
    enabled: dayId !== null,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/days/{day}/pack', {
          params: { path: { production: h.id, day: dayId ?? '' } },
        }),
      ),
  }));
  const pack = $derived(packed.data ?? null);
  // Without an address of its own the desk begins where the day goes on, and then stays there: it
  // never jumps away under somebody's hands.
  let begun = $state('');
  $effect(() => {
    if (pack && !asked && !pack.sheets.some((s) => s.setup.id === begun))
      begun = pack.order.running.slots[0]?.setup ?? '';
  });
  const told = $derived(
    pack?.sheets.find((s) => s.setup.id === (asked ?? begun)) ??
      pack?.sheets.find((s) => s.setup.id === pack.order.running.slots[0]?.setup) ??
      pack?.sheets.find((s) => !s.setup.struckAt) ??
      pack?.sheets[0] ??
      null,
  );
  const sheet = $derived(pack && told ? merge(pack, told, line.fresh) : null);

  let plate = $state('');
  let ordering = $state(false);
  let planning = $state(false);
  let touching = $state(false);
  let touchNote = $state('');
  let slate = $state<ReturnType<typeof Slate>>();
  let takes = $state<ReturnType<typeof TakeList>>();
  let side = $state<ReturnType<typeof Side>>();

  const key = (p: { shot: string; key: string }): string => `${p.shot} ${p.key}`;
  /** A pass of another setup that was asked for, until its setup is here. */
  let asking = '';
  const on = $derived(sheet?.plates.find((p) => key(p) === plate) ?? null);
  $effect(() => {
    if (sheet?.plates.some((p) => key(p) === asking)) {
      plate = asking;
      asking = '';
    } else if (sheet && !sheet.plates.some((p) => key(p) === plate)) {
      const slot = pack?.order.running.slots.find(
        (s) => s.setup === sheet.setup.id && (!wanted || s.code === wanted),
      );
      const p =
        sheet.plates.find((x) => wanted && x.code === wanted && x.state === 'OWED') ??
        sheet.plates.find((x) => slot && x.shot === slot.shot && x.key === slot.plate) ??
        sheet.first ??
        sheet.plates[0];
      plate = p ? key(p) : '';
    }
  });
  $effect(() => {
    if (plate)
      void tick().then(() =>
        document.querySelector('.plates [aria-pressed="true"]')?.scrollIntoView({ block: 'nearest' }),
      );
  });

  function pass(s: Schemas['SlotView']): void {
    if (s.setup !== sheet?.setup.id) {
      asking = `${s.shot} ${s.plate}`;
      go(h.id, 'floor', s.setup);
      return;
    }
    plate = `${s.shot} ${s.plate}`;
    document.querySelector('.slate-card')?.scrollIntoView({ block: 'nearest' });
  }

  /** After a pick the slate goes on to the next plate in the order that is still owed. */
  function onwards(): void {
    void tick().then(() => {
      if (!sheet) return;
      const slots = pack?.order.running.slots.filter((s) => s.setup === sheet.setup.id) ?? [];
      const next = core.onwards(
        [...slots.map((s) => `${s.shot} ${s.plate}`), ...(sheet.first ? [key(sheet.first)] : [])],
        sheet.plates.filter((p) => p.state === 'OWED').map(key),
        plate,
      );
      if (next) plate = next;
    });
  }

  async function touch({ key: kind, words, remedy }: Schemas['TouchItem']): Promise<void> {
    if (!sheet) return;
    try {
      await line.add(
        {
          id: crypto.randomUUID(),
          setup: sheet.setup.id,
          touch: { kind, note: touchNote, madeAt: new Date().toISOString() },
        },
        `Touched: ${words}`,
      );
      touching = false;
      touchNote = '';
      frame.wrong(
        new Refused(
          0,
          `Touched: ${words}`,
          `Now: ${remedy}. Later takes of set ${sheet.setup.tape} are in doubt.`,
        ),
      );
    } catch (e) {
      frame.wrong(e);
    }
  }

  async function unstrike(): Promise<void> {
    if (!sheet) return;
    try {
      await got(
        api.PUT('/api/productions/{production}/setups/{setup}', {
          params: {
            path: { production: h.id, setup: sheet.setup.id },
            header: { 'If-Match': `"${sheet.setup.version}"` },
          },
          body: { day: sheet.setup.day, number: sheet.setup.number, name: sheet.setup.name, struck: false },
        }),
      );
      await h.again();
    } catch (e) {
      frame.wrong(e);
    }
  }

  $effect(() =>
    tinykeys(window, {
      r: free(() => slate?.rollCut()),
      t: free(() => void slate?.log()),
      c: free(() => void slate?.fromCamera()),
      b: free(() => may && (touching = true)),
      p: free(() => takes?.last('PICK')),
      x: free(() => takes?.last('NO_GOOD')),
      f: free(() => takes?.last('FALSE_START')),
      l: free(() => side?.noteLight()),
      g: free(() => side?.strike()),
      o: free(() => pack && may && (ordering = true)),
    }),
  );
</script>

{#if h.days.data && (days.length === 0 || (setups.length === 0 && pack))}
  <div class="max-w-lg p-6">
    <h1>No setups yet</h1>
    <p class="soft mb-3">
      A setup is a place of the camera on a shooting day. Its plates must match, so it gets a letter of camera
      tape.
    </p>
    {#if plans}<button class="now btn" onclick={() => (planning = true)}
        >{days.length === 0 ? 'Plan the first day' : 'Plan the first setup'}</button
      >{/if}
  </div>
{:else if packed.isLoadingError}
  <p class="p-6" role="alert">
    {packed.error.message} This day is not on the device yet; it must be opened once while there is a line.
  </p>
{:else if !pack || !sheet}
  <p class="soft p-6">
    {pack ? 'No setup on this day yet.' : 'Reading the day…'}
    {#if pack && plans}<button class="tight btn" onclick={() => (planning = true)}>Add a setup</button>{/if}
  </p>
{:else}
  <div class="floor">
    <section class="picker" aria-label="The day">
      <div class="flex items-end gap-2">
        <label class="field grow"
          ><span>Day</span><select
            class="select"
            value={pack.day.id}
            onchange={(e) => {
              plate = '';
              go(h.id, 'floor', `day-${e.currentTarget.value}`);
            }}
            >{#each days as d (d.id)}<option value={d.id}
                >{d.number} · {dayName(d.date)}{d.date === today(d.terms.zone) ? ', today' : ''}</option
              >{/each}</select
          ></label
        >
      </div>
      <p class="small soft mt-1">
        {pack.day.place} · {pack.call} to {pack.wrap}{pack.sun?.sunset
          ? ` · sun down ${pack.sun.sunset}`
          : ''}
      </p>
      <div class="my-2 flex flex-wrap gap-2">
        {#if may && pack.order.running.slots.length > 0}<button
            class="tight btn"
            onclick={() => (ordering = true)}
            >{pack.order.orderedBy ? 'Change the order' : 'Work out the order'} <kbd>o</kbd></button
          >{/if}
        {#if plans}<button class="tight btn" onclick={() => (planning = true)}>Set the day</button>{/if}
        <Papers {pack} {sheet} />
      </div>
      <Order
        {pack}
        {plate}
        setup={sheet.setup.id}
        onpass={pass}
        onsetup={(id) => {
          plate = '';
          go(h.id, 'floor', id);
        }}
      />
    </section>

    <section class="slate">
      <div class="flex flex-wrap items-center gap-3">
        <Tape letter={sheet.setup.tape} />
        <h1>Setup {sheet.setup.number} · {sheet.setup.name}</h1>
        {#if sheet.setup.struckAt}<span class="struck soft">struck</span>{#if may}<button
              class="tight bare btn"
              onclick={() => void unstrike()}>Not struck after all</button
            >{/if}{/if}
        <span class="soft small ml-auto">{sheet.minutesRecorded.toFixed(1)} min recorded</span>
      </div>
      <ul class="plates" aria-label="Plates of this setup">
        {#each sheet.plates as p (key(p))}
          <li>
            <button class="plate" aria-pressed={key(p) === plate} onclick={() => (plate = key(p))}
              ><Form state={p.state} now={p === sheet.first} /><span
                ><strong>{p.label}</strong><br /><span class="small soft"
                  >{!p.here
                    ? p.reason
                    : p.state === 'IN_HAND'
                      ? 'picked, waits to be sent'
                      : p.state === 'IN_DOUBT'
                        ? 'picked but in doubt, waits to be sent'
                        : 'put back, waits to be sent'}</span
                ></span
              ><span class="mono small soft">{p.code}</span></button
            >
          </li>
        {:else}<li class="soft">
            No shot is planned in this setup. Give a shot this setup in its breakdown, or add one here.
          </li>{/each}
      </ul>
      {#if may && !sheet.setup.struckAt}<Unforeseen
          {pack}
          {sheet}
          onmade={(shot, made) => (asking = `${shot} ${made}`)}
        />{/if}
      {#if on}<Slate
          bind:this={slate}
          {pack}
          {sheet}
          plate={on}
          {may}
          ontouch={() => (touching = true)}
          onpicked={onwards}
        />{/if}
      <h2>Takes</h2>
      <TakeList bind:this={takes} {sheet} rate={pack.rate} {may} />
    </section>

    <aside class="sheet"><Side bind:this={side} {pack} {sheet} {may} /></aside>
  </div>
{/if}

{#if pack}<OrderSheet bind:open={ordering} {pack} />{/if}
<DaySheet bind:open={planning} day={pack?.day ?? null} {days} />

<Sheet bind:open={touching} title="The camera was touched">
  <label class="field mb-3"><span>What happened</span><input class="input" bind:value={touchNote} /></label>
  <div class="grid grid-cols-2 gap-2">
    {#each pack?.touches ?? [] as t (t.key)}<button class="btn" onclick={() => void touch(t)}
        >{t.words}</button
      >{/each}
  </div>
</Sheet>

<style>
  .floor {
    display: grid;
    grid-template-columns: 256px minmax(0, 1fr) 270px;
    min-height: 100%;
  }
  .picker {
    padding: 12px;
    border-right: 1px solid var(--line);
  }
  .slate {
    padding: 12px 16px 24px;
    display: grid;
    gap: 10px;
    align-content: start;
  }
  .plates {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
    gap: 6px;
  }
  .plate {
    display: grid;
    grid-template-columns: 20px 1fr auto;
    width: 100%;
    text-align: left;
    padding: 6px 8px;
    border: 1px solid var(--line);
    cursor: pointer;
    line-height: 1.3;
    height: 100%;
    align-items: start;
  }
  .plate[aria-pressed='true'] {
    border: 2px solid var(--ink);
    padding: 5px 7px;
    background: var(--sheet);
  }
  aside {
    border-width: 0 0 0 1px;
    padding: 12px 14px;
  }
  @media (max-width: 900px) {
    .floor {
      grid-template-columns: minmax(0, 1fr);
    }
    .picker {
      border: 0;
      order: 3;
    }
    aside {
      border-width: 1px 0 0;
      order: 2;
    }
  }
</style>
