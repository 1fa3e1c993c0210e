<script lang="ts">
  import { tick, untrack } from 'svelte';
  import type { Schemas } from '../api/client';
  import Form from '../parts/Form.svelte';
  import {
    brackets,
    LINE,
    lineOf,
    PAGE,
    pieces,
    PITCH,
    places,
    TOP,
    type Cue,
    type Mark,
    type Piece,
    type Span,
  } from './pages';

  /**
   * The script as pages. Only the pages in sight are drawn; the place of every other is known from
   * its number.
   *
   * @param marks of shots that are in the picture
   * @param shots by id, for codes and forms
   * @param here the shot that is open
   * @param cue the cue that is looked at
   * @param hit the find that is looked at
   */
  let {
    draft,
    marks,
    shots,
    here,
    cues,
    cue,
    hits,
    hit,
    chosen = $bindable(null),
    cursor = $bindable(-1),
    scene = $bindable(''),
    onopen,
    oncue,
  }: {
    draft: Schemas['PagesView'];
    marks: Mark[];
    shots: Map<string, Schemas['ShotLine']>;
    here: string | null;
    cues: Cue[];
    cue: string | null;
    hits: Span[];
    hit: Span | null;
    chosen: { start: number; end: number; words: string } | null;
    cursor: number;
    scene: string;
    onopen: (shot: string) => void;
    oncue: (key: string) => void;
  } = $props();

  let box = $state<HTMLElement>();
  /** Where the box is scrolled to and how high it is, in px of the pages. */
  let top = $state(0);
  let seen = $state(800);
  let wide = $state(0);
  /** Pages are drawn smaller where there is no room for them. */
  const scale = $derived(wide > 0 && wide < 640 ? wide / 734 : 1);
  const high = $derived(seen / scale);
  let anchor = -1;
  const lines = $derived(places(draft.pages));
  /** Pages before the first: the title page. */
  const lead = $derived(draft.title.length > 0 ? 1 : 0);
  const y0 = (page: number): number => (page + lead) * PITCH;
  const first = $derived(Math.max(0, Math.floor(top / PITCH) - 1 - lead));
  const last = $derived(Math.min(draft.pages.length - 1, Math.floor((top + high) / PITCH) + 1 - lead));
  const shown = $derived(
    draft.pages.slice(first, last + 1).map((page, i) => {
      const inPage = lines.filter((l) => l.page === first + i);
      const from = inPage[0]?.start ?? 0;
      const to = inPage.at(-1)?.end ?? 0;
      const near = <T extends Span>(xs: T[]): T[] => xs.filter((x) => x.start < to && x.end > from);
      const m = near(marks);
      const c = near(cues);
      const h = near(hits);
      return {
        page,
        index: first + i,
        rows: page.lines.map((line, row) => ({
          line,
          row,
          pieces: line.runs.length > 0 ? pieces(line, m, c, h) : [],
          beside: line.beside ? pieces(line.beside, m, c, h) : [],
        })),
        brackets: brackets(page, m),
      };
    }),
  );
  const chosenLines = $derived(
    cursor >= 0
      ? [Math.min(anchor < 0 ? cursor : anchor, cursor), Math.max(anchor < 0 ? cursor : anchor, cursor)]
      : null,
  );
  const lit = (page: number, row: number): boolean => {
    if (!chosenLines) return false;
    return lines.slice(chosenLines[0], chosenLines[1]! + 1).some((l) => l.page === page && l.row === row);
  };
  const sceneAt = (start: number): string => {
    let found = draft.scenes[0]?.number ?? '';
    for (const s of draft.scenes) if (s.start <= start) found = s.number;
    return found;
  };
  const length = (number: string): string => draft.scenes.find((s) => s.number === number)?.length ?? '';

  // The scene in the middle of what is seen is the one that is counted beside.
  $effect(() => {
    const middle = top + high / 2;
    const page = Math.min(draft.pages.length - 1, Math.max(0, Math.floor(middle / PITCH) - lead));
    const row = Math.floor((middle - y0(page) - TOP) / LINE);
    const near =
      lines.filter((l) => l.page === page && l.row <= Math.max(row, 0)).at(-1) ??
      lines.find((l) => l.page === page);
    scene = near ? sceneAt(near.start) : '';
  });

  // A phone that is turned shows what it showed.
  $effect(() => {
    const drawn = scale;
    if (box) box.scrollTop = untrack(() => top) * drawn;
  });

  function scrollTo(y: number): void {
    if (box) box.scrollTop = y * scale;
  }

  /** Brings an offset of the source into the middle. */
  export function show(offset: number): void {
    const l = lines[lineOf(lines, offset)];
    if (l) scrollTo(y0(l.page) + TOP + l.row * LINE - high / 2);
  }

  /** Brings a scene to the top. */
  export function showScene(number: string): void {
    const s = draft.scenes.find((x) => x.number === number);
    const l = s && lines[lineOf(lines, s.start)];
    if (l) scrollTo(y0(l.page) + TOP + l.row * LINE - 60);
  }

  /** Moves the line cursor; with extend the lines between are chosen. */
  export function move(step: number, extend: boolean): void {
    if (cursor < 0 && box) {
      // The first line in sight is where somebody who reads begins.
      const from = lines.findIndex((l) => y0(l.page) + TOP + l.row * LINE >= top + 40);
      cursor = Math.max(0, from) - step;
    }
    cursor = Math.max(0, Math.min(lines.length - 1, cursor + step));
    if (!extend || anchor < 0) anchor = cursor;
    const [from, to] = [Math.min(anchor, cursor), Math.max(anchor, cursor)];
    const a = lines[from];
    const z = lines[to];
    if (a && z)
      chosen = {
        start: a.start,
        end: z.end,
        words: lines
          .slice(from, to + 1)
          .map((l) => l.text)
          .join(' '),
      };
    const l = lines[cursor];
    if (l) {
      const y = y0(l.page) + TOP + l.row * LINE;
      if (y < top + 60) scrollTo(y - 60);
      if (y > top + high - 60) scrollTo(y - high + 60);
    }
  }

  /** Nothing is chosen any more. */
  export function clear(): void {
    chosen = null;
    cursor = anchor = -1;
    getSelection()?.removeAllRanges();
  }

  function offset(node: Node | null, at: number): number | null {
    const element = node instanceof Element ? node : node?.parentElement;
    const span = element?.closest<HTMLElement>('[data-at]');
    return span ? Number(span.dataset['at']) + (node instanceof Text ? at : 0) : null;
  }

  function selected(): void {
    const s = getSelection();
    if (!s || s.isCollapsed || s.rangeCount === 0) return;
    const a = offset(s.anchorNode, s.anchorOffset);
    const b = offset(s.focusNode, s.focusOffset);
    if (a !== null && b !== null && a !== b) {
      chosen = { start: Math.min(a, b), end: Math.max(a, b), words: s.toString() };
      cursor = anchor = -1;
    }
  }

  // A script opens at its first page; the title page is above.
  let opened = '';
  $effect(() => {
    if (box && draft.id !== opened) {
      opened = draft.id;
      scrollTo(untrack(() => y0(0)));
    }
  });

  // Goes to what is looked at when that changes, not when the page is drawn again.
  let shownHit: Span | null = null;
  $effect(() => {
    if (hit && hit !== shownHit) {
      shownHit = hit;
      const at = hit.start;
      void tick().then(() => show(at));
    }
  });
</script>

<svelte:document onselectionchange={selected} />

{#snippet piece(q: Piece)}{#if q.cue && q.marks.length === 0}<span
      class="cue"
      role="button"
      tabindex="-1"
      class:now={q.cue === cue}
      class:hit={q.hit}
      data-at={q.at}
      onkeydown={(e) => {
        if (e.key === 'Enter') oncue(q.cue!);
      }}
      onclick={() => {
        if (getSelection()?.isCollapsed) oncue(q.cue!);
      }}>{q.text}</span
    >{:else}<span
      data-at={q.at}
      class:marked={q.marks.length > 0}
      class:deep={q.marks.length > 1}
      class:here={here !== null && q.marks.includes(here)}
      class:hit={q.hit}
      class:b={q.bold}
      class:i={q.italic}
      class:u={q.underline}>{q.text}</span
    >{/if}{/snippet}

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  class="box"
  bind:this={box}
  bind:clientHeight={seen}
  bind:clientWidth={wide}
  onscroll={() => (top = (box?.scrollTop ?? 0) / scale)}
  tabindex="0"
  role="region"
  aria-label="Script pages"
>
  <div class="roll" style:height="{y0(draft.pages.length) + 20}px" style:zoom={scale}>
    {#if lead > 0 && first === 0}
      <section class="page sheet" style:top="0" style:height="{PAGE}px" aria-label="Title page">
        <div class="titles">
          {#each draft.title.filter((l) => l.middle) as l, i (l.key)}<p class:name={i === 0}>
              {l.text}
            </p>{/each}
        </div>
        <dl class="foot">
          {#each draft.title.filter((l) => !l.middle) as l (l.key)}<dt class="soft">{l.key}</dt>
            <dd>{l.text}</dd>{/each}
        </dl>
      </section>
    {/if}
    {#each shown as p (p.index)}
      <article
        class="page sheet"
        style:top="{y0(p.index)}px"
        style:height="{PAGE}px"
        aria-label="Page {p.page.number}"
      >
        <span class="folio">{p.page.number}.</span>
        <div class="ruler" aria-hidden="true">
          {#each [1, 2, 3, 4, 5, 6, 7] as e (e)}<i style:top="{((54 * LINE) / 8) * e}px" class:half={e === 4}
              >{e}</i
            >{/each}
        </div>
        {#each p.brackets as b (b.mark.id)}
          {@const s = shots.get(b.mark.shot)}
          {#if s}
            <span
              class="bar"
              class:here={b.mark.shot === here}
              class:asked={b.mark.standing === 'ASKED'}
              style:top="{TOP + b.from * LINE}px"
              style:height="{(b.to - b.from + 1) * LINE}px"
              style:left="{118 - b.lane * 7}px"
            ></span>
          {/if}
        {/each}
        {#each p.rows as r (r.row)}
          {@const begun = p.brackets.filter((b) => b.from === r.row)}
          <div
            class="row {r.line.kind.toLowerCase()}"
            class:cursor={lit(p.index, r.row)}
            style:top="{TOP + r.row * LINE}px"
            style:padding-left="{r.line.indent}ch"
            data-scene={r.line.number || undefined}
          >
            {#if r.line.number}<span class="scene left">{r.line.number}</span><span class="scene right"
                >{length(r.line.number)}</span
              >{/if}
            {#if begun.length > 0}
              <span class="codes">
                {#each begun as b (b.mark.id)}
                  {@const s = shots.get(b.mark.shot)}
                  {#if s}<button
                      class="code mono"
                      class:here={s.id === here}
                      title="{s.title} · {s.sentence}"
                      onclick={() => onopen(s.id)}
                      ><Form state={b.mark.standing === 'ASKED' ? 'IN_DOUBT' : s.form} size={10} />
                      {b.begins ? '' : '… '}{s.code}</button
                    >{/if}
                {/each}
              </span>
            {/if}
            {#each r.pieces as q (q.at)}{@render piece(q)}{/each}{#if r.line.beside}<span
                class="beside"
                style:left="{r.line.beside.indent}ch"
                >{#each r.beside as q (q.at)}{@render piece(q)}{/each}</span
              >{/if}
          </div>
        {/each}
      </article>
    {/each}
  </div>
</div>

<style>
  .box {
    overflow: auto;
    background: var(--shade);
    min-height: 0;
  }
  .roll {
    position: relative;
    width: fit-content;
    min-width: 100%;
  }
  .page {
    position: absolute;
    left: 50%;
    transform: translateX(-50%);
    width: 722px;
    font: 15px/17px var(--screenplay);
  }
  .titles {
    margin-top: 260px;
    text-align: center;
    white-space: pre-line;
    display: grid;
    gap: 17px;
  }
  .titles .name {
    font-weight: 700;
    text-decoration: underline;
  }
  .foot {
    position: absolute;
    left: 128px;
    right: 80px;
    bottom: 60px;
    display: grid;
    grid-template-columns: max-content 1fr;
    gap: 2px 16px;
    white-space: pre-line;
  }
  .folio {
    position: absolute;
    top: 16px;
    right: 46px;
  }
  .ruler {
    position: absolute;
    right: 0;
    top: 44px;
    bottom: 46px;
    width: 12px;
    border-left: 1px solid var(--line);
  }
  .ruler i {
    position: absolute;
    right: 0;
    width: 12px;
    border-top: 1px solid var(--line);
    font: 9px/1 var(--mono);
    color: var(--soft);
    text-align: center;
    padding-top: 1px;
  }
  .ruler .half {
    border-color: var(--soft);
  }
  .row {
    position: absolute;
    left: 128px;
    width: 61ch;
    height: 17px;
    white-space: pre;
  }
  .row.cursor {
    background: var(--shade);
    box-shadow: -3px 0 0 var(--pencil);
  }
  .heading {
    font-weight: 700;
  }
  .scene {
    position: absolute;
    color: var(--soft);
    font-weight: 400;
  }
  .scene.left {
    right: calc(100% + 18px);
  }
  .scene.right {
    right: -22px;
    font: 11px/17px var(--mono);
  }
  .beside {
    position: absolute;
    top: 0;
  }
  .marked {
    background: var(--mark);
  }
  .marked.deep {
    background: color-mix(in oklab, var(--mark) 82%, var(--ink));
  }
  .marked.here {
    background: color-mix(in oklab, var(--mark) 70%, var(--pencil));
  }
  .hit {
    box-shadow: 0 0 0 1.5px var(--ink);
  }
  .cue {
    text-decoration: underline dotted var(--soft) 2px;
    text-underline-offset: 3px;
    cursor: pointer;
  }
  .cue.now {
    text-decoration: underline solid var(--pencil) 2px;
    background: color-mix(in oklab, var(--sheet) 80%, var(--pencil));
  }
  .b {
    font-weight: 700;
  }
  .i {
    font-style: italic;
  }
  .u {
    text-decoration: underline;
  }
  .bar {
    position: absolute;
    width: 5px;
    border: 2px solid var(--ink);
    border-right: 0;
  }
  .bar.here {
    border-color: var(--pencil);
  }
  .bar.asked {
    border-style: dashed;
  }
  .codes {
    position: absolute;
    right: calc(100% + 24px);
    top: 0;
    display: grid;
    justify-items: end;
    z-index: 1;
  }
  .code {
    font-size: 11px;
    line-height: 17px;
    white-space: nowrap;
    cursor: pointer;
    background: var(--sheet);
    display: flex;
    gap: 4px;
    align-items: center;
  }
  .code.here {
    color: var(--pencil);
    font-weight: 700;
  }
</style>
