<script lang="ts">
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Conflict from '../parts/Conflict.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { go } from '../router';
  import { frame, queries } from '../state.svelte';
  import { hours } from '../words';
  import { money } from '../money/amount';
  import { number } from '../numbers';
  import { refused } from '../refused';

  /** What is paid and what there is; which shots cost most, and what else would do for each. */
  let { open = $bindable(false), tally }: { open: boolean; tally: Schemas['TallyView'] | undefined } =
    $props();
  const h = house();
  const may = $derived(h.may('PRODUCER'));
  let typed = $state<{ hourRate: string; setHourRate: string; budget: string; currency: string } | null>(
    null,
  );
  let wrong = $state<Refused | null>(null);

  $effect(() => {
    if (open && tally && !typed) {
      const c = tally.costs;
      typed = {
        hourRate: String(c.hourRate),
        setHourRate: String(c.setHourRate),
        budget: c.budget === null ? '' : String(c.budget),
        currency: c.currency,
      };
    }
    if (!open) {
      typed = null;
      wrong = null;
    }
  });

  async function keep(version: number): Promise<void> {
    if (!typed) return;
    try {
      const v = await got(
        api.PUT('/api/productions/{production}/costs', {
          params: { path: { production: h.id }, header: { 'If-Match': `"${version}"` } },
          body: {
            hourRate: number(String(typed.hourRate ?? ''), 'An hour of work') ?? 0,
            setHourRate: number(String(typed.setHourRate ?? ''), 'An hour on the set') ?? 0,
            budget: number(String(typed.budget ?? ''), 'Budget') as number,
            currency: typed.currency,
          },
        }),
      );
      queries.setQueryData([h.id, 'tally'], v);
      wrong = null;
      frame.say('Kept; every cost follows.');
      await h.again();
    } catch (e) {
      if (e instanceof Refused) wrong = e;
      else frame.wrong(e);
    }
  }
</script>

<Sheet bind:open title="Costs and budget" wide>
  {#if tally && typed}
    <form
      class="rates"
      onsubmit={(e) => {
        e.preventDefault();
        void keep(tally.version);
      }}
    >
      <label class="field"
        ><span>An hour of post</span><input
          class="mono input"
          {@attach refused(wrong?.field === 'hourRate')}
          inputmode="decimal"
          bind:value={typed.hourRate}
          disabled={!may}
        /></label
      >
      <label class="field"
        ><span>An hour on set, with its crew</span><input
          class="mono input"
          {@attach refused(wrong?.field === 'setHourRate')}
          inputmode="decimal"
          bind:value={typed.setHourRate}
          disabled={!may}
        /></label
      >
      <label class="field"
        ><span>Budget for effects</span><input
          class="mono input"
          {@attach refused(wrong?.field === 'budget')}
          inputmode="decimal"
          bind:value={typed.budget}
          disabled={!may}
          placeholder="none"
        /></label
      >
      <label class="field"
        ><span>Currency</span><input
          class="mono input"
          {@attach refused(wrong?.field === 'currency')}
          maxlength="3"
          bind:value={typed.currency}
          disabled={!may}
        /></label
      >
      {#if may}<button class="ink btn">Keep <kbd>Enter</kbd></button>{/if}
    </form>
    {#if wrong?.stale}
      <Conflict
        {wrong}
        onmine={() => void keep(tally.version)}
        ontheirs={() => {
          typed = null;
          wrong = null;
        }}
      />
    {:else if wrong}<p class="pencil" role="alert">{wrong.detail}</p>{/if}
    <p class="soft small mt-2">
      A shot costs its expected hours of post, and the minutes its camera is held on set. {tally.whole.shots} shots,
      {hours(tally.whole.hours)} of post and {(tally.whole.setMinutes / 60).toFixed(1)} h on set come to {money(
        tally.whole.cost,
      )}
      {tally.costs.currency}.
    </p>
    <h2 class="mt-4 mb-1">The dearest shots, and what else would do</h2>
    {#if tally.dearest.length === 0}<p class="soft">
        Nothing costs anything yet: choose methods, and set the rates above.
      </p>{/if}
    <table>
      <tbody>
        {#each tally.dearest as d (d.shot)}
          <tr>
            <td class="mono">{d.code}</td>
            <td
              ><strong>{d.title}</strong><br /><span class="soft small"
                >{d.method}, {Math.round(d.hours)} h</span
              ></td
            >
            <td class="mono num">{money(d.cost)}</td>
            <td
              >{#if d.cheaper}{d.cheaper.name} for <strong class="mono">{money(d.cheaper.cost)}</strong><br
                /><span class="soft small"
                  >{d.cheaper.why}{d.cheaper.risks > 0
                    ? `; ${d.cheaper.risks} thing${d.cheaper.risks > 1 ? 's' : ''} to look out for`
                    : ''}</span
                >{:else}<span class="soft">nothing that suits is cheaper</span>{/if}</td
            >
            <td
              ><button
                class="tight btn"
                onclick={() => {
                  open = false;
                  go(h.id, 'script', d.shot);
                }}>Open</button
              ></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
</Sheet>

<style>
  .rates {
    display: grid;
    grid-template-columns: 1fr 1fr 1fr 90px auto;
    gap: 10px;
    align-items: end;
  }
  table {
    width: 100%;
  }
  td {
    border-top: 1px solid var(--line);
    padding: 6px 12px 6px 0;
    vertical-align: top;
  }
  .num {
    text-align: right;
  }
  td:last-child {
    padding-right: 0;
    text-align: right;
  }
  kbd {
    color: inherit;
  }
  @media (max-width: 900px) {
    .rates {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
