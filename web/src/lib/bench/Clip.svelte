<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Schemas } from '../api/client';
  import { house } from '../house.svelte';

  /** A clip, shown frame by frame. */
  interface Props {
    clip: Schemas['ClipView'];
    frame: number;
    label: string;
    over?: Snippet;
  }
  let { clip, frame = $bindable(), label, over }: Props = $props();
  const h = house();
  let video = $state<HTMLVideoElement>();
  const fps = $derived(Number(clip.rate) || 24);

  // The middle of a frame's time, so that rounding cannot show a neighbour.
  $effect(() => {
    if (video && Math.abs(video.currentTime * fps - (frame + 0.5)) > 0.4) video.currentTime = (frame + 0.5) / fps;
  });
</script>

<div class="clip" style:aspect-ratio="{clip.width} / {clip.height}">
  <video bind:this={video} src="/api/productions/{h.id}/clips/{clip.id}/file" muted playsinline preload="auto" aria-label={label} onloadeddata={() => video && (video.currentTime = (frame + 0.5) / fps)}></video>
  <svg viewBox="0 0 {clip.width} {clip.height}" aria-hidden="true">{@render over?.()}</svg>
</div>
<div class="flex items-center gap-2 mt-1">
  <button class="btn tight" onclick={() => (frame = Math.max(0, frame - 1))} aria-label="frame back">‹ <kbd>,</kbd></button>
  <input class="grow" type="range" min="0" max={clip.frames - 1} bind:value={frame} aria-label="frame" />
  <button class="btn tight" onclick={() => (frame = Math.min(clip.frames - 1, frame + 1))} aria-label="frame on"><kbd>.</kbd> ›</button>
  <span class="mono">frame {frame} of {clip.frames - 1}</span>
</div>

<style>
  .clip {
    position: relative;
    background: #000;
  }
  video,
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }
  svg {
    pointer-events: none;
  }
  input {
    accent-color: var(--ink);
  }
</style>
