<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Conflict from '../parts/Conflict.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { Saying } from '../saying.svelte';
  import { frame, queries } from '../state.svelte';
  import { refused } from '../refused';

  /** The words cues are found by: the production's own and the book's. */
  let { open = $bindable(false) }: { open: boolean } = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const key = $derived([h.id, 'cue-words']);
  const page = createQuery(() => ({
    queryKey: key,
    enabled: open,
    queryFn: () =>
      got(api.GET('/api/productions/{production}/cue-words', { params: { path: { production: h.id } } })),
  }));
  const book = createQuery(() => ({
    queryKey: ['methods'],
    queryFn: () => got(api.GET('/api/methods')),
    staleTime: Infinity,
  }));
  let words = $state('');
  let kind = $state<Schemas['Entry']['kind']>('VANISH');
  let method = $state('');
  let find = $state('');
  let wrong = $state<Refused | null>(null);
  let last: Schemas['CueWords'] | null = null;
  const p = $derived(page.data);
  const saying = new Saying<Schemas['CueWords']>();
  const said = $derived(saying.said ?? p?.words);
  const shown = $derived(
    p?.shipped
      .filter(
        (e) =>
          e.words.includes(find.trim().toLowerCase()) || p.kinds[e.kind]?.includes(find.trim().toLowerCase()),
      )
      .slice(0, 120) ?? [],
  );

  const keep = (next: Schemas['CueWords']): Promise<void> => saying.say(next, (x) => send(x));

  async function send(next: Schemas['CueWords'], version?: number): Promise<void> {
    last = next;
    version ??= queries.getQueryData<Schemas['CueWordsView']>(key)?.version ?? 0;
    try {
      const v = await got(
        api.PUT('/api/productions/{production}/cue-words', {
          params: { path: { production: h.id }, header: { 'If-Match': `"${version}"` } },
          body: next,
        }),
      );
      queries.setQueryData(key, v);
      words = '';
      wrong = null;
      frame.say('Kept; the cues are looked for anew.');
      await h.again();
    } catch (e) {
      if (e instanceof Refused) wrong = e;
      else frame.wrong(e);
    }
  }

  async function mine(): Promise<void> {
    const now = await got(
      api.GET('/api/productions/{production}/cue-words', { params: { path: { production: h.id } } }),
    );
    const mine = last;
    if (mine) await saying.say(mine, () => send(mine, now.version));
  }
</script>

<Sheet bind:open title="Cue words" wide>
  {#if p && said}
    <p class="soft mb-2">
      Words of your own are always proposed. One of the book is weighed with what else stands in its sentence;
      struck out, it counts for nothing.
    </p>
    {#if may}
      <form
        class="add"
        onsubmit={(e) => {
          e.preventDefault();
          void keep({ ...said, own: [...said.own, { words, kind, method: method as string }] });
        }}
      >
        <label class="field"
          ><span>Words of your own</span><input
            class="input"
            {@attach refused(wrong?.field === 'words')}
            bind:value={words}
            placeholder="tide gauge; a star stands for any ending"
          /></label
        >
        <label class="field"
          ><span>point at</span><select class="select" bind:value={kind}
            >{#each Object.entries(p.kinds) as [k, w] (k)}<option value={k}>{w}</option>{/each}</select
          ></label
        >
        <label class="field"
          ><span>made as</span><select class="select" bind:value={method}
            ><option value="">the usual</option>{#each book.data ?? [] as m (m.id)}<option value={m.id}
                >{m.name}</option
              >{/each}</select
          ></label
        >
        <button class="ink btn" disabled={!words.trim()}>Add</button>
      </form>
    {/if}
    {#if wrong?.stale}<Conflict
        {wrong}
        onmine={() => void mine()}
        ontheirs={() => {
          wrong = null;
          void h.again();
        }}
      />{:else if wrong}<p class="pencil" role="alert">{wrong.detail}</p>{/if}
    {#if said.own.length > 0}
      <ul class="own">
        {#each said.own as e (e.words)}<li>
            <strong>{e.words}</strong><span class="soft">{p.kinds[e.kind]}</span>{#if may}<button
                class="bare tight btn"
                onclick={() => void keep({ ...said, own: said.own.filter((x) => x.words !== e.words) })}
                >Remove</button
              >{/if}
          </li>{/each}
      </ul>
    {/if}
    <div class="mt-3 flex items-end gap-3">
      <h2>Words of the book: {p.shipped.length - said.struck.length} of {p.shipped.length}</h2>
      <input
        class="input ml-auto max-w-[240px]"
        placeholder="find a word or a kind"
        aria-label="Find a word"
        bind:value={find}
      />
    </div>
    <ul class="book">
      {#each shown as e (e.words)}
        <li>
          <label
            ><input
              type="checkbox"
              class="checkbox"
              checked={!said.struck.includes(e.words)}
              disabled={!may}
              onchange={() =>
                void keep({
                  ...said,
                  struck: said.struck.includes(e.words)
                    ? said.struck.filter((x) => x !== e.words)
                    : [...said.struck, e.words],
                })}
            /> <span class:struck={said.struck.includes(e.words)}>{e.words}</span></label
          >
        </li>
      {/each}
    </ul>
    {#if shown.length === 120}<p class="soft small">The first 120; find the others by a word.</p>{/if}
  {:else}<p class="soft">Reading…</p>{/if}
</Sheet>

<style>
  .add {
    display: grid;
    grid-template-columns: 1.4fr 1fr 1fr auto;
    gap: 8px;
    align-items: end;
  }
  .own li {
    display: flex;
    gap: 10px;
    align-items: baseline;
    border-top: 1px solid var(--line);
    padding: 2px 0;
  }
  .own li > :last-child {
    margin-left: auto;
  }
  .book {
    columns: 4;
    margin-top: 6px;
  }
  .book label {
    display: flex;
    gap: 6px;
    align-items: center;
    min-height: 24px;
  }
  @media (max-width: 900px) {
    .add {
      grid-template-columns: 1fr;
    }
    .book {
      columns: 2;
    }
  }
</style>
