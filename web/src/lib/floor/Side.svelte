<script lang="ts">
  import * as core from 'bivex-core';
  import type { Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import Form from '../parts/Form.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { number } from '../numbers';
  import { frame } from '../state.svelte';
  import { count } from '../words';
  import { line } from './line.svelte';
  import type { FloorSheet } from './merged';
  import { timeOf } from './time';

  /**
   * What the floor must not forget: clocks, what is owed before the set is struck, touches, light,
   * sound, cautions.
   */
  let { pack, sheet, may }: { pack: Schemas['DayPack']; sheet: FloorSheet; may: boolean } = $props();
  let now = $state(Date.now());
  $effect(() => {
    const timer = setInterval(() => (now = Date.now()), 15_000);
    return () => clearInterval(timer);
  });

  // --- clocks, with what waits on this device taken into account
  const known = $derived(new Set(pack.sheets.flatMap((s) => s.takes.map((t) => t.id))));
  const mine = $derived(
    line.fresh.flatMap((w) =>
      w.entry.logged && !known.has(w.id) && pack.sheets.some((s) => s.setup.id === w.entry.logged?.setup)
        ? [w.entry.logged]
        : [],
    ),
  );
  const clockWords = $derived(
    sheet.clock
      ? core.clock(sheet.clock, sheet.setup.tape, mine, pack.rate, pack.day.terms.megabitsPerSecond)
      : '',
  );
  const row = $derived(
    pack.sun?.rows.reduce((a, b) =>
      Math.abs(new Date(b.moment).getTime() - now) < Math.abs(new Date(a.moment).getTime() - now) ? b : a,
    ) ?? null,
  );
  const today = $derived(row !== null && Math.abs(new Date(row.moment).getTime() - now) < 600_000);
  const gone = $derived(
    sheet.hold !== null && sheet.hold.until !== null && now > new Date(sheet.hold.until).getTime(),
  );
  const share = (left: number, all: number): number =>
    Math.max(0, Math.min(100, (100 * left) / Math.max(1, all)));

  // --- before you strike
  const done = (i: Schemas['StrikeItem']): boolean =>
    sheet.plates.some((p) => p.here && p.shot === i.shot && p.key === i.key && p.state === 'IN_HAND');
  const open = $derived(sheet.beforeStrike.filter((i) => i.waived === '' && !done(i)));
  let striking = $state(false);
  let reasons = $state<Record<string, string>>({});
  const one = new Draft(() => `strike ${sheet.setup.id}`);
  const key = (i: Schemas['StrikeItem']): string => `${i.shot} ${i.key}`;

  export function strike(): void {
    if (may && !sheet.setup.struckAt) striking = true;
  }

  async function struck(): Promise<void> {
    try {
      const let_ = open.map((i) => ({
        shot: i.shot,
        item: i.key,
        reason: (reasons[key(i)] ?? '').trim() || one.words.trim(),
      }));
      await line.add(
        { id: crypto.randomUUID(), setup: sheet.setup.id, strike: let_ },
        `Setup ${sheet.setup.number} struck${let_.length > 0 ? `, ${let_.length} let go` : ''}`,
      );
      striking = false;
      reasons = {};
      one.words = '';
    } catch (e) {
      frame.wrong(e);
    }
  }

  // --- light and sound
  let noting = $state(false);
  let light = $state({ words: '', ev: '', kelvin: '' });
  const speaks = $derived(sheet.speaks || sheet.heard.length > 0);

  export function noteLight(): void {
    if (may) noting = true;
  }

  async function noteTyped(): Promise<void> {
    try {
      await note(
        {
          kind: 'LIGHT',
          words: light.words,
          ev: number(light.ev, 'Reading') ?? undefined,
          kelvin: number(light.kelvin, 'Colour') ?? undefined,
        } as Schemas['NewSetupNote'],
        `Light: ${light.words}`,
      );
    } catch (e) {
      frame.wrong(e);
    }
  }

  async function note(n: Schemas['NewSetupNote'], said: string): Promise<void> {
    try {
      await line.add(
        { id: crypto.randomUUID(), setup: sheet.setup.id, note: { ...n, madeAt: new Date().toISOString() } },
        said,
      );
      noting = false;
      light = { words: '', ev: '', kelvin: '' };
    } catch (e) {
      frame.wrong(e);
    }
  }
</script>

{#if sheet.clock}
  <h2>Clocks</h2>
  <p class:pencil={sheet.clock.state !== 'LASTS'} class:strong={sheet.clock.state === 'WILL_NOT_FINISH'}>
    {clockWords}
  </p>
  {#if mine.length === 0}<div class="bars" aria-hidden="true">
      <span class="small soft">battery</span><span class="bar"
        ><i style:width="{share(sheet.clock.batteryLeft, pack.day.terms.rates.batteryMinutes)}%"></i><b
          style:left="{share(sheet.clock.need, pack.day.terms.rates.batteryMinutes)}%"
        ></b></span
      ><span class="mono small">{Math.max(0, Math.round(sheet.clock.batteryLeft))} min</span>
      <span class="small soft">card</span><span class="bar"
        ><i style:width="{share(sheet.clock.cardLeft, sheet.clock.cardLeft + sheet.minutesRecorded)}%"
        ></i></span
      ><span class="mono small">{Math.max(0, Math.round(sheet.clock.cardLeft))} min</span>
    </div>{/if}
  <p class="small soft">
    A take over {Math.floor(sheet.clock.segmentSeconds / 60)} min {Math.round(
      sheet.clock.segmentSeconds % 60,
    )} s is in two files.
  </p>
{/if}
{#if sheet.hold}<p class:pencil={gone || !sheet.hold.held}>
    {gone ? sheet.hold.afterwards : sheet.hold.words}
  </p>{/if}
{#if pack.sun}<p class="small soft">
    Sun {pack.sun.sunrise || 'does not rise'} to {pack.sun.sunset || 'does not set'}{today && row
      ? ` · now ${Math.round(row.elevationDeg)}° high` +
        (row.shadowM === null ? '' : `, shadow ${row.shadowM.toFixed(1)} m`)
      : ''}{pack.sun.golden.length > 0 ? ` · low sun ${pack.sun.golden.join(' and ')}` : ''}
  </p>{/if}
{#if sheet.flicker}<p class="small" class:pencil={!sheet.flicker.steady} class:soft={sheet.flicker.steady}>
    {sheet.flicker.words}
  </p>{/if}
{#each sheet.checks as c, i (i)}<p class="small" class:pencil={c.grade === 'FAILS'}>
    <span class="mono soft">{c.code}</span>
    {c.title}: {c.figure}. {c.remedy}
  </p>{/each}

<h2>Before you strike</h2>
{#if sheet.struckHere}<p class="pencil">
    Struck on this device; waits to be sent.
  </p>{:else if open.length === 0}<p class="soft">
    {sheet.plates.length > 0 ? 'Everything of this setup is in hand, or let go.' : 'Nothing is planned here.'}
  </p>{/if}
<ul>
  {#each sheet.beforeStrike as b, i (key(b))}<li class="strike">
      <span class="pt-[2px]"
        ><Form state={done(b) ? 'IN_HAND' : b.state} now={i === 0 && b.waived === '' && !done(b)} /></span
      ><span
        ><strong class:pencil={i === 0 && b.waived === '' && !done(b)}>{b.label}</strong>
        <span class="mono small soft">{b.code}</span><br /><span class="small"
          >{done(b)
            ? 'picked on this device'
            : b.waived
              ? `Let go: ${b.waived}. ${b.action}`
              : b.action}</span
        ></span
      >
    </li>{/each}
</ul>
{#if may && sheet.plates.length > 0 && !sheet.setup.struckAt && !sheet.struckHere}<button
    class="tight mt-2 btn"
    onclick={strike}
    >{open.length > 0 ? `Strike with ${open.length} owed` : 'Strike the set'} <kbd>g</kbd></button
  >{/if}

{#if sheet.touches.length > 0}
  <h2>Touched</h2>
  <ul>
    {#each sheet.touches as t (t.id)}<li class="rule py-1">
        <strong>{timeOf(t.madeAt)} {t.words}</strong> <span class="soft small">{t.note}</span><br /><span
          class="small">{t.remedy}</span
        >
      </li>{/each}
  </ul>
{/if}

<h2>Light{speaks ? ' and sound' : ''}</h2>
<ul>
  {#each sheet.notes.filter((n) => n.kind === 'LIGHT') as n (n.id)}<li class="rule py-1">
      <span class="mono small">{timeOf(n.madeAt)}</span>
      {n.words}
      <span class="mono small soft"
        >{n.ev === null ? '' : `EV ${n.ev}`} {n.kelvin === null ? '' : `${n.kelvin} K`}</span
      >
    </li>{/each}
</ul>
{#if may}<button class="tight btn" onclick={noteLight}>Note the light <kbd>l</kbd></button>{/if}
{#if speaks}
  <ul class="mt-2">
    {#each pack.soundChecks as c (c.key)}<li class="sound">
        <span class="pt-[2px]"><Form state={sheet.heard.includes(c.key) ? 'IN_HAND' : 'OWED'} /></span><span
          >{c.words}</span
        >{#if may && !sheet.heard.includes(c.key)}<button
            class="tight bare btn"
            aria-label="Checked: {c.words}"
            onclick={() => void note({ kind: 'SOUND', item: c.key }, `Sound: ${c.words}`)}>Checked</button
          >{/if}
      </li>{/each}
  </ul>
{/if}

{#if sheet.cautions.length > 0}
  <h2>Cautions</h2>
  {#each sheet.cautions as c (c.shot + c.key)}<p class="small mb-2">
      {#if c.signed}<span class="soft">Signed by {c.signed}.</span>{:else}<strong class="pencil"
          >Not signed: ask the {c.ask}.</strong
        >{/if}
      {c.text} <span class="mono soft">{c.code}</span>
    </p>{/each}
{/if}
{#if sheet.brief.length > 0}
  <h2>Camera brief</h2>
  <dl>
    {#each sheet.brief as b, i (i)}<dt>{b.label}</dt>
      <dd class="mono">{b.value}</dd>{/each}
  </dl>
{/if}

<Sheet bind:open={striking} title="Strike setup {sheet.setup.number}, {sheet.setup.name}">
  {#if open.length === 0}
    <p>Everything is in hand. Once it is struck, nothing more can be shot here.</p>
  {:else}
    <p class="pencil">
      {count(open.length, 'thing')} still owed. What is let go stays owed and must be rescued in post. Say why;
      it goes on record.
    </p>
    <label class="field"><span>One reason for all</span><input class="input" bind:value={one.words} /></label>
    <ul>
      {#each open as i (key(i))}<li class="rule py-2">
          <strong>{i.label}</strong> <span class="mono soft">{i.code}</span><label class="field"
            ><span>Why it is let go</span><input
              class="input"
              bind:value={reasons[key(i)]}
              placeholder={one.words}
            /></label
          >
        </li>{/each}
    </ul>
  {/if}
  <div class="mt-3 flex gap-2">
    <button
      class="now btn"
      disabled={open.some((i) => !(reasons[key(i)] ?? '').trim() && !one.words.trim())}
      onclick={() => void struck()}>{open.length > 0 ? 'Let them go and strike' : 'Strike the set'}</button
    ><button class="btn" onclick={() => (striking = false)}>Not yet</button>
  </div>
</Sheet>

<Sheet bind:open={noting} title="The light now">
  <form
    class="grid gap-2"
    onsubmit={(e) => {
      e.preventDefault();
      void noteTyped();
    }}
  >
    <label class="field"
      ><span>What it is like</span><input
        class="input"
        bind:value={light.words}
        name="words"
        placeholder="thin cloud, lamp at 40 %"
      /></label
    >
    <div class="grid grid-cols-2 gap-2">
      <label class="field"
        ><span>Reading, EV at ISO 100</span><input
          class="mono input"
          inputmode="decimal"
          bind:value={light.ev}
          name="ev"
        /></label
      ><label class="field"
        ><span>Colour, K</span><input
          class="mono input"
          inputmode="decimal"
          bind:value={light.kelvin}
          name="kelvin"
        /></label
      >
    </div>
    <button class="ink btn">Note it</button>
  </form>
</Sheet>

<style>
  h2:not(:first-child) {
    margin-top: 14px;
  }
  .strong {
    font-weight: 680;
  }
  .bars {
    display: grid;
    grid-template-columns: 48px 1fr 52px;
    gap: 3px 6px;
    align-items: center;
    margin: 4px 0;
  }
  .bar {
    position: relative;
    height: 8px;
    border: 1px solid var(--ink);
  }
  .bar i {
    display: block;
    height: 100%;
    background: var(--ink);
  }
  .bar b {
    position: absolute;
    top: -3px;
    height: 12px;
    border-left: 2px solid var(--pencil);
  }
  .strike,
  .sound {
    display: grid;
    grid-template-columns: 20px 1fr;
    padding: 4px 0;
    border-top: 1px solid var(--line);
  }
  .sound {
    grid-template-columns: 20px 1fr auto;
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0 10px;
  }
  dt {
    color: var(--soft);
  }
</style>
