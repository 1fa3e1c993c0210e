<script lang="ts">
  import type { Schemas } from '../api/client';

  /** A drawing of a sum, in the core's own units; only the scale to the screen is made here. */
  let {
    drawing,
    frame,
    width = 380,
  }: { drawing: Schemas['Drawing']; frame: number; width?: number } = $props();
  const id = $props.id();
  const PAD = $derived(
    drawing.kind === 'CURVE'
      ? { l: 40, r: 12, t: 24, b: 20 }
      : drawing.kind === 'SIDE'
        ? { l: 40, r: 12, t: 26, b: 18 }
        : { l: 4, r: 4, t: 4, b: 4 },
  );

  const all = $derived(drawing.shapes.flatMap((s) => s.points));
  const box = $derived.by(() => {
    const xs = all.map((p) => p.x);
    const ys = all.map((p) => p.y);
    const b = {
      x0: Math.min(...xs),
      x1: Math.max(...xs),
      y0: Math.min(...ys, drawing.kind === 'CURVE' ? 0 : Infinity),
      y1: Math.max(...ys),
    };
    return { ...b, w: b.x1 - b.x0 || 1, h: b.y1 - b.y0 || 1 };
  });
  const wide = $derived(width - PAD.l - PAD.r);
  const high = $derived(
    drawing.equal
      ? Math.min(190, Math.max(60, (wide * box.h) / box.w))
      : drawing.kind === 'CURVE'
        ? 96
        : drawing.kind === 'SIDE'
          ? 92
          : 150,
  );
  const scale = $derived(drawing.equal ? Math.min(wide / box.w, high / box.h) : 0);
  const X = (x: number): number =>
    PAD.l +
    (drawing.equal ? (x - box.x0) * scale + (wide - box.w * scale) / 2 : ((x - box.x0) / box.w) * wide);
  const Y = (y: number): number => {
    const t = drawing.equal ? (y - box.y0) * scale : ((y - box.y0) / box.h) * high;
    return PAD.t + (drawing.down ? t : high - t);
  };
  const path = (s: Schemas['Shape']): string =>
    s.points.map((p, i) => `${i ? 'L' : 'M'}${X(p.x).toFixed(1)} ${Y(p.y).toFixed(1)}`).join('');
  const here = $derived(all.find((p) => p.frame === frame));
  const number = (v: number): string =>
    Math.abs(v) >= 100 || Number.isInteger(v)
      ? Math.round(v).toString()
      : v.toFixed(Math.abs(v) < 10 ? 2 : 1);
  const posts = $derived(
    drawing.kind === 'SIDE'
      ? drawing.shapes
          .filter((s) => s.label && s.kind !== 'AREA')
          .sort((a, b) => (a.points[0]?.x ?? 0) - (b.points[0]?.x ?? 0))
      : [],
  );
  const row = (s: Schemas['Shape']): number => posts.indexOf(s) % 3;
  const anchor = (x: number): string => (X(x) < PAD.l + 36 ? 'start' : X(x) > width - 50 ? 'end' : 'middle');
  const named = $derived(
    drawing.shapes.filter((s) => s.label && (drawing.kind !== 'SIDE' || s.kind === 'AREA')),
  );
  const top = $derived(drawing.kind === 'SIDE' ? 14 : 0);
</script>

<figure>
  <figcaption class="small"><strong>{drawing.title}</strong></figcaption>
  <svg
    viewBox="0 {-top} {width} {PAD.t + high + PAD.b + top}"
    role="img"
    aria-label="{drawing.title}. {drawing.shapes
      .map((s) => s.label)
      .filter(Boolean)
      .join('; ')}"
  >
    <defs
      ><pattern id="a{id}" width="6" height="6" patternTransform="rotate(45)" patternUnits="userSpaceOnUse"
        ><line x1="0" y1="0" x2="0" y2="6" stroke="var(--soft)" stroke-width="1" /></pattern
      ></defs
    >
    {#if drawing.kind === 'CURVE'}
      <line x1={PAD.l} x2={width - PAD.r} y1={Y(box.y0)} y2={Y(box.y0)} stroke="var(--line)" />
      <text x={PAD.l - 5} y={Y(box.y1) + 4} text-anchor="end">{number(box.y1)}</text><text
        x={PAD.l - 5}
        y={Y(box.y0) + 4}
        text-anchor="end">{number(box.y0)}</text
      >
      <text x={PAD.l} y={PAD.t + high + 15}>{box.x0}</text><text
        x={width - PAD.r}
        y={PAD.t + high + 15}
        text-anchor="end">{box.x1}</text
      >
      <text x={PAD.l} y={PAD.t - 10}>{drawing.yUnit}</text>
    {/if}
    {#each drawing.shapes as s, i (i)}
      {#if s.kind === 'AREA'}
        <path d="{path(s)}z" fill="url(#a{id})" stroke="var(--soft)" />
      {:else if s.kind === 'DOTS'}
        {#each s.points as p, k (k)}<circle
            cx={X(p.x)}
            cy={Y(p.y)}
            r={s.points.length > 1 ? 2.4 : 4}
            fill="var(--ink)"
          />{/each}
      {:else if s.kind === 'NOW'}
        <path d={path(s)} fill="none" stroke="var(--pencil)" stroke-width="1.5" />
        {#if s.points.length > 2}{#each s.points as p, k (k)}<circle
              cx={X(p.x)}
              cy={Y(p.y)}
              r="2.4"
              fill="var(--pencil)"
            />{/each}{/if}
      {:else}
        <path
          d={path(s)}
          fill="none"
          stroke="var(--ink)"
          stroke-width={s.kind === 'LINE' ? 1.6 : 1}
          stroke-dasharray={s.kind === 'DASHED' ? '5 4' : 'none'}
        />
      {/if}
    {/each}
    {#each posts as s (s.label)}
      {@const p = s.points.reduce((a, b) => (b.y > a.y ? b : a))}
      <line x1={X(p.x)} x2={X(p.x)} y1={Y(p.y)} y2={-top + 11 + row(s) * 11} stroke="var(--line)" />
      <text x={X(p.x)} y={-top + 9 + row(s) * 11} text-anchor={anchor(p.x)} class:pencil={s.kind === 'NOW'}
        >{s.label}</text
      >
      <text x={X(p.x)} y={PAD.t + high + 13} text-anchor="middle" class="tick"
        >{row(s) === 0 ? `${number(p.x)} ${drawing.xUnit}` : ''}</text
      >
    {/each}
    {#if here}<circle
        cx={X(here.x)}
        cy={Y(here.y)}
        r="5"
        fill="none"
        stroke="var(--pencil)"
        stroke-width="2"
      />{/if}
  </svg>
  {#if named.length > 0}
    <p class="key small">
      {#each named as s, i (i)}
        <span
          ><svg width="18" height="8" aria-hidden="true"
            >{#if s.kind === 'AREA'}<rect
                width="18"
                height="8"
                fill="url(#a{id})"
                stroke="var(--soft)"
              />{:else if s.kind === 'DOTS'}<circle cx="9" cy="4" r="3" fill="var(--ink)" />{:else}<line
                x1="0"
                x2="18"
                y1="4"
                y2="4"
                stroke={s.kind === 'NOW' ? 'var(--pencil)' : 'var(--ink)'}
                stroke-width="2"
                stroke-dasharray={s.kind === 'DASHED' ? '4 3' : 'none'}
              />{/if}</svg
          >
          {s.label}</span
        >
      {/each}
    </p>
  {/if}
</figure>

<style>
  figure > svg {
    width: 100%;
    display: block;
  }
  text {
    font: 10px var(--mono);
    fill: var(--soft);
  }
  text.pencil {
    fill: var(--pencil);
    font-weight: 700;
  }
  text.tick {
    font-size: 9px;
  }
  .key {
    display: flex;
    flex-wrap: wrap;
    gap: 0 14px;
    color: var(--soft);
  }
  .key svg {
    display: inline;
  }
</style>
