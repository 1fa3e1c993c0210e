<script lang="ts">
  import type { Schemas } from '../api/client';

  /** Draws over a picture that is fitted into its box, by mouse, pen or finger, in shares of the picture. */
  let {
    width,
    height,
    strokes = $bindable(),
  }: { width: number; height: number; strokes: Schemas['Stroke'][] } = $props();
  type Kind = NonNullable<Schemas['Stroke']['kind']>;
  type Point = Schemas['PenPoint'];
  const TOOLS: [Kind, string][] = [
    ['LINE', 'free line'],
    ['ARROW', 'arrow'],
    ['BOX', 'box'],
    ['WORDS', 'words'],
  ];
  /** Points of a line nearer than this, in shares, tell nothing more. */
  const NEAR = 0.0015;
  const MOST = 3900;
  let tool = $state<Kind>('LINE');
  let words = $state('');
  let svg = $state<SVGSVGElement>();
  let now = $state<Point[]>([]);
  let pen: number | null = null;

  function at(e: PointerEvent): Point | null {
    const m = svg?.getScreenCTM()?.inverse();
    if (!m) return null;
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m);
    const share = (v: number) => Math.min(1, Math.max(0, v));
    // A mouse knows no pressure, and says a half.
    return { x: share(p.x / width), y: share(p.y / height), press: share(e.pressure || 0.5) };
  }

  function down(e: PointerEvent): void {
    if (pen !== null || e.button !== 0) return;
    const p = at(e);
    if (!p) return;
    e.preventDefault();
    if (tool === 'WORDS') {
      if (words.trim() !== '') strokes = [...strokes, { kind: 'WORDS', points: [p], words: words.trim() }];
      return;
    }
    pen = e.pointerId;
    svg?.setPointerCapture(e.pointerId);
    now = [p];
  }

  function move(e: PointerEvent): void {
    if (e.pointerId !== pen) return;
    const all = e.getCoalescedEvents?.() ?? [];
    for (const one of all.length > 0 ? all : [e]) {
      const p = at(one);
      const last = now.at(-1);
      if (!p || !last) continue;
      if (tool !== 'LINE') now = [now[0] ?? p, p];
      else if (now.length < MOST && Math.hypot(p.x - last.x, p.y - last.y) > NEAR) now = [...now, p];
    }
  }

  function up(e: PointerEvent): void {
    if (e.pointerId !== pen) return;
    pen = null;
    const kept = tool === 'LINE' ? now.length > 0 : now.length === 2;
    if (kept) strokes = [...strokes, { kind: tool, points: now, words: '' }];
    now = [];
  }

  const place = (p: Point | undefined) => (p ? `${p.x * width} ${p.y * height}` : '0 0');

  /** While it is drawn, one line; how it is kept is painted from what the server says. */
  function outline(kind: Kind | undefined, points: Point[]): string {
    const [a, b] = points;
    if (kind === 'BOX' && a && b) return `M${place(a)} H${b.x * width} V${b.y * height} H${a.x * width} Z`;
    return `M${points.map(place).join(' L')}${points.length === 1 ? ' l0 0' : ''}`;
  }
</script>

<svg
  class="grease"
  bind:this={svg}
  role="img"
  aria-label="The frame, to draw on"
  viewBox="0 0 {width} {height}"
  onpointerdown={down}
  onpointermove={move}
  onpointerup={up}
  onpointercancel={up}
>
  <rect {width} {height} fill="transparent" />
  {#each [...strokes, ...(now.length > 0 ? [{ kind: tool, points: now, words: '' }] : [])] as s, i (i)}
    {#if s.kind === 'WORDS'}
      <text x={(s.points[0]?.x ?? 0) * width} y={(s.points[0]?.y ?? 0) * height} font-size={height / 28}
        >{s.words}</text
      >
    {:else}
      <path class="under" d={outline(s.kind, s.points)} stroke-width={height / 95} />
      <path d={outline(s.kind, s.points)} stroke-width={height / 145} />
      {#if s.kind === 'ARROW' && s.points[1]}<circle
          cx={s.points[1].x * width}
          cy={s.points[1].y * height}
          r={height / 70}
        />{/if}
    {/if}
  {/each}
</svg>
<div class="tools" role="group" aria-label="What is drawn">
  {#each TOOLS as [kind, label] (kind)}<button
      type="button"
      class="tight btn"
      class:ink={tool === kind}
      aria-pressed={tool === kind}
      onclick={() => (tool = kind)}>{label}</button
    >{/each}
  {#if tool === 'WORDS'}<input
      class="input"
      bind:value={words}
      maxlength="200"
      aria-label="Words to put on the frame"
      placeholder="words, then press where they go"
    />{/if}
  {#if strokes.length > 0}<button
      type="button"
      class="tight btn"
      onclick={() => (strokes = strokes.slice(0, -1))}>take off the last</button
    >{/if}
</div>

<style>
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    cursor: crosshair;
    touch-action: none;
  }
  .tools {
    position: absolute;
    top: 8px;
    left: 8px;
    right: 8px;
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
  .tools .btn:not(.ink) {
    background: var(--sheet);
  }
  .tools .input {
    width: min(280px, 60%);
  }
</style>
