<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import { frame } from '../state.svelte';
  import { hours } from '../words';

  /**
   * Ways out for plates that are missing, ranked from the takes that are there, and what a pick-up
   * must repeat.
   */
  let { shot }: { shot: string } = $props();
  const h = house();
  let tighter = $state(1);
  const WAY: Record<Schemas['Option']['way'], string> = {
    PATCHED: 'Patch it from two takes',
    BORROWED: 'Borrow frames',
    ANOTHER_TAKE: 'Use another take',
    PUNCHED_IN: 'Punch in',
    SLOWED: 'Slow it down',
    HELD: 'Hold the last frame',
    REORDERED: 'Cut round it',
    PICKED_UP: 'Pick it up',
  };
  let taking = $state<{ plate: string; option: Schemas['Option'] } | null>(null);
  const reason = new Draft(() => `way out ${shot}`);
  const mayTake = $derived(h.may('PRODUCER', 'COORDINATOR'));

  async function say(body: Schemas['NewWayOut'], done: string): Promise<void> {
    try {
      await got(
        api.POST('/api/productions/{production}/shots/{shot}/ways-out', {
          params: { path: { production: h.id, shot } },
          body,
        }),
      );
      taking = null;
      reason.words = '';
      frame.say(done);
      await h.again();
    } catch (e) {
      frame.wrong(e);
    }
  }

  const of = createQuery(() => ({
    queryKey: [h.id, 'shot', shot],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}', {
          params: { path: { production: h.id, shot } },
        }),
      ),
  }));
  const taken = $derived((of.data?.plan.plates ?? []).filter((p) => p.wayOut));
  const page = createQuery(() => ({
    queryKey: [h.id, 'rescue', shot, tighter],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}/rescue', {
          params: { path: { production: h.id, shot }, query: { tighter } },
        }),
      ),
    placeholderData: (before: Schemas['RescueView'][] | undefined) => before,
  }));
</script>

<div class="rescue">
  <label class="field tight-field"
    ><span>Framed closer than the takes by, ×</span><input
      class="mono input"
      type="number"
      min="1"
      max="20"
      step="0.1"
      bind:value={tighter}
    /></label
  >
  {#if taken.length > 0}<ul>
      {#each taken as p (p.key)}<li class="rule py-1">
          <strong>{p.label}</strong>
          {p.wayOut?.way}{p.wayOut?.from.length ? `: ${p.wayOut.from.join(' and ')}` : ''}
          <span class="soft"
            >{p.wayOut?.losses} · {p.wayOut ? hours(p.wayOut.hours) : ''} · {p.wayOut?.reason}, {p.wayOut
              ?.by}</span
          >
          {#if mayTake}<button
              class="tight bare btn"
              aria-label="Take back the way out of {p.label}"
              onclick={() =>
                void say(
                  {
                    plate: p.key,
                    way: null,
                    from: [],
                    tighter,
                    reason: '',
                  } as unknown as Schemas['NewWayOut'],
                  `${p.label} is owed again.`,
                )}>Take it back</button
            >{/if}
        </li>{/each}
    </ul>{/if}
  {#if page.isLoadingError}<p class="pencil" role="alert">{page.error.message}</p>{/if}
  {#each page.data ?? [] as r (r.plate)}
    <section>
      <h3>{r.label} <span class="soft">{r.reason}</span></h3>
      <table>
        <thead
          ><tr class="small soft"
            ><th>way</th><th>from</th><th>covers</th><th>sharpness</th><th>made up</th><th>movement</th><th
              >work</th
            ><th>stands in</th><th><span class="sr-only">take it</span></th></tr
          ></thead
        >
        <tbody>
          {#each r.options as o, i (i)}
            <tr class:best={i === 0}>
              <td><strong>{WAY[o.way]}</strong></td><td class="small"
                >{o.from.join(' and ')}{#if o.caveat}<span class="soft"
                    >{o.from.length > 0 ? '; ' : ''}{o.caveat}</span
                  >{/if}</td
              >
              <td class="mono"
                >{o.coverPercent === null || o.coverPercent === undefined
                  ? 'not known'
                  : `${Math.round(o.coverPercent)} %`}</td
              ><td class="mono">{Math.round(o.sharpnessPercent)} %</td><td class="mono"
                >{Math.round(o.madeUpPercent)} %</td
              ><td class="small">{o.cadence}</td><td class="mono whitespace-nowrap">{hours(o.hours)}</td>
              <td
                ><svg width="54" height="8" role="img" aria-label="{Math.round(o.score * 100)} of 100"
                  ><line x1="0" x2="54" y1="4" y2="4" stroke="var(--line)" /><line
                    x1="0"
                    x2={o.score * 54}
                    y1="4"
                    y2="4"
                    stroke="currentColor"
                    stroke-width="4"
                  /></svg
                ></td
              >
              <td
                >{#if mayTake && o.way !== 'PICKED_UP'}<button
                    class="tight btn"
                    aria-label="Take it: {WAY[o.way]} {o.from.join(' and ')}"
                    onclick={() => (taking = { plate: r.plate, option: o })}>Take it</button
                  >{/if}</td
              >
            </tr>
            {#if taking?.plate === r.plate && taking.option === o}
              <tr
                ><td colspan="9"
                  ><form
                    class="why"
                    onsubmit={(e) => {
                      e.preventDefault();
                      void say(
                        { plate: r.plate, way: o.way, from: o.from, tighter, reason: reason.words },
                        `${r.label}: ${WAY[o.way].toLowerCase()}. Its work is in the plan.`,
                      );
                    }}
                  >
                    <label class="field grow"
                      ><span>Why this way</span><input
                        class="input"
                        bind:value={reason.words}
                        name="reason"
                        required
                      /></label
                    ><button class="ink btn" disabled={reason.words.trim() === ''}>Take this way out</button
                    ><button type="button" class="btn" onclick={() => (taking = null)}>Leave</button>
                  </form></td
                ></tr
              >
            {/if}
          {/each}
        </tbody>
      </table>
      {#if r.repeat.length > 0}
        <p class="small">
          <span class="soft">To pick it up, repeat {r.repeatOf}:</span>
          {#each r.repeat as c, i (c.label)}{i > 0 ? ' · ' : ''}<span class="soft">{c.label}</span>
            <span class="mono">{c.value}</span>{/each}
        </p>
      {/if}
    </section>
  {:else}<p class="soft">
      {page.isPending ? 'Looking through the takes…' : 'No plate of this shot is missing.'}
    </p>{/each}
</div>

<style>
  .rescue {
    display: grid;
    gap: 14px;
  }
  .tight-field {
    width: 220px;
  }
  table {
    width: 100%;
    margin: 4px 0;
  }
  th {
    text-align: left;
    font-weight: 430;
    white-space: nowrap;
  }
  td,
  th {
    padding: 4px 10px 4px 0;
    border-top: 1px solid var(--line);
    vertical-align: top;
  }
  .why {
    display: flex;
    gap: 8px;
    align-items: end;
  }
  .best {
    background: var(--shade);
  }
</style>
