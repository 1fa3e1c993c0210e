<script lang="ts">
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { number } from '../numbers';
  import Conflict from '../parts/Conflict.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { refused } from '../refused';
  import { frame } from '../state.svelte';

  /** On what terms work is paid and offered. */
  let {
    open = $bindable(false),
    view,
    currency,
  }: { open: boolean; view: Schemas['TermsView']; currency: string } = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER'));
  let typed = $state<{
    kinds: Record<string, string>;
    people: Record<string, string>;
    rounds: string;
    round: string;
    ofTen: string;
    margin: string;
    excluded: string;
  } | null>(null);
  let wrong = $state<Refused | null>(null);
  let busy = $state(false);
  let every = $state(false);
  const own = $derived(view.kinds.filter((k) => every || view.terms.kinds.some((x) => x.kind === k.kind)));

  $effect(() => {
    if (open && !typed) {
      const t = view.terms;
      typed = {
        kinds: Object.fromEntries(t.kinds.map((k) => [k.kind, String(k.perHour)])),
        people: Object.fromEntries(t.people.map((p) => [p.person, String(p.perHour)])),
        rounds: String(t.rounds),
        round: String(t.roundPercent),
        ofTen: String(t.ofTen),
        margin: String(t.marginPercent),
        excluded: t.excluded.join('\n'),
      };
    }
    if (!open) {
      typed = null;
      wrong = null;
    }
  });

  async function keep(version: number): Promise<void> {
    if (!typed) return;
    busy = true;
    wrong = null;
    try {
      const t = typed;
      const kinds = view.kinds.flatMap((k) => {
        const perHour = number(t.kinds[k.kind] ?? '', k.words);
        return perHour === null ? [] : [{ kind: k.kind, perHour }];
      });
      const people = view.people.flatMap((p) => {
        const perHour = number(t.people[p.person] ?? '', p.name);
        return perHour === null ? [] : [{ person: p.person, perHour }];
      });
      await got(
        api.PUT('/api/productions/{production}/money/terms', {
          params: { path: { production: h.id }, header: { 'If-Match': `"${version}"` } },
          body: {
            kinds,
            people,
            rounds: number(t.rounds, 'rounds') as number,
            roundPercent: number(t.round, 'roundPercent') as number,
            ofTen: number(t.ofTen, 'ofTen') as number,
            marginPercent: number(t.margin, 'marginPercent') as number,
            excluded: t.excluded.split('\n').filter((x) => x.trim() !== ''),
          },
        }),
      );
      open = false;
      frame.say('Kept. What was offered stays as it was.');
      await h.again();
    } catch (e) {
      wrong = e instanceof Refused ? e : new Refused(0, 'That did not work', String(e));
    } finally {
      busy = false;
    }
  }
</script>

<Sheet bind:open title="Terms and pay" wide>
  {#if typed}
    <form
      onsubmit={(e) => {
        e.preventDefault();
        void keep(view.version);
      }}
    >
      <div class="row">
        <label class="field short"
          ><span>Rounds of review in a price</span><input
            class="mono input"
            inputmode="numeric"
            bind:value={typed.rounds}
            disabled={!may}
            {@attach refused(wrong?.field === 'rounds')}
          /></label
        >
        <label class="field short"
          ><span>A round takes, % of a shot's hours</span><input
            class="mono input"
            inputmode="decimal"
            bind:value={typed.round}
            disabled={!may}
            {@attach refused(wrong?.field === 'roundPercent')}
          /></label
        >
        <label class="field short"
          ><span>A price holds in … of 10 cases</span><input
            class="mono input"
            inputmode="numeric"
            bind:value={typed.ofTen}
            disabled={!may}
            {@attach refused(wrong?.field === 'ofTen')}
          /></label
        >
        <label class="field short"
          ><span>Margin, %</span><input
            class="mono input"
            inputmode="decimal"
            bind:value={typed.margin}
            disabled={!may}
            {@attach refused(wrong?.field === 'marginPercent')}
          /></label
        >
      </div>
      <div class="two">
        <fieldset>
          <legend>What an hour of work is offered at, {currency}</legend>
          <p class="soft small">
            {view.costs.hourRate > 0
              ? `${view.costs.hourRate} for all others, as the costs of the breakdown say.`
              : 'What an hour of post costs is not said yet: it is in the costs of the breakdown, on Script.'}
          </p>
          {#each own as k (k.kind)}<label class="pay"
              ><span>{k.words}</span><input
                class="mono input"
                inputmode="decimal"
                bind:value={typed.kinds[k.kind]}
                disabled={!may}
              /></label
            >{/each}
          <button type="button" class="bare tight btn" onclick={() => (every = !every)}
            >{every ? 'only those with an own rate' : 'all kinds of work'}</button
          >
        </fieldset>
        <fieldset>
          <legend>What an hour of somebody costs, {currency}</legend>
          <p class="soft small">Empty: what their work is offered at.</p>
          {#each view.people as p (p.person)}<label class="pay"
              ><span>{p.name}</span><input
                class="mono input"
                inputmode="decimal"
                bind:value={typed.people[p.person]}
                disabled={!may}
              /></label
            >{/each}
        </fieldset>
      </div>
      <label class="field"
        ><span>Not in a price, a line each</span><textarea
          class="textarea"
          rows="3"
          bind:value={typed.excluded}
          disabled={!may}
          {@attach refused(wrong?.field === 'excluded')}></textarea></label
      >
      {#if wrong?.stale}
        <Conflict
          {wrong}
          onmine={() => void keep(view.version)}
          ontheirs={() => {
            typed = null;
            wrong = null;
          }}
        />
      {:else if wrong}<p class="pencil" role="alert">{wrong.detail || wrong.title}. Nothing was kept.</p>{/if}
      {#if may}<button class="keep ink btn" disabled={busy}>Keep</button>{/if}
    </form>
  {/if}
</Sheet>

<style>
  form {
    display: grid;
    gap: 12px;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: end;
  }
  .short {
    flex: 1 1 150px;
  }
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 24px;
  }
  .keep {
    justify-self: start;
  }
  legend {
    font-weight: 600;
  }
  .pay {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 90px;
    gap: 8px;
    align-items: center;
    padding: 2px 0;
  }
  @media (max-width: 900px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
