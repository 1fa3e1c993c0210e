<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, send, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import { frame, queries } from '../state.svelte';
  import { moment } from '../words';

  /**
   * Looks tried side by side, and the decision between them with its reason.
   * @param asked whether the shot's method asks for them
   */
  let { shot, asked }: { shot: string; asked: boolean } = $props();
  const h = house();
  const page = createQuery(() => ({
    queryKey: [h.id, 'looks', shot],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}/looks', {
          params: { path: { production: h.id, shot } },
        }),
      ),
  }));
  let adding = $state(false);
  let title = $state('');
  let words = $state('');
  let files = $state<FileList | null>(null);
  const reason = new Draft(() => `look ${shot}`);
  let wrong = $state('');
  let share = $state(-1);

  async function add(): Promise<void> {
    wrong = '';
    const form = new FormData();
    form.set('title', title);
    form.set('words', words);
    if (files?.[0]) form.set('file', files[0]);
    try {
      share = 0;
      const v = await send<Schemas['LooksView']>(
        `/api/productions/${h.id}/shots/${shot}/looks`,
        form,
        (s) => (share = s),
      );
      queries.setQueryData([h.id, 'looks', shot], v);
      title = words = '';
      files = null;
      adding = false;
    } catch (e) {
      wrong = e instanceof Refused ? e.detail : String(e);
    } finally {
      share = -1;
    }
  }

  async function take(look: Schemas['LookView']): Promise<void> {
    wrong = '';
    try {
      await got(
        api.POST('/api/productions/{production}/shots/{shot}/looks/decisions', {
          params: { path: { production: h.id, shot } },
          body: { look: look.id, reason: reason.words },
        }),
      );
      reason.words = '';
      frame.say(`Look ${look.letter} is taken.`);
      await h.again();
    } catch (e) {
      wrong = e instanceof Refused ? e.detail : String(e);
    }
  }
</script>

<section class:shown={asked || adding || (page.data?.looks.length ?? 0) > 0}>
  <h2>
    Looks{#if !asked && page.data?.looks.length === 0}<span class="soft ml-2 font-normal">none tried</span
      >{/if}
  </h2>
  {#if page.data && (page.data.looks.length > 0 || adding)}
    <ul class="looks" aria-label="Looks side by side">
      {#each page.data.looks as l (l.id)}
        <li class:taken={l.taken}>
          {#if l.picture}<img
              src="/api/productions/{h.id}/looks/{l.id}/picture"
              alt="Look {l.letter}: {l.title}"
              loading="lazy"
            />{:else}<div class="blank soft small">no picture</div>{/if}
          <p>
            <strong>{l.letter} · {l.title}</strong>{#if l.taken}<span class="took">taken</span>{/if}
          </p>
          <p class="small soft">{l.words} {l.addedBy}</p>
          {#if h.may('PRODUCER') && !l.taken}<button
              class="tight btn"
              disabled={reason.words.trim() === ''}
              onclick={() => void take(l)}>Take {l.letter}</button
            >{/if}
        </li>
      {/each}
    </ul>
    {#if page.data.decision}<p class="small mt-1">
        Look {page.data.decision.letter} because: <strong>{page.data.decision.reason}</strong>
        <span class="soft"
          >{page.data.decision.by}, {moment(page.data.decision.at)}{page.data.earlier.length > 0
            ? `; ${page.data.earlier.length} earlier decision${page.data.earlier.length > 1 ? 's' : ''} on record`
            : ''}</span
        >
      </p>{/if}
    {#if h.may('PRODUCER') && page.data.looks.length > 0}<label class="field mt-2 max-w-[620px]"
        ><span>{page.data.decision ? 'Decide again, because' : 'Decide, because'}</span><input
          class="input"
          bind:value={reason.words}
          placeholder="why this look and not the others"
        /></label
      >{/if}
  {/if}
  {#if adding}
    <form
      class="add"
      onsubmit={(e) => {
        e.preventDefault();
        void add();
      }}
    >
      <label class="field"
        ><span>Look</span><input class="input" bind:value={title} placeholder="what it is called" /></label
      >
      <label class="field"><span>In a line</span><input class="input" bind:value={words} /></label>
      <label class="field"
        ><span>Picture, PNG or JPEG</span><input
          class="input"
          type="file"
          accept="image/png,image/jpeg"
          bind:files
        /></label
      >
      <div class="flex items-end gap-2">
        <button class="ink tight btn" disabled={share >= 0}
          >{share >= 0 ? `${Math.round(share * 100)} %` : 'Add the look'}</button
        ><button type="button" class="tight btn" onclick={() => (adding = false)}>Leave</button>
      </div>
    </form>
  {:else if h.may('PRODUCER', 'COORDINATOR', 'ARTIST')}
    <button class="tight mt-2 btn" onclick={() => (adding = true)}>Try a look</button>
  {/if}
  {#if wrong}<p class="pencil" role="alert">{wrong}</p>{/if}
</section>

<style>
  section {
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  section:not(.shown) {
    order: 9;
    display: flex;
    gap: 12px;
    align-items: baseline;
  }
  .looks {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
    gap: 14px;
  }
  li {
    display: grid;
    gap: 3px;
    align-content: start;
    justify-items: start;
  }
  img,
  .blank {
    width: 100%;
    aspect-ratio: 16 / 9;
    object-fit: cover;
    border: 1px solid var(--line);
  }
  .blank {
    display: grid;
    place-items: center;
  }
  .taken img,
  .taken .blank {
    border: 3px solid var(--ink);
  }
  .took {
    font-size: 11px;
    background: var(--ink);
    color: var(--paper);
    padding: 0 5px;
    margin-left: 6px;
  }
  .add {
    display: grid;
    grid-template-columns: 1fr 1.4fr 1fr auto;
    gap: 8px;
    margin-top: 8px;
  }
  @media (max-width: 900px) {
    .add {
      grid-template-columns: 1fr;
    }
  }
</style>
