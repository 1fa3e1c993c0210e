<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { tinykeys } from 'tinykeys';
  import { api, got, type Schemas } from '../lib/api/client';
  import Asked from '../lib/cut/Asked.svelte';
  import BringIn from '../lib/cut/BringIn.svelte';
  import { cuts, type CutView, type SheetRow } from '../lib/cut/reads';
  import ReelRows from '../lib/cut/ReelRows.svelte';
  import Report from '../lib/cut/Report.svelte';
  import Sounds from '../lib/cut/Sounds.svelte';
  import { house } from '../lib/house.svelte';
  import { free } from '../lib/keys';
  import { go } from '../lib/router';
  import { frame, queries } from '../lib/state.svelte';
  import { count, day } from '../lib/words';

  /** The cut as the editor has it: which frames it shows, what it changes, and what that costs. */
  let { at = null }: { at?: string | null } = $props();
  const h = house();
  const TABS = ['sheet', 'asked', 'sounds', 'report'] as const;
  type Tab = (typeof TABS)[number];
  const SIZE = 500;

  let tab = $state<Tab>('sheet');
  let bringing = $state(false);
  let show = $state<'ALL' | 'CHANGED' | 'LOOK'>('ALL');
  let who = $state('');
  let row = $state(0);
  let opened = $state('');
  let told = $state<string[]>([]);
  let busy = $state(false);

  const may = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const list = createQuery(() => cuts.all(h.id));
  const cut = $derived(list.data?.find((c) => c.id === at)?.id ?? list.data?.[0]?.id ?? '');
  const view = createQuery(() => ({ ...cuts.one(h.id, cut), enabled: cut !== '' }));
  const sheet = createQuery(() => ({
    queryKey: [h.id, 'cuts', cut, 'sheet', show, who],
    enabled: cut !== '' && tab === 'sheet',
    placeholderData: (before: Schemas['SheetPage'] | undefined) => before,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/cuts/{cut}/sheet', {
          params: {
            path: { production: h.id, cut },
            query: { show, size: SIZE, ...(who ? { who } : {}) },
          },
        }),
      ),
  }));
  const rows = $derived(sheet.data?.rows ?? []);
  const reels = $derived([...new Set((list.data ?? []).map((c) => c.reel))].filter((r) => r !== '').sort());
  const ready = $derived(rows.filter((r) => r.next === 'FOLLOW'));
  const base = $derived(`/api/productions/${h.id}/cuts/${cut}`);
  const NAMES: Record<Tab, string> = {
    sheet: 'Reel sheet',
    asked: 'Asked',
    sounds: 'Sounds',
    report: 'As read',
  };
  const OUT: [string, string][] = [
    ['Pulls, table', 'pulls.csv'],
    ['Pulls, paper', 'pulls.pdf'],
    ['Pulls, edit list', 'pulls.edl'],
    ['Pulls, timeline', 'pulls.otio'],
    ['Changes, table', 'changes.csv'],
    ['Changes, paper', 'changes.pdf'],
    ['Sounds, table', 'spotting.csv'],
    ['Sounds, paper', 'spotting.pdf'],
    ['Sounds, markers', 'spotting.otio'],
    ['Notes, edit list', 'notes.edl'],
    ['Notes, markers', 'notes.otio'],
    ['The cut as it came', 'file'],
  ];

  $effect(() => {
    void cut;
    row = 0;
    opened = '';
    told = [];
  });

  function move(step: number): void {
    row = Math.max(0, Math.min(rows.length - 1, row + step));
    document.getElementById(`row-${String(row)}`)?.scrollIntoView({ block: 'nearest' });
  }

  const key = (r: SheetRow): string => `${r.shot} ${String(r.use)}`;
  function pick(i: number): void {
    row = i;
    const r = rows[i];
    if (r) opened = opened === key(r) ? '' : key(r);
  }

  /** Cuts before and after in the list. */
  function turn(step: number): void {
    const all = list.data ?? [];
    const next = all[all.findIndex((c) => c.id === cut) + step];
    if (next) go(h.id, 'cut', next.id);
  }

  async function follow(which: SheetRow[]): Promise<void> {
    if (!may || busy || which.length === 0) return;
    busy = true;
    try {
      const done = await got(
        api.POST('/api/productions/{production}/cuts/{cut}/follow', {
          params: { path: { production: h.id, cut } },
          body: { shots: which.map((r) => r.shot) },
        }),
      );
      told = done.told;
      await h.again();
      frame.say(
        done.shots === 1
          ? `The length of ${which[0]?.code ?? ''} follows this cut.`
          : `${String(done.shots)} lengths follow this cut.`,
      );
    } catch (e) {
      frame.wrong(e);
    } finally {
      busy = false;
    }
  }

  async function remove(c: Schemas['CutLine']): Promise<void> {
    try {
      queries.setQueryData(
        [h.id, 'cuts'],
        await got(
          api.DELETE('/api/productions/{production}/cuts/{cut}', {
            params: { path: { production: h.id, cut: c.id } },
          }),
        ),
      );
      go(h.id, 'cut', null);
      frame.say(`${c.name} is gone.`);
    } catch (e) {
      frame.wrong(e);
    }
  }

  async function brought(v: CutView): Promise<void> {
    await queries.invalidateQueries({ queryKey: [h.id, 'cuts'] });
    tab = v.asked > 0 ? 'asked' : 'sheet';
    show = 'ALL';
    who = '';
    go(h.id, 'cut', v.cut.id);
    frame.say(`${v.cut.name} is here: ${count(v.pictures, 'picture')}, ${String(v.asked)} to be asked.`);
  }

  $effect(() =>
    tinykeys(window, {
      s: free(() => (tab = 'sheet')),
      a: free(() => (tab = 'asked')),
      o: free(() => (tab = 'sounds')),
      r: free(() => (tab = 'report')),
      i: free(() => (bringing = may)),
      ',': free(() => turn(1)),
      '.': free(() => turn(-1)),
      j: free(() => tab === 'sheet' && move(1)),
      k: free(() => tab === 'sheet' && move(-1)),
      e: free(() => tab === 'sheet' && pick(row)),
      v: free(() => tab === 'sheet' && (show = show === 'CHANGED' ? 'ALL' : 'CHANGED')),
      f: free(() => {
        const r = rows[row];
        if (tab === 'sheet' && r?.mayFollow) void follow([r]);
      }),
    }),
  );
</script>

<div class="cut">
  <aside>
    <div class="head">
      <h2>Cuts</h2>
      {#if may}<button class="tight btn" onclick={() => (bringing = true)}
          ><kbd class="on">i</kbd> Bring in</button
        >{/if}
    </div>
    <ul>
      {#each list.data ?? [] as c (c.id)}<li>
          <button
            class="pick"
            class:here={c.id === cut}
            aria-current={c.id === cut ? 'true' : undefined}
            onclick={() => go(h.id, 'cut', c.id)}
            ><strong>{c.name}</strong><span class="small soft"
              >{c.reel ? `${c.reel} · ` : ''}{day(c.madeOn)}{c.madeBy ? ` · ${c.madeBy}` : ''}</span
            ><span class="small" class:soft={!c.current}
              >{c.current ? 'newest' : 'older'}{c.follow > 0
                ? ` · ${count(c.follow, 'length')} ${c.follow === 1 ? 'follows' : 'follow'}`
                : ''}</span
            ></button
          >
        </li>{/each}
    </ul>
  </aside>
  <section>
    {#if list.data && list.data.length === 0}
      <div class="empty">
        <h1>No cut is here yet</h1>
        <p>
          When the editor has a cut, export it as an edit list (.edl) or a timeline (.otio) and bring it in.
          Every effect shot then knows its frames, its pulls and its handles, and the next cut says what it
          costs.
        </p>
        {#if may}<button class="now btn" onclick={() => (bringing = true)}
            ><kbd class="on">i</kbd> Bring in a cut</button
          >{/if}
      </div>
    {:else if view.data}
      {@const v = view.data}
      <header>
        <div>
          <h1>{v.cut.name}</h1>
          <p class="soft">
            {count(v.shots, 'effect shot')} in {count(v.pictures, 'picture')}{v.before
              ? `, compared with ${v.before}`
              : ', the first of its reel'}{v.cut.note ? ` · ${v.cut.note}` : ''}
          </p>
        </div>
        <p class="total">
          {v.before || v.total.frames > 0 ? v.total.words : ''}
        </p>
      </header>
      <nav class="tabs" aria-label="Of this cut">
        {#each TABS as t (t)}<button
            class="tab"
            class:here={t === tab}
            aria-current={t === tab ? 'page' : undefined}
            onclick={() => (tab = t)}
            ><kbd>{t === 'sounds' ? 'o' : t[0]}</kbd>
            {NAMES[t]}{t === 'asked' ? ` ${String(v.asked)}` : ''}</button
          >{/each}
        <span class="right">
          {#if tab === 'sheet'}
            <select class="select" bind:value={show} aria-label="Which shots">
              <option value="ALL">all shots</option>
              <option value="CHANGED">what changed</option>
              <option value="LOOK">where to look</option>
            </select>
            {#if (sheet.data?.hands.length ?? 0) > 0}<select
                class="select"
                bind:value={who}
                aria-label="For whom"
              >
                <option value="">for everybody</option>
                {#each sheet.data?.hands ?? [] as n (n)}<option value={n}>for {n}</option>{/each}
              </select>{/if}
            {#if may && ready.length > 1}<button
                class="btn"
                disabled={busy}
                onclick={() => void follow(ready)}>{ready.length} lengths without work follow</button
              >{/if}
          {/if}
          <details class="out">
            <summary class="btn">Hand out</summary>
            <ul class="sheet">
              {#each OUT as [words, name] (name)}<li><a href="{base}/{name}" download>{words}</a></li>{/each}
              {#if may && v.cut.follow === 0}<li>
                  <button class="bare tight btn" onclick={() => void remove(v.cut)}>Take this cut away</button
                  >
                </li>{/if}
            </ul>
          </details>
        </span>
      </nav>
      {#if told.length > 0}<div class="told" role="status">
          {#each told as w (w)}<p class="pencil">{w}</p>{/each}
          <button class="tight btn" onclick={() => (told = [])}>Seen</button>
        </div>{/if}
      {#if tab === 'sheet'}
        {#if v.asked > 0}<p class="ask">
            <button class="link pencil" onclick={() => (tab = 'asked')}
              >{v.asked === 1
                ? 'One event could be more than one thing'
                : `${String(v.asked)} events could be more than one thing`}: say what {v.asked === 1
                ? 'it is'
                : 'they are'} first.</button
            >
          </p>{/if}
        {#if v.odd}<p class="ask pencil">{v.odd}</p>{/if}
        {#if sheet.data && rows.length === 0}<p class="soft none">
            {show === 'ALL'
              ? 'No event of this cut is of an effect shot that is known.'
              : show === 'CHANGED'
                ? 'Nothing is otherwise.'
                : 'Nothing to look at.'}
          </p>{/if}
        <ReelRows
          {rows}
          at={row}
          {opened}
          first={!v.before}
          {may}
          turnover={(r) => `${base}/turnover/${r.shot}.pdf`}
          {pick}
          follow={(r) => void follow([r])}
          goto={(r) => go(h.id, 'shots', r.shot)}
        />
        {#if sheet.data?.more}<p class="soft none">
            The first {rows.length} of {sheet.data.total} are shown; the lists have all.
          </p>{/if}
      {:else if tab === 'asked'}
        <Asked
          {cut}
          may={h.may('PRODUCER', 'COORDINATOR', 'ARTIST')}
          told={async (x) => {
            queries.setQueryData([h.id, 'cuts', cut], x);
            await queries.invalidateQueries({ queryKey: [h.id, 'cuts', cut] });
          }}
        />
      {:else if tab === 'sounds'}
        <Sounds {cut} may={h.may('PRODUCER', 'COORDINATOR', 'ARTIST')} />
      {:else}
        <Report view={v} file="{base}/file" />
      {/if}
    {:else if view.isError}<p class="p-6" role="alert">{view.error.message}</p>
    {:else}<p class="soft p-6">Reading the cut…</p>{/if}
  </section>
</div>

<BringIn bind:open={bringing} {reels} done={(v) => void brought(v)} />

<style>
  .cut {
    display: grid;
    grid-template-columns: 208px minmax(0, 1fr);
    min-height: 100%;
  }
  aside {
    border-right: 1px solid var(--line);
    background: var(--sheet);
  }
  .head {
    display: flex;
    align-items: center;
    justify-content: space-between;
    padding: 12px 12px 8px 16px;
  }
  .pick {
    display: grid;
    width: 100%;
    text-align: left;
    padding: 7px 12px 7px 12px;
    border-top: 1px solid var(--line);
    border-left: 4px solid transparent;
    cursor: pointer;
  }
  .pick:hover {
    background: var(--shade);
  }
  .pick.here {
    border-left-color: var(--ink);
    background: var(--shade);
  }
  header {
    display: flex;
    align-items: start;
    justify-content: space-between;
    gap: 20px;
    padding: 12px 16px 6px;
  }
  .total {
    text-align: right;
    max-width: 46ch;
    font-weight: 560;
  }
  .tabs {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 2px;
    padding: 0 16px;
    border-bottom: 1px solid var(--line);
  }
  .tab {
    display: flex;
    gap: 6px;
    align-items: center;
    padding: 7px 10px 6px 0;
    border-bottom: 2px solid transparent;
    cursor: pointer;
    margin-right: 8px;
  }
  .tab.here {
    border-color: var(--ink);
    font-weight: 640;
  }
  .right {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    margin-left: auto;
    padding: 4px 0;
  }
  .right .select {
    width: auto;
    min-height: 28px;
    padding-block: 3px;
  }
  .out {
    position: relative;
  }
  .out summary {
    list-style: none;
  }
  .out ul {
    position: absolute;
    right: 0;
    z-index: 5;
    padding: 6px 0;
    width: 190px;
  }
  .out a {
    display: block;
    padding: 4px 12px;
  }
  .out a:hover {
    background: var(--shade);
  }
  .ask,
  .none {
    padding: 8px 16px;
  }
  .link {
    cursor: pointer;
    text-decoration: underline;
    text-align: left;
  }
  .told {
    padding: 8px 16px;
    border-bottom: 1px solid var(--line);
    background: var(--shade);
  }
  .empty {
    display: grid;
    gap: 10px;
    max-width: 56ch;
    padding: 40px 24px;
    justify-items: start;
  }
  kbd.on {
    color: inherit;
  }
  @media (max-width: 900px) {
    .cut {
      grid-template-columns: minmax(0, 1fr);
    }
    aside {
      border-right: 0;
      border-bottom: 1px solid var(--line);
    }
    header {
      display: grid;
    }
    .total {
      text-align: left;
    }
  }
</style>
