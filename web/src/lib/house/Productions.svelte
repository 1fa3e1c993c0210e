<script lang="ts">
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { refused } from '../refused';
  import { go } from '../router';
  import { frame, queries } from '../state.svelte';

  /** Productions beside this one: another is begun, this one is put away, comes back or goes. */
  let { onleave }: { onleave: () => void } = $props();
  const h = house();
  let fresh = $state({ code: '', title: '', like: true });
  let typed = $state('');
  let wrong = $state<Refused | null>(null);
  let busy = $state(false);
  const others = $derived((frame.session?.seats ?? []).filter((s) => s.production !== h.id));

  async function attempt(work: () => Promise<void>): Promise<void> {
    busy = true;
    wrong = null;
    try {
      await work();
    } catch (e) {
      wrong = e instanceof Refused ? e : null;
      if (!wrong) frame.wrong(e);
    } finally {
      busy = false;
    }
  }

  const seats = async () => {
    frame.session = await got(api.GET('/api/session'));
  };

  const another = () =>
    attempt(async () => {
      const made = await got(
        api.POST('/api/productions', {
          body: {
            code: fresh.code,
            title: fresh.title,
            rate: '',
            ...(fresh.like && { like: h.id }),
          } as Schemas['Another'],
        }),
      );
      fresh = { code: '', title: '', like: true };
      await seats();
      onleave();
      go(made.id, 'script');
    });

  const away = (archive: boolean) =>
    attempt(async () => {
      const params = { path: { production: h.id } };
      await (archive
        ? api.POST('/api/productions/{production}/archive', { params })
        : api.POST('/api/productions/{production}/reopen', { params }));
      await seats();
      await h.again();
      frame.say(archive ? 'Put away; everything in it can still be read.' : 'Open again.');
    });

  const remove = () =>
    attempt(async () => {
      await api.POST('/api/productions/{production}/deletion', {
        params: { path: { production: h.id } },
        body: { title: typed },
      });
      await seats();
      queries.clear();
      const next = frame.session?.seats[0];
      onleave();
      if (next) go(next.production, next.role === 'GUEST' ? 'review' : 'owed');
      else location.assign('/sign-in');
    });
</script>

{#if others.length > 0}<ul class="mb-2">
    {#each others as s (s.production)}<li class="rule flex items-center justify-between py-1">
        <span>{s.title}<span class="soft small code">{s.code}{s.archived ? ' · put away' : ''}</span></span>
        <button
          class="tight btn"
          onclick={() => {
            onleave();
            go(s.production, s.role === 'GUEST' ? 'review' : 'owed');
          }}>Open it</button
        >
      </li>{/each}
  </ul>{/if}
<form
  onsubmit={(e) => {
    e.preventDefault();
    void another();
  }}
>
  <label class="field"
    ><span>Another production: title</span><input
      class="input"
      {@attach refused(wrong?.field === 'title' && typed === '')}
      bind:value={fresh.title}
      required
    /></label
  >
  <label class="field"
    ><span>Code, 1 to 8 letters</span><input
      class="mono input"
      {@attach refused(wrong?.field === 'code')}
      bind:value={fresh.code}
      required
      maxlength="8"
    /></label
  >
  <label class="pick"
    ><input type="checkbox" class="checkbox" bind:checked={fresh.like} /> with the numbers, rates, cue words and
    specifications of this one</label
  >
  <div class="end"><button class="btn" disabled={busy}>Begin it</button></div>
</form>
{#if wrong}<p class="pencil" role="alert">{wrong.detail}</p>{/if}
<div class="life" class:away={h.view?.archivedAt}>
  {#if h.view?.archivedAt}
    <button class="btn" disabled={busy} onclick={() => void away(false)}>Reopen {h.view.title}</button>
    <label class="field"
      ><span>To delete it for good, type its title; a backup is made first</span><input
        class="input"
        {@attach refused(wrong?.field === 'title' && typed !== '')}
        bind:value={typed}
        autocomplete="off"
      /></label
    >
    <button class="btn" disabled={busy || typed === ''} onclick={() => void remove()}
      >{busy ? 'Working…' : 'Back up and delete'}</button
    >
  {:else}
    <button class="btn" disabled={busy} onclick={() => void away(true)}>Put {h.view?.title} away</button>
    <span class="small soft">It can be read and reopened; nothing in it is changed while it is away.</span>
  {/if}
</div>

<style>
  li:first-child {
    border-top: 0;
  }
  .code {
    margin-left: 8px;
  }
  form {
    display: grid;
    grid-template-columns: 2fr 1fr 2fr auto;
    gap: 10px;
    align-items: end;
  }
  .pick {
    padding-bottom: 6px;
  }
  .life {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 10px;
    margin-top: 12px;
    padding-top: 10px;
    border-top: 1px solid var(--line);
  }
  .life.away {
    align-items: end;
  }
  @media (max-width: 640px) {
    form {
      grid-template-columns: 1fr;
    }
  }
</style>
