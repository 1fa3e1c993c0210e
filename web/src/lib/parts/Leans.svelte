<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house, reads } from '../house.svelte';
  import { markNamed } from '../refused';
  import { go } from '../router';
  import { frame as foot, queries } from '../state.svelte';
  import Form from './Form.svelte';

  /** What a shot takes over from another, and what others take over from it. */
  let { shot }: { shot: string } = $props();
  const h = house();
  let adding = $state(false);
  const may = $derived(h.may('PRODUCER', 'COORDINATOR', 'ARTIST'));
  const path = $derived({ production: h.id, shot });
  const key = $derived([h.id, 'leans', shot]);
  const page = createQuery(() => ({
    queryKey: key,
    queryFn: () => got(api.GET('/api/productions/{production}/shots/{shot}/leans', { params: { path } })),
  }));
  const others = createQuery(() => ({ ...reads.shots(h.id), enabled: adding }));
  const words = new Draft(() => `lean ${shot}`);
  let on = $state('');
  let what = $state<Schemas['NewLean']['what']>('SOLVE');
  let wrong = $state('');

  async function add(): Promise<void> {
    wrong = '';
    try {
      const p = await got(
        api.POST('/api/productions/{production}/shots/{shot}/leans', {
          params: { path },
          body: { on, what, words: words.words },
        }),
      );
      queries.setQueryData(key, p);
      words.words = '';
      adding = false;
      on = '';
    } catch (e) {
      wrong = e instanceof Refused ? e.message : String(e);
      markNamed(e);
    }
  }

  async function remove(l: Schemas['LeanView']): Promise<void> {
    try {
      const p = await got(
        api.DELETE('/api/productions/{production}/shots/{shot}/leans/{lean}', {
          params: { path: { ...path, lean: l.id } },
        }),
      );
      queries.setQueryData(key, p);
      foot.say(`It no longer leans on ${l.code}.`);
    } catch (e) {
      foot.wrong(e);
    }
  }
</script>

{#if page.data}
  <div class="mt-3 flex items-baseline gap-2">
    <h2>Leans on</h2>
    {#if may}<button class="tight bare btn" aria-expanded={adding} onclick={() => (adding = !adding)}
        >Say on which</button
      >{/if}
  </div>
  <ul class="small">
    {#each page.data.on as l (l.id)}<li class="rule lean py-1">
        <Form state={l.there ? 'IN_HAND' : 'OWED'} size={11} />
        <span
          ><button class="code" onclick={() => go(h.id, 'shots', l.other)}>{l.code}</button>
          for its {l.called}{l.words ? `: ${l.words}` : ''}
          <span class="soft">{l.omitted ? 'omitted' : l.there ? 'made' : 'not made yet'} · {l.by}</span
          >{#if l.twice.length > 0}<br /><span class="pencil"
              >Done twice: {l.twice.join(', ')} is planned here as well. Take it out of the plan, or off the list.</span
            >{/if}</span
        >
        {#if may}<button
            class="tight bare btn"
            aria-label="No longer on {l.code} for its {l.called}"
            onclick={() => void remove(l)}>Take back</button
          >{/if}
      </li>{:else}<li class="soft">Nothing is taken over from another shot.</li>{/each}
    {#each page.data.carries as l (l.id)}<li class="rule py-1">
        <button class="code" onclick={() => go(h.id, 'shots', l.other)}>{l.code}</button>
        <span class="soft"
          >leans on this for its {l.called}{l.words ? `: ${l.words}` : ''}{l.there ? '' : ', and waits'}</span
        >
      </li>{/each}
  </ul>
  {#if adding}<form
      class="grid gap-2 pt-2"
      aria-label="What it takes over"
      onsubmit={(e) => {
        e.preventDefault();
        void add();
      }}
    >
      <label class="field"
        ><span>Shot</span><select class="select" name="on" bind:value={on}
          ><option value="" disabled>choose</option
          >{#each (others.data?.lines ?? []).filter((x) => x.id !== shot) as x (x.id)}<option value={x.id}
              >{x.code} {x.title}</option
            >{/each}</select
        ></label
      >
      <label class="field"
        ><span>For its</span><select class="select" name="what" bind:value={what}
          >{#each page.data.whats as w (w.what)}<option value={w.what}>{w.called}</option>{/each}</select
        ></label
      >
      <label class="field"
        ><span>What exactly</span><input class="input" name="words" bind:value={words.words} /></label
      >
      {#if wrong}<p role="alert" class="pencil small">{wrong}</p>{/if}
      <div><button class="tight now btn" disabled={on === ''}>Keep</button></div>
    </form>{/if}
{/if}

<style>
  .lean {
    display: grid;
    grid-template-columns: auto 1fr auto;
    gap: 0 8px;
    align-items: start;
  }
  .code {
    font-family: var(--mono, monospace);
    text-decoration: underline;
  }
</style>
