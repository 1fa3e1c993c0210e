<script lang="ts">
  import type { Schemas } from '../api/client';

  /** Values of every frame of a clip, one chart below the other. */
  interface Props {
    tracks: readonly Schemas['Track'][];
    /** The frame that is shown, counted from the first of the charts. */
    at: number;
    /** Frames that are marked. */
    marks: readonly number[];
  }
  let { tracks, at, marks }: Props = $props();
  const X = 600;
  const Y = 64;
  const line = (shares: readonly number[]) =>
    shares
      .map(
        (v, i) =>
          `${((i / Math.max(1, shares.length - 1)) * X).toFixed(1)},${(Y / 2 - v * (Y / 2 - 4)).toFixed(1)}`,
      )
      .join(' ');
  const place = (frame: number, of: number) => (frame / Math.max(1, of - 1)) * X;
</script>

<div class="charts">
  {#each tracks as t (t.label)}
    <div class="chart">
      <span class="soft small">{t.label} <span class="mono">{t.most}</span></span>
      <svg
        viewBox="0 0 {X} {Y}"
        preserveAspectRatio="none"
        role="img"
        aria-label="{t.label} of every frame, {t.most}"
      >
        <line x1="0" x2={X} y1={Y / 2} y2={Y / 2} class="zero" />
        <polyline points={line(t.shares)} />
        {#each marks as m (m)}<line
            x1={place(m, t.shares.length)}
            x2={place(m, t.shares.length)}
            y1="0"
            y2={Y}
            class="bump"
          />{/each}
        <line x1={place(at, t.shares.length)} x2={place(at, t.shares.length)} y1="0" y2={Y} class="at" />
      </svg>
    </div>
  {/each}
</div>

<style>
  .charts {
    display: grid;
    gap: 3px;
    margin-top: 6px;
  }
  .chart {
    position: relative;
  }
  .chart > span {
    position: absolute;
    left: 0;
    top: 1px;
    padding-inline: 6px;
    background: rgb(from var(--sheet) r g b / 85%);
  }
  svg {
    width: 100%;
    height: 34px;
    display: block;
    background: var(--sheet);
    border: 1px solid var(--line);
  }
  polyline {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.5;
    vector-effect: non-scaling-stroke;
  }
  .zero {
    stroke: var(--line);
    vector-effect: non-scaling-stroke;
  }
  .bump {
    stroke: var(--pencil);
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }
  .at {
    stroke: var(--ink);
    stroke-dasharray: 3 3;
    vector-effect: non-scaling-stroke;
  }
</style>
