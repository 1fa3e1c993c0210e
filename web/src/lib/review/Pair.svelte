<script lang="ts">
  import { tinykeys } from 'tinykeys';
  import type { Schemas } from '../api/client';
  import { enter, free } from '../keys';

  /** A note's frames as they were and as they are, in step by the shot's frame, for who gave it to judge. */
  let {
    note,
    old,
    now,
    src,
    left,
    met,
    notMet,
    close,
  }: {
    note: Schemas['NoteView'];
    old: Schemas['VersionView'];
    now: Schemas['VersionView'];
    src: (version: Schemas['VersionView']) => string;
    left: number;
    met: () => void;
    notMet: (words: string) => void;
    close: () => void;
  } = $props();

  let frame = $state(0);
  let why = $state('');
  let asking = $state(false);
  const first = $derived(Math.max(old.firstFrame, now.firstFrame));
  const last = $derived(Math.min(old.firstFrame + old.facts.frames, now.firstFrame + now.facts.frames) - 1);
  const sides = $derived([
    { v: old, name: `version ${old.number}, as it was noted` },
    { v: now, name: `version ${now.number}, the answer` },
  ]);

  $effect(() => {
    frame = note.frame;
    why = '';
    asking = false;
  });

  /** Both stand in the middle of the frame's time, so that rounding can't show a neighbour. */
  function at(el: HTMLVideoElement, v: Schemas['VersionView'], f: number): void {
    if (v.fps > 0) el.currentTime = (f - v.firstFrame + 0.5) / v.fps;
  }
  function still(el: HTMLVideoElement, v: Schemas['VersionView']) {
    $effect(() => at(el, v, frame));
  }
  const step = (by: number) => (frame = Math.max(first, Math.min(last, frame + by)));

  $effect(() =>
    tinykeys(window, {
      ',': free(() => step(-1)),
      '.': free(() => step(1)),
      Enter: enter(met),
      x: free(() => (asking = true)),
      Escape: () => close(),
    }),
  );
</script>

<section class="pair" aria-label="The note and its answer">
  <p class="words">
    <strong>{note.words}</strong>
    <span class="soft"
      >{note.on}, {note.by}{#each note.said.filter((s) => s.kind === 'ANSWERED').slice(-1) as s (s.at)}
        · answered by {s.by}{s.words ? `: ${s.words}` : ''}{/each}</span
    >
  </p>
  <div class="both">
    {#each sides as s (s.v.id)}
      <figure>
        <div class="dark" style:aspect-ratio="{s.v.facts.raster.width} / {s.v.facts.raster.height}">
          {#if s.v.type.startsWith('video/')}
            <video
              src={src(s.v)}
              preload="auto"
              muted
              playsinline
              disablepictureinpicture
              aria-label={s.name}
              onloadeddata={(e) => at(e.currentTarget, s.v, frame)}
              {@attach (el) => still(el, s.v)}
            ></video>
          {:else}<img src={src(s.v)} alt={s.name} />{/if}
        </div>
        <figcaption class="small">{s.name}</figcaption>
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
          notMet(why);
        }}
      >
        <!-- svelte-ignore a11y_autofocus -->
        <input
          class="input"
          name="words"
          autofocus
          bind:value={why}
          aria-label="Why it is not met"
          placeholder="what is still to be changed"
        /><button class="tight now btn">Not met</button><button
          type="button"
          class="tight btn"
          onclick={() => (asking = false)}>Leave</button
        >
      </form>
    {:else}
      <button class="ink btn" onclick={met}>Met <kbd>Enter</kbd></button>
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
  .acts,
  .acts form {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
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
