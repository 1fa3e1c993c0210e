<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { tinykeys } from 'tinykeys';
  import { api, got, send, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { free } from '../keys';
  import { frame as shell, queries } from '../state.svelte';
  import { moment } from '../words';
  import Coded from './Coded.svelte';
  import { Job } from './job.svelte';
  import JobLine from './JobLine.svelte';
  import Overlay from './Overlay.svelte';
  import Proved from './Proved.svelte';
  import Reading from './Reading.svelte';

  /** Two takes of a set laid over each other, measured and kept. */
  interface Props {
    set: Schemas['BenchSet'];
    pair: Schemas['BenchPair'];
    choices: Schemas['Choices'];
    record: string;
    next: () => void;
  }
  let { set, pair, choices, record, next }: Props = $props();
  const h = house();
  const job = new Job(() => h.id);
  const LOOKS = [
    ['divide', 'Divide', 'd'],
    ['difference', 'Difference', 'x'],
    ['flick', 'Flick', 'f'],
    ['edges', 'Edges', 'e'],
    ['stops', 'Stops', 's'],
    ['deltaE', 'Colour ΔE', 'c'],
    ['misfit', 'Misfit', 'r'],
  ] as const;
  const LIMITS = [
    ['shiftPx', 'shift, px', 0.05],
    ['stops', 'light, stops', 0.01],
    ['mired', 'colour of light, mired', 0.5],
    ['deltaE', 'colour of a region, ΔE', 0.2],
    ['blurPx', 'sharpness, px', 0.1],
  ] as const;
  let look = $state<(typeof LOOKS)[number][0]>('divide');
  let laid = $state(false);
  let arrows = $state(true);
  let glass = $state(false);
  let flicked = $state(false);
  let firstStill = $state<string | null>(null);
  let secondStill = $state<string | null>(null);
  let wrong = $state('');
  let keptJob = $state('');

  const takes = $derived({
    a: set.takes.find((t) => t.id === pair.firstTake),
    b: set.takes.find((t) => t.id === pair.secondTake),
  });
  const a = $derived(takes.a?.stills.find((s) => s.id === firstStill) ?? takes.a?.stills[0]);
  const b = $derived(takes.b?.stills.find((s) => s.id === secondStill) ?? takes.b?.stills[0]);
  const names = $derived<[string, string]>([
    `${takes.a?.label}, take ${takes.a?.number}`,
    `${takes.b?.label}, take ${takes.b?.number}`,
  ]);
  const keptHere = $derived(
    pair.kept && pair.kept.firstStill === a?.id && pair.kept.secondStill === b?.id ? pair.kept : null,
  );
  /** What was kept was held to other limits than the set has now. */
  const outdated = $derived(keptHere?.otherLimits === true && !job.done);
  const reading = $derived(job.done?.reading ?? keptHere?.reading ?? null);
  const squares = createQuery(() => ({
    queryKey: ['squares', job.done?.id],
    enabled: job.done !== null,
    staleTime: Infinity,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/bench/jobs/{job}/squares', {
          params: { path: { production: h.id, job: job.done?.id ?? '' } },
        }),
      ),
  }));
  const file = (name: string) => `/api/productions/${h.id}/bench/jobs/${job.done?.id}/${name}`;
  const picture = (id: string | undefined) => `/api/productions/${h.id}/stills/${id}/picture`;

  let seen = '';
  $effect(() => {
    const now = `${pair.firstTake} ${pair.secondTake}`;
    if (now !== seen) {
      seen = now;
      job.forget();
      firstStill = null;
      secondStill = null;
      flicked = false;
      look = 'divide';
    }
  });

  /** The maps are there once a pair is measured. */
  const can = (l: typeof look) =>
    squares.data !== undefined || (l !== 'stops' && l !== 'deltaE' && l !== 'misfit');

  function show(l: typeof look): void {
    if (look === l && l === 'flick') flicked = !flicked;
    else if (can(l)) look = l;
    else shell.say('Measure the pair first: Enter.');
  }

  $effect(() => {
    if (!can(look)) look = 'divide';
  });

  async function measure(): Promise<void> {
    if (!a || !b || job.busy) return;
    await job.run(() =>
      got(
        api.POST('/api/productions/{production}/bench/comparisons', {
          params: { path: { production: h.id } },
          body: { first: a.id, second: b.id },
        }),
      ),
    );
  }

  async function keep(): Promise<void> {
    const j = job.done;
    if (!j?.reading || j.id === keptJob) return;
    if (!(await job.keep())) return;
    keptJob = j.id;
    await h.again();
    shell.say(
      j.reading.agrees
        ? `Kept: ${names[1]} agrees with the reference.`
        : `Kept: ${names[1]} is in doubt until it is shot again or lived with.`,
    );
  }

  async function limit(limits: Schemas['Limits'] | null): Promise<void> {
    try {
      queries.setQueryData(
        [h.id, 'bench'],
        await got(
          api.PUT('/api/productions/{production}/bench/setups/{setup}/limits', {
            params: {
              path: { production: h.id, setup: set.setup },
              header: { 'If-Match': `"${set.limits.version}"` },
            },
            body: { limits: limits ?? undefined },
          }),
        ),
      );
      await job.again();
      if (job.done) await squares.refetch();
    } catch (e) {
      shell.wrong(e);
      await h.again();
    }
  }

  async function add(take: string | undefined, file: File | undefined): Promise<void> {
    if (!take || !file) return;
    wrong = '';
    const form = new FormData();
    form.append('id', crypto.randomUUID());
    form.append('file', file);
    form.append('caption', file.name);
    try {
      await send(`/api/productions/${h.id}/takes/${take}/stills`, form, () => {});
      await h.again();
    } catch (e) {
      wrong = e instanceof Error ? e.message : String(e);
    }
  }

  $effect(() =>
    tinykeys(window, {
      ...Object.fromEntries(LOOKS.map(([l, , key]) => [key, free(() => show(l))])),
      Space: free(() => {
        look = 'flick';
        flicked = !flicked;
      }),
      Enter: free(() => void measure()),
      k: free(() => void keep()),
      a: free(() => (laid = !laid)),
      v: free(() => (arrows = !arrows)),
      m: free(() => (glass = !glass)),
    }),
  );
</script>

<svg width="0" height="0" aria-hidden="true" class="absolute"
  ><filter id="bivex-edges" color-interpolation-filters="sRGB"
    ><feColorMatrix
      type="matrix"
      values="0.21 0.72 0.07 0 0 0.21 0.72 0.07 0 0 0.21 0.72 0.07 0 0 0 0 0 1 0"
    /><feConvolveMatrix order="3" kernelMatrix="-1 -1 -1 -1 8 -1 -1 -1 -1" preserveAlpha="true" /></filter
  ></svg
>

<div class="two">
  <div class="min-w-0">
    {#if a && b}
      <div class="looks" role="toolbar" aria-label="how the two are shown">
        {#each LOOKS as [l, word, key] (l)}<button
            class="tight btn"
            aria-pressed={look === l}
            disabled={!can(l)}
            onclick={() => show(l)}>{word} <kbd>{key}</kbd></button
          >{/each}
      </div>
      <Overlay
        stills={[a.id, b.id]}
        first={picture(a.id)}
        second={picture(b.id)}
        width={a.width}
        height={a.height}
        {look}
        {reading}
        squares={squares.data ?? null}
        {laid}
        {arrows}
        {glass}
        {flicked}
        {names}
      />
      <div class="under">
        <p class="soft small">
          {#if look === 'divide'}
            Drag across, or <kbd>←</kbd> <kbd>→</kbd> with the picture in focus.
          {:else if look === 'flick'}<kbd>Space</kbd> changes over.{:else if look === 'difference'}Six times
            brighter than it is; black is the same in both.{:else if look === 'edges'}Edges that are in one of
            them only.{:else if look === 'misfit'}What is left over once shift and light are taken out:
            people, mostly.{:else}Orange: brighter or more different in the second; white: darker. Full colour
            is {look === 'stops'
              ? `${squares.data?.full.stops} stops`
              : `ΔE ${squares.data?.full.deltaE}`}.{/if}
          {#if arrows && (reading?.shifts.length ?? 0) > 0}Lines: shift where it was seen, eight times as
            long.{/if}
        </p>
        <div class="looks" role="toolbar" aria-label="what is drawn over them">
          <button
            class="tight btn"
            aria-pressed={laid}
            disabled={!reading?.sure}
            onclick={() => (laid = !laid)}>Laid back <kbd>a</kbd></button
          >
          <button class="tight btn" aria-pressed={arrows} onclick={() => (arrows = !arrows)}
            >Findings <kbd>v</kbd></button
          >
          <button class="tight btn" aria-pressed={glass} onclick={() => (glass = !glass)}
            >Magnifier <kbd>m</kbd></button
          >
        </div>
      </div>
      {#if (takes.a?.stills.length ?? 0) > 1 || (takes.b?.stills.length ?? 0) > 1}
        <div class="mt-2 flex gap-3">
          <label class="field grow"
            ><span>Still of the reference</span><select class="select" bind:value={firstStill}
              >{#each takes.a?.stills ?? [] as s (s.id)}<option value={s.id}
                  >{s.caption || 'still'} · {s.width} × {s.height}</option
                >{/each}</select
            ></label
          >
          <label class="field grow"
            ><span>Still of {names[1]}</span><select class="select" bind:value={secondStill}
              >{#each takes.b?.stills ?? [] as s (s.id)}<option value={s.id}
                  >{s.caption || 'still'} · {s.width} × {s.height}</option
                >{/each}</select
            ></label
          >
        </div>
      {/if}
    {:else}
      <div class="empty sheet">
        <h2>{!a ? `${names[0]} is the reference and has no still` : `${names[1]} has no still`}</h2>
        <p>
          Add a still of the whole frame, as it was recorded: PNG, JPEG, TIFF, OpenEXR or DPX. Or pull a frame
          from a clip under <em>Watch a take</em>.
        </p>
      </div>
    {/if}
    {#if h.may('PRODUCER', 'COORDINATOR', 'FLOOR')}
      <div class="mt-2 flex flex-wrap items-center gap-2">
        {#each [takes.a, takes.b] as t (t?.id)}
          <label class="tight btn"
            >Add a still to {t === takes.a ? 'the reference' : names[1]}<input
              class="sr-only"
              type="file"
              accept=".png,.jpg,.jpeg,.tif,.tiff,.exr,.dpx"
              onchange={(e) => add(t?.id, e.currentTarget.files?.[0])}
            /></label
          >
        {/each}
        {#if wrong}<span class="pencil" role="alert">{wrong}</span>{/if}
      </div>
    {/if}
  </div>
  <aside aria-label="Measurement">
    <p class="soft small">
      {names[1]} against the reference, {names[0]}{b?.caption ? ` · ${b.caption}` : ''}
    </p>
    {#if job.busy || !reading}
      <button class="now mt-2 btn w-full" disabled={!a || !b || job.busy} onclick={measure}
        >{job.busy ? 'Measuring…' : 'Measure'} <kbd>Enter</kbd></button
      >
    {/if}
    <JobLine {job} />
    {#if reading}
      <div class="mt-2"><Reading {reading} /></div>
      <div class="mt-3 flex gap-2">
        {#if job.done && job.done.id !== keptJob}
          <button class="now btn grow" onclick={keep}>Keep as evidence <kbd>k</kbd></button>
        {:else}
          <button class="btn grow" class:now={outdated} onclick={measure}
            >Measure again <kbd>Enter</kbd></button
          >
        {/if}
        <button class="btn" class:now={!(job.done && job.done.id !== keptJob) && !outdated} onclick={next}
          >Next <kbd>PgDn</kbd></button
        >
      </div>
      {#if keptHere && (!job.done || job.done.id === keptJob)}<p class="soft small mt-2">
          Kept by {keptHere.keptBy}, {moment(keptHere.keptAt)}.
        </p>
        <Proved kept={keptHere} {record} />{/if}
      {#if job.done && job.done.id !== keptJob}<p class="soft small mt-2">
          Measured in {job.done.seconds.toFixed(1)} s. {pair.kept
            ? 'Keeping it replaces what was kept before; the last word counts.'
            : 'Not kept yet.'}
        </p>{/if}
      {#if job.done?.reading?.sure}
        <div class="mt-2 flex gap-2">
          <a class="tight btn" href={file('layback.json')} download="layback.json">Place, JSON</a>
          {#if job.done.graded}<a class="tight btn" href={file('grade.cc')} download="grade.cc">Grade, CDL</a
            >{/if}
        </div>
      {/if}
    {:else if pair.kept && !keptHere}
      <p class="mt-2">
        <strong>{pair.kept.passes ? 'Kept of their clips' : 'Kept of other stills'}:</strong>
        {pair.kept.verdict}
      </p>
    {/if}
    {#if outdated}<p class="mt-2">
        It was held to other limits than this set has now: measure it again.
      </p>{/if}
    {#if a && b}
      <div class="mt-3 grid gap-1">
        <Coded picture={a} name="The reference" {choices} onsaid={() => job.forget()} />
        <Coded picture={b} name={names[1]} {choices} onsaid={() => job.forget()} />
      </div>
    {/if}
    <details class="mt-1">
      <summary class="soft small"
        >Limits of this set{set.limits.setBy ? `, set by ${set.limits.setBy}` : ''}</summary
      >
      <div class="limits">
        {#each LIMITS as [key, word, least] (key)}
          <label class="field"
            ><span>{word}</span><input
              class="mono input"
              type="number"
              min={least}
              step={least}
              value={set.limits.limits[key]}
              disabled={!h.may('PRODUCER', 'COORDINATOR')}
              onchange={(e) => limit({ ...set.limits.limits, [key]: e.currentTarget.valueAsNumber })}
            /></label
          >
        {/each}
      </div>
      <p class="soft small">
        {set.limits.setBy ? '' : 'The usual ones: common practice, no source. '}What was kept stays as it was
        held.
      </p>
      {#if set.limits.setBy && h.may('PRODUCER', 'COORDINATOR')}<button
          class="tight mt-1 btn"
          onclick={() => limit(null)}>Back to the usual ones</button
        >{/if}
    </details>
  </aside>
</div>

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 296px;
    gap: 16px;
  }
  .looks {
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
    margin-bottom: 6px;
  }
  .under {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 10px;
    align-items: start;
    margin-top: 6px;
  }
  @media (min-width: 701px) {
    .under .looks {
      flex-wrap: nowrap;
    }
  }
  .empty {
    padding: 28px;
    aspect-ratio: 16 / 9;
    display: grid;
    align-content: center;
    gap: 6px;
  }
  summary {
    min-height: 24px;
    padding-block: 3px;
  }
  .limits {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 6px;
    margin-block: 6px;
  }
  button[aria-pressed='true'] {
    background: var(--ink);
    color: var(--paper);
  }
  button[aria-pressed='true'] kbd {
    color: inherit;
  }
  .now kbd {
    color: inherit;
  }
</style>
