<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { draw, type Field } from './maps';

  /** Two plates as one picture. Nothing is measured here: what is drawn was measured by the server. */
  interface Props {
    stills: [string, string];
    first: string;
    second: string;
    width: number;
    height: number;
    look: Look;
    reading: Schemas['PlateSheet'] | null;
    squares: Schemas['SquaresView'] | null;
    laid: boolean;
    arrows: boolean;
    glass: boolean;
    flicked: boolean;
    names: [string, string];
  }
  type Look = 'divide' | 'difference' | 'flick' | 'edges' | 'stops' | 'deltaE' | 'misfit';
  let {
    stills,
    first,
    second,
    width,
    height,
    look,
    reading,
    squares,
    laid,
    arrows,
    glass,
    flicked,
    names,
  }: Props = $props();

  const h = house();
  let share = $state(0.5);
  let at = $state({ x: 0.5, y: 0.5 });
  let box = $state<HTMLDivElement>();
  let heat = $state<HTMLCanvasElement>();
  let magnified = $state<HTMLCanvasElement>();
  let one = $state<HTMLImageElement>();
  let two = $state<HTMLImageElement>();
  let loaded = $state(0);

  const field = $derived(look === 'stops' || look === 'deltaE' || look === 'misfit' ? (look as Field) : null);
  // The second laid back on the first: a perspective in shares of the frame, drawn in px of the screen.
  let wide = $state(1);
  let high = $state(1);
  const back = $derived.by(() => {
    const m = laid ? reading?.back : null;
    if (!m) return '';
    const at = (i: number): number => m[i] ?? 0;
    const columns = [
      [at(0), (at(3) * high) / wide, 0, at(6) / wide],
      [(at(1) * wide) / high, at(4), 0, at(7) / high],
      [0, 0, 1, 0],
      [at(2) * wide, at(5) * high, 0, 1],
    ];
    return `matrix3d(${columns.flat().join(', ')})`;
  });

  $effect(() => {
    if (heat && squares && field) draw(heat, squares, field);
  });

  function move(e: PointerEvent): void {
    if (!box) return;
    const r = box.getBoundingClientRect();
    at = {
      x: Math.max(0, Math.min(1, (e.clientX - r.left) / r.width)),
      y: Math.max(0, Math.min(1, (e.clientY - r.top) / r.height)),
    };
    if (look === 'divide' && (e.buttons & 1 || e.type === 'pointerdown')) share = at.x;
  }

  function keys(e: KeyboardEvent): void {
    const step = e.shiftKey ? 20 : 1;
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
    if (!by) return;
    e.preventDefault();
    if (glass) {
      at = {
        x: Math.max(0, Math.min(1, at.x + (by[0]! * step) / (width - 1))),
        y: Math.max(0, Math.min(1, at.y + (by[1]! * step) / (height - 1))),
      };
    } else if (by[0]) {
      share = Math.max(0, Math.min(1, share + (by[0] * step) / 100));
    }
  }

  const SEEN = 17;
  const ZOOM = 8;
  $effect(() => {
    if (!glass || !magnified || !one || !two || loaded < 2) return;
    const g = magnified.getContext('2d');
    if (!g) return;
    const x = Math.round(at.x * (width - 1));
    const y = Math.round(at.y * (height - 1));
    g.imageSmoothingEnabled = false;
    g.fillStyle = '#000';
    g.strokeStyle = '#fff';
    for (const [img, left] of [
      [one, 0],
      [two, SEEN * ZOOM + 4],
    ] as const) {
      g.fillRect(left, 0, SEEN * ZOOM, SEEN * ZOOM);
      g.drawImage(img, x - (SEEN >> 1), y - (SEEN >> 1), SEEN, SEEN, left, 0, SEEN * ZOOM, SEEN * ZOOM);
      g.strokeRect(left + (SEEN >> 1) * ZOOM - 0.5, (SEEN >> 1) * ZOOM - 0.5, ZOOM + 1, ZOOM + 1);
    }
  });

  // What was recorded there is read by the server, once the hand rests.
  let asked = $state({ x: 0, y: 0 });
  $effect(() => {
    const to = { x: Math.round(at.x * (width - 1)), y: Math.round(at.y * (height - 1)) };
    const timer = setTimeout(() => (asked = to), 150);
    return () => clearTimeout(timer);
  });
  const spot = createQuery(() => ({
    queryKey: ['spot', stills, asked],
    enabled: glass,
    staleTime: Infinity,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/bench/spot', {
          params: {
            path: { production: h.id },
            query: { first: stills[0], second: stills[1], x: asked.x, y: asked.y },
          },
        }),
      ),
  }));
  const values = $derived(
    spot.data &&
      spot.data.x === Math.round(at.x * (width - 1)) &&
      spot.data.y === Math.round(at.y * (height - 1))
      ? spot.data
      : null,
  );
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
  class="over"
  bind:this={box}
  bind:clientWidth={wide}
  bind:clientHeight={high}
  style:aspect-ratio="{width} / {height}"
  role="group"
  aria-label="{names[0]} and {names[1]} laid over each other"
  tabindex="0"
  onpointerdown={move}
  onpointermove={move}
  onkeydown={keys}
>
  <img bind:this={one} src={first} alt={names[0]} class:edge={look === 'edges'} onload={() => loaded++} />
  <div
    class="second"
    class:edge={look === 'edges'}
    style:clip-path={look === 'divide'
      ? `inset(0 0 0 ${share * 100}%)`
      : look === 'flick' && !flicked
        ? 'inset(0 0 0 100%)'
        : 'none'}
    style:mix-blend-mode={look === 'difference' || look === 'edges' ? 'difference' : 'normal'}
  >
    <img
      bind:this={two}
      src={second}
      alt={names[1]}
      style:transform={back}
      style:transform-origin="0 0"
      onload={() => loaded++}
    />
  </div>
  {#if look === 'difference'}<div class="lift"></div>{/if}
  {#if field}<div class="dim"></div>
    <canvas class="heat" bind:this={heat} aria-label="map of {field}"></canvas>{/if}
  {#if look === 'divide'}
    <div class="divider" style:left="{share * 100}%">
      <span class="tag left">{names[0]}</span><span class="tag right">{names[1]}</span>
    </div>
  {:else if look === 'flick'}
    <span class="tag corner">{flicked ? names[1] : names[0]}</span>
  {/if}
  <svg viewBox="0 0 {width} {height}" aria-hidden="true">
    {#if arrows}
      {#each reading?.shifts ?? [] as t (`${t.x},${t.y}`)}
        {@const x = width / 2 + t.x}
        {@const y = height / 2 + t.y}
        <line x1={x} y1={y} x2={x + t.dx * 8} y2={y + t.dy * 8} class="shift" /><circle
          cx={x}
          cy={y}
          r={width / 500}
          class="foot"
        />
      {/each}
    {/if}
    {#if arrows || field === 'stops'}
      {#each reading?.odd ?? [] as r (`${r.left},${r.top}`)}
        <rect
          x={r.left * width}
          y={r.top * height}
          width={(r.right - r.left) * width}
          height={(r.bottom - r.top) * height}
          class="odd"
        />
        <text
          x={((r.left + r.right) / 2) * width}
          y={((r.top + r.bottom) / 2) * height}
          font-size={width / 42}
          class="said">{r.words}</text
        >
      {/each}
    {/if}
  </svg>
  {#if glass}
    <div class="cross" style:left="{at.x * 100}%" style:top="{at.y * 100}%"></div>
    <div class="glass sheet" class:low={at.y < 0.5} class:far={at.x < 0.5}>
      <canvas bind:this={magnified} width={SEEN * ZOOM * 2 + 4} height={SEEN * ZOOM}></canvas>
      <div class="mono vals">
        <span>{values?.first.join(' ') ?? '…'}</span><span>{values?.second.join(' ') ?? '…'}</span>
      </div>
      <div class="small">
        <strong>{values?.words ?? (spot.error ? spot.error.message : 'Reading…')}</strong>
      </div>
      <div class="small soft">
        px {Math.round(at.x * (width - 1))}, {Math.round(at.y * (height - 1))}{values
          ? ` · as recorded, ${values.firstBits} and ${values.secondBits} bit`
          : ''}
      </div>
    </div>
  {/if}
</div>

<style>
  .over {
    position: relative;
    overflow: hidden;
    width: 100%;
    background: #000;
    user-select: none;
    touch-action: none;
    cursor: crosshair;
    isolation: isolate;
  }
  /* As it was measured: a browser would turn what a camera only marked as turned. */
  img {
    image-orientation: none;
  }
  .over > img,
  .second,
  .second img,
  .heat,
  svg,
  .dim,
  .lift {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }
  .edge {
    filter: url(#bivex-edges);
  }
  .lift {
    backdrop-filter: brightness(6);
  }
  .dim {
    background: rgb(20 16 12 / 55%);
  }
  .heat {
    image-rendering: pixelated;
  }
  svg {
    pointer-events: none;
  }
  .divider {
    position: absolute;
    inset-block: 0;
    width: 0;
    border-left: 2px solid #fff;
    box-shadow: 0 0 0 1px #000;
    pointer-events: none;
  }
  .tag {
    position: absolute;
    bottom: 8px;
    background: rgb(20 16 12 / 78%);
    color: #fff;
    padding: 2px 7px;
    font-size: 12px;
    white-space: nowrap;
  }
  .tag.left {
    right: 6px;
  }
  .tag.right {
    left: 6px;
  }
  .tag.corner {
    left: 8px;
  }
  .shift {
    stroke: #ffd9c9;
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }
  .foot {
    fill: #fff;
    stroke: #000;
    vector-effect: non-scaling-stroke;
  }
  .odd {
    fill: none;
    stroke: #ffb796;
    stroke-width: 2;
    stroke-dasharray: 6 5;
    vector-effect: non-scaling-stroke;
  }
  .said {
    fill: #fff;
    paint-order: stroke;
    stroke: #000;
    stroke-width: 5px;
    text-anchor: middle;
    font-weight: 640;
  }
  .cross {
    position: absolute;
    width: 15px;
    height: 15px;
    margin: -8px;
    border: 1px solid #fff;
    outline: 1px solid #000;
    pointer-events: none;
  }
  .glass {
    position: absolute;
    top: 8px;
    right: 8px;
    padding: 6px;
    pointer-events: none;
  }
  .glass.low {
    top: auto;
    bottom: 8px;
  }
  .vals {
    display: flex;
    justify-content: space-between;
  }
</style>
