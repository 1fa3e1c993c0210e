<script lang="ts">
  import type { Schemas } from '../api/client';

  /** The schematic picture of one frame, as the core worked it out. */
  let { frame }: { frame: Schemas['SketchFrame'] } = $props();
  const id = $props.id();
  const W = 320;
  const H = 180;
  const v = $derived(frame.view);
  const moved = $derived(v.scale !== 1 || v.shiftX !== 0 || v.shiftY !== 0 || v.turnDeg !== 0);
  const names = $derived([...new Set(frame.figures.map((f) => f.label).filter(Boolean))]);
</script>

<svg
  viewBox="0 0 {W} {H}"
  role="img"
  aria-label="Frame {frame.frame}: {names.join(', ') || 'nobody in frame'}"
>
  <defs>
    <pattern id="s{id}" width="6" height="6" patternTransform="rotate(90)" patternUnits="userSpaceOnUse"
      ><line x1="0" y1="0" x2="0" y2="6" stroke="var(--ink)" stroke-width="2" /></pattern
    >
    <radialGradient id="g{id}"
      ><stop offset="0" stop-color="var(--ink)" stop-opacity="0.75" /><stop
        offset="1"
        stop-color="var(--ink)"
        stop-opacity="0.08"
      /></radialGradient
    >
    <clipPath id="k{id}"><rect width={W} height={H} /></clipPath>
  </defs>
  <rect width={W} height={H} fill="var(--shade)" />
  <g clip-path="url(#k{id})">
    <g
      transform="translate({W / 2 + v.shiftX * W} {H / 2 +
        v.shiftY * H}) rotate({-v.turnDeg}) scale({v.scale}) translate({-W / 2} {-H / 2})"
    >
      {#if moved}<rect width={W} height={H} fill="none" stroke="var(--line)" stroke-dasharray="3 3" />{/if}
      <line x1="-40" x2={W + 40} y1="142" y2="142" stroke="var(--line)" />
      {#each frame.figures as f, i (i)}
        {@const l = f.left * W}
        {@const w = Math.max(1, (f.right - f.left) * W)}
        {@const t = f.top * H}
        {@const h = Math.max(1, (f.bottom - f.top) * H)}
        {#if f.kind === 'streak'}
          <rect x={l} y={t} width={w} height={h} fill="url(#s{id})" opacity={f.opacity} />
        {:else if f.kind === 'line'}
          <line
            x1={l}
            y1={t}
            x2={f.right * W}
            y2={f.bottom * H}
            stroke="var(--ink)"
            stroke-width="5"
            opacity={f.opacity}
          /><line x1={l} y1={t} x2={f.right * W} y2={f.bottom * H} stroke="var(--sheet)" stroke-width="1.5" />
        {:else if f.kind === 'glow'}
          <ellipse
            cx={l + w / 2}
            cy={t + h / 2}
            rx={w / 2}
            ry={h / 2}
            fill="url(#g{id})"
            opacity={f.opacity}
          />
        {:else if f.kind === 'flash'}
          {#each [0, 45, 90, 135] as a (a)}<line
              x1={l + w / 2 - w / 2}
              x2={l + w}
              y1={t + h / 2}
              y2={t + h / 2}
              stroke="var(--ink)"
              stroke-width="3"
              transform="rotate({a} {l + w / 2} {t + h / 2})"
            />{/each}
        {:else if f.kind === 'window'}
          <rect
            x={l}
            y={t}
            width={w}
            height={h}
            fill="color-mix(in oklab, var(--ink) 14%, var(--shade))"
            stroke="var(--ink)"
            opacity={f.opacity}
          />
          {#if f.label && w > 40}<text x={l + w / 2} y={t + h / 2 + 4} text-anchor="middle" class="on"
              >{f.label}</text
            >{/if}
        {:else if f.kind === 'thing'}
          <rect x={l} y={t} width={w} height={h} rx="2" fill="var(--ink)" opacity={f.opacity} />
          {#if f.label && w > 60}<text x={l + w / 2} y={t + h / 2 + 4} text-anchor="middle" class="off"
              >{f.label}</text
            >{/if}
        {:else}
          {@const head = Math.min(w * 0.28, h * 0.17)}
          <g
            opacity={f.opacity}
            fill={i % 2
              ? 'color-mix(in oklab, var(--ink) 48%, var(--shade))'
              : 'color-mix(in oklab, var(--ink) 72%, var(--shade))'}
          >
            <path
              d="M{l} {t + h}V{t + h * 0.5}Q{l} {t + head * 2.1} {l + w / 2} {t + head * 2.1}T{l + w} {t +
                h * 0.5}V{t + h}z"
            />
            <circle cx={l + w / 2} cy={t + head} r={head} />
          </g>
          {#if f.label && w > 50}<text
              x={l + w / 2}
              y={Math.min(H - 8, t + h - 8)}
              text-anchor="middle"
              class="off">{f.label}</text
            >{/if}
        {/if}
      {/each}
      {#each frame.joins as j, i (i)}
        <line
          x1={j * W}
          x2={j * W}
          y1="0"
          y2={H}
          stroke="var(--pencil)"
          stroke-width="2"
          stroke-dasharray="6 4"
        />
      {/each}
    </g>
  </g>
  <rect x="0.5" y="0.5" width={W - 1} height={H - 1} fill="none" stroke="var(--ink)" />
  {#if frame.figures.length === 0}<text x="160" y="96" text-anchor="middle" font-size="12" fill="var(--soft)"
      >nobody in frame</text
    >{/if}
  {#if frame.crossed}<text x="8" y="18" font-size="12" font-weight="700" fill="var(--pencil)"
      >crosses the join</text
    >{/if}
</svg>

<style>
  svg {
    width: 100%;
    display: block;
  }
  text.off {
    font-size: 10px;
    fill: var(--paper);
  }
  text.on {
    font-size: 11px;
    fill: var(--ink);
  }
</style>
