<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import type { Snippet } from 'svelte';
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';

  /**
   * A clip, shown frame by frame: by its proxy, or by single frames of the clip itself until that is
   * made.
   */
  interface Props {
    clip: Schemas['ClipView'];
    frame: number;
    label: string;
    over?: Snippet;
    /** Told where the picture was clicked, px of the clip. */
    onpick?: (at: { x: number; y: number }) => void;
  }
  let { clip, frame = $bindable(), label, over, onpick }: Props = $props();
  const h = house();
  let video = $state<HTMLVideoElement>();
  const file = (what: string) => `/api/productions/${h.id}/clips/${clip.id}/${what}`;
  const stand = createQuery(() => ({
    queryKey: ['proxy', clip.id],
    enabled: clip.proxy === 'MAKING',
    refetchInterval: (q) => (q.state.data && q.state.data.proxy !== 'MAKING' ? false : 700),
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/clips/{clip}', {
          params: { path: { production: h.id, clip: clip.id } },
        }),
      ),
  }));
  const now = $derived(clip.proxy === 'MAKING' ? (stand.data ?? clip) : clip);
  const ready = $derived(now.proxy === 'READY');
  const middle = $derived((frame + 0.5) / now.proxyRate);

  // The middle of a frame's time, so that rounding cannot show a neighbour.
  $effect(() => {
    if (video && Math.abs(video.currentTime - middle) * now.proxyRate > 0.4) video.currentTime = middle;
  });
  /** What is asked of the server while there is no proxy: the last frame wanted, once the hand rests. */
  let asked = $state(0);
  $effect(() => {
    const to = frame;
    const timer = setTimeout(() => (asked = to), 120);
    return () => clearTimeout(timer);
  });
  function pick(e: PointerEvent): void {
    const r = (e.currentTarget as HTMLElement).getBoundingClientRect();
    onpick?.({
      x: ((e.clientX - r.left) / r.width) * clip.width,
      y: ((e.clientY - r.top) / r.height) * clip.height,
    });
  }
  const before = $derived(now.strip.filter((n) => n <= frame).length - 1);
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div
  class="clip"
  class:aimed={onpick}
  onpointerdown={pick}
  style:aspect-ratio="{clip.width} / {clip.height}"
  style:max-width="calc(42vh * {clip.width / clip.height})"
>
  {#if ready}
    <video
      bind:this={video}
      src={file('proxy')}
      muted
      playsinline
      preload="auto"
      aria-label={label}
      onloadeddata={() => video && (video.currentTime = middle)}
    ></video>
  {:else}
    <img src={file(`frames/${asked}`)} alt="{label}, frame {asked}" />
  {/if}
  <svg viewBox="0 0 {clip.width} {clip.height}" aria-hidden="true">{@render over?.()}</svg>
</div>
{#if ready}
  <div
    class="film"
    style:background-image="url({file('strip')})"
    role="group"
    aria-label="frames of the take"
  >
    {#each now.strip as n, i (n)}<button
        style:flex="1"
        aria-label="to frame {n}"
        aria-current={i === before ? 'true' : undefined}
        onclick={() => (frame = n)}
      ></button>{/each}
  </div>
{:else if now.proxy === 'MAKING'}
  <p class="soft small mt-1" role="status">
    {now.made > 0
      ? `A copy that plays is being made, ${Math.round(now.made * 100)} %.`
      : 'A copy that plays waits to be made.'} Single frames are shown until then.
  </p>
{:else}
  <p class="small mt-1" role="status">
    No copy that plays could be made: {now.fault} Single frames are shown.
  </p>
{/if}
<input type="range" min="0" max={now.frames - 1} bind:value={frame} aria-label="frame" />
<div class="flex items-center gap-2">
  <button class="tight btn" onclick={() => (frame = Math.max(0, frame - 1))} aria-label="frame back"
    >‹ <kbd>,</kbd></button
  >
  <button
    class="tight btn"
    onclick={() => (frame = Math.min(now.frames - 1, frame + 1))}
    aria-label="frame on"><kbd>.</kbd> ›</button
  >
  <span class="mono grow">frame {frame} of {now.frames - 1}</span>
  <a class="tight btn" href={file('file')} download>Download</a>
</div>

<style>
  .clip {
    position: relative;
    margin-inline: auto;
  }
  video {
    object-fit: fill;
  }
  .aimed {
    cursor: crosshair;
  }
  video,
  img,
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }
  svg {
    pointer-events: none;
  }
  .film {
    display: flex;
    height: 40px;
    margin-top: 4px;
    background-size: 100% 100%;
  }
  .film button {
    min-width: 24px;
    border-top: 3px solid transparent;
  }
  .film button[aria-current] {
    border-color: var(--ink);
    background: rgb(255 255 255 / 18%);
  }
  input {
    width: 100%;
    min-height: 24px;
    accent-color: var(--ink);
  }
</style>
