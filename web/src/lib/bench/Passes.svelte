<script lang="ts">
  import { tinykeys } from 'tinykeys';
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { free } from '../keys';
  import { frame as shell } from '../state.svelte';
  import Coded from './Coded.svelte';
  import Curves from './Curves.svelte';
  import Figures from './Figures.svelte';
  import { Job } from './job.svelte';
  import JobLine from './JobLine.svelte';
  import Proved from './Proved.svelte';

  /** Two clips held against each other frame by frame: passes of a move, or takes that stand. */
  interface Props {
    set: Schemas['BenchSet'];
    choices: Schemas['Choices'];
    record: string;
  }
  let { set, choices, record }: Props = $props();
  const h = house();
  const job = new Job(() => h.id);
  let firstId = $state('');
  let secondId = $state('');
  let at = $state(0);
  let keptJob = $state('');

  const able = $derived(set.takes.filter((t) => t.clips.length > 0));
  const first = $derived(able.find((t) => t.id === firstId) ?? able.find((t) => t.reference) ?? able[0]);
  const second = $derived(
    able.find((t) => t.id === secondId && t.id !== first?.id) ?? able.find((t) => t.id !== first?.id),
  );
  const a = $derived(first?.clips[first.clips.length - 1]);
  const b = $derived(second?.clips[second.clips.length - 1]);
  const p = $derived(job.done?.passes ?? null);
  /** What was kept last of these two, if it was of clips. */
  const kept = $derived(
    set.pairs
      .map((x) => x.kept)
      .find((k) => k?.passes && k.firstTake === first?.id && k.secondTake === second?.id),
  );
  const name = (t: Schemas['BenchTake'] | undefined) => (t ? `${t.label}, take ${t.number}` : '');
  const frame = (clip: Schemas['ClipView'], n: number) =>
    `/api/productions/${h.id}/clips/${clip.id}/frames/${Math.max(0, Math.min(clip.frames - 1, n))}`;

  /** The pictures follow once the hand rests. */
  let shown = $state(0);
  $effect(() => {
    const to = at;
    const timer = setTimeout(() => (shown = to), 150);
    return () => clearTimeout(timer);
  });

  const sides = $derived(
    a && b
      ? [
          { which: 'first' as const, t: first, c: a, n: shown },
          { which: 'second' as const, t: second, c: b, n: shown + (p?.begins ?? 0) },
        ]
      : [],
  );

  function choose(which: 'first' | 'second', id: string): void {
    if (which === 'first') firstId = id;
    else secondId = id;
    at = 0;
    job.forget();
  }

  async function hold(): Promise<void> {
    if (!a || !b || job.busy) return;
    const done = await job.run(() =>
      got(
        api.POST('/api/productions/{production}/bench/passes', {
          params: { path: { production: h.id } },
          body: { first: a.id, second: b.id },
        }),
      ),
    );
    if (done?.passes) at = done.passes.worst;
  }

  async function keep(): Promise<void> {
    const j = job.done;
    if (!j?.passes || j.id === keptJob) return;
    if (!(await job.keep())) return;
    keptJob = j.id;
    await h.again();
    shell.say(
      j.passes.agrees
        ? `Kept: ${name(second)} agrees with ${name(first)}.`
        : `Kept: ${name(second)} is in doubt until it is shot again or lived with.`,
    );
  }

  $effect(() =>
    tinykeys(window, {
      Enter: free(() => void hold()),
      k: free(() => void keep()),
      ',': free(() => (at = Math.max(p?.first ?? 0, at - 1))),
      '.': free(() => (at = Math.min((p?.first ?? 0) + (p?.both ?? 1) - 1, at + 1))),
    }),
  );
</script>

<div class="two">
  <div class="min-w-0">
    {#if a && b}
      <div class="pair">
        {#each sides as s (s.which)}
          <figure>
            <label class="field"
              ><span>{s.which === 'first' ? 'First' : 'Second, held against it'}</span><select
                class="select"
                value={s.t?.id}
                onchange={(e) => choose(s.which, e.currentTarget.value)}
                >{#each able as t (t.id)}<option value={t.id}
                    >{name(t)} · {t.clips[t.clips.length - 1]?.caption}</option
                  >{/each}</select
              ></label
            >
            <img
              src={frame(s.c, s.n)}
              alt="{name(s.t)}, frame {s.n}"
              style:aspect-ratio="{s.c.width} / {s.c.height}"
            />
            <figcaption class="mono small">frame {s.n} of {s.c.frames - 1}</figcaption>
          </figure>
        {/each}
      </div>
      {#if p}
        <input
          type="range"
          min={p.first}
          max={p.first + p.both - 1}
          bind:value={at}
          aria-label="frame of the first"
        />
        <Curves tracks={p.tracks} at={at - p.first} marks={[p.worst - p.first]} />
        <p class="soft small mt-1">
          The second against the first, frame by frame; full height is the limit or the most there is.
          <kbd>,</kbd> <kbd>.</kbd> step.
        </p>
      {:else}
        <p class="soft small mt-2">
          When the second begins is found by how both pictures move; then every frame is laid over its
          counterpart. Two takes of a camera that stands are held against each other from their beginning.
        </p>
      {/if}
    {:else}
      <div class="sheet p-6">
        <h2>Two takes with clips are needed</h2>
        <p>
          {able.length === 1 ? `Only ${name(able[0])} has one.` : 'No take of this set has one.'} Add clips under
          <em>Watch a take</em>.
        </p>
      </div>
    {/if}
  </div>
  <aside aria-label="What was found">
    <button class="btn w-full" class:now={!p} disabled={!a || !b || job.busy} onclick={hold}
      >Hold them against each other <kbd>Enter</kbd></button
    >
    <JobLine {job} />
    {#if p}
      <div class="mt-2">
        <Figures verdict={p.verdict} remedy={p.remedy} bad={!p.agrees} figures={p.figures} />
      </div>
      <div class="mt-3 flex gap-2">
        {#if job.done?.id === keptJob}<p class="soft small">Kept.</p>
        {:else}<button class="now btn grow" onclick={keep}>Keep as evidence <kbd>k</kbd></button>{/if}
        <a
          class="btn"
          href="/api/productions/{h.id}/bench/jobs/{job.done?.id}/frames.csv"
          download="passes.csv">Curves, CSV</a
        >
        <a
          class="btn"
          href="/api/productions/{h.id}/bench/jobs/{job.done?.id}/frames.json"
          download="passes.json">JSON</a
        >
      </div>
    {/if}
    {#if kept}<Proved {kept} {record} />{/if}
    {#if a && b}
      <div class="rule mt-3 grid gap-1 pt-3">
        <Coded clip picture={a} name={name(first)} {choices} onsaid={() => job.forget()} />
        <Coded clip picture={b} name={name(second)} {choices} onsaid={() => job.forget()} />
      </div>
    {/if}
  </aside>
</div>

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 296px;
    gap: 16px;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
  }
  figure {
    margin: 0;
    min-width: 0;
  }
  img {
    width: 100%;
    margin-top: 4px;
    background: var(--line);
    object-fit: contain;
  }
  input {
    width: 100%;
    min-height: 24px;
    accent-color: var(--ink);
  }
  .now kbd {
    color: inherit;
  }
</style>
