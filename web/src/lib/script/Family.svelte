<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house, reads } from '../house.svelte';
  import { go } from '../router';
  import { frame } from '../state.svelte';

  /**
   * The words of a shot, and the shots that come of it: beside it, split off it, merged into it.
   * @param onmore to choose more words on the page
   */
  let { shot, onmore }: { shot: Schemas['ShotView']; onmore?: (() => void) | undefined } = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const shots = createQuery(() => reads.shots(h.id));
  const others = $derived(shots.data?.lines.filter((l) => l.id !== shot.id && !l.omitted) ?? []);
  let doing = $state<'beside' | 'split' | 'merge' | null>(null);
  let title = $state('');
  let moved = $state<string[]>([]);
  let from = $state('');
  let wrong = $state('');
  const where = $derived({ params: { path: { production: h.id, shot: shot.id } } });

  async function run(
    work: () => Promise<Schemas['ShotView']>,
    say: (s: Schemas['ShotView']) => string,
  ): Promise<void> {
    wrong = '';
    try {
      const s = await work();
      doing = null;
      title = from = '';
      moved = [];
      await h.again();
      go(h.id, 'script', s.id);
      frame.say(say(s));
    } catch (e) {
      wrong = e instanceof Refused ? e.detail : String(e);
    }
  }

  async function off(mark: string): Promise<void> {
    wrong = '';
    try {
      await got(
        api.DELETE('/api/productions/{production}/marks/{mark}', {
          params: { path: { production: h.id, mark } },
        }),
      );
      await h.again();
    } catch (e) {
      wrong = e instanceof Refused ? e.detail : String(e);
    }
  }

  const STANDING: Record<Schemas['MarkView']['standing'], string> = {
    MARKED: '',
    UNCHANGED: '',
    MOVED: 'moved',
    REWORDED: 'said otherwise now',
    ASKED: 'to decide',
    GONE: 'gone, as it seems: to decide',
    LOST: 'words gone',
  };
</script>

<section class="family">
  <ul>
    {#each shot.marks as m (m.id)}
      <li>
        <span class="quote" class:struck={m.start === null}
          >{m.excerpt.length > 110 ? `${m.excerpt.slice(0, 110)}…` : m.excerpt}</span
        >
        {#if STANDING[m.standing]}<span
            class="small"
            class:pencil={m.standing === 'ASKED' || m.start === null}>{STANDING[m.standing]}</span
          >{/if}
        {#if may && shot.marks.length > 1}<button
            type="button"
            class="bare tight btn"
            onclick={() => void off(m.id)}>Unmark</button
          >{/if}
      </li>
    {/each}
  </ul>
  {#if may && !shot.omitted}
    {#if doing === null}
      <div class="flex flex-wrap gap-1">
        {#if onmore}<button type="button" class="bare tight btn" onclick={onmore}>More words</button>{/if}
        <button type="button" class="bare tight btn" onclick={() => (doing = 'beside')}
          >One more shot on these words</button
        >
        <button type="button" class="bare tight btn" onclick={() => (doing = 'split')}>Split</button>
        <button type="button" class="bare tight btn" onclick={() => (doing = 'merge')}
          >Merge another into it</button
        >
      </div>
    {:else if doing === 'merge'}
      <p class="small soft">
        The other shot is omitted. Its words and methods come here, and what was shot and said for it counts
        here. Restoring it takes that back.
      </p>
      <label class="field"
        ><span>Merge into {shot.code}</span><select class="select" bind:value={from}
          ><option value="">choose a shot</option>{#each others as o (o.id)}<option value={o.id}
              >{o.code} {o.title}</option
            >{/each}</select
        ></label
      >
      <div class="flex gap-2">
        <button
          type="button"
          class="ink tight btn"
          disabled={!from}
          onclick={() =>
            void run(
              () =>
                got(
                  api.POST('/api/productions/{production}/shots/{shot}/merge', { ...where, body: { from } }),
                ),
              (s) => `Merged into ${s.code}.`,
            )}>Merge</button
        ><button type="button" class="tight btn" onclick={() => (doing = null)}>Leave</button>
      </div>
    {:else}
      <p class="small soft">
        {doing === 'beside'
          ? 'A wide, a close or an insert of the same moment: its own code, nothing planned yet.'
          : `The new shot has the same methods, and all that was shot and said till now counts for both.`}
      </p>
      <label class="field"
        ><span>What the {doing === 'beside' ? 'other' : 'second'} shot shows</span><input
          class="input"
          bind:value={title}
          placeholder={doing === 'beside' ? 'Close on the hands' : 'The landing'}
        /></label
      >
      {#if doing === 'split' && shot.marks.length > 1}<fieldset class="small">
          <legend class="soft">Words that go with it</legend
          >{#each shot.marks.filter((m) => m.start !== null) as m (m.id)}<label class="flex gap-2"
              ><input type="checkbox" class="checkbox" value={m.id} bind:group={moved} /><span
                >{m.excerpt.slice(0, 70)}</span
              ></label
            >{/each}
        </fieldset>{/if}
      <div class="flex gap-2">
        <button
          type="button"
          class="ink tight btn"
          disabled={!title.trim()}
          onclick={() =>
            void (doing === 'beside'
              ? run(
                  () =>
                    got(
                      api.POST('/api/productions/{production}/shots/{shot}/beside', {
                        ...where,
                        body: { title },
                      }),
                    ),
                  (s) => `${s.code} marked beside ${shot.code}.`,
                )
              : run(
                  () =>
                    got(
                      api.POST('/api/productions/{production}/shots/{shot}/split', {
                        ...where,
                        body: { title, marks: moved },
                      }),
                    ),
                  (s) => `Split: ${s.code} is new.`,
                ))}>{doing === 'beside' ? 'Mark it too' : 'Split'}</button
        >
        <button type="button" class="tight btn" onclick={() => (doing = null)}>Leave</button>
      </div>
    {/if}
  {/if}
  {#if wrong}<p class="pencil" role="alert">{wrong}</p>{/if}
</section>

<style>
  .family {
    display: grid;
    gap: 6px;
    border-left: 3px solid var(--mark);
    padding-left: 10px;
  }
  li .small {
    white-space: nowrap;
  }
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: baseline;
    padding: 1px 0;
  }
  li > :last-child:not(:first-child) {
    margin-left: auto;
  }
  .quote {
    font-family: var(--screenplay);
  }
</style>
