<script lang="ts">
  import type { Schemas } from '../api/client';

  /** What is used of a take, to measure: the take as a line, the pull as a box, what the cut shows as its core. */
  let { bar, words }: { bar: Schemas['PlateBar']; words: string } = $props();
  const W = 260;
  const H = 20;
  const x = (share: number): number => share * W;
  const line = $derived(
    bar.curve.map((d) => `${String(d.x * 18 + 1)},${String(H - 2 - d.y * (H - 4))}`).join(' '),
  );
</script>

<svg class="bar" viewBox="0 0 {W} {H}" preserveAspectRatio="none" role="img" aria-label={words}>
  <title>{words}</title>
  <defs
    ><pattern id="gap" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"
      ><line y2="5" stroke="var(--pencil)" stroke-width="3" /></pattern
    ></defs
  >
  <line x1={x(bar.takeFrom)} x2={x(bar.takeTo)} y1={H / 2} y2={H / 2} stroke="var(--soft)" />
  <line x1={x(bar.takeFrom) + 0.5} x2={x(bar.takeFrom) + 0.5} y1="4" y2={H - 4} stroke="var(--soft)" />
  <line x1={x(bar.takeTo) - 0.5} x2={x(bar.takeTo) - 0.5} y1="4" y2={H - 4} stroke="var(--soft)" />
  <rect
    x={x(bar.pullFrom)}
    width={Math.max(1, x(bar.pullTo) - x(bar.pullFrom))}
    y="4"
    height={H - 8}
    fill="var(--sheet)"
    stroke="var(--ink)"
  />
  <rect
    x={x(bar.usedFrom)}
    width={Math.max(1.5, x(bar.usedTo) - x(bar.usedFrom))}
    y="4"
    height={H - 8}
    fill="var(--ink)"
  />
  {#each bar.missing as m, i (i)}<rect
      x={x(m.from)}
      width={Math.max(2, x(m.to) - x(m.from))}
      y="2"
      height={H - 4}
      fill="url(#gap)"
      stroke="var(--pencil)"
    />{/each}
</svg>
<svg class="slope" viewBox="0 0 20 {H}" aria-hidden="true">
  <line
    x1="1"
    y1={H - 2}
    x2="19"
    y2={H - 2 - bar.natural * (H - 4)}
    stroke="var(--line)"
    stroke-dasharray="2 2"
  />
  <polyline points={line} fill="none" stroke="var(--ink)" stroke-width="1.5" />
</svg>

<style>
  .bar {
    width: 100%;
    height: 20px;
    min-width: 80px;
  }
  .slope {
    width: 20px;
    height: 20px;
    flex: none;
  }
</style>
