<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { tick } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import { api, got, Refused, type Schemas } from '../lib/api/client';
  import { house } from '../lib/house.svelte';
  import { free } from '../lib/keys';
  import Findings from '../lib/parts/Findings.svelte';
  import Form from '../lib/parts/Form.svelte';
  import Sheet from '../lib/parts/Sheet.svelte';
  import Tape from '../lib/parts/Tape.svelte';
  import { go } from '../lib/router';
  import { frame } from '../lib/state.svelte';
  import { day } from '../lib/words';

  let { setup }: { setup: string | null } = $props();
  const h = house();
  const days = h.days;
  const may = $derived(h.may('PRODUCER', 'COORDINATOR', 'FLOOR'));
  const setups = $derived(days.data?.flatMap((d) => d.setups) ?? []);
  const wanted = $derived(setup?.startsWith('shot-') ? h.ticks.find((t) => t.id === setup.slice(5))?.code : null);
  const today = new Date().toISOString().slice(0, 10);
  const id = $derived(
    (wanted && setups.find((s) => s.shots.includes(wanted))?.id) ||
      setups.find((s) => s.id === setup)?.id ||
      days.data?.find((d) => d.date === today)?.setups.find((s) => !s.struckAt)?.id ||
      setups[0]?.id ||
      null,
  );
  const sheet = createQuery(() => ({ queryKey: [h.id, 'setup', id], enabled: id !== null, queryFn: () => got(api.GET('/api/productions/{production}/setups/{setup}', { params: { path: { production: h.id, setup: id ?? '' } } })) }));
  const s = $derived(sheet.data);

  let plate = $state('');
  let roll = $state('');
  let tcIn = $state('');
  let tcOut = $state('');
  let note = $state('');
  let camera = $state<Record<string, unknown>>({});
  let of = $state('');
  let wrong = $state<Refused | null>(null);
  let busy = $state(false);
  let typed = false;
  let touching = $state(false);
  let touchNote = $state('');
  let refusing = $state<Schemas['TakeView'] | null>(null);
  let reason = $state('');
  let planning = $state(false);
  let newDay = $state({ date: today, place: '' });
  let newSetup = $state({ day: '', name: '' });

  const key = (p: Schemas['FloorPlate']): string => `${p.shot} ${p.key}`;
  const on = $derived(s?.plates.find((p) => key(p) === plate) ?? null);
  const worst = $derived(s?.plates.find((p) => p.state === 'OWED' && p.key === 'plate:clean') ?? s?.plates.find((p) => p.state === 'OWED'));

  type Field = { key: string; label: string; unit: string; kind: 'number' | 'text' | 'auto'; factor?: (x: number) => number; back?: (x: number) => number };
  const fps = $derived(Number(h.view?.rateName ?? 24));
  const FIELDS: Field[] = [
    { key: 'lens', label: 'Lens', unit: '', kind: 'text' },
    { key: 'focalMm', label: 'Focal', unit: 'mm', kind: 'number' },
    { key: 'fNumber', label: 'Aperture', unit: 'f/', kind: 'number' },
    { key: 'shutterSeconds', label: 'Shutter, 1 over', unit: 's', kind: 'number' },
    { key: 'iso', label: 'ISO', unit: '', kind: 'number' },
    { key: 'whiteK', label: 'White', unit: 'K', kind: 'number' },
    { key: 'whiteAuto', label: 'White balance', unit: '', kind: 'auto' },
    { key: 'focusM', label: 'Focus', unit: 'm', kind: 'number' },
    { key: 'focusAuto', label: 'Focusing', unit: '', kind: 'auto' },
    { key: 'exposureAuto', label: 'Exposure', unit: '', kind: 'auto' },
    { key: 'heightM', label: 'Height', unit: 'm', kind: 'number' },
    { key: 'tiltDeg', label: 'Tilt', unit: '°', kind: 'number' },
    { key: 'distanceM', label: 'Distance', unit: 'm', kind: 'number' },
  ];
  const CAMERA_FIELD: Record<string, string> = { 'focal length': 'focalMm', 'f-number': 'fNumber', 'shutter time': 'shutterSeconds', ISO: 'iso', 'white balance': 'whiteK', 'focus distance': 'focusM', height: 'heightM', tilt: 'tiltDeg', distance: 'distanceM' };

  // A new setup, or a new last take: the slate carries over what the camera was set to.
  $effect(() => {
    if (s) {
      const stamp = `${s.setup.id} ${s.takes[0]?.id ?? ''}`;
      const fresh = !of.startsWith(s.setup.id);
      if (fresh || !s.plates.some((p) => key(p) === plate)) {
        const first = s.plates.find((p) => wanted && p.code === wanted && p.state === 'OWED') ?? worst ?? s.plates[0];
        plate = first ? key(first) : '';
      }
      if (of !== stamp) {
        of = stamp;
        // What somebody is typing for the next take is never wiped by a take that arrives meanwhile.
        if (fresh || !typed) {
          roll = s.lastRoll;
          tcIn = s.nextIn;
          camera = { ...(s.last ?? { rate: h.view?.rate, raster: h.view?.capture, whiteAuto: false, focusAuto: false, exposureAuto: false }) };
        }
        if (fresh) {
          tcOut = '';
          typed = false;
        }
      }
    }
  });

  const shown = (f: Field): string => {
    const v = camera[f.key];
    return v === null || v === undefined ? '' : typeof v === 'string' ? v : f.key === 'shutterSeconds' ? String(Math.round(100 / Number(v)) / 100) : String(v);
  };

  function set(f: Field, raw: string): void {
    const n = Number(raw.replace(',', '.'));
    typed = true;
    // What is no number stays as it was typed, so that it can be refused and mended; it never turns into "not read".
    if (raw.trim() !== '' && f.kind === 'number' && (Number.isNaN(n) || (f.key === 'shutterSeconds' && n <= 0))) {
      camera = { ...camera, [f.key]: raw };
      return;
    }
    camera = { ...camera, [f.key]: raw.trim() === '' ? null : f.kind === 'text' ? raw : f.kind === 'auto' ? raw === 'automatic' : f.key === 'shutterSeconds' ? 1 / n : n };
  }

  let against = $state<Schemas['Finding'][]>([]);
  const unreadable = (c: Record<string, unknown>): Field | undefined => FIELDS.find((f) => f.kind === 'number' && typeof c[f.key] === 'string');

  // The server says what the slate has against its set, before it is logged.
  $effect(() => {
    const plateOn = on;
    const at = s?.setup.id;
    const now = $state.snapshot(camera);
    if (!plateOn || !at || unreadable(now)) return;
    let late = false;
    const timer = setTimeout(() => {
      void got(api.POST('/api/productions/{production}/setups/{setup}/slate', { params: { path: { production: h.id, setup: at } }, body: { shot: plateOn.shot, plate: plateOn.key, camera: now as Schemas['CameraData'] } }))
        .then((f) => { if (!late) against = f; })
        .catch(() => { if (!late) against = []; });
    }, 150);
    return () => {
      late = true;
      clearTimeout(timer);
    };
  });

  const other = (f: Field): string => {
    const found = against.find((x) => x.property === f.key && x.severity !== 'NOT_READ');
    return found ? `set: ${found.reference}` : '';
  };
  const differing = $derived([...new Set(against.filter((x) => x.severity === 'BREAKS').map((x) => x.label))]);

  async function log(): Promise<void> {
    if (!s || !on || busy) return;
    wrong = null;
    const bad = unreadable(camera);
    if (bad) {
      wrong = new Refused(422, 'That value cannot be used', `${bad.label}: must be a number, was "${String(camera[bad.key])}"`, bad.key);
      return;
    }
    busy = true;
    try {
      const t = await got(api.POST('/api/productions/{production}/takes', { params: { path: { production: h.id } }, body: { id: crypto.randomUUID(), shot: on.shot, setup: s.setup.id, plate: on.key, slate: on.code, roll, tcIn, tcOut, camera: camera as Schemas['CameraData'], note } }));
      note = tcOut = '';
      typed = false;
      await h.again();
      const bad = t.findings.filter((f) => f.severity === 'BREAKS');
      if (bad.length > 0) frame.wrong(new Refused(0, `Take ${t.number} is logged but does not match`, bad.map((f) => `${f.label}: ${f.actual} against ${f.reference}`).join('; ')));
      else frame.say(`${t.code} ${t.plateLabel}, take ${t.number} logged.`);
    } catch (e) {
      wrong = e instanceof Refused ? e : null;
      if (!wrong) frame.wrong(e);
    } finally {
      busy = false;
    }
  }

  async function call(t: Schemas['TakeView'], word: Schemas['NewCall']['call'], why = ''): Promise<void> {
    try {
      await got(api.POST('/api/productions/{production}/takes/{take}/calls', { params: { path: { production: h.id, take: t.id } }, body: { id: crypto.randomUUID(), call: word, reason: why } }));
      refusing = null;
      reason = '';
      await h.again();
    } catch (e) {
      frame.wrong(e);
    }
  }

  async function touch(kind: Schemas['NewTouch']['kind']): Promise<void> {
    if (!s) return;
    try {
      const t = await got(api.POST('/api/productions/{production}/setups/{setup}/touches', { params: { path: { production: h.id, setup: s.setup.id } }, body: { id: crypto.randomUUID(), kind, note: touchNote } }));
      touching = false;
      touchNote = '';
      await h.again();
      frame.wrong(new Refused(0, `Touched: ${t.words}`, `Now: ${t.remedy}. Later takes of set ${s.setup.tape} are in doubt.`));
    } catch (e) {
      frame.wrong(e);
    }
  }

  async function strike(): Promise<void> {
    if (!s) return;
    try {
      await got(api.PUT('/api/productions/{production}/setups/{setup}', { params: { path: { production: h.id, setup: s.setup.id }, header: { 'If-Match': `"${s.setup.version}"` } }, body: { day: s.setup.day, number: s.setup.number, name: s.setup.name, struck: !s.setup.struckAt } }));
      await h.again();
    } catch (e) {
      frame.wrong(e);
    }
  }

  async function plan(work: () => Promise<unknown>): Promise<void> {
    try {
      await work();
      await h.again();
    } catch (e) {
      frame.wrong(e);
    }
  }
  const addDay = () => plan(() => got(api.POST('/api/productions/{production}/days', { params: { path: { production: h.id } }, body: newDay })));
  const addSetup = () => plan(() => got(api.POST('/api/productions/{production}/setups', { params: { path: { production: h.id } }, body: { day: newSetup.day || days.data?.[0]?.id, name: newSetup.name, struck: false } as Schemas['SetupChange'] })));

  const TOUCHES: [Schemas['NewTouch']['kind'], string][] = [['RECORD_BUTTON', 'record button'], ['LEGS', 'legs or head'], ['POWER', 'battery or power'], ['CARD', 'card'], ['LENS', 'lens'], ['FOCUS', 'focus'], ['LIGHT', 'a lamp or the sun']];

  $effect(() =>
    tinykeys(window, {
      t: free(() => may && void log()),
      b: free(() => may && (touching = true)),
      p: free(() => { const t = s?.takes[0]; if (t && may) void call(t, 'PICK'); }),
      x: free(() => may && (refusing = s?.takes[0] ?? null)),
    }),
  );
  $effect(() => {
    if (plate) void tick().then(() => document.querySelector('.plates [aria-pressed="true"]')?.scrollIntoView({ block: 'nearest' }));
  });
</script>

{#if days.data && setups.length === 0}
  <div class="p-6 max-w-lg"><h1>No setups yet</h1><p class="soft mb-3">A setup is a place of the camera on a shooting day. Its plates must match, so it gets a letter of camera tape.</p>{#if may}<button class="btn now" onclick={() => (planning = true)}>Plan the first day</button>{/if}</div>
{:else if !s}
  <p class="soft p-6">Reading the setup…</p>
{:else}
  <div class="floor">
    <section class="picker" aria-label="Setups">
      {#each days.data ?? [] as d (d.id)}
        <h2 class:today={d.date === today}>Day {d.number} <span class="soft">{day(d.date)}{d.date === today ? ', today' : ''}</span></h2>
        <p class="small soft">{d.place}</p>
        <ul>
          {#each d.setups as u (u.id)}
            <li><button class="setup" class:here={u.id === id} aria-current={u.id === id ? 'true' : undefined} onclick={() => go(h.id, 'floor', u.id)}><Tape letter={u.tape} /><span class:struck={u.struckAt !== null}>{u.number} · {u.name}</span></button></li>
          {:else}<li class="small soft">no setups</li>{/each}
        </ul>
      {/each}
      {#if h.may('PRODUCER', 'COORDINATOR')}<button class="btn tight mt-2" onclick={() => (planning = true)}>Add a day or setup</button>{/if}
    </section>

    <section class="slate">
      <div class="flex items-center gap-3 flex-wrap">
        <Tape letter={s.setup.tape} /><h1>Setup {s.setup.number} · {s.setup.name}</h1>
        {#if s.setup.struckAt}<span class="struck soft">struck</span>{/if}
        <span class="soft small ml-auto">{s.minutesRecorded.toFixed(0)} min recorded</span>
      </div>
      <ul class="plates" aria-label="Plates of this setup">
        {#each s.plates as p (key(p))}
          <li><button class="plate" aria-pressed={key(p) === plate} onclick={() => (plate = key(p))}><Form state={p.state} now={p === worst} /><span><strong>{p.label}</strong><br /><span class="small soft">{p.reason}</span></span><span class="mono small soft">{p.code}</span></button></li>
        {:else}<li class="soft">No shot is planned in this setup. Give a shot this setup in its breakdown.</li>{/each}
      </ul>
      {#if on}
        <form class="sheet slate-card" onsubmit={(e) => { e.preventDefault(); void log(); }}>
          <div class="big">
            <div><span class="small soft">slate</span><span class="mono huge">{on.code}</span></div>
            <div><span class="small soft">take</span><span class="mono huge">{on.nextTake}</span></div>
            <div class="grow"><span class="small soft">{on.label}</span><span>{on.wanted}</span></div>
          </div>
          <div class="row">
            <label class="field"><span>Roll</span><input class="input mono" class:wrong={wrong?.field === 'roll'} bind:value={roll} oninput={() => (typed = true)} disabled={!may} /></label>
            <label class="field"><span>In</span><input class="input mono" class:wrong={wrong?.field === 'in'} bind:value={tcIn} oninput={() => (typed = true)} disabled={!may} /></label>
            <label class="field"><span>Out</span><input class="input mono" class:wrong={wrong?.field === 'out'} bind:value={tcOut} placeholder="HH:MM:SS:FF" disabled={!may} /></label>
            <label class="field note"><span>Note</span><input class="input" bind:value={note} disabled={!may} /></label>
          </div>
          <fieldset class="camera" disabled={!may}>
            <legend class="small soft">Camera, carried over from the last take; change what changed. Empty means not read. {camera['raster'] ? `${(camera['raster'] as Schemas['Raster']).width} × ${(camera['raster'] as Schemas['Raster']).height}` : ''} · {fps} fps</legend>
            {#each FIELDS as f (f.key)}
              <label class="field"><span class:changed={other(f)}>{f.label}{f.unit ? `, ${f.unit}` : ''}{other(f) ? ` · ${other(f)}` : ''}</span>
                {#if f.kind === 'auto'}
                  <select class="select" value={camera[f.key] === true ? 'automatic' : camera[f.key] === false ? 'manual' : ''} onchange={(e) => set(f, e.currentTarget.value)}><option value="">not read</option><option>manual</option><option>automatic</option></select>
                {:else}
                  <input class="input mono" class:wrong={wrong?.field !== undefined && (CAMERA_FIELD[wrong.field] === f.key || wrong.field === f.key)} inputmode={f.kind === 'number' ? 'decimal' : 'text'} value={shown(f)} placeholder="not read" onchange={(e) => set(f, e.currentTarget.value)} />
                {/if}
              </label>
            {/each}
          </fieldset>
          {#if wrong}<p class="pencil" role="alert">{wrong.detail}. Nothing was logged; what you typed is still here.</p>{/if}
          {#if may}
            {#if differing.length > 0}<p class="pencil differs">Does not match the set: {differing.join(', ')}.</p>{/if}
            <div class="flex gap-2 flex-wrap doing">
              <button class="btn now log" disabled={busy}>Log take {on.nextTake} <kbd>t</kbd></button>
              <button type="button" class="btn" onclick={() => (touching = true)}>Camera was touched <kbd>b</kbd></button>
            </div>
          {/if}
        </form>
      {/if}

      <h2>Takes</h2>
      <ul class="takes">
        {#each s.takes as t (t.id)}
          <li class:ng={t.call === 'NO_GOOD'}>
            <span class="mono"><strong>{t.number}</strong></span>
            <span><strong class:struck={t.call === 'NO_GOOD'}>{t.plateLabel}</strong> <span class="mono small soft">{t.code} · {t.roll} · {t.tcIn} to {t.tcOut}</span>
              {#if t.reference}<span class="ref small">reference of the set</span>{/if}
              {#if t.note || t.reason}<br /><span class="small soft">{t.note} {t.reason}</span>{/if}
              <Findings findings={t.findings} /></span>
            <span class="calls">
              {#if may}
                <button class="btn tight" class:ink={t.call === 'PICK'} aria-pressed={t.call === 'PICK'} onclick={() => void call(t, t.call === 'PICK' ? 'NONE' : 'PICK')}>{t.call === 'PICK' ? 'Picked' : 'Pick'}</button>
                <button class="btn tight bare" aria-pressed={t.call === 'NO_GOOD'} onclick={() => (t.call === 'NO_GOOD' ? void call(t, 'NONE') : (refusing = t))}>{t.call === 'NO_GOOD' ? 'Put back' : 'No good'}</button>
              {/if}
            </span>
          </li>
        {:else}<li class="soft bare">No takes yet.</li>{/each}
      </ul>
      {#if s.more}<p class="small soft">Older takes are in the shot.</p>{/if}
    </section>

    <aside class="sheet">
      {#if s.cautions.length > 0}
        <h2>Cautions</h2>
        {#each s.cautions as c (c.shot + c.key)}<p class="small mb-2">{#if c.signed}<span class="soft">Signed by {c.signed}.</span>{:else}<strong class="pencil">Not signed: ask the {c.ask}.</strong>{/if} {c.text} <span class="mono soft">{c.code}</span></p>{/each}
      {/if}
      <h2>Before you strike</h2>
      {#if s.beforeStrike.length === 0}<p class="soft">{s.plates.length > 0 ? 'Everything of this setup is in hand.' : 'Nothing is planned here.'}</p>{/if}
      <ul>{#each s.beforeStrike as b, i (b.shot + b.key)}<li class="strike"><span class="pt-[2px]"><Form state={b.state} now={i === 0} /></span><span><strong class:pencil={i === 0}>{b.label}</strong> <span class="mono small soft">{b.code}</span><br /><span class="small">{b.action}</span></span></li>{/each}</ul>
      {#if may && s.plates.length > 0}<button class="btn tight mt-2" onclick={() => void strike()}>{s.setup.struckAt ? 'Not struck after all' : s.beforeStrike.length > 0 ? `Strike with ${s.beforeStrike.length} owed` : 'Strike the set'}</button>{/if}

      {#if s.touches.length > 0}
        <h2>Touched</h2>
        <ul>{#each s.touches as t (t.id)}<li class="rule py-1"><strong>{t.words}</strong> <span class="soft small">{t.note}</span><br /><span class="small">{t.remedy}</span></li>{/each}</ul>
      {/if}
      {#if s.brief.length > 0}
        <h2>Camera brief</h2>
        <dl>{#each s.brief as b (b.property + b.value)}<dt>{b.label}</dt><dd class="mono">{b.value}</dd>{/each}</dl>
      {/if}
    </aside>
  </div>
{/if}

<Sheet bind:open={touching} title="The camera was touched">
  <label class="field mb-3"><span>What happened</span><input class="input" bind:value={touchNote} /></label>
  <div class="grid grid-cols-2 gap-2">{#each TOUCHES as [k, w] (k)}<button class="btn" onclick={() => void touch(k)}>{w}</button>{/each}</div>
</Sheet>

<Sheet open={refusing !== null} title="Why is take {refusing?.number ?? ''} no good?">
  <form onsubmit={(e) => { e.preventDefault(); if (refusing) void call(refusing, 'NO_GOOD', reason); }}>
    <label class="field"><span>Reason</span><input class="input" bind:value={reason} required /></label>
    <div class="mt-3 flex gap-2"><button class="btn ink">No good</button><button type="button" class="btn" onclick={() => (refusing = null)}>Leave</button></div>
  </form>
</Sheet>

<Sheet bind:open={planning} title="Days and setups">
  <form class="grid gap-2" onsubmit={(e) => { e.preventDefault(); void addDay(); }}>
    <h3>A shooting day</h3>
    <label class="field"><span>Date</span><input class="input mono" type="date" bind:value={newDay.date} required /></label>
    <label class="field"><span>Place</span><input class="input" bind:value={newDay.place} required /></label>
    <button class="btn">Add the day</button>
  </form>
  {#if (days.data?.length ?? 0) > 0}
    <form class="grid gap-2 mt-4" onsubmit={(e) => { e.preventDefault(); void addSetup(); }}>
      <h3>A setup</h3>
      <label class="field"><span>Day</span><select class="select" bind:value={newSetup.day}>{#each days.data ?? [] as d (d.id)}<option value={d.id}>Day {d.number} · {day(d.date)}</option>{/each}</select></label>
      <label class="field"><span>Name, as the crew calls it</span><input class="input" bind:value={newSetup.name} required /></label>
      <button class="btn">Add the setup</button>
    </form>
  {/if}
</Sheet>

<style>
  .floor {
    display: grid;
    grid-template-columns: 216px minmax(0, 1fr) 270px;
    min-height: 100%;
  }
  .picker {
    padding: 12px;
    border-right: 1px solid var(--line);
  }
  .picker h2:not(:first-child) {
    margin-top: 14px;
  }
  .today {
    color: var(--pencil);
  }
  .setup {
    display: grid;
    grid-template-columns: 30px 1fr;
    gap: 4px;
    align-items: center;
    width: 100%;
    text-align: left;
    padding: 6px 4px;
    border-top: 1px solid var(--line);
    cursor: pointer;
  }
  .setup.here {
    background: var(--mark);
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
  .slate-card {
    padding: 10px 12px;
    display: grid;
    gap: 10px;
    border: 2px solid var(--ink);
  }
  .big {
    display: flex;
    gap: 22px;
    align-items: end;
  }
  .big > div {
    display: grid;
  }
  .huge {
    font-size: 30px;
    font-weight: 700;
    line-height: 1.1;
  }
  .row {
    display: grid;
    grid-template-columns: 80px 130px 130px 1fr;
    gap: 8px;
  }
  .camera {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(96px, 1fr));
    gap: 6px 8px;
    align-items: end;
  }
  .camera .select {
    padding-inline: 5px 16px;
    font-size: 12px;
  }
  .changed {
    color: var(--pencil) !important;
    font-weight: 640;
  }
  .log {
    font-size: 15px;
    padding: 11px 18px;
  }
  .log kbd {
    color: inherit;
  }
  .takes li.bare {
    display: block;
  }
  .takes li:not(.bare) {
    display: grid;
    grid-template-columns: 26px 1fr auto;
    gap: 4px;
    padding: 6px 0;
    border-top: 1px solid var(--line);
  }
  .ng {
    color: var(--soft);
  }
  .ref {
    border: 1px solid var(--ink);
    padding: 0 5px;
  }
  aside {
    border-width: 0 0 0 1px;
    padding: 12px 14px;
  }
  aside h2:not(:first-child) {
    margin-top: 14px;
  }
  .strike {
    display: grid;
    grid-template-columns: 20px 1fr;
    padding: 4px 0;
    border-top: 1px solid var(--line);
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0 10px;
  }
  dt {
    color: var(--soft);
  }
  @media (max-width: 900px) {
    .floor {
      grid-template-columns: minmax(0, 1fr);
    }
    .picker {
      border: 0;
      order: 3;
    }
    .row {
      grid-template-columns: 1fr 1fr;
    }
    .big {
      flex-wrap: wrap;
    }
    .differs,
    .doing {
      order: 1;
    }
    .camera {
      order: 2;
    }
    .log {
      width: 100%;
      padding: 18px;
    }
    aside {
      border-width: 1px 0 0;
    }
    .btn {
      min-height: 40px;
    }
  }
</style>
