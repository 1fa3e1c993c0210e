<script lang="ts">
  import type { Schemas } from '../api/client';
  import type { State } from '../words';

  /** The plan as layers over frames: a sheet that is read, bottom layer lowest. Nothing here is dragged. */
  let {
    plan,
    items,
    first,
    last,
    frame = $bindable(),
  }: {
    plan: Schemas['Plan'];
    items: Schemas['OwedItem'][];
    first: number;
    last: number;
    frame: number;
  } = $props();
  const id = $props.id();
  const W = 700;
  const ROW = 34;
  const top = $derived([...plan.layers].reverse());
  const frames = $derived(last - first + 1);
  const x = (f: number): number => ((f - first) / frames) * W;
  const ticks = $derived.by(() => {
    const step = [1, 2, 4, 8, 12, 24, 48, 96, 240, 480, 960].find((s) => frames / s <= 8) ?? 2400;
    return Array.from({ length: Math.ceil(frames / step) }, (_, i) => first + i * step);
  });
  const stateOf = (key: string): State => items.find((i) => i.key === key)?.state ?? 'OWED';

  const wholeCut = (p: Schemas['Span']): boolean => p.last - p.first > frames * 0.7;

  function scrub(e: PointerEvent): void {
    if (e.buttons === 1 || e.type === 'pointerdown') {
      const box = (e.currentTarget as SVGElement).getBoundingClientRect();
      frame = Math.max(
        first,
        Math.min(last, first + Math.floor(((e.clientX - box.left) / box.width) * frames)),
      );
    }
  }

  function key(e: KeyboardEvent): void {
    const step = { ArrowLeft: -1, ArrowRight: 1, Home: first - frame, End: last - frame }[e.key];
    if (step !== undefined) {
      e.preventDefault();
      frame = Math.max(first, Math.min(last, frame + step));
    }
  }
</script>

<div class="stack">
  <div class="names">
    <div class="head">
      <h2>Stack</h2>
      <span class="soft small">{frames} frames</span>
    </div>
    {#each top as l (l.key)}
      {@const s = stateOf(l.settledBy)}
      <div class="name" style:height="{ROW}px">
        <svg viewBox="0 0 34 24" width="34" role="img" aria-label="layer {l.letter}">
          <path
            d="M8 1h25l-7 22H1z"
            fill={s === 'IN_HAND' ? 'var(--ink)' : s === 'IN_DOUBT' ? 'var(--ink)' : 'var(--sheet)'}
            stroke="var(--ink)"
            stroke-dasharray={s === 'DROPPED' ? '3 2' : 'none'}
          />
          <text
            x="17"
            y="16.5"
            text-anchor="middle"
            font-size="12"
            font-weight="700"
            font-family="var(--mono)"
            fill={s === 'IN_HAND' || s === 'IN_DOUBT' ? 'var(--paper)' : 'var(--ink)'}>{l.letter}</text
          >
        </svg>
        <span
          class="label"
          title="{l.label}: {[l.source, l.blend, `matte ${l.matte}`, l.retime, l.placement]
            .filter(Boolean)
            .join(', ')}"
          ><strong class:struck={s === 'DROPPED'}>{l.label}</strong><span class="soft"
            >{l.source} · {l.blend}{l.matte !== 'none' ? `, ${l.matte}` : ''}{l.placement
              ? ` · ${l.placement}`
              : ''}</span
          ></span
        >
      </div>
    {/each}
  </div>
  <svg
    class="frames"
    viewBox="0 0 {W} {28 + top.length * ROW}"
    preserveAspectRatio="none"
    style:height="{28 + top.length * ROW}px"
    role="slider"
    tabindex="0"
    aria-label="Frame of the cut"
    aria-valuemin={first}
    aria-valuemax={last}
    aria-valuenow={frame}
    onpointerdown={scrub}
    onpointermove={scrub}
    onkeydown={key}
  >
    <defs>
      <pattern id="o{id}" width="5" height="5" patternTransform="rotate(45)" patternUnits="userSpaceOnUse"
        ><line x1="0" y1="0" x2="0" y2="5" stroke="var(--ink)" stroke-width="1.4" /></pattern
      >
      <pattern id="c{id}" width="4" height="4" patternUnits="userSpaceOnUse"
        ><path d="M0 0l4 4M4 0l-4 4" stroke="var(--pencil)" stroke-width="1" /></pattern
      >
    </defs>
    {#each ticks as t (t)}
      <line
        x1={x(t)}
        x2={x(t)}
        y1="22"
        y2={28 + top.length * ROW}
        stroke="var(--line)"
        vector-effect="non-scaling-stroke"
      />
    {/each}
    {#each top as l, i (l.key)}
      {@const s = stateOf(l.settledBy)}
      {@const y = 28 + i * ROW + 7}
      <line
        x1="0"
        x2={W}
        y1={28 + i * ROW}
        y2={28 + i * ROW}
        stroke="var(--line)"
        vector-effect="non-scaling-stroke"
      />
      {#each l.spans as p (p.first)}
        {@const w = Math.max(1.5, x(p.last + 1) - x(p.first))}
        {@const fill =
          p.kind === 'CROSSING'
            ? `url(#c${id})`
            : p.kind === 'EMPTY' || p.kind === 'MOVE' || p.kind === 'RETIME'
              ? 'none'
              : s === 'IN_HAND' || s === 'IN_DOUBT'
                ? 'var(--ink)'
                : `url(#o${id})`}
        {#if p.kind === 'FADE'}
          <path
            d={p.note.startsWith('out')
              ? `M${x(p.first)} ${y}L${x(p.first) + w} ${y + 20}H${x(p.first)}z`
              : `M${x(p.first)} ${y + 20}L${x(p.first) + w} ${y}V${y + 20}z`}
            {fill}
            stroke="var(--ink)"
            vector-effect="non-scaling-stroke"><title>{p.note}</title></path
          >
        {:else}
          <rect
            x={x(p.first)}
            {y}
            width={w}
            height="20"
            {fill}
            stroke={p.kind === 'CROSSING' ? 'var(--pencil)' : 'var(--ink)'}
            stroke-dasharray={p.kind === 'EMPTY' || s === 'DROPPED' ? '3 2' : 'none'}
            vector-effect="non-scaling-stroke"
            ><title>{l.label}: frames {p.first} to {p.last}{p.note ? `, ${p.note}` : ''}</title></rect
          >
        {/if}
        {#if s === 'IN_DOUBT' && p.last === l.spans.at(-1)?.last && p.kind === 'PRESENT'}<path
            d="M{x(p.last + 1) - 8} {y - 1}h9v10z"
            fill="var(--sheet)"
            stroke="var(--ink)"
            vector-effect="non-scaling-stroke"
          />{/if}
        {#if p.curve.length > 1}<path
            d={p.curve
              .map(
                (c, k) => `${k ? 'L' : 'M'}${x(p.first) + (w * k) / (p.curve.length - 1)} ${y + 18 - c * 16}`,
              )
              .join('')}
            fill="none"
            stroke="var(--ink)"
            stroke-width="2"
            vector-effect="non-scaling-stroke"
          />
        {:else if p.kind === 'HOLD'}<path
            d="M{x(p.first) + 2} {y + 4}V{y + 16}M{x(p.first) + 2} {y + 10}H{x(p.first) + w - 2}M{x(p.first) +
              w -
              2} {y + 4}V{y + 16}"
            fill="none"
            stroke={s === 'IN_HAND' || s === 'IN_DOUBT' ? 'var(--paper)' : 'var(--ink)'}
            stroke-width="1.5"
            vector-effect="non-scaling-stroke"
          />
        {:else if p.kind === 'MOVE'}<path
            d="M{x(p.first)} {y + 18}C{x(p.first) + w * 0.4} {y + 18} {x(p.first) + w * 0.6} {y + 3} {x(
              p.first,
            ) + w} {y + 3}"
            fill="none"
            stroke="var(--ink)"
            stroke-width="2"
            vector-effect="non-scaling-stroke"
          />{/if}
      {/each}
    {/each}
    <line
      x1={x(frame) + W / frames / 2}
      x2={x(frame) + W / frames / 2}
      y1="18"
      y2={28 + top.length * ROW}
      stroke="var(--pencil)"
      stroke-width="2"
      vector-effect="non-scaling-stroke"
    />
  </svg>
  <div class="numbers mono" aria-hidden="true">
    {#each ticks as t (t)}<span style:left="{(x(t) / W) * 100}%">{t}</span>{/each}
    <span class="now" style:left="clamp(18px, {((x(frame) + W / frames / 2) / W) * 100}%, calc(100% - 18px))"
      >{frame}</span
    >
  </div>
  <div class="notes">
    {#each top as l, i (l.key)}
      {@const noted = l.spans.filter((p) => p.note && p.kind !== 'PRESENT' && p.kind !== 'EMPTY')}
      {@const last = noted.at(-1)}
      {#if last}
        {@const right = x(last.last + 1) / W > 0.62}
        {@const words = [
          ...new Set(
            noted.map((p) =>
              p.kind === 'CROSSING' ? `${p.last - p.first + 1} frames cross · ${p.note}` : p.note,
            ),
          ),
        ]
          .slice(0, 3)
          .join(' · ')}
        <span
          class="note small"
          style:top="{28 + i * ROW + 8}px"
          style:left={wholeCut(last) ? '1%' : right ? 'auto' : `calc(${(x(last.last + 1) / W) * 100}% + 6px)`}
          style:right={!wholeCut(last) && right
            ? `calc(${100 - (x(noted[0]?.first ?? 0) / W) * 100}% + 6px)`
            : 'auto'}>{words}</span
        >
      {/if}
    {/each}
  </div>
</div>
<details class="small read">
  <summary>Read the stack as text</summary>
  <ul>
    {#each top as l (l.key)}<li>
        <strong class="mono">{l.letter}</strong>
        {l.label}
        <span class="soft"
          >{[
            l.source,
            `laid ${l.blend}`,
            l.matte !== 'none' ? `matte: ${l.matte}` : '',
            l.retime ? `time: ${l.retime}` : '',
            l.placement,
          ]
            .filter(Boolean)
            .join(' · ')}</span
        >
        <span class="mono"
          >{l.spans
            .map(
              (p) =>
                (p.first === p.last ? p.first : `${p.first}–${p.last}`) +
                (p.kind !== 'PRESENT' ? ` ${p.kind.toLowerCase()}` : ''),
            )
            .join(', ')}</span
        >
      </li>{/each}
  </ul>
</details>

<style>
  .read {
    margin-top: 6px;
  }
  .read summary {
    cursor: pointer;
    color: var(--soft);
  }
  .read li {
    border-top: 1px solid var(--line);
    padding: 2px 0;
  }
  .stack {
    display: grid;
    grid-template-columns: 258px minmax(0, 1fr);
    position: relative;
  }
  .head {
    height: 28px;
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    padding-right: 10px;
  }
  .name {
    display: grid;
    grid-template-columns: 40px minmax(0, 1fr);
    align-items: center;
    gap: 4px;
    padding-right: 10px;
    box-sizing: border-box;
    border-top: 1px solid var(--line);
    line-height: 15px;
  }
  .label {
    display: grid;
    min-width: 0;
  }
  .label > * {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .label .soft {
    font-size: 11px;
    line-height: 13px;
  }
  .frames {
    width: 100%;
    cursor: ew-resize;
    touch-action: none;
  }
  .numbers,
  .notes {
    grid-column: 2;
    grid-row: 1;
    position: relative;
    pointer-events: none;
  }
  .numbers span {
    position: absolute;
    top: 3px;
    font-size: 11px;
    color: var(--soft);
  }
  .numbers .now {
    transform: translateX(-50%);
    background: var(--pencil);
    color: #fff;
    padding: 0 5px;
    font-weight: 700;
  }
  :global([data-mode='dark']) .numbers .now {
    color: #191512;
  }
  .frames {
    grid-column: 2;
    grid-row: 1;
  }
  .notes {
    overflow: hidden;
  }
  .note {
    position: absolute;
    background: var(--sheet);
    padding: 0 4px;
    white-space: nowrap;
  }
</style>
