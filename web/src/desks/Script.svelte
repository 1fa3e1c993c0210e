<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { tick } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import { api, got, Refused, send, type Schemas } from '../lib/api/client';
  import { house } from '../lib/house.svelte';
  import { free } from '../lib/keys';
  import ShotEditor from '../lib/parts/ShotEditor.svelte';
  import Form from '../lib/parts/Form.svelte';
  import Sheet from '../lib/parts/Sheet.svelte';
  import { go } from '../lib/router';
  import { frame } from '../lib/state.svelte';
  import { stageName } from '../lib/words';

  let { shot }: { shot: string | null } = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const draft = createQuery(() => ({
    queryKey: [h.id, 'draft', 'latest'],
    queryFn: async () => {
      try {
        return await got(api.GET('/api/productions/{production}/drafts/{draft}', { params: { path: { production: h.id, draft: 'latest' } } }));
      } catch (e) {
        if (e instanceof Refused && e.status === 404) return null;
        throw e;
      }
    },
  }));
  const shots = createQuery(() => ({ queryKey: [h.id, 'shots'], queryFn: () => got(api.GET('/api/productions/{production}/shots', { params: { path: { production: h.id }, query: { size: 500 } } })) }));
  const known = $derived(shots.data?.lines.some((l) => l.id === shot) ? shot : null);

  type Piece = { text: string; at: number; run: Schemas['Run']; marks: string[] };
  type Row = { line: Schemas['Line']; pieces: Piece[]; first: string[]; index: number };

  /** Lines cut at the ends of marks, so that marked words can be drawn as such. */
  const pages = $derived.by(() => {
    const d = draft.data;
    if (!d) return [];
    const marks = (shots.data?.lines ?? []).filter((s) => s.draft === d.id && !s.omitted && !s.lost);
    const begun = new Set<string>();
    let index = 0;
    return d.pages.map((p) => ({
      number: p.number,
      rows: p.lines.map((line): Row => {
        const first: string[] = [];
        const pieces = line.runs.flatMap((run): Piece[] => {
          const end = run.start + run.text.length;
          const cuts = [...new Set([run.start, end, ...marks.flatMap((m) => [m.markStart, m.markEnd]).filter((c) => c > run.start && c < end)])].sort((a, b) => a - b);
          return cuts.slice(0, -1).map((at, i) => {
            const inside = marks.filter((m) => m.markStart <= at && m.markEnd > at);
            inside.filter((m) => !begun.has(m.id)).forEach((m) => { begun.add(m.id); first.push(m.id); });
            return { text: run.text.slice(at - run.start, (cuts[i + 1] ?? end) - run.start), at, run, marks: inside.map((m) => m.id) };
          });
        });
        return { line, pieces, first, index: line.runs.length > 0 ? index++ : -1 };
      }),
    }));
  });
  const rows = $derived(pages.flatMap((p) => p.rows).filter((r) => r.index >= 0));
  const line = (id: string) => shots.data?.lines.find((l) => l.id === id);

  let chosen = $state<{ start: number; end: number; words: string } | null>(null);
  let cursor = $state(-1);
  let anchor = $state(-1);
  let importing = $state(false);
  let pasted = $state('');
  let name = $state('');
  let over = $state(false);
  let wrong = $state('');
  let progress = $state<number | null>(null);

  /** Offset in the source of a place in the page. */
  function offset(node: Node | null, at: number): number | null {
    const element = node instanceof Element ? node : node?.parentElement;
    const span = element?.closest<HTMLElement>('[data-at]');
    return span ? Number(span.dataset['at']) + (node instanceof Text ? at : 0) : null;
  }

  function selected(): void {
    const s = getSelection();
    if (!s || s.isCollapsed || s.rangeCount === 0) {
      return;
    }
    const a = offset(s.anchorNode, s.anchorOffset);
    const b = offset(s.focusNode, s.focusOffset);
    if (a !== null && b !== null && a !== b) {
      chosen = { start: Math.min(a, b), end: Math.max(a, b), words: s.toString() };
      cursor = -1;
    }
  }

  /** Moves the line cursor; with extend the lines between are chosen. */
  function move(step: number, extend: boolean): void {
    cursor = Math.max(0, Math.min(rows.length - 1, cursor + step));
    if (!extend || anchor < 0) anchor = cursor;
    const [from, to] = [Math.min(anchor, cursor), Math.max(anchor, cursor)];
    const a = rows[from]?.line.runs[0];
    const last = rows[to]?.line.runs.at(-1);
    if (a && last) {
      chosen = { start: a.start, end: last.start + last.text.length, words: rows.slice(from, to + 1).flatMap((r) => r.line.runs.map((x) => x.text)).join(' ') };
    }
    void tick().then(() => document.querySelector('.cursor')?.scrollIntoView({ block: 'nearest' }));
  }

  async function mark(): Promise<void> {
    const d = draft.data;
    if (!chosen || !d || !may) {
      frame.wrong('Select the words of the effect on the page first.');
      return;
    }
    try {
      const s = await got(api.POST('/api/productions/{production}/shots', { params: { path: { production: h.id } }, body: { draft: d.id, start: chosen.start, end: chosen.end } }));
      chosen = null;
      cursor = anchor = -1;
      getSelection()?.removeAllRanges();
      await h.again();
      go(h.id, 'script', s.id);
      frame.say(`${s.code} marked. ${s.sentence}`);
    } catch (e) {
      frame.wrong(e);
    }
  }

  $effect(() =>
    tinykeys(window, {
      m: free(() => void mark()),
      j: free(() => move(1, false)),
      k: free(() => move(-1, false)),
      'Shift+J': free(() => move(1, true)),
      'Shift+K': free(() => move(-1, true)),
    }),
  );

  // Goes to where the selected shot, or the scene of the address, stands on the page.
  $effect(() => {
    if (shot && pages.length > 0) {
      const at = shot;
      void tick().then(() => document.querySelector(at.startsWith('scene-') ? `[data-scene="${CSS.escape(at.slice(6))}"]` : `[data-first~="${at}"]`)?.scrollIntoView({ block: 'center' }));
    }
  });

  async function take(file: File | null): Promise<void> {
    wrong = '';
    progress = 0;
    try {
      const form = new FormData();
      form.append('file', file ?? new File([pasted], 'pasted.txt', { type: 'text/plain' }));
      form.append('name', name || (file ? file.name.replace(/\.[^.]*$/, '') : ''));
      const d = await send<Schemas['DraftView']>(`/api/productions/${h.id}/drafts`, form, (x) => (progress = x));
      importing = false;
      pasted = name = '';
      await h.again();
      frame.say(`${d.name}: ${d.scenes} scenes on ${d.pages} pages.${d.lost.length > 0 ? ` Words lost of ${d.lost.join(', ')}.` : ''}`);
    } catch (e) {
      wrong = e instanceof Error ? e.message : String(e);
    } finally {
      progress = null;
    }
  }

  function drop(e: DragEvent): void {
    e.preventDefault();
    over = false;
    const f = e.dataTransfer?.files[0];
    if (f && may) {
      importing = true;
      void take(f);
    }
  }
</script>

<svelte:document onselectionchange={selected} />

<div class="script" role="presentation" class:over ondragover={(e) => { e.preventDefault(); over = true; }} ondragleave={() => (over = false)} ondrop={drop}>
  <section class="pages" aria-label="Script pages">
    <div class="bar">
      <span class="soft small">{draft.data ? `${draft.data.name} · ${draft.data.pages.length} pages · ${draft.data.scenes.length} scenes · ${shots.data?.total ?? 0} effect shots` : ''}</span>
      {#if may}<button class="btn tight ml-auto" onclick={() => (importing = true)}>Import a draft</button>{/if}
    </div>
    {#if draft.data === null}
      <div class="empty">
        <h1>No script yet</h1>
        <p class="soft">Drop a plain-text screenplay here, or paste one. Every moment you mark on it becomes an effect shot.</p>
        {#if may}<button class="btn now mt-3" onclick={() => (importing = true)}>Import the script</button>{/if}
      </div>
    {/if}
    {#each pages as p (p.number)}
      <article class="page sheet" aria-label="Page {p.number}">
        <span class="folio">{p.number}.</span>
        {#each p.rows as r, i (i)}
          <div class="row {r.line.kind.toLowerCase()}" class:cursor={r.index >= 0 && cursor >= 0 && r.index >= Math.min(anchor, cursor) && r.index <= Math.max(anchor, cursor)} style:padding-left="{r.line.indent}ch" data-scene={r.line.number || undefined} data-first={r.first.join(' ') || undefined}>
            {#if r.line.number}<span class="scene left">{r.line.number}</span><span class="scene right">{r.line.number}</span>{/if}
            {#if r.first.length > 0}
              <span class="brackets">
                {#each r.first as id (id)}
                  {@const l = line(id)}
                  {#if l}<button class="bracket mono" class:here={id === known} title="{l.title} · {l.sentence}" onclick={() => go(h.id, 'script', id)}><Form state={l.form} size={10} /> {l.code}</button>{/if}
                {/each}
              </span>
            {/if}
            {#each r.pieces as q (q.at)}<span data-at={q.at} class:marked={q.marks.length > 0} class:here={q.marks.includes(known ?? '')} class:b={q.run.bold} class:i={q.run.italic} class:u={q.run.underline}>{q.text}</span>{:else}&nbsp;{/each}
          </div>
        {/each}
      </article>
    {/each}
  </section>

  <section class="side sheet" aria-label="Breakdown">
    {#if chosen && may}
      <div class="chosen">
        <p class="quote">{chosen.words.length > 160 ? `${chosen.words.slice(0, 160)}…` : chosen.words}</p>
        <button class="btn now" onclick={() => void mark()}>Mark as an effect shot <kbd>m</kbd></button>
      </div>
    {/if}
    {#if known}
      <ShotEditor shot={known} />
    {:else}
      <div class="p-4">
        <h1>Breakdown</h1>
        <p class="soft mb-3">{may ? 'Select words on the page, with the mouse or line by line with j, k and Shift, and press m. Or open a mark:' : 'Open a mark to read it:'}</p>
        <ul>
          {#each shots.data?.lines.filter((l) => !l.omitted) ?? [] as l (l.id)}
            <li class="rule"><button class="spot" onclick={() => go(h.id, 'script', l.id)}><Form state={l.form} /><span class="mono">{l.code}</span><span>{l.title}</span><span class="soft small">{l.lost ? 'words lost' : stageName(l.stage)}</span></button></li>
          {/each}
        </ul>
        {#if shots.data?.lines.some((l) => l.omitted)}
          <h2 class="mt-4">Omitted</h2>
          <ul>{#each shots.data.lines.filter((l) => l.omitted) as l (l.id)}<li class="rule"><button class="spot struck" onclick={() => go(h.id, 'script', l.id)}><Form state="DROPPED" /><span class="mono">{l.code}</span><span>{l.title}</span></button></li>{/each}</ul>
        {/if}
      </div>
    {/if}
  </section>
</div>

<Sheet bind:open={importing} title="Import a draft" wide>
  <p class="soft mb-2">A screenplay as plain text in the open Fountain syntax, up to 4 MB. Marks follow their words into the new draft; what can't be found is shown, never dropped.</p>
  <label class="field mb-2"><span>Name of the draft, for example its colour</span><input class="input" bind:value={name} /></label>
  <label class="field mb-2"><span>File</span><input class="input" type="file" accept=".fountain,.txt,.spmd,text/plain" onchange={(e) => void take(e.currentTarget.files?.[0] ?? null)} /></label>
  <label class="field"><span>or paste it here</span><textarea class="textarea mono" rows="10" bind:value={pasted}></textarea></label>
  {#if wrong}<p class="pencil mt-2" role="alert">{wrong}. Nothing was changed.</p>{/if}
  {#if progress !== null}<progress class="w-full" value={progress}></progress>{/if}
  <div class="mt-3 flex gap-2"><button class="btn ink" disabled={!pasted.trim()} onclick={() => void take(null)}>Import what is pasted</button><button class="btn" onclick={() => (importing = false)}>Leave</button></div>
</Sheet>

<style>
  .script {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 460px;
    height: 100%;
  }
  .over {
    outline: 3px dashed var(--pencil);
    outline-offset: -6px;
  }
  .pages {
    overflow: auto;
    padding: 0 16px 40px;
    background: var(--shade);
  }
  .bar {
    position: sticky;
    top: 0;
    z-index: 2;
    display: flex;
    align-items: center;
    gap: 12px;
    padding: 6px 0;
    background: var(--shade);
  }
  .page {
    position: relative;
    width: fit-content;
    margin: 0 auto 14px;
    padding: 40px 46px 46px 130px;
    font: 15px/1.13 var(--screenplay);
    content-visibility: auto;
    contain-intrinsic-size: 720px 1000px;
  }
  .folio {
    position: absolute;
    top: 16px;
    right: 46px;
  }
  .row {
    position: relative;
    width: 61ch;
    min-height: 17px;
  }
  .row.cursor {
    background: var(--shade);
    box-shadow: -3px 0 0 var(--pencil);
  }
  [data-at] {
    white-space: pre-wrap;
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
    left: -30px;
  }
  .scene.right {
    right: -26px;
  }
  .marked {
    background: var(--mark);
  }
  .marked.here {
    background: color-mix(in oklab, var(--mark) 70%, var(--pencil));
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
  .brackets {
    position: absolute;
    left: -124px;
    top: -2px;
    display: grid;
    justify-items: start;
    gap: 1px;
    z-index: 1;
  }
  .bracket {
    font-size: 11px;
    line-height: 1.4;
    padding: 1px 4px;
    border-right: 3px solid var(--ink);
    white-space: nowrap;
    cursor: pointer;
    background: var(--sheet);
    display: flex;
    gap: 4px;
    align-items: center;
  }
  .bracket.here {
    border-color: var(--pencil);
    font-weight: 700;
  }
  .side {
    overflow: auto;
    border-width: 0 0 0 1px;
  }
  .chosen {
    position: sticky;
    top: 0;
    z-index: 3;
    padding: 12px 16px;
    background: var(--sheet);
    border-bottom: 2px solid var(--pencil);
  }
  .quote {
    font-family: var(--screenplay);
    margin-bottom: 8px;
  }
  .chosen kbd {
    color: inherit;
  }
  .spot {
    display: grid;
    grid-template-columns: 18px 84px 1fr auto;
    gap: 8px;
    width: 100%;
    text-align: left;
    align-items: center;
    padding: 5px 0;
    cursor: pointer;
  }
  .spot:hover {
    background: var(--shade);
  }
  .empty {
    max-width: 420px;
    margin: 12vh auto;
  }
  @media (max-width: 900px) {
    .script {
      grid-template-columns: 1fr;
      overflow: auto;
    }
    .page {
      padding-left: 100px;
      zoom: 0.6;
    }
  }
</style>
