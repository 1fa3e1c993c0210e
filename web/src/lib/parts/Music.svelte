<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { markNamed } from '../refused';
  import { frame as foot, queries } from '../state.svelte';
  import { Typed } from '../typed.svelte';
  import Form from './Form.svelte';
  import MusicSheet from './MusicSheet.svelte';

  /** What of a shot meets the music it is made to. */
  let { shot, onframe }: { shot: Schemas['ShotView']; onframe: (frame: number) => void } = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR', 'ARTIST'));
  const path = $derived({ production: h.id, shot: shot.id });
  const key = $derived([h.id, 'shot-music', shot.id, shot.version]);
  let sheet = $state(false);
  let wrong = $state('');
  const page = createQuery(() => ({
    queryKey: key,
    queryFn: () => got(api.GET('/api/productions/{production}/shots/{shot}/music', { params: { path } })),
  }));
  const pieces = createQuery(() => ({
    queryKey: [h.id, 'music'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/music', { params: { path: { production: h.id } } })),
  }));
  const on = $derived(pieces.data?.find((m) => m.id === page.data?.music));
  const typed = new Typed(() => `music ${shot.id}`, { music: '', start: '' });

  async function lay(back: boolean): Promise<void> {
    wrong = '';
    try {
      const now = await got(
        api.PUT('/api/productions/{production}/shots/{shot}/music', {
          params: { path },
          body: back ? {} : { music: typed.get('music'), start: typed.needed('start', 'Where it begins') },
        }),
      );
      queries.setQueryData(key, now);
      typed.clear();
      foot.say(back ? `${shot.code} is on no music any more.` : `${shot.code} is laid on music.`);
    } catch (e) {
      wrong = e instanceof Refused ? e.message : String(e);
      markNamed(e);
    }
  }
</script>

{#if page.data && (on || may)}
  <div class="mt-3 flex items-baseline gap-2">
    <h2>Music</h2>
    <button class="tight bare btn" onclick={() => (sheet = true)}>Music of the production</button>
  </div>
  {#if on}
    <p class="small">
      <strong>{on.name}</strong>
      <span class="soft">{on.said} · frame {shot.firstFrame} at {page.data.start} s</span>
      {#if may}<button class="tight bare btn" onclick={() => void lay(true)}>Take it off</button>{/if}
    </p>
    <ul class="small">
      {#each page.data.meets as m (m.frame)}<li class="meet rule">
          <Form state={m.meets ? 'IN_HAND' : m.mark ? 'IN_DOUBT' : 'OWED'} size={11} />
          <button class="mono at" onclick={() => onframe(m.frame)}>{m.frame}</button>
          <span>{m.what} <span class="soft">{m.words}</span></span>
        </li>{:else}<li class="soft">Nothing in this plan begins or ends within the cut.</li>{/each}
    </ul>
  {:else if (pieces.data ?? []).length > 0}
    <form
      class="lay"
      aria-label="Music it is made to"
      onsubmit={(e) => {
        e.preventDefault();
        void lay(false);
      }}
    >
      <label class="field"
        ><span>Music</span><select
          class="select"
          name="music"
          bind:value={() => typed.get('music'), (v) => typed.set('music', v)}
          ><option value="" disabled>choose</option>{#each pieces.data ?? [] as m (m.id)}<option value={m.id}
              >{m.name}</option
            >{/each}</select
        ></label
      >
      <label class="field"
        ><span>First frame at, s</span><input
          class="mono input"
          name="start"
          bind:value={() => typed.get('start'), (v) => typed.set('start', v)}
        /></label
      >
      <button class="tight btn" disabled={typed.get('music') === ''}>Lay it on</button>
    </form>
  {:else}<p class="small soft">No music yet. Type its tempo, or tap to it.</p>{/if}
  {#if wrong}<p role="alert" class="pencil small">{wrong}</p>{/if}
{/if}
<MusicSheet bind:open={sheet} />

<style>
  .meet {
    display: grid;
    grid-template-columns: auto auto 1fr;
    gap: 0 8px;
    align-items: baseline;
    padding: 2px 0;
  }
  .at {
    text-decoration: underline;
  }
  .lay {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 8px;
    align-items: end;
  }
</style>
