<script lang="ts">
  import { untrack } from 'svelte';
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { frame, queries } from '../state.svelte';
  import { count } from '../words';

  type Change = Schemas['MarkChangeView'];

  /**
   * What a draft asks, put together: one look and one key settle a batch, and it can be asked again.
   * @param onplace to put a mark on words that are chosen on the page
   * @param onleave before the page is shown
   */
  let {
    c,
    onplace,
    onleave,
  }: { c: Schemas['ChangesView']; onplace: (m: Change) => void; onleave: () => void } = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR') && c.newest);
  const by = $derived(new Map(c.marks.map((m) => [m.mark.id, m])));
  const batches = $derived(
    c.batches.map((b) => ({
      ...b,
      marks: b.keys.map((k) => by.get(k)).filter((m): m is Change => m !== undefined),
    })),
  );
  const decided = $derived(c.marks.filter((m) => m.decided));
  let at = $state(0);
  let left = $state<string[]>([]);
  let last = $state<string[]>([]);
  let busy = $state(false);
  const now = $derived(Math.min(at, Math.max(0, batches.length - 1)));
  /** What is answered together; one that stands alone is not left out of anything. */
  const taken = (b: (typeof batches)[number]): Change[] =>
    b.marks.length === 1 ? b.marks : b.marks.filter((m) => !left.includes(m.mark.id));

  async function run(work: () => Promise<unknown>, said: string): Promise<boolean> {
    if (busy) return false;
    busy = true;
    try {
      await work();
      frame.say(said);
      return true;
    } catch (e) {
      frame.wrong(e);
      return false;
    } finally {
      // Nobody answers what they have not seen; the rest of the house is read while they look.
      await queries.invalidateQueries({ queryKey: [h.id, 'changes'] });
      busy = false;
      void h.again();
    }
  }

  async function right(b: (typeof batches)[number]): Promise<void> {
    const marks = taken(b);
    if (!may || !b.proposed || marks.length === 0) return;
    const done = await run(
      () =>
        got(
          api.POST('/api/productions/{production}/drafts/{draft}/decisions', {
            params: { path: { production: h.id, draft: c.draft } },
            body: { marks: marks.map((m) => ({ mark: m.mark.id, version: m.version })) },
          }),
        ),
      b.gone
        ? `${count(marks.length, 'mark')} gone; a shot without other words is omitted and can be restored.`
        : `${count(marks.length, 'mark')} on the proposed words.`,
    );
    if (done) last = marks.map((m) => m.mark.id);
  }

  async function again(ids: string[]): Promise<void> {
    if (!may || ids.length === 0) return;
    const done = await run(
      () =>
        got(
          api.POST('/api/productions/{production}/drafts/{draft}/decisions/again', {
            params: { path: { production: h.id, draft: c.draft } },
            body: { marks: ids },
          }),
        ),
      `${count(ids.length, 'mark')} asked again.`,
    );
    if (done) last = last.filter((id) => !ids.includes(id));
  }

  function gone(m: Change): Promise<boolean> {
    return run(
      () =>
        got(
          api.POST('/api/productions/{production}/marks/{mark}/decision', {
            params: { path: { production: h.id, mark: m.mark.id } },
            body: { start: null, end: null, version: m.version } as unknown as Schemas['Decision'],
          }),
        ),
      `${m.code}: its words are gone. Mark it anew or omit it.`,
    ).then((done) => {
      if (done) last = [m.mark.id];
      return done;
    });
  }

  async function omit(m: Change): Promise<void> {
    await run(async () => {
      const s = await got(
        api.GET('/api/productions/{production}/shots/{shot}', {
          params: { path: { production: h.id, shot: m.mark.shot } },
        }),
      );
      await got(
        api.PUT('/api/productions/{production}/shots/{shot}', {
          params: { path: { production: h.id, shot: s.id }, header: { 'If-Match': `"${s.version}"` } },
          body: {
            title: s.title,
            intent: s.intent,
            cutFrames: s.cutFrames,
            setup: s.setup,
            omitted: true,
            methods: s.methods,
          },
        }),
      );
    }, `${m.code} is omitted; it can be restored.`);
  }

  function skip(): void {
    at = batches.length === 0 ? 0 : (now + 1) % batches.length;
  }

  function key(e: KeyboardEvent): void {
    if (e.ctrlKey || e.metaKey || e.altKey || sheetTyping(e)) return;
    const b = batches[now];
    const does: Record<string, () => void> = {
      r: () => b && void right(b),
      s: skip,
      u: () => void again(last),
    };
    const work = does[e.key];
    if (work) {
      e.preventDefault();
      e.stopPropagation();
      work();
    }
  }

  /** In a sheet, letters belong to a field only where text is typed. */
  function sheetTyping(e: KeyboardEvent): boolean {
    return (
      e.target instanceof HTMLElement && e.target.closest('input:not([type="checkbox"]), textarea') !== null
    );
  }

  let current = $state<HTMLElement>();
  $effect(() => {
    void now;
    void batches.length;
    untrack(() => current?.scrollIntoView({ block: 'nearest' }));
  });
</script>

<svelte:window onkeydowncapture={key} />

{#if c.read.read === 'READING'}
  <p class="mb-2" role="status">
    Reading both drafts, {Math.round(c.read.share * 100)} %. What is told in other words may settle itself; you
    need not wait.
  </p>
{/if}

{#if last.length > 0 && may}
  <p class="mb-2">
    <button class="tight btn" disabled={busy} onclick={() => void again(last)}
      >Ask {last.length === 1 ? 'that one' : `those ${last.length}`} again <kbd>u</kbd></button
    >
  </p>
{/if}

{#if batches.length > 0}
  <section class="ask">
    <h2 class="pencil">
      To decide: {c.open}{batches.length < c.open ? `, in ${count(batches.length, 'look')}` : ''}
    </h2>
    {#if c.anotherScript && c.newest}<p class="mb-2">
        Most of the marked words are not in it. If it was the wrong file, take it back in Drafts (<kbd>d</kbd
        >); every mark then stands as before.
      </p>{/if}
    <ol>
      {#each batches as b, i (b.keys[0])}
        <li class="batch" class:now={i === now}>
          {#if i === now}<span bind:this={current}></span>{/if}
          {#if b.says}<h3>{b.says}: {b.marks.length}</h3>{/if}
          {#each b.marks as m (m.mark.id)}
            <div class="one" class:out={!taken(b).includes(m) && b.proposed}>
              <p>
                {#if may && b.marks.length > 1}<label class="in"
                    ><input
                      type="checkbox"
                      checked={!left.includes(m.mark.id)}
                      onchange={() =>
                        (left = left.includes(m.mark.id)
                          ? left.filter((x) => x !== m.mark.id)
                          : [...left, m.mark.id])}
                    /><span class="sr-only">{m.code} with the others</span></label
                  >{/if}
                <span class="mono">{m.code}</span> <strong>{m.title}</strong>
                <span class="soft small">{m.mark.reason}</span>
              </p>
              <div class="sides">
                <div>
                  <span class="soft small"
                    >{c.beforeName}{m.sceneBefore ? `, scene ${m.sceneBefore}` : ''}</span
                  >
                  <p class="quote">{m.mark.excerpt}</p>
                </div>
                <div>
                  <span class="soft small">{c.name}{m.sceneNow ? `, scene ${m.sceneNow}` : ''}</span>
                  <p class="quote">
                    {#if m.proposal}{m.proposal}{:else if b.gone}<span class="soft">gone, as it seems</span
                      >{:else}<span class="soft">nothing that is sure to be it</span>{/if}
                  </p>
                </div>
              </div>
              {#if may && (b.marks.length === 1 || !taken(b).includes(m) || !b.proposed)}
                <div class="do">
                  {#if b.marks.length === 1 && b.proposed}<button
                      class="tight btn"
                      class:now={i === now}
                      disabled={busy}
                      onclick={() => void right(b)}
                      >{b.gone ? 'It is gone: omit the shot' : 'That is it'}{#if i === now}
                        <kbd>r</kbd>{/if}</button
                    >{/if}
                  <button
                    class="tight btn"
                    onclick={() => {
                      onleave();
                      onplace(m);
                    }}>Choose the words</button
                  >
                  {#if m.proposal}<button class="tight btn" disabled={busy} onclick={() => void gone(m)}
                      >The words are gone</button
                    >{:else if !b.gone}<button class="tight btn" disabled={busy} onclick={() => void omit(m)}
                      >Omit the shot</button
                    >{/if}
                </div>
              {/if}
            </div>
          {/each}
          {#if may && (i === now ? batches.length > 1 || b.marks.length > 1 : b.marks.length > 1)}
            <div class="do">
              {#if b.marks.length > 1 && b.proposed}<button
                  class="tight btn"
                  class:now={i === now}
                  disabled={busy || taken(b).length === 0}
                  onclick={() => void right(b)}
                  >{b.gone
                    ? `Gone: omit ${count(taken(b).length, 'shot')}`
                    : taken(b).length === 1
                      ? 'The ticked one is right'
                      : `All ${taken(b).length} are right`}{#if i === now}
                    <kbd>r</kbd>{/if}</button
                >{/if}
              {#if i === now && batches.length > 1}<button class="bare tight btn" onclick={skip}
                  >Later <kbd>s</kbd></button
                >{/if}
              {#if b.marks.length > 1 && b.proposed}<span class="soft small">Untick what is otherwise.</span
                >{/if}
            </div>
          {/if}
        </li>
      {/each}
    </ol>
  </section>
{:else if c.beforeName}<p class="mb-2">Every mark has its words; nothing is to decide.</p>{/if}

{#if decided.length > 0 && may}
  <details class="mb-2">
    <summary class="small soft">{count(decided.length, 'mark')} decided by somebody</summary>
    <ul>
      {#each decided as m (m.mark.id)}
        <li class="was rule">
          <span class="mono">{m.code}</span> <strong>{m.title}</strong>
          <span class="quote">{m.mark.start === null ? m.mark.reason : m.mark.excerpt}</span>
          <button class="bare tight btn" disabled={busy} onclick={() => void again([m.mark.id])}
            >Ask again</button
          >
        </li>
      {/each}
    </ul>
  </details>
{/if}

<style>
  .ask {
    border: 2px solid var(--pencil);
    padding: 8px 12px;
    margin-bottom: 12px;
  }
  .batch + .batch {
    border-top: 1px solid var(--line);
    margin-top: 10px;
    padding-top: 8px;
  }
  .batch.now {
    border-left: 4px solid var(--ink);
    padding-left: 8px;
    margin-left: -12px;
  }
  h3 {
    font-weight: 600;
    margin: 2px 0 4px;
  }
  .one {
    padding: 2px 0;
  }
  .out .sides {
    opacity: 0.55;
  }
  .in {
    margin-right: 6px;
  }
  .sides {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 2px 20px;
    margin: 2px 0 6px;
  }
  .quote {
    font-family: var(--screenplay);
  }
  .do {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  .was {
    display: grid;
    grid-template-columns: 96px 1fr 1.6fr auto;
    gap: 10px;
    padding: 4px 0;
    align-items: baseline;
  }
  summary {
    cursor: pointer;
    padding: 4px 0;
  }
  @media (max-width: 700px) {
    .sides,
    .was {
      grid-template-columns: 1fr;
    }
  }
</style>
