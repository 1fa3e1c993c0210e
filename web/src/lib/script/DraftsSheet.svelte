<script lang="ts">
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { refused } from '../refused';
  import { frame } from '../state.svelte';
  import { count, day } from '../words';

  /** Every draft there was: read, compared, taken back. */
  let {
    open = $bindable(false),
    drafts,
    reading,
    onread,
    onchanges,
  }: {
    open: boolean;
    drafts: Schemas['DraftView'][];
    reading: string;
    onread: (id: string) => void;
    onchanges: (id: string) => void;
  } = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR'));
  let doubts = $state('');
  let naming = $state('');
  let name = $state('');
  let colour = $state('');
  let dated = $state('');
  let wrong = $state<Refused | null>(null);

  function call(d: Schemas['DraftView']): void {
    naming = d.id;
    name = d.name;
    colour = d.colour;
    dated = d.dated ?? '';
    wrong = null;
  }

  async function called(d: Schemas['DraftView']): Promise<void> {
    try {
      await got(
        api.PUT('/api/productions/{production}/drafts/{draft}/name', {
          params: {
            path: { production: h.id, draft: d.id },
            header: { 'If-Match': `"${d.version}"` },
          },
          body: { name, colour, dated: dated || null } as unknown as Schemas['DraftName'],
        }),
      );
      naming = '';
      await h.again();
    } catch (e) {
      wrong = e instanceof Refused ? e : new Refused(0, 'That did not work', String(e));
    }
  }

  async function back(d: Schemas['DraftView']): Promise<void> {
    try {
      await got(
        api.DELETE('/api/productions/{production}/drafts/{draft}', {
          params: { path: { production: h.id, draft: d.id } },
        }),
      );
      frame.say(`${d.name} is taken back; every mark stands as it did before.`);
      onread('latest');
      await h.again();
    } catch (e) {
      frame.wrong(e);
    }
  }
</script>

<Sheet bind:open title="Drafts" wide>
  <ul>
    {#each drafts as d, i (d.id)}
      <li class="rule">
        <div class="line">
          <span class="name"
            ><strong>{d.name}</strong>{d.colour ? ` · ${d.colour}` : ''}{#if d.id === reading}<span
                class="open">open</span
              >{/if}</span
          >
          <span class="soft small"
            >{d.dated ? `dated ${day(d.dated)} · ` : ''}{count(d.scenes, 'scene')} on {count(d.pages, 'page')} ·
            {d.format} · {d.importedBy}, {day(d.importedAt)}</span
          >
          <span class="do">
            <button
              class="tight btn"
              onclick={() => {
                open = false;
                onread(i === 0 ? 'latest' : d.id);
              }}>Read</button
            >
            {#if i + 1 < drafts.length}<button
                class="tight btn"
                onclick={() => {
                  open = false;
                  onchanges(d.id);
                }}>What changed</button
              >{/if}
            <a class="tight btn" href="/api/productions/{h.id}/drafts/{d.id}/script.fountain" download>Text</a
            >
            {#if may}<button
                class="bare tight btn"
                aria-expanded={naming === d.id}
                onclick={() => (naming === d.id ? (naming = '') : call(d))}>Call it otherwise</button
              >{/if}
            {#if may && i === 0 && drafts.length > 1}<button
                class="bare tight btn"
                onclick={() => void back(d)}>Take back</button
              >{/if}
          </span>
        </div>
        {#if naming === d.id}
          <form
            class="call"
            onsubmit={(e) => {
              e.preventDefault();
              void called(d);
            }}
          >
            <label class="field"
              ><span>Name</span><input
                class="input"
                bind:value={name}
                maxlength="60"
                required
                {@attach refused(wrong?.field === 'name')}
              /></label
            >
            <label class="field"
              ><span>Colour of its pages</span><input
                class="input"
                bind:value={colour}
                maxlength="30"
                {@attach refused(wrong?.field === 'colour')}
              /></label
            >
            <label class="field"
              ><span>Dated</span><input class="input" type="date" bind:value={dated} /></label
            >
            <button class="now tight btn">Keep</button>
            {#if wrong}<p class="pencil" role="alert">{wrong.detail}</p>{/if}
          </form>
        {/if}
        {#if d.uncertain.length > 0}
          <button
            class="bare tight pencil btn"
            aria-expanded={doubts === d.id}
            onclick={() => (doubts = doubts === d.id ? '' : d.id)}
            >{count(d.uncertain.length, 'line')} of it could be read otherwise</button
          >
          {#if doubts === d.id}<ol class="doubts">
              {#each d.uncertain as u, k (k)}<li>
                  <span class="mono soft">{u.line}</span><span class="screenplay">{u.text}</span><span
                    class="soft">{u.why}</span
                  >
                </li>{/each}
            </ol>{/if}
        {/if}
      </li>
    {/each}
  </ul>
</Sheet>

<style>
  .line {
    display: grid;
    grid-template-columns: 200px 1fr auto;
    gap: 12px;
    align-items: baseline;
    padding: 7px 0;
  }
  .do {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
  .call {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: end;
    padding: 0 0 10px;
  }
  .open {
    font-size: 11px;
    background: var(--ink);
    color: var(--paper);
    padding: 0 5px;
    margin-left: 6px;
  }
  .doubts {
    max-height: 240px;
    overflow: auto;
    margin-bottom: 8px;
  }
  .doubts li {
    display: grid;
    grid-template-columns: 44px 1fr 1fr;
    gap: 10px;
    padding: 2px 0;
  }
  .screenplay {
    font-family: var(--screenplay);
  }
  @media (max-width: 900px) {
    .line {
      grid-template-columns: 1fr;
    }
  }
</style>
