<script lang="ts">
  import { untrack } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import type { Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { enter, free } from '../keys';
  import Drawn from './Drawn.svelte';

  /** One note's frames as they were and as they are, in step by the shot's frame, for who gave it to judge. */
  let {
    note,
    old,
    now,
    src,
    left,
    busy,
    met,
    notMet,
    close,
  }: {
    note: Schemas['NoteView'];
    old: Schemas['VersionView'];
    now: Schemas['VersionView'];
    src: (version: Schemas['VersionView']) => string;
    left: number;
    /** Whether what was said is on its way. */
    busy: boolean;
    met: () => void;
    notMet: (words: string) => Promise<boolean>;
    close: () => void;
  } = $props();

  const id = untrack(() => note.id);
  let frame = $state(untrack(() => note.frame));
  // What is typed stays on this device until it is said.
  const why = new Draft(() => `again ${id}`);
  let asking = $state(false);
  const first = $derived(Math.max(old.firstFrame, now.firstFrame));
  const last = $derived(Math.min(old.firstFrame + old.facts.frames, now.firstFrame + now.facts.frames) - 1);
  const sides = $derived([
    { v: old, name: `version ${old.number}, as it was noted` },
    { v: now, name: `version ${now.number}, the answer` },
  ]);

  /** The frame each side really shows, by id of its version: nothing is judged that is not on the screen. */
  let shows = $state<Record<string, number>>({});
  const there = $derived(sides.every(({ v }) => shows[v.id] === frame));

  const clip = (v: Schemas['VersionView']) => v.type.startsWith('video/');

  /** Goes to the middle of the frame's time, so that rounding can't show a neighbour. */
  function seek(el: HTMLVideoElement, v: Schemas['VersionView'], f: number): void {
    const to = (f - v.firstFrame + 0.5) / v.fps;
    if (el.currentTime !== to) el.currentTime = to;
  }

  /** Keeps a clip on the frame, and hears from the browser which one it shows. */
  function follow(el: HTMLVideoElement, v: Schemas['VersionView']) {
    $effect(() => {
      const f = frame;
      seek(el, v, f);
      const again = () => seek(el, v, f);
      el.addEventListener('loadedmetadata', again);
      return () => el.removeEventListener('loadedmetadata', again);
    });
    let handle = el.requestVideoFrameCallback(function drawn(_, meta) {
      shows[v.id] = v.firstFrame + Math.round(meta.mediaTime * v.fps);
      handle = el.requestVideoFrameCallback(drawn);
    });
    // A frame that comes while the browser tells of another is not told: it is there once it was sought.
    const sought = () =>
      requestAnimationFrame(() =>
        requestAnimationFrame(() => {
          if (!el.seeking) shows[v.id] = v.firstFrame + Math.floor(el.currentTime * v.fps);
        }),
      );
    el.addEventListener('seeked', sought);
    return () => {
      el.cancelVideoFrameCallback(handle);
      el.removeEventListener('seeked', sought);
    };
  }
  const step = (by: number) => (frame = Math.max(first, Math.min(last, frame + by)));
  const answer = $derived(note.said.filter((s) => s.kind === 'ANSWERED').at(-1));

  async function refuse(): Promise<void> {
    if (await notMet(why.words)) why.words = '';
  }
  const yes = () => there && !asking && !busy && met();

  $effect(() =>
    tinykeys(window, {
      ',': free(() => step(-1)),
      '.': free(() => step(1)),
      Enter: enter(yes),
      x: free(() => (asking = true)),
      Escape: () => (asking ? (asking = false) : close()),
    }),
  );
</script>

<section class="pair" aria-label="The note and its answer">
  <p class="words">
    <strong>{note.words}</strong>
    <span class="soft">{[note.on, note.by].join(', ')}{answer ? ` · ${answer.said}` : ''}</span>
  </p>
  <div class="both">
    {#each sides as s (s.v.id)}
      <figure>
        <div class="dark" style:aspect-ratio="{s.v.facts.raster.width} / {s.v.facts.raster.height}">
          {#if clip(s.v)}
            <video
              src={src(s.v)}
              preload="auto"
              muted
              playsinline
              disablepictureinpicture
              aria-label={s.name}
              class:away={shows[s.v.id] !== frame}
              {@attach (el) => follow(el, s.v)}
            ></video>
          {:else}<img src={src(s.v)} alt={s.name} onload={() => (shows[s.v.id] = frame)} />{/if}
          {#if note.drawn && note.frame <= frame && frame <= note.lastFrame}<Drawn
              drawn={[note.drawn]}
            />{/if}
        </div>
        <figcaption class="small">
          {s.name}{shows[s.v.id] === frame ? '' : `: frame ${frame} is not there yet`}
        </figcaption>
      </figure>
    {/each}
  </div>
  <div class="acts">
    <button class="tight btn" onclick={() => step(-1)} aria-label="one frame back">‹ <kbd>,</kbd></button>
    <span class="mono">frame {frame}</span>
    <button class="tight btn" onclick={() => step(1)} aria-label="one frame on"><kbd>.</kbd> ›</button>
    <span class="ml-auto"></span>
    {#if asking}
      <form
        onsubmit={(e) => {
          e.preventDefault();
          void refuse();
        }}
      >
        <input
          class="input"
          name="words"
          {@attach (el) => el.focus()}
          bind:value={why.words}
          aria-label="Why it is not met"
          placeholder="what is still to be changed"
        /><button class="tight now btn" disabled={busy}>Not met</button><button
          type="button"
          class="tight btn"
          onclick={() => (asking = false)}>Leave</button
        >
      </form>
    {:else}
      <button class="ink btn" disabled={!there || busy} onclick={yes}>Confirm <kbd>Enter</kbd></button>
      <button class="btn" onclick={() => (asking = true)}>Not met <kbd>x</kbd></button>
      <button class="tight btn" onclick={close}>Later <kbd>Esc</kbd></button>
    {/if}
  </div>
  {#if left > 1}<p class="small soft">{left - 1} more after this.</p>{/if}
</section>

<style>
  .pair {
    display: flex;
    flex-direction: column;
    gap: 8px;
    flex: 1;
    min-height: 0;
  }
  .words {
    border-left: 4px solid var(--pencil);
    padding-left: 10px;
  }
  .words span {
    display: block;
  }
  .both {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
  }
  .dark {
    position: relative;
    max-height: 60vh;
    width: 100%;
    background: #0d0b09;
  }
  video,
  img {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    object-fit: contain;
  }
  .away {
    opacity: 0.25;
  }
  .acts,
  .acts form {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .acts {
    flex-wrap: wrap;
  }
  .acts form {
    flex: 1;
  }
  .acts kbd {
    color: inherit;
  }
  @media (max-width: 700px) {
    .both {
      grid-template-columns: 1fr;
    }
  }
</style>
