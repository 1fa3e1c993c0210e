<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { Saying } from '../saying.svelte';
  import { frame, queries } from '../state.svelte';

  /** How sure a cue must be to be shown, how often the reader was right here, and what it has learned. */
  let {
    open = $bindable(false),
    cues,
    onwanted,
    onwords,
  }: {
    open: boolean;
    cues: Schemas['CuesView'] | undefined;
    onwanted: (key: string) => void;
    onwords: () => void;
  } = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const key = $derived([h.id, 'cues', 'learned']);
  const page = createQuery(() => ({
    queryKey: key,
    enabled: open,
    queryFn: () =>
      got(api.GET('/api/productions/{production}/cues/learned', { params: { path: { production: h.id } } })),
  }));
  const p = $derived(page.data);
  const saying = new Saying<Schemas['LearningFrom']>();
  const learns = $derived(saying.said ?? p);

  async function from(at: number): Promise<void> {
    if (!cues) return;
    try {
      queries.setQueryData(
        [h.id, 'cues'],
        await got(
          api.PUT('/api/productions/{production}/cues/from', {
            params: { path: { production: h.id }, header: { 'If-Match': `"${cues.version}"` } },
            body: { from: at },
          }),
        ),
      );
      await h.again();
    } catch (e) {
      frame.wrong(e);
      await h.again();
    }
  }

  function says(part: Partial<Schemas['LearningFrom']>): void {
    if (learns) void saying.say({ learns: learns.learns, ofHouse: learns.ofHouse, ...part }, learn);
  }

  async function learn(body: Schemas['LearningFrom']): Promise<void> {
    const now = queries.getQueryData<Schemas['LearnedView']>(key);
    try {
      queries.setQueryData(
        key,
        await got(
          api.PUT('/api/productions/{production}/cues/learned', {
            params: { path: { production: h.id }, header: { 'If-Match': `"${now?.version ?? 0}"` } },
            body,
          }),
        ),
      );
    } catch (e) {
      frame.wrong(e);
    }
    await h.again();
  }
</script>

<Sheet bind:open title="The reader of the script" wide>
  {#if cues}
    <p class="soft mb-3">
      It reads the action sentence by sentence and weighs what is said, what cannot be, and what stands beside
      it; speech is never proposed.
      {#if cues.read.read === 'READING'}
        So far by words and signs; with a sense of the words {Math.round(cues.read.share * 100)} % is read.
      {:else if cues.read.read === 'WORDS_ALONE'}
        By words and signs alone: its sense of the words is not there, and it names kinds and ways less well.
      {/if}
    </p>
    <fieldset class="from" disabled={!may}>
      <legend>Show a cue from</legend>
      {#each cues.steps as s (s.from)}
        <button
          class="btn"
          class:ink={s.from === cues.from}
          aria-pressed={s.from === cues.from}
          onclick={() => void from(s.from)}
          ><span>{Math.round(s.from * 100)} %</span><span class="small"
            >{s.cues} cue{s.cues === 1 ? '' : 's'}</span
          ></button
        >
      {/each}
    </fieldset>
    <p class="soft small mb-3">
      Of a hundred cues with this confidence so many were moments in the scripts it learned from: lower shows
      more and cries wolf more.
    </p>
  {/if}
  {#if p}
    <h2>On this script</h2>
    <p class="mb-2">{p.said}</p>
    <label class="learns"
      ><input
        type="checkbox"
        class="checkbox"
        checked={learns?.learns}
        disabled={!may}
        onchange={(e) => says({ learns: e.currentTarget.checked })}
      /> Learn from what is marked and waved away here</label
    >
    <label class="learns"
      ><input
        type="checkbox"
        class="checkbox"
        checked={learns?.ofHouse}
        disabled={!may}
        onchange={(e) => says({ ofHouse: e.currentTarget.checked })}
      />
      <span
        >Share answers with the other productions of this house
        <span class="soft small"
          >{p.others === 0
            ? 'none of them shares yet'
            : `${p.others} share${p.others === 1 ? 's' : ''} theirs`}; each counts a quarter, and no script or
          word of your own is shown to them</span
        ></span
      ></label
    >
    {#if p.lessons.length > 0}
      <table class="small" class:off={!p.learns && !p.ofHouse}>
        <thead
          ><tr
            ><th>found by</th><th class="n">marked</th><th class="n">waved away</th>{#if p.ofHouse}<th
                class="n"
                title="marked and waved away in the other productions">elsewhere</th
              >{/if}<th>weighs</th></tr
          ></thead
        >
        <tbody>
          {#each p.lessons.slice(0, 40) as l (l.sign)}<tr>
              <td>{l.sign}</td><td class="n mono">{l.taken}</td><td class="n mono">{l.away}</td
              >{#if p.ofHouse}<td class="n mono">{l.elsewhereTaken} : {l.elsewhereAway}</td>{/if}<td
                >{l.weighs}</td
              >
            </tr>{/each}
        </tbody>
      </table>
    {/if}
  {/if}
  {#if cues && cues.waved.length > 0}
    <h2 class="mt-3">Waved away: {cues.waved.length}</h2>
    <ul class="away">
      {#each cues.waved as w (w.key)}<li>
          <span class="screenplay">{w.words}</span><span class="soft small">{w.by}</span>{#if may}<button
              class="bare tight btn"
              onclick={() => onwanted(w.key)}>Propose again</button
            >{/if}
        </li>{/each}
    </ul>
  {/if}
  <button class="mt-3 btn" onclick={onwords}>Words it looks for</button>
</Sheet>

<style>
  .from {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    margin-bottom: 6px;
  }
  .from legend {
    margin-bottom: 4px;
    font-weight: 600;
  }
  .from .btn {
    display: grid;
    justify-items: center;
    min-width: 76px;
    height: auto;
    padding: 4px 8px;
  }
  .learns .checkbox {
    flex: none;
    margin-top: 2px;
  }
  .learns {
    display: flex;
    gap: 8px;
    align-items: start;
    min-height: 32px;
  }
  table {
    width: 100%;
    border-collapse: collapse;
  }
  th {
    text-align: left;
    font-weight: 500;
    color: var(--ink-soft);
  }
  td,
  th {
    border-top: 1px solid var(--line);
    padding: 2px 8px 2px 0;
  }
  .n {
    text-align: right;
    padding-right: 24px;
    white-space: nowrap;
  }
  .off {
    opacity: 0.6;
  }
  .away li {
    display: flex;
    gap: 10px;
    align-items: baseline;
    border-top: 1px solid var(--line);
    padding: 2px 0;
  }
  .away li > :last-child {
    margin-left: auto;
  }
  .screenplay {
    font-family: var(--screenplay);
  }
</style>
