<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { untrack } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { free } from '../keys';
  import Pointed from './Pointed.svelte';

  /** Two versions of a shot in one picture, in step by the shot's frame. */
  let {
    v,
    others,
    at,
    src,
    close,
  }: {
    v: Schemas['VersionView'];
    /** Versions it may be held against, the newest first. */
    others: Schemas['VersionView'][];
    at: number;
    src: (version: Schemas['VersionView']) => string;
    close: (frame: number) => void;
  } = $props();
  type Way = 'SIDES' | 'DIVIDED' | 'FLICKED' | 'DIFFERENCE';
  const WAYS: { way: Way; name: string; key: string }[] = [
    { way: 'SIDES', name: 'Side by side', key: 's' },
    { way: 'DIVIDED', name: 'Divided', key: 'd' },
    { way: 'FLICKED', name: 'Flicked', key: 'f' },
    { way: 'DIFFERENCE', name: 'Difference', key: 'g' },
  ];
  const h = house();
  let against = $state(untrack(() => others[0]?.id ?? ''));
  const w = $derived(others.find((x) => x.id === against) ?? others[0]);
  let way = $state<Way>('DIVIDED');
  let divide = $state(50);
  let back = $state(false);
  let frame = $state(untrack(() => at));
  let playing = $state(false);
  const first = $derived(w ? Math.max(v.firstFrame, w.firstFrame) : v.firstFrame);
  const last = $derived(
    Math.min(v.firstFrame + v.facts.frames, w ? w.firstFrame + w.facts.frames : Infinity) - 1,
  );
  /** The frame each really shows. */
  let shows = $state<Record<string, number>>({});
  const players: Record<string, HTMLVideoElement> = {};
  const apart = $derived(
    w && shows[v.id] !== undefined && shows[w.id] !== undefined && !playing && shows[v.id] !== shows[w.id],
  );
  const clip = (x: Schemas['VersionView']) => x.type.startsWith('video/');

  // What is worked out is of the frame that stands.
  let stands = $state(untrack(() => at));
  $effect(() => {
    const f = frame;
    if (playing) return;
    const timer = window.setTimeout(() => (stands = f), 250);
    return () => clearTimeout(timer);
  });
  const found = createQuery(() => ({
    queryKey: ['difference', v.id, w?.id, stands],
    enabled: w !== undefined && !playing,
    staleTime: Infinity,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/versions/{version}/difference', {
          params: {
            path: { production: h.id, version: v.id },
            query: { against: w?.id ?? '', frame: stands },
          },
        }),
      ),
  }));
  const told = $derived(!playing && stands === frame ? found.data : undefined);

  /** The middle of a frame's time, so that rounding can't show a neighbour. */
  function stand(el: HTMLVideoElement, x: Schemas['VersionView'], f: number): void {
    const to = (f - x.firstFrame + 0.5) / x.fps;
    if (el.currentTime !== to) el.currentTime = to;
  }

  function follow(el: HTMLVideoElement, x: Schemas['VersionView']) {
    players[x.id] = el;
    $effect(() => {
      const f = frame;
      if (playing) return;
      stand(el, x, f);
      const again = () => stand(el, x, f);
      el.addEventListener('loadedmetadata', again);
      return () => el.removeEventListener('loadedmetadata', again);
    });
    let handle = el.requestVideoFrameCallback(function drawn(_, meta) {
      if (!el.seeking) {
        shows[x.id] = x.firstFrame + Math.round(meta.mediaTime * x.fps);
        if (playing && x.id === v.id) beat();
      }
      handle = el.requestVideoFrameCallback(drawn);
    });
    const sought = () =>
      requestAnimationFrame(() =>
        requestAnimationFrame(() => {
          if (!el.seeking) shows[x.id] = x.firstFrame + Math.floor(el.currentTime * x.fps);
        }),
      );
    el.addEventListener('seeked', sought);
    return () => {
      el.cancelVideoFrameCallback(handle);
      el.removeEventListener('seeked', sought);
      delete players[x.id];
    };
  }

  /** While it plays the second goes with the first. */
  function beat(): void {
    const a = players[v.id];
    const b = w && players[w.id];
    if (!a) return;
    frame = Math.max(first, Math.min(last, shows[v.id] ?? frame));
    if (b && w) {
      const off = (a.currentTime * v.fps + v.firstFrame - w.firstFrame) / w.fps - b.currentTime;
      if (Math.abs(off) > 0.5) b.currentTime += off;
      b.playbackRate = 1 + Math.max(-0.2, Math.min(0.2, off * 3));
    }
    if (frame >= last) stop();
  }

  function stop(): void {
    playing = false;
    for (const el of Object.values(players)) {
      el.pause();
      el.playbackRate = 1;
    }
  }

  function play(): void {
    if (playing) {
      stop();
      return;
    }
    if (frame >= last) frame = first;
    for (const x of [v, w]) {
      const el = x && players[x.id];
      if (x && el) stand(el, x, frame);
    }
    playing = true;
    for (const el of Object.values(players)) void el.play().catch(() => stop());
  }

  function step(by: number): void {
    stop();
    frame = Math.max(first, Math.min(last, frame + by));
  }
  const most = $derived(told?.most ?? null);

  $effect(() =>
    tinykeys(window, {
      ',': free(() => step(-1)),
      '.': free(() => step(1)),
      Space: free(play),
      x: free(() => (back = !back)),
      ...Object.fromEntries(WAYS.map((x) => [x.key, free(() => (way = x.way))])),
      Escape: free(() => close(frame)),
    }),
  );
</script>

{#snippet picture(x: Schemas['VersionView'], kind: string)}
  {#if clip(x)}
    <video
      class={kind}
      src={src(x)}
      preload="auto"
      muted
      playsinline
      disablepictureinpicture
      aria-label="version {x.number}"
      {@attach (el) => follow(el, x)}
    ></video>
  {:else}<img class={kind} src={src(x)} alt="version {x.number}" onload={() => (shows[x.id] = frame)} />{/if}
{/snippet}

<section class="beside" aria-label="Two versions">
  <div class="ways" role="group" aria-label="How the two are seen">
    <span class="small">Version {v.number} against</span>
    <select class="select" bind:value={against} aria-label="Against which version"
      >{#each others as x (x.id)}<option value={x.id}>version {x.number}</option>{/each}</select
    >
    {#each WAYS as x (x.way)}<button
        class="tight btn"
        class:ink={way === x.way}
        aria-pressed={way === x.way}
        onclick={() => (way = x.way)}>{x.name} <kbd>{x.key}</kbd></button
      >{/each}
    <button class="tight ml-auto btn" onclick={() => close(frame)}>Leave <kbd>Esc</kbd></button>
  </div>
  {#if w}
    {#key w.id}
      <div
        class="dark {way.toLowerCase()}"
        class:back
        style:--divide="{divide}%"
        style:--shape="{v.facts.raster.width} / {v.facts.raster.height}"
      >
        <div class="one">{@render picture(w, 'under')}<span class="name small">version {w.number}</span></div>
        <div class="two">{@render picture(v, 'over')}<span class="name small">version {v.number}</span></div>
        {#if most && way !== 'SIDES'}<Pointed part={most} {...v.facts.raster} />{/if}
      </div>
    {/key}
    {#if way === 'DIVIDED'}<label class="small split"
        ><span>divided at</span><input
          type="range"
          min="0"
          max="100"
          bind:value={divide}
          aria-label="Where the picture is divided, from left to right"
        /></label
      >{/if}
    {#if way === 'FLICKED'}<button class="tight btn" onclick={() => (back = !back)}
        >See version {back ? v.number : w.number} <kbd>x</kbd></button
      >{/if}
    <p class="small" role="status">
      {#if apart}The two are not on the same frame yet.
      {:else if found.isError}{found.error.message}
      {:else if told}<strong>{told.words}</strong>{:else}<span class="soft"
          >{playing ? 'Told where it stands.' : 'Looking at this frame…'}</span
        >{/if}
    </p>
  {/if}
  <div class="acts">
    <button class="tight btn" onclick={() => step(-1)} aria-label="one frame back">‹ <kbd>,</kbd></button>
    <button class="ink tight btn" onclick={play}>{playing ? 'Stop' : 'Play'}</button>
    <button class="tight btn" onclick={() => step(1)} aria-label="one frame on"><kbd>.</kbd> ›</button>
    <span class="mono count"><strong>frame {frame}</strong></span>
    <input
      class="grow"
      type="range"
      min={first}
      max={last}
      value={frame}
      aria-label="Frame"
      oninput={(e) => {
        stop();
        frame = Number(e.currentTarget.value);
      }}
    />
  </div>
</section>

<style>
  .beside {
    display: flex;
    flex-direction: column;
    gap: 6px;
    flex: 1;
    min-height: 0;
  }
  .ways,
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
  }
  .ways .select {
    width: auto;
  }
  .dark {
    position: relative;
    flex: 1;
    min-height: 160px;
    background: #0d0b09;
    overflow: hidden;
  }
  .one,
  .two {
    position: absolute;
    inset: 0;
  }
  video,
  img {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    object-fit: contain;
  }
  .name {
    position: absolute;
    bottom: 8px;
    padding: 2px 8px;
    background: #0d0b09;
    color: #f5f0e4;
  }
  .one .name {
    left: 8px;
  }
  .two .name {
    right: 8px;
  }
  .sides .one {
    right: 50%;
  }
  .sides .two {
    left: 50%;
  }
  .divided .two {
    clip-path: inset(0 0 0 var(--divide));
  }
  .divided::after {
    content: '';
    position: absolute;
    top: 0;
    bottom: 0;
    left: var(--divide);
    width: 1px;
    background: #f5f0e4;
  }
  .flicked:not(.back) .one,
  .flicked.back .two {
    visibility: hidden;
  }
  /* Four times as strong, so that a little is seen as well. */
  .difference {
    background: #000;
    isolation: isolate;
  }
  .difference .two {
    mix-blend-mode: difference;
  }
  .difference .two .name,
  .difference .one .name {
    visibility: hidden;
  }
  .difference .one,
  .difference .two {
    filter: none;
  }
  .difference::after {
    content: '';
    position: absolute;
    inset: 0;
    backdrop-filter: brightness(4);
    pointer-events: none;
  }
  .split {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .split input,
  .grow {
    flex: 1;
    accent-color: var(--ink);
  }
</style>
