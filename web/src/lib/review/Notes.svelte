<script lang="ts">
  import { api, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import Answer from '../parts/Answer.svelte';
  import Form from '../parts/Form.svelte';
  import TakeBack from '../parts/TakeBack.svelte';
  import { frame as shell } from '../state.svelte';

  type Note = Schemas['NoteView'];
  type Kind = NonNullable<Schemas['NewNoteWord']['kind']>;

  /** Notes of a shot, each until who gave it is satisfied. */
  let {
    r,
    seek,
    say,
    look,
    again,
  }: {
    r: Schemas['ReviewView'];
    seek: (frame: number) => void;
    say: (n: Note, kind: Kind, words: string) => Promise<boolean>;
    look: (n: Note) => void;
    again: () => Promise<unknown>;
  } = $props();
  const h = house();
  const newest = $derived(r.versions[0]?.number ?? 0);
  /** What a reason is being typed for. */
  let asking = $state<{ note: string; kind: Kind } | null>(null);
  // What is typed stays on this device until it is said.
  const why = new Draft(() => `again ${asking?.note ?? ''}`);
  const WORDS: Partial<Record<Kind, string>> = {
    TAKEN: 'On it',
    CONFIRMED: 'Confirm',
    AGAIN: 'Not met',
    WITHDRAWN: 'Withdraw',
  };

  function press(n: Note, kind: Kind): void {
    if (kind === 'AGAIN' || kind === 'WITHDRAWN') asking = { note: n.id, kind };
    else void say(n, kind, '');
  }

  async function because(n: Note, kind: Kind): Promise<void> {
    if (await say(n, kind, why.words)) {
      why.words = '';
      asking = null;
    }
  }

  const label = (n: Note, kind: Kind) => (kind === 'AGAIN' && !n.answered ? 'Open again' : WORDS[kind]);
  const about = (n: Note) =>
    [
      `on version ${n.version}`,
      n.by,
      n.wish ? 'a wish' : '',
      n.forName ? `for ${n.forName}` : '',
      n.shown && !h.may('GUEST') ? 'guests may read it' : '',
    ]
      .filter(Boolean)
      .join(', ');
</script>

<ul>
  {#each r.notes as n (n.id)}
    <li class="note" class:done={!n.carried}>
      <div class="head">
        <button class="jump" onclick={() => seek(n.frame)}
          >{#if !h.may('GUEST')}<Form
              state={n.open ? 'OWED' : n.carried ? 'IN_DOUBT' : 'IN_HAND'}
              size={12}
              now={n.carried && !n.wish}
            />{/if}
          <span class="mono"
            >{n.whole
              ? 'whole shot'
              : n.lastFrame > n.frame
                ? `${n.frame} to ${n.lastFrame}`
                : `${n.frame} · ${n.timecode}`}</span
          >
          <span class="small soft">{about(n)}</span></button
        >{#if n.said.length === 0 && (n.by === shell.session?.name || h.may('PRODUCER'))}<TakeBack
            what="the note on {n.on}"
            run={() =>
              api
                .DELETE('/api/productions/{production}/notes/{note}', {
                  params: { path: { production: h.id, note: n.id } },
                })
                .then(again)}
          />{/if}
      </div>
      <p>{n.words}</p>
      {#each n.said as s (s.at)}<p class="small soft">
          {s.said}
        </p>{/each}
      {#if n.stands !== 'open'}<p class="small"><strong>{n.stands}</strong></p>{/if}
      {#if n.unseen}<p class="small pencil">{n.unseen}</p>{/if}
      {#if n.clash}<p class="small pencil">{n.clash}</p>{/if}
      {#if n.again}<p class="small pencil">
          Answered {n.rounds} times: talk about it before it is done again.
        </p>{/if}
      {#if n.may.includes('ANSWERED') && n.open}
        {#if newest > n.version}<Answer
            note={n.id}
            label="Answer to the note on {n.on}"
            placeholder="how version {newest} answers it"
            run={(words) => say(n, 'ANSWERED', words)}
          />{:else}<p class="small soft">A newer version answers it.</p>{/if}
      {/if}
      {#if asking?.note === n.id}
        <form
          class="mt-1 flex gap-2"
          onsubmit={(e) => {
            e.preventDefault();
            if (asking) void because(n, asking.kind);
          }}
        >
          <input
            class="input"
            name="words"
            {@attach (el) => el.focus()}
            bind:value={why.words}
            aria-label="Why the note on {n.on} is {asking.kind === 'AGAIN' ? 'open again' : 'withdrawn'}"
            placeholder="why"
          /><button class="tight now btn">{label(n, asking.kind)}</button><button
            type="button"
            class="tight btn"
            onclick={() => (asking = null)}>Leave</button
          >
        </form>
      {:else if n.may.length > 0}
        <div class="acts">
          {#if n.may.includes('CONFIRMED') && r.versions.some((v) => v.number === n.version)}<button
              class="tight btn"
              onclick={() => look(n)}>See both</button
            >{/if}
          {#each n.may.filter((k) => k !== 'ANSWERED') as k (k)}<button
              class="tight btn"
              class:ink={k === 'CONFIRMED'}
              class:bare={k === 'WITHDRAWN' || (k === 'AGAIN' && !n.answered)}
              aria-label="{label(n, k)}: the note on {n.on}"
              onclick={() => press(n, k)}>{label(n, k)}</button
            >{/each}
        </div>
      {/if}
    </li>
  {:else}<li class="soft">None. Stop on a frame and press c.</li>{/each}
</ul>

<style>
  .note {
    border-top: 1px solid var(--line);
    padding: 5px 0;
  }
  .head {
    display: flex;
    align-items: start;
    justify-content: space-between;
  }
  .jump {
    cursor: pointer;
    display: flex;
    flex-wrap: wrap;
    gap: 0 6px;
    align-items: center;
    text-align: left;
  }
  .jump .mono {
    white-space: nowrap;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    margin-top: 4px;
  }
</style>
