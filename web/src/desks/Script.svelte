<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { tick, untrack } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import { api, got, type Schemas } from '../lib/api/client';
  import { house, reads } from '../lib/house.svelte';
  import { free } from '../lib/keys';
  import Form from '../lib/parts/Form.svelte';
  import ShotEditor from '../lib/parts/ShotEditor.svelte';
  import { go } from '../lib/router';
  import ChangesSheet from '../lib/script/ChangesSheet.svelte';
  import CodesSheet from '../lib/script/CodesSheet.svelte';
  import CostsSheet from '../lib/script/CostsSheet.svelte';
  import CueCard from '../lib/script/CueCard.svelte';
  import CueWordsSheet from '../lib/script/CueWordsSheet.svelte';
  import ReaderSheet from '../lib/script/ReaderSheet.svelte';
  import DraftsSheet from '../lib/script/DraftsSheet.svelte';
  import ImportSheet from '../lib/script/ImportSheet.svelte';
  import { searcher } from '../lib/script/pages';
  import ScriptPages from '../lib/script/ScriptPages.svelte';
  import TallyTable from '../lib/script/TallyTable.svelte';
  import { frame, queries } from '../lib/state.svelte';
  import { count, stageName } from '../lib/words';

  const LISTS = [
    ['scenes', 'Breakdown by scene'],
    ['shots', 'Breakdown by shot'],
    ['elements', 'Elements and props'],
    ['wardrobe', 'Wardrobe of doubles'],
    ['cautions', 'Cautions'],
  ] as const;

  let { at: shot }: { at: string | null } = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR'));
  /** Draft that is read; the newest unless an old one was asked for. */
  let reading = $state('latest');
  const draft = createQuery(() => reads.draft(h.id, reading));
  const drafts = createQuery(() => ({
    queryKey: [h.id, 'drafts'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/drafts', { params: { path: { production: h.id } } })),
  }));
  const list = createQuery(() => reads.shots(h.id));
  const cues = createQuery(() => ({
    queryKey: [h.id, 'cues'],
    enabled: draft.data !== undefined && draft.data !== null,
    queryFn: () =>
      got(api.GET('/api/productions/{production}/cues', { params: { path: { production: h.id } } })),
  }));
  const tally = createQuery(() => ({
    queryKey: [h.id, 'tally'],
    enabled: may,
    queryFn: () =>
      got(api.GET('/api/productions/{production}/tally', { params: { path: { production: h.id } } })),
  }));
  const d = $derived(draft.data);
  const shots = $derived(new Map((list.data?.lines ?? []).filter((l) => !l.omitted).map((l) => [l.id, l])));
  const marks = $derived(
    (d?.marks ?? []).filter((m) => m.start !== null).sort((a, b) => a.start - b.start || b.end - a.end),
  );
  const known = $derived(list.data?.lines.some((l) => l.id === shot) ? shot : null);
  const line = $derived(known ? list.data?.lines.find((l) => l.id === known) : undefined);
  const order = $derived(
    [...(list.data?.lines ?? [])]
      .filter((l) => !l.omitted)
      .sort((a, b) => (a.marks[0]?.start ?? 1e9) - (b.marks[0]?.start ?? 1e9)),
  );
  const omitted = $derived(list.data?.lines.filter((l) => l.omitted) ?? []);
  const latest = $derived(drafts.data?.[0]);
  const open = $derived(latest?.open ?? 0);
  let surest = $state(false);
  const openCues = $derived.by(() => {
    const all = d?.newest && cues.data?.draft === d.id ? cues.data.cues : [];
    return surest ? [...all].sort((a, b) => b.confidence - a.confidence) : all;
  });

  let pages = $state<ReturnType<typeof ScriptPages>>();
  let chosen = $state<{ start: number; end: number; words: string } | null>(null);
  let cursor = $state(-1);
  let scene = $state('');
  let cueKey = $state<string | null>(null);
  let changing = $state(false);
  let placing = $state<Schemas['MarkChangeView'] | null>(null);
  let adding = $state<string | null>(null);
  let words = $state('');
  let hitAt = $state(0);
  let field = $state<HTMLInputElement>();
  let menu = $state<HTMLDetailsElement>();
  let over = $state(false);
  let dropped = $state<File | null>(null);
  let sheet = $state<'' | 'import' | 'drafts' | 'changes' | 'costs' | 'cue words' | 'codes' | 'reader'>('');
  let changesOf = $state('');
  const sheetOf = (name: typeof sheet) => ({
    get: () => sheet === name,
    set: (o: boolean) => (sheet = o ? name : sheet === name ? '' : sheet),
  });
  const importing = sheetOf('import');
  const drafting = sheetOf('drafts');
  const comparing = sheetOf('changes');
  const costing = sheetOf('costs');
  const wording = sheetOf('cue words');
  const coding = sheetOf('codes');
  const judging = sheetOf('reader');

  // Words that were chosen in one draft are not those of another, whoever brought it in.
  let drawn = '';
  $effect(() => {
    const id = d?.id ?? '';
    if (id !== drawn) {
      if (untrack(() => chosen) && drawn)
        frame.wrong(`${d?.name ?? 'Another draft'} is open now; choose the words again.`);
      drawn = id;
      untrack(() => pages?.clear());
    }
  });

  const cueIndex = $derived(openCues.findIndex((c) => c.key === cueKey));
  const cue = $derived(cueIndex >= 0 ? openCues[cueIndex] : undefined);
  const find = $derived(d ? searcher(d.pages) : () => []);
  const hits = $derived(words.trim().length > 1 ? find(words) : []);
  const hit = $derived(hits[Math.min(hitAt, hits.length - 1)] ?? null);
  const shotRow = $derived(
    line && tally.data
      ? { code: line.code, cost: tally.data.shots[line.id] ?? 0, plates: line.plates, hours: line.effort }
      : null,
  );

  function step(by: number): void {
    if (openCues.length === 0) {
      frame.say(cues.isPending ? 'The cues are still being looked for.' : 'No cue is left.');
      return;
    }
    const from =
      cueIndex >= 0
        ? cueIndex
        : by < 0
          ? openCues.length
          : surest
            ? -1
            : openCues.findIndex((c) => c.scene === scene) - 1;
    const next = openCues[(Math.max(from, -1) + by + openCues.length) % openCues.length];
    if (next) {
      cueKey = next.key;
      changing = false;
      pages?.clear();
      pages?.show(next.start);
    }
  }

  function after(index: number): void {
    const next = openCues[index] ?? openCues[index - 1];
    cueKey = next?.key ?? null;
    changing = false;
    if (next) pages?.show(next.start);
  }

  async function mark(
    span: { start: number; end: number },
    method?: string,
  ): Promise<Schemas['ShotView'] | null> {
    try {
      const s = await got(
        api.POST('/api/productions/{production}/shots', {
          params: { path: { production: h.id } },
          body: {
            draft: d!.id,
            start: span.start,
            end: span.end,
            ...(method ? { method } : {}),
          } as Schemas['NewShot'],
        }),
      );
      frame.say(`${s.code} marked. ${s.sentence}`);
      return s;
    } catch (e) {
      frame.wrong(e);
      await h.again();
      return null;
    }
  }

  async function markChosen(): Promise<void> {
    if (!chosen || !d?.newest || !may) {
      frame.wrong(
        d && !d.newest
          ? 'Old drafts are read only; mark in the newest.'
          : 'Select the words of the effect on the page first.',
      );
      return;
    }
    if (placing) {
      await place();
      return;
    }
    if (adding) {
      await more();
      return;
    }
    const s = await mark(chosen);
    if (s) {
      pages?.clear();
      await h.again();
      go(h.id, 'script', s.id);
    }
  }

  async function accept(method: string): Promise<void> {
    if (!cue || !may) return;
    const at = cueIndex;
    try {
      const s = await got(
        api.POST('/api/productions/{production}/cues/taken', {
          params: { path: { production: h.id } },
          body: {
            draft: d!.id,
            key: cue.key,
            start: cue.start,
            end: cue.end,
            ...(method ? { method } : {}),
          } as Schemas['Taking'],
        }),
      );
      frame.say(`${s.code} marked. ${s.sentence}`);
      await h.again();
      after(at);
    } catch (e) {
      frame.wrong(e);
      await h.again();
    }
  }

  async function away(): Promise<void> {
    if (!cue || !may) return;
    const at = cueIndex;
    try {
      queries.setQueryData(
        [h.id, 'cues'],
        await got(
          api.POST('/api/productions/{production}/cues/waved', {
            params: { path: { production: h.id } },
            body: { key: cue.key },
          }),
        ),
      );
      await tick();
      after(at);
    } catch (e) {
      frame.wrong(e);
    }
  }

  async function wanted(key: string): Promise<void> {
    try {
      queries.setQueryData(
        [h.id, 'cues'],
        await got(
          api.POST('/api/productions/{production}/cues/wanted', {
            params: { path: { production: h.id } },
            body: { key },
          }),
        ),
      );
    } catch (e) {
      frame.wrong(e);
    }
  }

  /** Puts a mark that lost its words on those chosen. */
  async function place(): Promise<void> {
    if (!placing || !chosen) return;
    try {
      await got(
        api.POST('/api/productions/{production}/marks/{mark}/decision', {
          params: { path: { production: h.id, mark: placing.mark.id } },
          body: { start: chosen.start, end: chosen.end, version: placing.version },
        }),
      );
      frame.say(`${placing.code} stands on the words you chose.`);
      placing = null;
      pages?.clear();
      await h.again();
      if (open > 1) sheet = 'changes';
    } catch (e) {
      frame.wrong(e);
    }
  }

  /** Adds the words chosen to a shot. */
  async function more(): Promise<void> {
    if (!adding || !chosen || !d) return;
    try {
      await got(
        api.POST('/api/productions/{production}/shots/{shot}/marks', {
          params: { path: { production: h.id, shot: adding } },
          body: { draft: d.id, start: chosen.start, end: chosen.end },
        }),
      );
      adding = null;
      pages?.clear();
      await h.again();
    } catch (e) {
      frame.wrong(e);
    }
  }

  function leave(): void {
    placing = adding = null;
    cueKey = null;
    pages?.clear();
  }

  function search(by: number): void {
    hitAt = hits.length > 0 ? (hitAt + by + hits.length) % hits.length : 0;
  }

  $effect(() =>
    tinykeys(window, {
      m: free(() => void markChosen()),
      j: free(() => pages?.move(1, false)),
      k: free(() => pages?.move(-1, false)),
      'Shift+J': free(() => pages?.move(1, true)),
      'Shift+K': free(() => pages?.move(-1, true)),
      '.': free(() => step(1)),
      ',': free(() => step(-1)),
      a: free(() => void accept(cue?.ways[0]?.method ?? '')),
      e: free(() => (changing = cue !== undefined)),
      w: free(() => void away()),
      f: free(() => field?.focus()),
      i: free(() => may && (sheet = 'import')),
      d: free(() => (sheet = 'drafts')),
      Escape: free(() =>
        chosen || cue || placing || adding ? leave() : known ? go(h.id, 'script') : undefined,
      ),
    }),
  );

  // Goes to where the shot of the address, or the scene, stands on the page; once for each address.
  let shown = '';
  $effect(() => {
    const p = pages;
    const at = shot;
    if (!p || !d || !at || shown === `${d.id} ${at}`) return;
    const m = marks.find((x) => x.shot === at);
    if (at.startsWith('scene-')) {
      shown = `${d.id} ${at}`;
      void tick().then(() => p.showScene(at.slice(6)));
    } else if (m) {
      shown = `${d.id} ${at}`;
      void tick().then(() => p.show(m.start));
    }
  });

  async function imported(x: Schemas['DraftView']): Promise<void> {
    reading = 'latest';
    await h.again();
    frame.say(
      [
        `${x.name}: ${count(x.scenes, 'scene')} on ${count(x.pages, 'page')}.`,
        x.made.length > 0 ? `${count(x.made.length, 'shot')} came with it.` : '',
        x.open > 0 ? `${x.open} to decide.` : '',
        x.uncertain.length > 0
          ? `${count(x.uncertain.length, 'line')} could be read otherwise; see Drafts.`
          : '',
      ]
        .filter(Boolean)
        .join(' '),
    );
    if (x.number > 1) {
      changesOf = x.id;
      sheet = 'changes';
    } else if (x.uncertain.length > 0) {
      sheet = 'drafts';
    }
  }

  function drop(e: DragEvent): void {
    e.preventDefault();
    over = false;
    const f = e.dataTransfer?.files[0];
    if (f && may) {
      dropped = f;
      sheet = 'import';
    }
  }
</script>

<div
  class="script"
  role="presentation"
  class:over
  ondragover={(e) => {
    e.preventDefault();
    over = true;
  }}
  ondragleave={() => (over = false)}
  ondrop={drop}
>
  <section class="pages">
    <div class="bar">
      {#if d}
        <button class="tight draft btn" title="All drafts" onclick={() => (sheet = 'drafts')}
          >{d.name} <kbd>d</kbd></button
        >
        <form
          class="find"
          role="search"
          onsubmit={(e) => {
            e.preventDefault();
            search(1);
          }}
        >
          <input
            class="input"
            bind:this={field}
            bind:value={words}
            placeholder="Find in the script  (f)"
            aria-label="Find in the script"
            oninput={() => (hitAt = 0)}
            onkeydown={(e) => {
              if (e.key === 'Escape') {
                words = '';
                field?.blur();
              }
              if (e.key === 'Enter' && e.shiftKey) {
                e.preventDefault();
                search(-1);
              }
            }}
          />
          {#if words.trim().length > 1}<span class="small mono soft" role="status"
              >{hits.length === 0
                ? 'nothing'
                : `${Math.min(hitAt, hits.length - 1) + 1}/${hits.length}`}</span
            >{/if}
        </form>
        {#if may && d.newest}<button
            class="tight btn"
            class:now={openCues.length > 0 && !cue && open === 0}
            onclick={() => step(1)}
            >{openCues.length} cue{openCues.length === 1 ? '' : 's'} <kbd>.</kbd></button
          ><button class="bare tight btn" aria-haspopup="dialog" onclick={() => (sheet = 'reader')}
            >{cues.data?.read.read === 'READING'
              ? `reading, ${Math.round(cues.data.read.share * 100)} %`
              : 'how sure?'}</button
          >{/if}
        {#if open > 0 && latest}<button
            class="tight now btn"
            onclick={() => {
              changesOf = latest.id;
              sheet = 'changes';
            }}>{open} to decide</button
          >{/if}
      {/if}
      <span class="ml-auto"></span>
      {#if d}
        <details class="more" bind:this={menu}>
          <summary class="tight btn">Hand out</summary>
          <div
            class="sheet"
            role="presentation"
            onclick={() => {
              if (menu) menu.open = false;
            }}
          >
            {#each LISTS as [k, w] (k)}
              <span>{w}</span><a href="/api/productions/{h.id}/sheets/{k}.pdf" download>PDF</a><a
                href="/api/productions/{h.id}/sheets/{k}.csv"
                download>CSV</a
              >
            {/each}
            <span>Script with its marks as notes</span><a
              href="/api/productions/{h.id}/drafts/{d.id}/script.fountain"
              download>Text</a
            ><span></span>
            {#if may}<button class="bare tight btn" onclick={() => (sheet = 'codes')}
                >Put codes in order</button
              >{/if}
          </div>
        </details>
      {/if}
      {#if may}<button class="tight btn" onclick={() => (sheet = 'import')}>Import <kbd>i</kbd></button>{/if}
    </div>
    {#if d && !d.newest}<p class="old">
        You read {d.name}, an earlier draft, as it was marked.
        <button class="tight btn" onclick={() => (reading = 'latest')}>Back to the newest</button>
      </p>{/if}
    {#if d === null}
      <div class="empty">
        <h1>No script yet</h1>
        <p class="soft">
          Drop a screenplay here as text, as a PDF, or as a CSV of scenes, or paste one. Every moment you mark
          on it becomes an effect shot.
        </p>
        {#if may}<button class="now mt-3 btn" onclick={() => (sheet = 'import')}>Import the script</button
          >{/if}
      </div>
    {:else if d}
      <ScriptPages
        bind:this={pages}
        draft={d}
        {marks}
        {shots}
        here={known}
        cues={openCues}
        cue={cue?.key ?? null}
        {hits}
        {hit}
        bind:chosen
        bind:cursor
        bind:scene
        onopen={(id) => go(h.id, 'script', id)}
        oncue={(k) => {
          cueKey = k;
          changing = false;
        }}
      />
    {:else}<p class="soft p-4">Reading the script…</p>{/if}
  </section>

  <section class="side sheet" aria-label="Breakdown">
    {#if tally.data && d}<TallyTable
        tally={tally.data}
        {scene}
        shot={shotRow}
        oncosts={() => (sheet = 'costs')}
      />{/if}
    <div class="scroll">
      {#if placing && !chosen}
        <div class="chosen">
          <p>
            <span class="mono">{placing.code}</span> was on: <span class="quote">{placing.mark.excerpt}</span>
          </p>
          <p class="soft">Select the words it is on now.</p>
          <button class="tight mt-2 btn" onclick={leave}>Leave <kbd>Esc</kbd></button>
        </div>
      {:else if adding && !chosen}
        <div class="chosen">
          <p class="soft">Select more words for {list.data?.lines.find((l) => l.id === adding)?.code}.</p>
          <button class="tight mt-2 btn" onclick={leave}>Leave <kbd>Esc</kbd></button>
        </div>
      {:else if chosen && may && d?.newest}
        <div class="chosen">
          <p class="quote">{chosen.words.length > 160 ? `${chosen.words.slice(0, 160)}…` : chosen.words}</p>
          <div class="flex flex-wrap gap-2">
            {#if placing}<button class="now btn" onclick={() => void place()}
                >Put {placing.code} on these words <kbd>m</kbd></button
              >
            {:else if adding}<button class="now btn" onclick={() => void more()}
                >Add to {list.data?.lines.find((l) => l.id === adding)?.code} <kbd>m</kbd></button
              >
            {:else}<button class="now btn" onclick={() => void markChosen()}
                >Mark as an effect shot <kbd>m</kbd></button
              >{#if line && !line.omitted}<button
                  class="btn"
                  onclick={() => {
                    adding = line!.id;
                    void more();
                  }}>Add to {line.code}</button
                >{/if}{/if}
            <button class="bare btn" onclick={leave}>Leave</button>
          </div>
        </div>
      {:else if cue && may}
        <CueCard
          {cue}
          at={cueIndex + 1}
          of={openCues.length}
          onaccept={(m) => void accept(m)}
          onaway={() => void away()}
          onstep={step}
          bind:surest
          bind:changing
        />
      {/if}
      {#if known}
        <ShotEditor
          shot={known}
          onmore={may && d?.newest
            ? () => {
                adding = known;
              }
            : undefined}
        />
      {:else}
        <div class="p-4">
          <h1>Breakdown</h1>
          <p class="soft mb-3">
            {may
              ? 'Select words on the page, with the mouse or line by line with j, k and Shift, and press m. ' +
                'Or go through the cues with the full stop. Or open a mark:'
              : 'Open a mark to read it:'}
          </p>
          <ul>
            {#each order as l (l.id)}
              <li class="rule">
                <button class="spot" onclick={() => go(h.id, 'script', l.id)}
                  ><Form state={l.form} /><span class="mono">{l.code}</span><span>{l.title}</span><span
                    class="soft small"
                    >{l.lost
                      ? 'words lost'
                      : l.marks.some((m) => m.standing === 'ASKED')
                        ? 'to decide'
                        : stageName(l.stage)}</span
                  ></button
                >
              </li>
            {/each}
          </ul>
          {#if omitted.length > 0}
            <h2 class="mt-4">Omitted</h2>
            <ul>
              {#each omitted as l (l.id)}<li class="rule">
                  <button class="spot struck" onclick={() => go(h.id, 'script', l.id)}
                    ><Form state="DROPPED" /><span class="mono">{l.code}</span><span>{l.title}</span></button
                  >
                </li>{/each}
            </ul>
          {/if}
        </div>
      {/if}
    </div>
  </section>
</div>

<ImportSheet bind:open={importing.get, importing.set} bind:dropped ondone={(x) => void imported(x)} />
<DraftsSheet
  bind:open={drafting.get, drafting.set}
  drafts={drafts.data ?? []}
  reading={d?.id ?? ''}
  onread={(id) => (reading = id)}
  onchanges={(id) => {
    changesOf = id;
    sheet = 'changes';
  }}
/>
<ChangesSheet
  bind:open={comparing.get, comparing.set}
  draft={changesOf}
  onplace={(c) => {
    pages?.clear();
    placing = c;
  }}
/>
<CostsSheet bind:open={costing.get, costing.set} tally={tally.data} />
<CueWordsSheet bind:open={wording.get, wording.set} />
<ReaderSheet
  bind:open={judging.get, judging.set}
  cues={cues.data}
  onwanted={(k) => void wanted(k)}
  onwords={() => (sheet = 'cue words')}
/>
<CodesSheet bind:open={coding.get, coding.set} />

<style>
  .script {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 456px;
    height: 100%;
    min-height: 0;
  }
  .over {
    outline: 3px dashed var(--pencil);
    outline-offset: -6px;
  }
  .pages {
    display: flex;
    flex-direction: column;
    min-height: 0;
    background: var(--shade);
  }
  .pages > :global(.box) {
    flex: 1;
  }
  .bar {
    display: flex;
    align-items: center;
    gap: 8px;
    padding: 6px 12px;
    border-bottom: 1px solid var(--line);
  }
  .bar kbd {
    color: inherit;
    opacity: 0.75;
  }
  .draft {
    max-width: 190px;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .find {
    position: relative;
    width: 190px;
  }
  .find .input {
    min-height: 26px;
    padding-right: 44px;
  }
  .find span {
    position: absolute;
    right: 6px;
    top: 5px;
  }
  .old {
    display: flex;
    gap: 12px;
    align-items: center;
    justify-content: center;
    padding: 5px;
    background: var(--mark);
    border-bottom: 1px solid var(--ink);
  }
  .more {
    position: relative;
  }
  .more summary {
    list-style: none;
    display: inline-block;
  }
  .more > div {
    position: absolute;
    right: 0;
    top: 30px;
    z-index: 5;
    width: 330px;
    padding: 10px 12px;
    display: grid;
    grid-template-columns: 1fr auto auto;
    gap: 6px 14px;
    box-shadow: 0 6px 20px rgb(0 0 0 / 0.18);
  }
  .more a {
    text-decoration: underline;
  }
  .more .btn {
    justify-self: start;
  }
  .side {
    display: flex;
    flex-direction: column;
    min-height: 0;
    border-width: 0 0 0 1px;
  }
  .scroll {
    flex: 1;
    min-height: 0;
    overflow: auto;
  }
  .chosen {
    position: sticky;
    top: 0;
    z-index: 3;
    padding: 12px 16px;
    background: var(--sheet);
    border-bottom: 2px solid var(--pencil);
  }
  .chosen .quote {
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
      grid-template-rows: 60vh auto;
      overflow: auto;
    }
    .bar {
      flex-wrap: wrap;
    }
    .chosen {
      position: fixed;
      inset: auto 0 34px;
      z-index: 4;
      border-top: 2px solid var(--pencil);
    }
  }
</style>
