<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { frame, queries } from '../state.svelte';
  import { number } from '../numbers';
  import { inside } from '../words';

  /**
   * Hours per unit of each kind of work; what work really took beside them, applied only when
   * somebody asks.
   */
  const h = house();
  const page = createQuery(() => ({
    queryKey: [h.id, 'effort'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/effort', { params: { path: { production: h.id } } })),
  }));
  let open = $state('');
  let typed = $state<Record<string, string>>({});
  let wrong = $state('');
  const may = $derived(h.may('PRODUCER'));
  const known = $derived((page.data?.kinds ?? []).filter((k) => k.evidence.length > 0));
  const n = (x: number): string => String(Math.round(x * 1000) / 1000);

  function kept(v: Schemas['EffortView']): void {
    queries.setQueryData([h.id, 'effort'], v);
    typed = {};
    wrong = '';
    void h.again();
  }

  async function keep(): Promise<void> {
    const v = page.data;
    if (!v) return;
    try {
      const rates = v.kinds.flatMap((k) =>
        k.rates.flatMap((r) => {
          const t = (['low', 'likely', 'high'] as const).map((e) => typed[`${k.kind} ${r.difficulty} ${e}`]);
          return r.own || t.some((x) => x !== undefined)
            ? [
                {
                  kind: k.kind,
                  difficulty: r.difficulty,
                  low: number(t[0] ?? String(r.now.low), `${k.words}, low`) as number,
                  likely: number(t[1] ?? String(r.now.likely), `${k.words}, likely`) as number,
                  high: number(t[2] ?? String(r.now.high), `${k.words}, high`) as number,
                },
              ]
            : [];
        }),
      );
      kept(
        await got(
          api.PUT('/api/productions/{production}/effort', {
            params: { path: { production: h.id }, header: { 'If-Match': `"${v.version}"` } },
            body: { rates },
          }),
        ),
      );
      frame.say('The rates are kept; every estimate follows.');
    } catch (e) {
      wrong = e instanceof Refused ? e.detail : String(e);
    }
  }

  async function usual(kind: Schemas['KindView']['kind']): Promise<void> {
    const v = page.data;
    if (!v) return;
    try {
      const rates = v.kinds
        .filter((k) => k.kind !== kind)
        .flatMap((k) =>
          k.rates.filter((r) => r.own).map((r) => ({ kind: k.kind, difficulty: r.difficulty, ...r.now })),
        );
      kept(
        await got(
          api.PUT('/api/productions/{production}/effort', {
            params: { path: { production: h.id }, header: { 'If-Match': `"${v.version}"` } },
            body: { rates },
          }),
        ),
      );
    } catch (e) {
      wrong = e instanceof Refused ? e.detail : String(e);
    }
  }

  async function apply(kind: Schemas['KindView']['kind']): Promise<void> {
    try {
      kept(
        await got(
          api.POST('/api/productions/{production}/effort/calibrations', {
            params: { path: { production: h.id } },
            body: { kind },
          }),
        ),
      );
      frame.say('Applied; every estimate of that work follows.');
    } catch (e) {
      wrong = e instanceof Refused ? e.detail : String(e);
    }
  }
</script>

<h2 class="mt-6">What work really took</h2>
{#if known.length === 0}<p class="soft">
    Give the hours with a task when it is done, and they are set against the estimate here.
  </p>{:else}<p class="soft small">
    A factor is drawn towards 1 while few tasks are known, as if four more had taken what was thought.
  </p>{/if}
<ul>
  {#each known as k (k.kind)}
    <li class="took">
      <strong>{k.words}</strong>
      <span
        >{k.evidence
          .map((d) => `${d.code} ${inside(d.label)}: ${n(d.actual)} h of ${n(d.estimated)}`)
          .join('; ')}</span
      >
      <span class="figures"
        ><span class="mono" class:pencil={Math.abs(k.proposed - 1) > 0.2}>× {k.proposed.toFixed(2)}</span>
        <span class="soft small"
          >measured × {k.factor.toFixed(2)}; {k.within} of {k.evidence.length} within low and high{k.people
            .map((x) => `; ${x.name} × ${x.proposed.toFixed(2)} by ${x.tasks}`)
            .join('')}</span
        ></span
      >
      {#if may}<button
          class="tight btn"
          disabled={Math.abs(k.proposed - 1) < 0.005}
          onclick={() => void apply(k.kind)}>Use it from now on</button
        >{/if}
    </li>
  {/each}
</ul>

<h2 class="mt-6">Rates of work</h2>
<p class="soft small mb-1">
  Hours per unit. The usual ones are Bivex's own planning defaults, without a published source; change them to
  yours.
</p>
{#if wrong}<p class="pencil" role="alert">{wrong}</p>{/if}
<table>
  <thead
    ><tr class="small soft"
      ><th>work</th><th>counted by</th><th>easy</th><th>fair</th><th>hard</th><th></th></tr
    ></thead
  >
  <tbody>
    {#each page.data?.kinds ?? [] as k (k.kind)}
      {@const own = k.rates.some((r) => r.own)}
      <tr>
        <td
          ><button
            class="kind"
            aria-expanded={open === k.kind}
            disabled={!may}
            onclick={() => (open = open === k.kind ? '' : k.kind)}>{k.words}</button
          >{#if own}<span class="small pencil"> own</span>{/if}</td
        ><td class="soft">{k.driver}</td>
        {#each k.rates as r (r.difficulty)}<td class="mono">{n(r.now.low)}–{n(r.now.high)}</td>{/each}
        <td class="text-right"
          >{#if own && may}<button class="tight bare btn" onclick={() => void usual(k.kind)}
              >Back to the usual</button
            >{/if}</td
        >
      </tr>
      {#if open === k.kind}
        <tr
          ><td colspan="6">
            <div class="edit">
              {#each k.rates as r (r.difficulty)}
                <fieldset>
                  <legend class="small soft"
                    >{r.difficulty.toLowerCase()}, usually {n(r.usual.low)} · {n(r.usual.likely)} · {n(
                      r.usual.high,
                    )} h</legend
                  >
                  {#each ['low', 'likely', 'high'] as const as e (e)}
                    {@const key = `${k.kind} ${r.difficulty} ${e}`}
                    <label
                      ><span class="small soft">{e}</span><input
                        class="mono input"
                        aria-label="{k.words}, {r.difficulty.toLowerCase()}, {e}"
                        inputmode="decimal"
                        value={typed[key] ?? n(r.now[e])}
                        oninput={(x) => (typed = { ...typed, [key]: x.currentTarget.value })}
                      /></label
                    >
                  {/each}
                </fieldset>
              {/each}
              <button class="ink btn" onclick={() => void keep()}>Keep the rates</button>
            </div>
          </td></tr
        >
      {/if}
    {/each}
  </tbody>
</table>

<style>
  .took {
    display: grid;
    grid-template-columns: 130px 1fr minmax(150px, 300px) auto;
    gap: 14px;
    align-items: center;
    padding: 5px 0;
    border-top: 1px solid var(--line);
  }
  .figures {
    display: grid;
  }
  @media (max-width: 900px) {
    .took {
      grid-template-columns: minmax(0, 1fr);
      gap: 4px;
    }
  }
  table {
    width: 100%;
    max-width: 860px;
  }
  th {
    text-align: left;
    font-weight: 430;
  }
  td,
  th {
    padding: 3px 14px 3px 0;
    border-top: 1px solid var(--line);
  }
  .kind:not(:disabled) {
    text-decoration: underline dotted;
    cursor: pointer;
  }
  .edit {
    display: flex;
    flex-wrap: wrap;
    gap: 14px;
    align-items: end;
    padding: 4px 0 8px;
  }
  fieldset {
    display: flex;
    gap: 6px;
  }
  fieldset label {
    width: 64px;
  }
</style>
