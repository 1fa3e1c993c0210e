<script lang="ts">
  import * as core from 'bivex-core';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import Findings from '../parts/Findings.svelte';
  import { frame } from '../state.svelte';
  import { line } from './line.svelte';
  import { held, type FloorSheet } from './merged';
  import { FIELDS, named, ONCE, shown, typedInto, type Field } from './fields';
  import { timeOf } from './time';
  import { refused } from '../refused';
  import { inside } from '../words';

  /**
   * The slate of one plate: roll and cut, the camera carried over and changed by exception, and what
   * differs from the set, at once.
   */
  let {
    pack,
    sheet,
    plate,
    may,
    ontouch,
    onpicked,
  }: {
    pack: Schemas['DayPack'];
    sheet: FloorSheet;
    plate: Schemas['FloorPlate'];
    may: boolean;
    ontouch: () => void;
    /** After a pick: the slate goes on to what is next. */
    onpicked: () => void;
  } = $props();
  const h = house();

  let roll = $state('');
  let tcIn = $state('');
  let tcOut = $state('');
  const noted = new Draft(() => `slate ${sheet.setup.id}`);
  let camera = $state<Record<string, unknown>>({});
  let notRead = $state<string[]>([]);
  let overruled = $state('');
  let parts = $state<{ part: number; eyeline: string; zone: string; wardrobe: string }[]>([]);
  let pictures = $state<File[]>([]);
  let wrong = $state<{ words: string; field: string; silent?: string[] } | null>(null);
  /** What was to be said of the take that was not logged yet. */
  let meantCall: [Schemas['NewCall']['call']?, string?] = [];
  let busy = $state(false);
  let typed = false;
  let of = '';
  const reason = new Draft(() => `slate no good ${sheet.setup.id}`);
  let saving = $state('');
  let presetName = $state('');

  /** The camera as the plan asks for it on this plate. */
  const briefed = (): Record<string, unknown> =>
    Object.fromEntries(
      Object.entries(plate.asks?.camera ?? {}).filter(([, v]) => v !== null && v !== undefined),
    );

  // --- carried over from the last take of the setup
  $effect(() => {
    const last = sheet.takes[0] ?? null;
    const stamp = `${sheet.setup.id} ${last?.id ?? ''}`;
    if (of === stamp) return;
    const fresh = !of.startsWith(sheet.setup.id);
    of = stamp;
    // What somebody is typing for the next take is never wiped by a take that arrives meanwhile.
    if (!fresh && typed) return;
    roll = last?.roll ?? sheet.lastRoll;
    tcIn = sheet.nextIn;
    camera = {
      ...(last?.camera ?? {
        rate: pack.rate,
        raster: { width: pack.captureWidth, height: pack.captureHeight },
        ...briefed(),
        whiteAuto: false,
        focusAuto: false,
        exposureAuto: false,
      }),
    };
    notRead = [...(last?.notRead ?? [])];
    if (fresh) {
      tcOut = '';
      typed = false;
      const begun = begunRolling();
      if (begun && begun.setup === sheet.setup.id) rolling = begun;
    }
  });
  // Parts carry over from the last take of the same plate; what is typed in them stays while others log.
  let partsOf = '';
  $effect(() => {
    const take = sheet.takes.find((t) => t.shot === plate.shot && t.plate === plate.key);
    const on = `${sheet.setup.id} ${plate.shot} ${plate.key}`;
    if (partsOf === `${on} ${take?.id ?? ''}` || (typed && partsOf.startsWith(`${on} `))) return;
    partsOf = `${on} ${take?.id ?? ''}`;
    const last = take?.parts ?? [];
    parts =
      last.length > 0
        ? last.map((p) => ({
            part: p.part,
            eyeline: p.eyeline ?? '',
            zone: p.zone ?? '',
            wardrobe: p.wardrobe ?? '',
          }))
        : plate.part
          ? [{ part: plate.part, eyeline: '', zone: '', wardrobe: worn() }]
          : [];
  });
  const worn = (): string =>
    pack.order.running.slots
      .find((s) => s.shot === plate.shot && s.plate === plate.key)
      ?.worn.map((w) => w.costume)
      .join(', ') ?? '';

  // --- roll and cut
  type Rolling = { setup: string; at: number };
  const KEY = 'rolling';
  const begunRolling = (): Rolling | null => {
    try {
      return JSON.parse(localStorage.getItem(KEY) ?? 'null') as Rolling | null;
    } catch {
      return null;
    }
  };
  let rolling = $state<Rolling | null>(begunRolling());
  let elapsed = $state(0);
  let madeAt = $state('');
  const here = $derived(rolling !== null && rolling.setup === sheet.setup.id);
  $effect(() => {
    if (!here || !rolling) return;
    const from = rolling.at;
    const timer = setInterval(() => (elapsed = Math.max(0, (Date.now() - from) / 1000)), 80);
    return () => clearInterval(timer);
  });
  const running = $derived.by(() => {
    try {
      return core.running(tcIn, elapsed, pack.rate);
    } catch {
      return tcIn;
    }
  });

  /** Begins a take, or ends it and fills in where it ended. */
  export function rollCut(): void {
    if (!may) return;
    if (!here) {
      rolling = { setup: sheet.setup.id, at: Date.now() };
      elapsed = 0;
      tcOut = '';
      localStorage.setItem(KEY, JSON.stringify(rolling));
    } else if (rolling) {
      elapsed = (Date.now() - rolling.at) / 1000;
      madeAt = new Date(rolling.at).toISOString();
      try {
        tcOut = core.out(tcIn, elapsed, pack.rate);
      } catch (e) {
        wrong = { words: e instanceof Error ? e.message : String(e), field: 'in' };
      }
      rolling = null;
      localStorage.removeItem(KEY);
      typed = true;
    }
  }

  // --- camera
  function set(f: Field, raw: string): void {
    typed = true;
    notRead = notRead.filter((k) => k !== f.key);
    camera = { ...camera, [f.key]: typedInto(f, raw) };
  }

  function unread(f: Field): void {
    typed = true;
    if (notRead.includes(f.key)) notRead = notRead.filter((k) => k !== f.key);
    else {
      notRead = [...notRead, f.key];
      camera = { ...camera, [f.key]: null };
    }
  }

  function preset(name: string): void {
    const p = pack.presets.find((x) => x.name === name);
    if (!p) return;
    typed = true;
    const values = Object.fromEntries(
      Object.entries(p.camera).filter(([, v]) => v !== null && v !== undefined),
    );
    camera = { ...camera, ...values };
    notRead = notRead.filter((k) => !(k in values));
    frame.say(`Set from ${p.name}: ${p.test}`);
  }

  async function savePreset(): Promise<void> {
    try {
      await got(
        api.POST('/api/productions/{production}/presets', {
          params: { path: { production: h.id } },
          body: { name: presetName, test: saving, camera: $state.snapshot(camera) as Schemas['CameraData'] },
        }),
      );
      frame.say(`${presetName} is kept as a preset.`);
      saving = presetName = '';
      await h.again();
    } catch (e) {
      frame.wrong(e);
    }
  }

  /** What the camera itself says, laid against what was typed. */
  let reported = $state<Schemas['CameraReport'] | null>(null);
  let differs = $state<Schemas['Finding'][]>([]);
  export async function fromCamera(): Promise<void> {
    try {
      reported = await got(
        api.GET('/api/productions/{production}/camera', { params: { path: { production: h.id } } }),
      );
      differs = core
        .guard(
          { camera: reported.camera as Record<string, unknown>, asks: null },
          { camera: $state.snapshot(camera), asks: null },
          'SAME',
          pack.captureWidth,
          pack.captureHeight,
          pack.sensorWidthMm,
          guardOf?.backgroundM ?? 0,
        )
        .filter((f) => f.severity !== 'NOT_READ');
    } catch (e) {
      frame.wrong(e);
    }
  }
  function take(): void {
    if (!reported) return;
    const values = Object.fromEntries(
      Object.entries(reported.camera).filter(([, v]) => v !== null && v !== undefined),
    );
    camera = { ...camera, ...values };
    notRead = notRead.filter((k) => !(k in values));
    if (reported.tcIn) tcIn = reported.tcIn;
    if (reported.tcOut) tcOut = reported.tcOut;
    if (reported.clip) noted.words = noted.words || `clip ${reported.clip}`;
    typed = true;
    reported = null;
  }

  // --- the match guard
  const guardOf = $derived(sheet.guards.find((g) => g.shot === plate.shot) ?? null);
  const inSet = $derived(guardOf?.plates.includes(plate.key) ?? false);
  const seconds = $derived(tcOut.trim() === '' || here ? 0 : core.seconds(tcIn, tcOut, pack.rate));
  const against = $derived(
    held(pack, sheet, { shot: plate.shot, plate: plate.key }, $state.snapshot(camera), seconds, false).filter(
      (f) => f.severity !== 'NOT_READ' || !notRead.includes(f.property),
    ),
  );
  const autos = $derived(against.filter((f) => f.against === 'ITSELF' && f.severity === 'BREAKS'));
  const found = (f: Field) => against.find((x) => x.property === f.key && x.severity !== 'NOT_READ');
  const unsaid = $derived(
    ONCE.filter((f) => (camera[f.key] === null || camera[f.key] === undefined) && !notRead.includes(f.key)),
  );
  const told = (f: Field): string => {
    const v = camera[f.key];
    return v === null || v === undefined
      ? 'not read'
      : v === true
        ? 'on'
        : v === false
          ? 'off'
          : `${shown(camera, f)}${f.unit ? ` ${f.unit}` : ''}`;
  };
  const touched = $derived(sheet.touches.at(-1) ?? null);

  /** Logs the take, with what is said of it in the same breath. */
  export async function log(call?: Schemas['NewCall']['call'], why = ''): Promise<void> {
    if (!may || busy) return;
    wrong = null;
    const now = $state.snapshot(camera);
    const fault = core.fault(now);
    const silent = fault ? [] : core.silent(now, notRead.join(','), sheet.takes.length === 0);
    const range =
      tcOut.trim() === ''
        ? 'out: roll and cut, or type where it ended'
        : core.rangeFault(tcIn, tcOut, pack.rate);
    const said = fault || range || (roll.trim() === '' ? 'roll: must be given' : '');
    if (said || silent.length > 0 || (autos.length > 0 && overruled.trim() === '')) {
      const at = said.split(':')[0] ?? '';
      wrong = said
        ? { words: said.replace(at, named(at)), field: at }
        : silent[0]
          ? {
              words: `${silent.map(named).join(', ')}: read off the camera, or set to “not read”`,
              field: silent[0],
              silent,
            }
          : {
              words:
                `${autos[0]?.label} is ${autos[0]?.actual} in a match set: ` +
                'set it by hand, or say why it must be so',
              field: 'overruled',
            };
      meantCall = [call, why];
      return;
    }
    busy = true;
    try {
      const id = crypto.randomUUID();
      // From here on the slate carries over to the next take.
      typed = false;
      const breaks = against.filter((f) => f.severity === 'BREAKS');
      const picked = call === 'PICK';
      const name = `${plate.code} ${inside(plate.label)}, take ${plate.nextTake}`;
      await line.add(
        {
          id,
          logged: {
            shot: plate.shot,
            setup: sheet.setup.id,
            plate: plate.key,
            number: plate.nextTake,
            slate: plate.code,
            roll,
            tcIn,
            tcOut,
            camera: now as Schemas['CameraData'],
            notRead: [...notRead],
            parts: $state.snapshot(parts).filter((p) => p.eyeline || p.zone || p.wardrobe),
            overruled,
            note: noted.words,
            madeAt: madeAt || new Date().toISOString(),
          },
        },
        name,
      );
      if (call)
        await line.add(
          { id: crypto.randomUUID(), take: id, call: { call, reason: why } },
          `${name}: ${call === 'PICK' ? 'picked' : call === 'NO_GOOD' ? 'no good' : 'false start'}`,
        );
      for (const p of pictures) await line.picture(id, p, '');
      noted.words = tcOut = overruled = madeAt = reason.words = '';
      pictures = [];
      asking = false;
      if (breaks.length > 0)
        frame.wrong(
          new Refused(
            0,
            `${name} is logged but ` +
              (breaks.some((f) => f.against !== 'PLAN') ? 'does not match' : 'is not as planned'),
            breaks
              .map(
                (f) =>
                  `${f.label}: ${f.actual}, ${f.against === 'PLAN' ? 'planned' : 'the set has'} ${f.reference}`,
              )
              .join('; '),
          ),
        );
      else frame.say(`${name} ${picked ? 'picked' : 'logged'}.`);
      if (picked) onpicked();
    } catch (e) {
      typed = true;
      wrong = e instanceof Refused ? { words: `${e.title}. ${e.detail}`, field: '' } : null;
      if (!wrong) frame.wrong(e);
    } finally {
      busy = false;
    }
  }
  let asking = $state(false);
  const ended = $derived(tcOut.trim() !== '' && !here);
</script>

{#snippet setting(f: Field)}
  {@const bad = found(f)}
  <div class="field">
    <label for="camera-{f.key}"
      ><span class:changed={bad?.severity === 'BREAKS'}
        >{f.label}{f.unit ? `, ${f.unit}` : ''}{bad
          ? ` · ${bad.against === 'PLAN' ? 'plan' : 'set'}: ${bad.reference}`
          : ''}</span
      ></label
    >
    <span class="pair">
      {#if f.kind === 'auto'}
        <select
          id="camera-{f.key}"
          class="select"
          {@attach refused(wrong?.field === f.key)}
          value={camera[f.key] === true ? 'automatic' : camera[f.key] === false ? 'manual' : ''}
          onchange={(e) => set(f, e.currentTarget.value)}
          ><option value="">{notRead.includes(f.key) ? 'not read' : 'say'}</option><option>manual</option
          ><option>automatic</option></select
        >
      {:else if f.kind === 'switch'}
        <select
          id="camera-{f.key}"
          class="select"
          {@attach refused(wrong?.field === f.key)}
          value={camera[f.key] === true ? 'on' : camera[f.key] === false ? 'off' : ''}
          onchange={(e) => set(f, e.currentTarget.value)}
          ><option value="">{notRead.includes(f.key) ? 'not read' : 'say'}</option><option>off</option><option
            >on</option
          ></select
        >
      {:else}
        <input
          id="camera-{f.key}"
          class="mono input"
          {@attach refused(wrong !== null && (wrong.field === f.key || wrong.words.startsWith(f.label)))}
          inputmode={f.kind === 'number' ? 'decimal' : 'text'}
          value={shown(camera, f)}
          placeholder={notRead.includes(f.key) ? 'not read' : ''}
          onchange={(e) => set(f, e.currentTarget.value)}
        />
      {/if}
      <button
        type="button"
        class="nr"
        aria-pressed={notRead.includes(f.key)}
        aria-label="Not read: {f.label}"
        title="not read"
        onclick={() => unread(f)}>–</button
      >
    </span>
  </div>
{/snippet}

<form
  class="sheet slate-card"
  class:rolling={here}
  onsubmit={(e) => {
    e.preventDefault();
    void log();
  }}
>
  <div class="big">
    <div><span class="small soft">slate</span><span class="mono huge">{plate.code}</span></div>
    <div><span class="small soft">take</span><span class="mono huge">{plate.nextTake}</span></div>
    <div class="grow">
      <span class="small soft">{plate.label}{here ? ', rolling' : ''}</span>{#if here}<span
          class="mono clock"
          aria-live="off">{running}</span
        >{:else}<span>{plate.wanted}</span>{/if}
    </div>
  </div>
  {#if may}
    <div class="act">
      <button type="button" class="now roll btn" onclick={rollCut}
        >{here ? 'Cut' : ended ? 'Roll again' : 'Roll'} <kbd>r</kbd></button
      >
      {#if ended}
        <button type="button" class="ink btn" disabled={busy} onclick={() => void log('PICK')}>Pick it</button
        >
        <button class="log btn" disabled={busy}>Log take {plate.nextTake} <kbd>t</kbd></button>
        <button
          type="button"
          class="btn"
          disabled={busy}
          onclick={() => (asking = !asking)}
          aria-expanded={asking}>No good</button
        >
        <button
          type="button"
          class="btn"
          disabled={busy}
          onclick={() => void log('FALSE_START', 'broken off')}>False start</button
        >
      {:else if !here}
        <button class="log btn" disabled={busy}>Log take {plate.nextTake} <kbd>t</kbd></button>
      {/if}
      <button type="button" class="btn" onclick={ontouch}>Camera was touched <kbd>b</kbd></button>
    </div>
    {#if asking && ended}
      <div class="ask">
        <label class="field grow"
          ><span>Why is it no good?</span><input class="input" bind:value={reason.words} /></label
        ><button
          type="button"
          class="ink btn"
          disabled={busy || reason.words.trim() === ''}
          onclick={() => void log('NO_GOOD', reason.words)}>Log it as no good</button
        >
      </div>
    {/if}
  {/if}
  {#if touched && inSet}<p class="pencil">
      Touched at {timeOf(touched.madeAt)}: {touched.words}. {sheet.cleanSinceTouch
        ? 'The clean plate was shot again since: lay it over the first plate, and say on the shot whether it agrees.'
        : `Now ${touched.remedy}.`}
    </p>{/if}
  {#if wrong}<p class="pencil" role="alert">
      {wrong.words}. Nothing was logged; what you typed is still here. {#if wrong.silent}<button
          type="button"
          class="tight btn"
          onclick={() => {
            notRead = [...notRead, ...(wrong?.silent ?? [])];
            void log(...meantCall);
          }}>They were not read: log it</button
        >{/if}
    </p>{/if}
  {#if against.length > 0}<div aria-live="polite"><Findings findings={against} /></div>{/if}
  {#if autos.length > 0 && may}<label class="field"
      ><span>Why it must be so</span><input
        class="input"
        {@attach refused(wrong?.field === 'overruled')}
        bind:value={overruled}
      /></label
    >{/if}
  <div class="row">
    <label class="field"
      ><span>Roll</span><input
        class="mono input"
        {@attach refused(wrong?.field === 'roll')}
        bind:value={roll}
        oninput={() => (typed = true)}
        disabled={!may}
      /></label
    >
    <label class="field"
      ><span>In</span><input
        class="mono input"
        {@attach refused(wrong?.field === 'in')}
        bind:value={tcIn}
        oninput={() => (typed = true)}
        disabled={!may}
      /></label
    >
    <label class="field"
      ><span>Out</span><input
        class="mono input"
        {@attach refused(wrong?.field === 'out')}
        bind:value={tcOut}
        oninput={() => (typed = true)}
        placeholder="HH:MM:SS:FF"
        disabled={!may}
      /></label
    >
    <label class="field note"
      ><span>Note</span><input class="input" bind:value={noted.words} disabled={!may} /></label
    >
    <label class="still btn"
      >{pictures.length > 0 ? `${pictures.length} still${pictures.length > 1 ? 's' : ''}` : 'Still'}<input
        class="sr-only"
        type="file"
        accept="image/png,image/jpeg"
        capture="environment"
        multiple
        disabled={!may}
        onchange={(e) => (pictures = [...(e.currentTarget.files ?? [])])}
      /></label
    >
  </div>
  <fieldset class="camera" disabled={!may}>
    <legend class="small soft"
      >Camera, {sheet.takes.length > 0
        ? 'carried over from the last take; change what changed'
        : 'filled as briefed: read it off and change what differs'}.</legend
    >
    {#each FIELDS as f (f.key)}
      {@render setting(f)}
    {/each}
  </fieldset>
  <details
    class="once"
    open={sheet.takes.length === 0 || ONCE.some((f) => found(f) || wrong?.field === f.key)}
  >
    <summary class="small soft"
      >Once a setup (open to change): {unsaid.length === 0
        ? ONCE.map((f) => `${inside(f.label)} ${told(f)}`).join(' · ')
        : `say ${unsaid.map((f) => inside(f.label)).join(', ')}`}</summary
    >
    <fieldset class="answers" disabled={!may}>
      {#each ONCE as f (f.key)}
        {@render setting(f)}
      {/each}
    </fieldset>
    {#if may && unsaid.length > 0}<button
        type="button"
        class="tight btn"
        onclick={() => {
          typed = true;
          notRead = [...notRead, ...unsaid.map((f) => f.key)];
        }}>The rest was not read</button
      >{/if}
  </details>
  {#if may}
    <div class="more">
      {#if pack.presets.length > 0}<label class="field"
          ><span>Preset</span><select
            class="select"
            value=""
            onchange={(e) => {
              preset(e.currentTarget.value);
              e.currentTarget.value = '';
            }}
            ><option value="">choose…</option>{#each pack.presets as p (p.id)}<option>{p.name}</option
              >{/each}</select
          ></label
        >{/if}
      <button type="button" class="tight btn" onclick={() => void fromCamera()}
        >From camera <kbd>c</kbd></button
      >
      <details>
        <summary class="tight btn">Keep as preset</summary>
        <div class="ask">
          <label class="field"><span>Name</span><input class="input" bind:value={presetName} /></label><label
            class="field grow"
            ><span>Test it comes from</span><input class="input" bind:value={saving} /></label
          ><button
            type="button"
            class="ink btn"
            disabled={!presetName.trim() || !saving.trim()}
            onclick={() => void savePreset()}>Keep</button
          >
        </div>
      </details>
      {#if parts.length > 0}
        <details>
          <summary class="tight btn">Eyeline, zone, wardrobe</summary>
          {#each parts as p (p.part)}
            <div class="ask">
              <span class="small soft">part {p.part}</span><label class="field grow"
                ><span>Eyeline</span><input
                  class="input"
                  bind:value={p.eyeline}
                  oninput={() => (typed = true)}
                  placeholder="1.62 m, across the lamp"
                /></label
              ><label class="field grow"
                ><span>Zone</span><input
                  class="input"
                  bind:value={p.zone}
                  oninput={() => (typed = true)}
                  placeholder="left third"
                /></label
              ><label class="field grow"
                ><span>Wardrobe</span><input
                  class="input"
                  bind:value={p.wardrobe}
                  oninput={() => (typed = true)}
                /></label
              >
            </div>
          {/each}
        </details>
      {/if}
    </div>
    {#if reported}
      <div class="reported" role="status">
        <strong>The camera says</strong>
        <span class="mono"
          >{reported.clip} {reported.tcIn}{reported.tcOut ? ` to ${reported.tcOut}` : ''}</span
        >
        {#if differs.length > 0}<ul>
            {#each differs as d (d.property)}<li>
                <strong>{d.label}</strong>: camera {d.reference}, typed {d.actual}
              </li>{/each}
          </ul>{:else}<p>It agrees with what is typed.</p>{/if}
        <button type="button" class="ink btn" onclick={take}>Take it from the camera</button>
        <button type="button" class="btn" onclick={() => (reported = null)}>Leave what is typed</button>
      </div>
    {/if}
  {/if}
</form>

<style>
  .slate-card {
    padding: 10px 12px;
    display: grid;
    gap: 10px;
    border: 2px solid var(--ink);
  }
  .rolling {
    border-color: var(--pencil);
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
    white-space: nowrap;
    font-size: 30px;
    font-weight: 700;
    line-height: 1.1;
  }
  .clock {
    font-size: 30px;
    font-weight: 700;
    line-height: 1.1;
    color: var(--pencil);
  }
  .act,
  .more {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
    align-items: end;
  }
  .roll {
    font-size: 15px;
    padding: 11px 26px;
  }
  .act .btn:not(.roll) {
    padding-block: 11px;
  }
  kbd {
    color: inherit;
  }
  .ask {
    display: flex;
    gap: 8px;
    align-items: end;
    flex-wrap: wrap;
  }
  .row {
    display: grid;
    grid-template-columns: 80px 124px 124px 1fr auto;
    gap: 8px;
    align-items: end;
  }
  .still:focus-within {
    outline: 2px solid var(--pencil);
  }
  .camera,
  .answers {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(108px, 1fr));
    gap: 6px 8px;
    align-items: end;
  }
  .once summary {
    cursor: pointer;
    padding-block: 4px;
  }
  .once .answers {
    margin-block: 4px 6px;
  }
  .camera .select,
  .answers .select {
    padding-inline: 5px 16px;
    font-size: 12px;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 24px;
  }
  .nr {
    border: 1px solid var(--line);
    border-left: 0;
    color: var(--soft);
    cursor: pointer;
  }
  .nr[aria-pressed='true'] {
    background: var(--ink);
    color: var(--paper);
  }
  .changed {
    color: var(--pencil) !important;
    font-weight: 640;
  }
  .reported {
    border: 1px solid var(--ink);
    padding: 8px 10px;
  }
  summary {
    list-style: none;
  }
  details[open] {
    flex-basis: 100%;
  }
  @media (max-width: 900px) {
    .row {
      grid-template-columns: 1fr 1fr;
    }
    .big {
      flex-wrap: wrap;
    }
    .roll {
      flex: 1 1 100%;
      padding: 22px;
      font-size: 20px;
    }
    .act .btn:not(.roll) {
      flex: 1 1 40%;
      min-height: 52px;
    }
    .nr {
      width: 32px;
    }
    .pair {
      grid-template-columns: 1fr 32px;
    }
  }
</style>
