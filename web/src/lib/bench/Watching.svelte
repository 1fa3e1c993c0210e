<script lang="ts">
  import { tinykeys } from 'tinykeys';
  import { api, got, send, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { free } from '../keys';
  import { frame as shell } from '../state.svelte';
  import Clip from './Clip.svelte';
  import Coded from './Coded.svelte';
  import Curves from './Curves.svelte';
  import { Job } from './job.svelte';
  import JobLine from './JobLine.svelte';

  /** One take watched frame by frame: flicker, drift, touches of the camera, and where somebody is. */
  let { set, choices }: { set: Schemas['BenchSet']; choices: Schemas['Choices'] } = $props();
  const h = house();
  const watching = new Job(() => h.id);
  const zoning = new Job(() => h.id);
  let takeId = $state('');
  let cleanId = $state('');
  let frame = $state(0);
  let part = $state(1);
  let progress = $state<number | null>(null);
  let sending: AbortController | null = null;
  let wrong = $state('');

  const take = $derived(
    set.takes.find((t) => t.id === takeId) ?? set.takes.find((t) => t.clips.length > 0) ?? set.takes[0],
  );
  const clip = $derived(take?.clips[take.clips.length - 1]);
  const cleans = $derived(set.takes.filter((t) => t.id !== take?.id && t.stills.length > 0));
  const clean = $derived(cleans.find((t) => t.id === cleanId) ?? cleans.find((t) => t.clean) ?? cleans[0]);
  const w = $derived(watching.done?.watch ?? null);
  const file = (job: Job, name: string) => `/api/productions/${h.id}/bench/jobs/${job.done?.id}/${name}`;
  const z = $derived(zoning.done?.zones ?? null);
  const here = $derived(z?.occupied[frame]?.boxes ?? []);
  const name = (t: Schemas['BenchTake']) => `${t.label}, take ${t.number}`;

  function choose(id: string): void {
    takeId = id;
    frame = 0;
    watching.forget();
    zoning.forget();
  }

  async function watch(): Promise<void> {
    if (clip && !watching.busy) {
      const done = await watching.run(() =>
        got(
          api.POST('/api/productions/{production}/bench/watches', {
            params: { path: { production: h.id } },
            body: { clip: clip.id },
          }),
        ),
      );
      const first = done?.watch?.bumps[0];
      if (first) frame = first.frame;
    }
  }

  async function zones(): Promise<void> {
    const still = clean?.stills[0];
    if (clip && still && !zoning.busy)
      await zoning.run(() =>
        got(
          api.POST('/api/productions/{production}/bench/zones', {
            params: { path: { production: h.id } },
            body: { clip: clip.id, clean: still.id },
          }),
        ),
      );
  }

  async function said(call: Promise<unknown>, words: string): Promise<void> {
    try {
      await call;
      await h.again();
      shell.say(words);
    } catch (e) {
      shell.wrong(e);
    }
  }

  let keptZones = $state('');
  async function keep(): Promise<void> {
    if (!(await zoning.keep())) return;
    keptZones = zoning.done?.id ?? '';
    await h.again();
    shell.say('Zones kept: joins of this take keep clear of them.');
  }

  const plan = () =>
    take &&
    said(
      api.POST('/api/productions/{production}/takes/{take}/zones/plan', {
        params: { path: { production: h.id, take: take.id } },
        body: { part },
      }),
      `Part ${part} is now planned by what was measured.`,
    );
  const pull = () =>
    clip &&
    said(
      api.POST('/api/productions/{production}/clips/{clip}/stills', {
        params: { path: { production: h.id, clip: clip.id } },
        body: { id: crypto.randomUUID(), frame },
      }),
      `Frame ${frame} is now a still of this take.`,
    );
  const touch = (f: number) =>
    said(
      api.POST('/api/productions/{production}/setups/{setup}/touches', {
        params: { path: { production: h.id, setup: set.setup } },
        body: {
          id: crypto.randomUUID(),
          kind: 'LEGS',
          note: `seen at frame ${f} of ${take ? name(take) : ''}`,
        },
      }),
      'Logged as a touch of the camera: later takes of the set are in doubt.',
    );

  async function add(file: File | undefined): Promise<void> {
    if (!file || !take) return;
    wrong = '';
    progress = 0;
    sending = new AbortController();
    const form = new FormData();
    form.append('file', file);
    form.append('caption', file.name);
    try {
      await send(
        `/api/productions/${h.id}/takes/${take.id}/clips`,
        form,
        (x) => (progress = x),
        sending.signal,
      );
      await h.again();
    } catch (e) {
      wrong = e instanceof Error ? e.message : String(e);
    } finally {
      progress = null;
    }
  }

  $effect(() =>
    tinykeys(window, {
      ',': free(() => (frame = Math.max(0, frame - 1))),
      '.': free(() => (frame = Math.min((clip?.frames ?? 1) - 1, frame + 1))),
      Enter: free(() => void watch()),
      z: free(() => void zones()),
      p: free(() => void pull()),
    }),
  );
</script>

<div class="two">
  <div class="min-w-0">
    <div class="mb-2 flex items-end gap-2">
      <label class="field grow"
        ><span>Take</span><select
          class="select"
          value={take?.id}
          onchange={(e) => choose(e.currentTarget.value)}
          >{#each set.takes as t (t.id)}<option value={t.id}
              >{name(t)}{t.clips.length > 0
                ? ` · ${t.clips[t.clips.length - 1]?.caption}`
                : ' · no clip'}</option
            >{/each}</select
        ></label
      >
      {#if progress !== null}<button class="btn" onclick={() => sending?.abort()}
          >{Math.round(progress * 100)} %, stop</button
        >{:else if take}<label class="btn"
          >Add a clip<input
            class="sr-only"
            type="file"
            accept=".mp4,.m4v,.mov,.qt,.mxf,.mkv,.webm,.avi,.ts,.mts,.m2ts"
            onchange={(e) => add(e.currentTarget.files?.[0])}
          /></label
        >{/if}
    </div>
    {#if wrong}<p class="pencil" role="alert">{wrong}</p>{/if}
    {#if clip && take}
      <Clip {clip} bind:frame label={name(take)}>
        {#snippet over()}
          {#each here as b (b.left)}<rect
              x={b.left * clip.width}
              y={b.top * clip.height}
              width={(b.right - b.left) * clip.width}
              height={(b.bottom - b.top) * clip.height}
              class="zone"
            />{/each}
        {/snippet}
      </Clip>
      {#if w}
        <Curves tracks={w.tracks} at={frame} marks={w.bumps.map((b) => b.frame)} />
      {/if}
      {#if z}
        <svg
          class="strip"
          viewBox="0 0 {z.frames} 100"
          preserveAspectRatio="none"
          role="img"
          aria-label="where somebody is, frame by frame, from left to right of the picture"
        >
          {#each z.occupied as o (o.frame)}{#each o.boxes as b (b.left)}<rect
                x={o.frame}
                y={b.left * 100}
                width="1"
                height={(b.right - b.left) * 100}
              />{/each}{/each}
          <line x1={frame + 0.5} x2={frame + 0.5} y1="0" y2="100" class="at" />
        </svg>
        <p class="soft small">Frames go from left to right; up is the left edge of the picture.</p>
      {/if}
    {:else}
      <div class="sheet p-6">
        <h2>This take has no clip</h2>
        <p>
          Add the clip as the camera wrote it: mov, mp4, mxf and others. It is watched frame by frame. A
          compressed copy hides faint flicker; what cannot be told in it is said.
        </p>
      </div>
    {/if}
  </div>
  <aside aria-label="What was seen">
    <button class="btn w-full" class:now={!w} disabled={!clip || watching.busy} onclick={watch}
      >Watch for flicker and touches <kbd>Enter</kbd></button
    >
    <JobLine job={watching} />
    {#if clip}
      <div class="mt-2 grid gap-1">
        {#if clip.recorded}<p class="soft small">{clip.recorded}</p>{/if}
        {#each clip.cautions as c (c)}<p class="small">{c}</p>{/each}
        <Coded clip picture={clip} name="The clip" {choices} onsaid={() => watching.forget()} />
      </div>
    {/if}
    {#if w}
      <p class="verdict mt-2" class:bad={w.bumps.length > 0 || w.flicker.seen}>{w.words}</p>
      {#each w.bumps as b (b.frame)}<button class="tight mt-2 btn" onclick={() => (frame = b.frame)}
          >Go to frame {b.frame}</button
        >
        {#if b.lasts && h.may('PRODUCER', 'COORDINATOR', 'FLOOR')}<button
            class="tight mt-2 btn"
            onclick={() => touch(b.frame)}>Log it as a touch</button
          >{/if}{/each}
      <div class="mt-2 flex gap-2">
        <a class="tight btn" href={file(watching, 'frames.csv')} download="watch.csv">Every frame, CSV</a>
        <a class="tight btn" href={file(watching, 'frames.json')} download="watch.json">JSON</a>
      </div>
    {/if}
    <div class="rule mt-3 pt-3">
      <label class="field"
        ><span>Clean plate to measure against</span><select
          class="select"
          value={clean?.id}
          onchange={(e) => ((cleanId = e.currentTarget.value), zoning.forget())}
          >{#each cleans as t (t.id)}<option value={t.id}>{name(t)}</option>{/each}</select
        ></label
      >
      <button class="mt-2 btn w-full" disabled={!clip || !clean || zoning.busy} onclick={zones}
        >Measure where somebody is <kbd>z</kbd></button
      >
      <JobLine job={zoning} />
      {#if z}
        <p class="mt-2">{z.words}</p>
        {#if z.zones.length > 0}
          {#if zoning.done?.id === keptZones}<p class="soft small mt-2">Kept.</p>
          {:else}<button class="now mt-2 btn w-full" onclick={keep}>Keep the zones</button>{/if}
          <a
            class="tight mt-2 btn"
            href="{file(zoning, 'masks.zip')}?from={set.firstFrame}"
            download="masks.zip">Masks from frame {set.firstFrame}, PNG in a ZIP</a
          >{/if}
      {/if}
      {#if take?.zones && h.may('PRODUCER', 'COORDINATOR')}
        <div class="mt-2 flex items-end gap-2">
          <label class="field"
            ><span>Part of the shot</span><input
              class="mono input"
              type="number"
              min="1"
              max="12"
              bind:value={part}
            /></label
          >
          <button class="btn grow" onclick={plan}>Plan by what was measured</button>
        </div>
      {/if}
    </div>
    <div class="rule mt-3 pt-3">
      <button
        class="btn w-full"
        disabled={!clip || !h.may('PRODUCER', 'COORDINATOR', 'FLOOR', 'ARTIST')}
        onclick={pull}>Pull frame {frame} as a still <kbd>p</kbd></button
      >
    </div>
  </aside>
</div>

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 296px;
    gap: 16px;
  }
  .zone {
    fill: rgb(255 183 150 / 22%);
    stroke: #ffb796;
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }
  .at {
    stroke: var(--ink);
    stroke-dasharray: 3 3;
    vector-effect: non-scaling-stroke;
  }
  .strip {
    width: 100%;
    height: 70px;
    margin-top: 8px;
    background: var(--sheet);
    border: 1px solid var(--line);
    fill: var(--ink);
  }
  .verdict {
    font-size: 14px;
    font-weight: 640;
    border-left: 4px solid var(--ink);
    padding-left: 8px;
  }
  .verdict.bad {
    border-color: var(--pencil);
  }
  .now kbd {
    color: inherit;
  }
</style>
