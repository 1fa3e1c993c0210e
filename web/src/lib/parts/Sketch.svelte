<script lang="ts">
  import type { Schemas } from '../api/client';

  /** The schematic picture of one frame, as the core worked it out. */
  let { frame }: { frame: Schemas['SketchFrame'] } = $props();
  const id = $props.id();
</script>

<svg viewBox="0 0 320 180" role="img" aria-label="Frame {frame.frame}: {frame.figures.map((f) => f.label).join(', ') || 'nobody in frame'}">
  <defs><pattern id="s{id}" width="6" height="6" patternTransform="rotate(90)" patternUnits="userSpaceOnUse"><line x1="0" y1="0" x2="0" y2="6" stroke="var(--ink)" stroke-width="2" /></pattern></defs>
  <rect width="320" height="180" fill="var(--shade)" stroke="var(--ink)" />
  <line x1="0" x2="320" y1="142" y2="142" stroke="var(--line)" />
  {#each frame.figures as f, i (i)}
    {@const l = f.left * 320}
    {@const w = (f.right - f.left) * 320}
    {#if f.kind === 'streak'}
      <rect x={l} y="70" width={w} height="70" fill="url(#s{id})" opacity={f.opacity} />
    {:else}
      <g opacity={f.opacity} fill={i % 2 ? 'color-mix(in oklab, var(--ink) 48%, var(--shade))' : 'color-mix(in oklab, var(--ink) 72%, var(--shade))'}>
        <path d="M{l} 180V128Q{l} 92 {l + w / 2} 92T{l + w} 128V180z" />
        <circle cx={l + w / 2} cy="70" r={Math.min(20, w / 3)} />
      </g>
      <text x={l + w / 2} y="172" text-anchor="middle" font-size="10" fill="var(--paper)">{w > 50 ? f.label : ''}</text>
    {/if}
  {/each}
  {#each frame.joins as j, i (i)}
    <line x1={j * 320} x2={j * 320} y1="0" y2="180" stroke="var(--pencil)" stroke-width="2" stroke-dasharray="6 4" />
  {/each}
  {#if frame.figures.length === 0}<text x="160" y="96" text-anchor="middle" font-size="12" fill="var(--soft)">nobody in frame</text>{/if}
  {#if frame.crossed}<text x="8" y="18" font-size="12" font-weight="700" fill="var(--pencil)">crosses the join</text>{/if}
</svg>

<style>
  svg {
    width: 100%;
    display: block;
  }
</style>
