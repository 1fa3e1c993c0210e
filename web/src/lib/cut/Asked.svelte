<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { tinykeys } from 'tinykeys';
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { free } from '../keys';
  import { frame } from '../state.svelte';
  import type { CutView } from './reads';

  /** What could be more than one thing: one event after another, with what it may be. */
  interface Props {
    cut: string;
    may: boolean;
    told: (view: CutView) => Promise<void>;
  }
  let { cut, may, told }: Props = $props();
  const h = house();
  let how = $state<'ASKED' | 'NONE' | 'CODE' | 'SAID'>('ASKED');
  let at = $state(0);
  let choice = $state(0);
  let busy = $state(false);
  const page = createQuery(() => ({
    queryKey: [h.id, 'cuts', cut, 'events', how],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/cuts/{cut}/events', {
          params: { path: { production: h.id, cut }, query: { how, size: 200 } },
        }),
      ),
  }));
  const events = $derived(page.data?.events ?? []);
  const here = $derived(events[Math.min(at, events.length - 1)]);
  const shots = $derived(h.ticks);
  const HOW: Record<typeof how, string> = {
    ASKED: 'could be more than one thing',
    NONE: 'of no effect shot, as far as is known',
    CODE: 'a shot by its code, its take not known',
    SAID: 'said by somebody',
  };

  function move(step: number): void {
    at = Math.max(0, Math.min(events.length - 1, Math.min(at, events.length - 1) + step));
    choice = 0;
    document.getElementById(`event-${String(at)}`)?.scrollIntoView({ block: 'nearest' });
  }

  async function say(e: Schemas['EventLine'], shot: string | null, take: string | null): Promise<void> {
    if (!may || busy) return;
    busy = true;
    try {
      const view = await got(
        api.POST('/api/productions/{production}/cuts/{cut}/words', {
          params: { path: { production: h.id, cut } },
          body: {
            id: crypto.randomUUID(),
            event: e.event,
            ...(shot ? { shot } : {}),
            ...(take ? { take } : {}),
          },
        }),
      );
      await told(view);
      choice = 0;
      frame.say(shot ? 'Said; it stands in later cuts too.' : 'Said: of no effect shot.');
    } catch (x) {
      frame.wrong(x);
    } finally {
      busy = false;
    }
  }

  function enter(): void {
    const p = here?.proposals[choice];
    if (here && p) void say(here, p.shot, p.take ?? null);
  }

  $effect(() =>
    tinykeys(window, {
      j: free(() => move(1)),
      k: free(() => move(-1)),
      l: free(() => (choice = Math.min((here?.proposals.length ?? 1) - 1, choice + 1))),
      h: free(() => (choice = Math.max(0, choice - 1))),
      y: free(enter),
      x: free(() => here && void say(here, null, null)),
    }),
  );
</script>

<div class="asked">
  <p class="bar">
    <label
      >Events <select class="select" bind:value={how} aria-label="Which events" onchange={() => (at = 0)}>
        {#each Object.entries(HOW) as [k, w] (k)}<option value={k}>{w}</option>{/each}
      </select></label
    >
    <span class="soft">{page.data ? `${String(page.data.total)} of them` : 'Reading…'}</span>
  </p>
  {#if page.data && events.length === 0}<p class="soft none">
      {how === 'ASKED' ? 'Nothing is doubtful: every event is known, or of no effect shot.' : 'None.'}
    </p>{/if}
  <ol>
    {#each events as e, i (e.event)}
      <li class:here={e === here}>
        <button
          class="event"
          id="event-{i}"
          aria-current={e === here ? 'true' : undefined}
          onclick={() => {
            at = i;
            choice = 0;
          }}
        >
          <span class="mono">{e.at}</span>
          <span
            ><strong>{e.called}</strong>
            <span class="soft small mono">{e.roll} {e.from}, {e.frames} frames, {e.speed}</span><br /><span
              class:pencil={e.how === 'ASKED'}>{e.is ? `${e.is}, ${e.why}` : e.why}</span
            >{#if e.notes.length > 0}<br /><span class="small soft">{e.notes.join(' · ')}</span>{/if}</span
          >
        </button>
        {#if e === here && may}
          <div class="choices" role="group" aria-label="What it is">
            {#each e.proposals as p, k (k)}<button
                class="btn"
                class:now={k === choice}
                disabled={busy}
                onclick={() => void say(e, p.shot, p.take ?? null)}
                >{#if k === choice}<kbd class="on">y</kbd>{/if}
                {p.words}</button
              >{/each}
            <button class="btn" disabled={busy} onclick={() => void say(e, null, null)}
              ><kbd>x</kbd> Of no effect shot</button
            >
            <select
              class="other select"
              aria-label="Another shot, its take not known"
              value=""
              disabled={busy}
              onchange={(x) => x.currentTarget.value && void say(e, x.currentTarget.value, null)}
            >
              <option value="">another shot…</option>
              {#each shots as s (s.id)}<option value={s.id}>{s.code} {s.title}</option>{/each}
            </select>
          </div>
        {/if}
      </li>
    {/each}
  </ol>
  {#if page.data?.more}<p class="soft none">
      The first {events.length} are shown; the others come as these are answered.
    </p>{/if}
</div>

<style>
  .bar {
    display: flex;
    gap: 12px;
    align-items: center;
    padding: 8px 16px;
  }
  .bar label {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  .none {
    padding: 16px;
  }
  li {
    border-top: 1px solid var(--line);
  }
  li.here {
    background: var(--shade);
  }
  .event {
    display: grid;
    grid-template-columns: 110px minmax(0, 1fr);
    gap: 12px;
    width: 100%;
    text-align: left;
    padding: 7px 16px;
    cursor: pointer;
  }
  .choices {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    padding: 0 16px 10px 138px;
  }
  .other {
    width: auto;
    max-width: 220px;
  }
  kbd.on {
    color: inherit;
  }
  @media (max-width: 700px) {
    .event {
      grid-template-columns: minmax(0, 1fr);
    }
    .choices {
      padding-left: 16px;
    }
  }
</style>
