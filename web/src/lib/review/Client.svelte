<script lang="ts">
  import { api, got, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import TakeBack from '../parts/TakeBack.svelte';
  import GuestLinks from './GuestLinks.svelte';
  import { moment } from '../words';

  /** What guests are shown of a shot, and the client's own word beside the house's verdict. */
  let {
    r,
    v,
    did,
    back,
  }: {
    r: Schemas['ReviewView'];
    v: Schemas['VersionView'];
    did: (call: Promise<Schemas['ReviewView']>, said: string) => Promise<boolean>;
    back: (call: Promise<unknown>) => Promise<unknown>;
  } = $props();
  type Word = NonNullable<Schemas['NewClientWord']['kind']>;
  type Shown = NonNullable<Schemas['NewShowing']['kind']>;
  const WORDS: Record<Word, string> = {
    APPROVED: 'Approved',
    WITH_NOTES: 'Approved with notes',
    NOT_APPROVED: 'Not approved',
  };
  const h = house();
  const guest = $derived(h.may('GUEST'));
  const leads = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const guests = $derived(leads ? (h.view?.people ?? []).filter((p) => p.role === 'GUEST') : []);
  const invited = $derived(guests.filter((g) => !g.ended && r.guests.includes(g.id)));
  const path = $derived({ params: { path: { production: h.id, version: v.id } } });
  const shown = $derived(v.shown?.stands === true);
  let until = $state('');
  let as = $state<Shown>('APPROVAL');
  let busy = $state(false);
  // What is typed stays on this device until it is said.
  const words = new Draft(() => `client ${r.shot}`);
  const who = new Draft(() => `client of ${h.id}`);
  let writing = $state(false);
  let otherwise = $state(false);

  async function show(kind: Shown): Promise<void> {
    busy = true;
    const ended = kind === 'ENDED';
    const done = await did(
      got(
        api.POST('/api/productions/{production}/versions/{version}/showings', {
          ...path,
          body: { id: crypto.randomUUID(), kind, ...(until && !ended ? { until } : {}) },
        }),
      ),
      ended ? `Version ${v.number} is shown to no guest.` : `Version ${v.number} is shown to guests.`,
    );
    if (done) {
      until = '';
      otherwise = false;
    }
    busy = false;
  }

  async function say(kind: Word): Promise<void> {
    busy = true;
    const done = await did(
      got(
        api.POST('/api/productions/{production}/versions/{version}/client-words', {
          ...path,
          body: {
            id: crypto.randomUUID(),
            kind,
            words: words.words,
            ...(guest ? {} : { who: who.words }),
          },
        }),
      ),
      guest ? 'Your word is kept.' : 'The client’s word is kept.',
    );
    if (done) {
      words.words = '';
      writing = false;
    }
    busy = false;
  }
</script>

{#snippet word()}
  <form class="word" onsubmit={(e) => e.preventDefault()}>
    {#if !guest}<label class="field"
        ><span>Whose word it is</span><input class="input" name="who" bind:value={who.words} /></label
      >{/if}
    <label class="field"
      ><span>{guest ? 'Your words' : 'What they said'}; needed unless it is approved as it is</span><textarea
        class="textarea"
        name="words"
        rows="2"
        bind:value={words.words}></textarea></label
    >
    <div class="flex flex-wrap gap-2">
      {#each Object.entries(WORDS) as [kind, label] (kind)}<button
          class="btn"
          class:ink={kind === 'APPROVED'}
          disabled={busy}
          onclick={() => void say(kind as Word)}>{label}</button
        >{/each}
      {#if !guest}<button class="tight btn" onclick={() => (writing = false)}>Leave</button>{/if}
    </div>
  </form>
{/snippet}

{#if guest}
  {#if v.shown?.asks}
    <h2>Your word on version {v.number}</h2>
    <p class="small soft">It is {v.shown.words}.</p>
    {@render word()}
  {:else}<p class="soft small">Version {v.number} is work in progress: notes are welcome.</p>{/if}
{:else}
  <h2>Client</h2>
  {#if r.client}<p class="first">{r.client}</p>{/if}
{/if}
{#each r.clientWords as w (w.at)}<p class="small soft">
    Version {w.version}: {w.said}. {moment(w.at)}
  </p>{/each}
{#if leads}
  {#if shown && !otherwise}
    <p class="small">
      Version {v.number} is {v.shown?.words}, to {invited.map((g) => g.name).join(', ') ||
        'nobody yet: invite a guest'}.
    </p>
    {#if v.shown?.waits}<p class="small" class:pencil={v.shown.failed} role="status">
        They do not see it yet: {v.shown.waits}.
      </p>{/if}
    <div class="flex flex-wrap gap-2">
      <button class="tight btn" disabled={busy} onclick={() => void show('ENDED')}>Show no more</button>
      <button class="tight btn" onclick={() => (otherwise = true)}>Show it otherwise</button>
    </div>
  {:else}
    <p class="small">
      {v.shown
        ? `Version ${v.number} is ${v.shown.words}.`
        : `Version ${v.number} was never shown to guests.`}
    </p>
    <form
      class="show"
      onsubmit={(e) => {
        e.preventDefault();
        void show(as);
      }}
    >
      <select class="select" bind:value={as} aria-label="As what it is shown to guests"
        ><option value="APPROVAL">for approval</option><option value="PROGRESS">as work in progress</option
        ></select
      >
      <label class="until"
        ><span class="small">until</span><input
          class="mono input"
          type="date"
          name="until"
          bind:value={until}
          aria-label="Last day it is shown; empty for until it is ended"
        /></label
      >
      <button class="btn" disabled={busy}>Show to guests</button>
      {#if otherwise}<button type="button" class="tight btn" onclick={() => (otherwise = false)}>Leave</button
        >{/if}
    </form>
  {/if}
  {#if writing}{@render word()}{:else}<button class="bare tight btn" onclick={() => (writing = true)}
      >write down what the client said</button
    >{/if}
  {#if guests.length > 0}
    <h3>Guests</h3>
    <ul>
      {#each guests as g (g.id)}<li class="flex items-center justify-between">
          <span>{g.name}</span>{#if r.guests.includes(g.id)}<span class="soft small"
              >{g.ended ? 'link ended' : 'invited'}<TakeBack
                what="the invitation of {g.name}"
                run={() =>
                  back(
                    api.DELETE('/api/productions/{production}/shots/{shot}/guests/{person}', {
                      params: { path: { production: h.id, shot: r.shot, person: g.id } },
                    }),
                  )}
              /></span
            >{:else}<button
              class="tight btn"
              onclick={() =>
                void did(
                  got(
                    api.POST('/api/productions/{production}/shots/{shot}/guests', {
                      params: { path: { production: h.id, shot: r.shot } },
                      body: { person: g.id },
                    }),
                  ),
                  `${g.name} is invited to ${r.code}, and sees what is shown of it.`,
                )}>Invite</button
            >{/if}
        </li>{/each}
    </ul>
  {/if}
  <GuestLinks shot={r.shot} code={r.code} />
{/if}

<style>
  h2 {
    margin: 14px 0 4px;
  }
  .first {
    font-weight: 600;
  }
  .first::first-letter {
    text-transform: uppercase;
  }
  .word {
    display: grid;
    gap: 8px;
    margin: 6px 0;
  }
  .show {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
    margin: 4px 0;
  }
  .show .select {
    width: auto;
  }
  .until {
    display: flex;
    align-items: center;
    gap: 4px;
  }
  .until .input {
    width: 9.5rem;
  }
  h3 {
    margin-top: 8px;
    font-size: 0.85rem;
  }
</style>
