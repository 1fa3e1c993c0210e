<script lang="ts">
  import * as core from 'bivex-core';
  import { untrack } from 'svelte';
  import type { Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { frame } from '../state.svelte';
  import { FIELDS, named, ONCE, shown, typedInto, type Field } from './fields';
  import { line } from './line.svelte';
  import type { FloorSheet, FloorTake } from './merged';
  import { markNamed } from '../refused';
  import { inside } from '../words';

  /** Sets a logged take right; what it was stays on record. */
  let {
    take,
    sheet,
    rate,
    onclose,
  }: { take: FloorTake; sheet: FloorSheet; rate: string; onclose: () => void } = $props();
  const was = untrack(() => $state.snapshot(take) as FloorTake);
  let open = $state(true);
  let plate = $state(`${was.shot} ${was.plate}`);
  let roll = $state(was.roll);
  let tcIn = $state(was.tcIn);
  let tcOut = $state(was.tcOut);
  let note = $state(was.note);
  const reason = new Draft(() => `correction ${take.id}`);
  let overruled = $state(was.overruled);
  let camera = $state<Record<string, unknown>>({ ...(was.camera as Record<string, unknown>) });
  let parts = $state(was.parts.map((p) => ({ ...p })));
  let wrong = $state('');
  let busy = $state(false);
  const known = $derived(sheet.plates.some((p) => `${p.shot} ${p.key}` === plate));

  $effect(() => {
    if (!open) onclose();
  });

  function set(f: Field, raw: string): void {
    camera = { ...camera, [f.key]: typedInto(f, raw) };
  }

  /** A value that was typed anew; what was left as it was is not sent, so that it undoes nobody's word. */
  const fresh = <T,>(is: T, before: T): T | undefined =>
    JSON.stringify(is) === JSON.stringify(before) ? undefined : is;

  async function keep(): Promise<void> {
    wrong = '';
    const now = $state.snapshot(camera);
    const fault = core.fault(now) || core.rangeFault(tcIn, tcOut, rate);
    if (fault) {
      const at = fault.split(':')[0] ?? '';
      wrong = fault.replace(at, named(at));
      markNamed(at);
      return;
    }
    busy = true;
    const [shot = '', ...key] = plate.split(' ');
    const moved = plate !== `${was.shot} ${was.plate}`;
    const before = was.camera as Record<string, unknown>;
    const changed = [...FIELDS, ...ONCE]
      .map((f) => f.key)
      .filter((k) => fresh(now[k] ?? null, before[k] ?? null) !== undefined);
    try {
      await line.add(
        {
          id: crypto.randomUUID(),
          take: was.id,
          correction: {
            shot: moved ? shot : undefined,
            plate: moved ? key.join(' ') : undefined,
            roll: fresh(roll, was.roll),
            tcIn: fresh(tcIn, was.tcIn),
            tcOut: fresh(tcOut, was.tcOut),
            camera: Object.fromEntries(
              changed.filter((k) => now[k] !== null).map((k) => [k, now[k]]),
            ) as Schemas['CameraData'],
            notRead: changed.filter((k) => now[k] === null),
            parts: fresh($state.snapshot(parts), was.parts),
            overruled: fresh(overruled, was.overruled),
            note: fresh(note, was.note),
            reason: reason.words,
          },
        },
        `${was.code} ${inside(was.plateLabel)}, take ${was.number}: set right`,
      );
      frame.say(`Take ${was.number} is set right; what it was stays on record.`);
      reason.words = '';
      open = false;
    } catch (e) {
      wrong = e instanceof Error ? e.message : String(e);
      markNamed(e);
    } finally {
      busy = false;
    }
  }
</script>

{#snippet field(f: Field)}
  <label class="field"
    ><span>{f.label}{f.unit ? `, ${f.unit}` : ''}</span>
    {#if f.kind === 'auto' || f.kind === 'switch'}
      {@const words = f.kind === 'auto' ? ['manual', 'automatic'] : ['off', 'on']}
      <select
        class="select"
        name={f.key}
        value={camera[f.key] === true ? words[1] : camera[f.key] === false ? words[0] : ''}
        onchange={(e) => set(f, e.currentTarget.value)}
        ><option value="">not read</option>{#each words as w (w)}<option>{w}</option>{/each}</select
      >
    {:else}
      <input
        class="mono input"
        name={f.key}
        inputmode={f.kind === 'number' ? 'decimal' : 'text'}
        placeholder="not read"
        value={shown(camera, f)}
        onchange={(e) => set(f, e.currentTarget.value)}
      />
    {/if}
  </label>
{/snippet}

<Sheet bind:open title="Set take {was.number} of {inside(was.plateLabel)} right" wide>
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void keep();
    }}
  >
    <div class="grid">
      <label class="field two"
        ><span>Plate</span><select class="select" bind:value={plate}
          >{#if !known}<option value={plate}>{was.plateLabel}</option
            >{/if}{#each sheet.plates as p (p.shot + p.key)}<option value="{p.shot} {p.key}"
              >{p.code} {p.label}</option
            >{/each}</select
        ></label
      >
      <label class="field"
        ><span>Roll</span><input class="mono input" bind:value={roll} name="roll" required /></label
      >
      <label class="field"
        ><span>In</span><input class="mono input" bind:value={tcIn} name="in" required /></label
      >
      <label class="field"
        ><span>Out</span><input class="mono input" bind:value={tcOut} name="out" required /></label
      >
      <label class="field two"><span>Note</span><input class="input" bind:value={note} name="note" /></label>
    </div>
    {#each parts as p (p.part)}
      <div class="grid">
        <label class="field"
          ><span>Eyeline of part {p.part}</span><input class="input" bind:value={p.eyeline} /></label
        >
        <label class="field"><span>Keeps to</span><input class="input" bind:value={p.zone} /></label>
        <label class="field two"><span>Wears</span><input class="input" bind:value={p.wardrobe} /></label>
      </div>
    {/each}
    <fieldset class="grid">
      <legend class="small soft">Camera; an empty field was not read</legend>
      {#each [...FIELDS, ...ONCE] as f (f.key)}{@render field(f)}{/each}
    </fieldset>
    <label class="field"
      ><span>What was wrong with the entry</span><input
        class="input"
        bind:value={reason.words}
        name="reason"
        required
      /></label
    >
    {#if was.overruled || wrong.includes('match set')}<label class="field"
        ><span>Why an automatic mode must be so</span><input
          class="input"
          bind:value={overruled}
          name="overruled"
        /></label
      >{/if}
    {#if wrong}<p class="pencil" role="alert">
        {wrong}. Nothing was changed; what you typed is still here.
      </p>{/if}
    <div class="mt-3 flex gap-2">
      <button class="ink btn" disabled={busy || reason.words.trim() === ''}>Set it right</button><button
        type="button"
        class="btn"
        onclick={() => (open = false)}>Leave</button
      >
    </div>
  </form>
</Sheet>

<style>
  .grid {
    display: grid;
    grid-template-columns: repeat(5, minmax(0, 1fr));
    gap: 6px 8px;
    margin-bottom: 8px;
  }
  .two {
    grid-column: span 2;
  }
  @media (max-width: 720px) {
    .grid {
      grid-template-columns: repeat(2, minmax(0, 1fr));
    }
  }
</style>
