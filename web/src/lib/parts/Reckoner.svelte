<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { Methods } from '../methods.svelte';
  import { copy } from '../copy';
  import { frame } from '../state.svelte';
  import Values from './Values.svelte';

  /** The sums on their own, with what the selected shot knows filled in. */
  let { shot }: { shot: string | null } = $props();
  const h = house();
  const sums = createQuery(() => ({
    queryKey: ['sums'],
    queryFn: () => got(api.GET('/api/sums')),
    staleTime: Infinity,
  }));
  const page = createQuery(() => ({
    queryKey: [h.id, 'shot', shot],
    enabled: shot !== null,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}', {
          params: { path: { production: h.id, shot: shot ?? '' } },
        }),
      ),
  }));

  const book = new Methods(h);
  const asked = new URLSearchParams(location.search);
  let chosen = $state(asked.get('sum') ?? 'S9');
  /** What a link brings along; it goes before what the shot knows, until another sum or shot is picked. */
  let brought = $state<Record<string, unknown>>(readLink(asked.get('with')));
  let link = $state('');
  /** What was changed by hand: it stays when the shot is read again, until another sum or shot is picked. */
  let changed = $state<Record<string, unknown>>({});
  let results = $state<Schemas['Result'][]>([]);
  let asks = $state<string[]>([]);
  let wrong = $state<Refused | null>(null);
  const sum = $derived(sums.data?.find((s) => s.id === chosen));
  function readLink(text: string | null): Record<string, unknown> {
    try {
      return text ? (JSON.parse(text) as Record<string, unknown>) : {};
    } catch {
      return {};
    }
  }

  async function share(): Promise<void> {
    const query = new URLSearchParams({ sum: chosen, with: JSON.stringify(values) });
    link = `${location.origin}${location.pathname}?${query.toString()}`;
    await copy(link, 'The link is copied.');
  }

  const known = createQuery(() => ({
    queryKey: [h.id, 'inputs', shot, chosen, page.data?.version],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/sums/{sum}', {
          params: { path: { production: h.id, sum: chosen }, query: shot ? { shot } : {} },
        }),
      ),
  }));

  $effect(() => {
    if (frame.sum) {
      chosen = frame.sum;
      brought = {};
      frame.sum = '';
    }
  });

  let picked = '';
  $effect.pre(() => {
    const now = `${shot} ${chosen}`;
    if (now !== picked) {
      picked = now;
      changed = {};
      link = '';
    }
  });
  const filled = $derived.by<Record<string, unknown>>(() => {
    const keys = new Set(sum?.inputs.map((i) => i.key) ?? []);
    return Object.fromEntries(
      Object.entries({ ...(known.data as Record<string, unknown> | undefined), ...brought }).filter(([k]) =>
        keys.has(k),
      ),
    );
  });
  const values = $derived(
    Object.fromEntries(Object.entries({ ...filled, ...changed }).filter(([, v]) => v !== undefined)),
  );

  function change(next: Record<string, unknown>): void {
    changed = Object.fromEntries(
      [...new Set([...Object.keys(filled), ...Object.keys(next)])]
        .filter((k) => JSON.stringify(next[k]) !== JSON.stringify(filled[k]))
        .map((k) => [k, next[k]]),
    );
    link = '';
  }

  $effect(() => {
    const id = chosen;
    const body = values as Record<string, never>;
    let stale = false;
    void got(api.POST('/api/sums/{sum}', { params: { path: { sum: id } }, body }))
      .then((r) => {
        if (!stale) {
          results = r.results;
          asks = r.asks;
          wrong = null;
        }
      })
      .catch((e: unknown) => {
        if (!stale) wrong = e instanceof Refused ? e : null;
      });
    return () => (stale = true);
  });

  /**
   * For each method of the shot, what it would take over: changed values that are parameters of its
   * own; the first that has one takes it.
   */
  const takes = $derived.by<Record<string, unknown>[]>(() => {
    // eslint-disable-next-line svelte/prefer-svelte-reactivity -- local to this derivation
    const taken = new Set<string>();
    return (page.data?.methods ?? []).map((m) => {
      const parameters = book.find(m.method)?.parameters ?? [];
      const own = m.values as Record<string, unknown>;
      const mine = parameters.filter((p) => p.key in values && !taken.has(p.key));
      mine.forEach((p) => taken.add(p.key));
      return Object.fromEntries(
        mine
          .filter((p) => JSON.stringify(own[p.key] ?? p.fallback) !== JSON.stringify(values[p.key]))
          .map((p) => [p.key, values[p.key]]),
      );
    });
  });
  const taking = $derived(takes.some((t) => Object.keys(t).length > 0));

  async function use(): Promise<void> {
    const p = page.data;
    if (!p) return;
    try {
      const methods = p.methods.map((m, i) => ({
        ...m,
        values: { ...m.values, ...takes[i] } as typeof m.values,
      }));
      await got(
        api.PUT('/api/productions/{production}/shots/{shot}', {
          params: { path: { production: h.id, shot: p.id }, header: { 'If-Match': `"${p.version}"` } },
          body: {
            title: p.title,
            intent: p.intent,
            cutFrames: p.cutFrames,
            setup: p.setup,
            omitted: p.omitted,
            methods,
          },
        }),
      );
      await h.again();
      changed = {};
      frame.say(`Used in ${p.code}.`);
    } catch (e) {
      frame.wrong(e);
    }
  }
</script>

<aside aria-label="Reckoner">
  <div class="head">
    <h2>Reckoner</h2>
    <button class="bare tight btn" onclick={() => (frame.reckoner = false)}>Close <kbd>=</kbd></button>
  </div>
  <label class="field"
    ><span>Sum</span>
    <select class="select" bind:value={chosen} onchange={() => (brought = {})}>
      {#each sums.data ?? [] as s (s.id)}<option value={s.id}>{s.title}</option>{/each}
    </select>
  </label>
  {#if sum}
    <p class="small soft">
      {shot && page.data && known.data
        ? `Filled in from ${page.data.code}; change a value to ask "what if".`
        : 'Pick a shot on the reel to fill this in.'}
    </p>
    <Values parameters={sum.inputs} bind:values={() => values, change} wrong={wrong?.field} />
    {#if wrong}
      <p class="pencil" role="alert">{wrong.detail}</p>
    {:else}
      {#each asks as a (a)}<p class="pencil">{a}</p>{/each}
      <dl aria-live="polite">
        {#each results as r (r.key)}{#if r.value.length > 24}<div class="long">
              <dt>{r.label}</dt>
              <dd class="mono small">{r.value} {r.unit}</dd>
            </div>{:else}<dt>{r.label}</dt>
            <dd><strong class="mono">{r.value}</strong> {r.unit}</dd>{/if}{/each}
      </dl>
    {/if}
    {#if taking && h.may('PRODUCER', 'COORDINATOR')}<button class="ink btn" onclick={() => void use()}
        >Use in {page.data?.code}</button
      >{/if}
    <div class="flex gap-2">
      <button class="tight btn" onclick={() => void share()}>Copy a link to this sum</button>
    </div>
    {#if link}<input
        class="mono input"
        readonly
        value={link}
        aria-label="Link to this sum"
        onfocus={(e) => e.currentTarget.select()}
      />{/if}
    <p class="small soft rule pt-2"><span class="mono">{sum.formula}</span><br />{sum.source} · {sum.id}</p>
  {/if}
</aside>

<style>
  aside {
    width: 330px;
    flex: none;
    overflow: auto;
    padding: 12px 14px;
    border-left: 2px solid var(--ink);
    background: var(--sheet);
    display: grid;
    gap: 10px;
    align-content: start;
  }
  .head {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  dl {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 4px 12px;
    border-top: 1px solid var(--ink);
    padding-top: 8px;
  }
  .long {
    grid-column: 1 / -1;
    min-width: 0;
  }
  .long dd {
    text-align: left;
    overflow-wrap: anywhere;
  }
  dt {
    color: var(--soft);
  }
  dd {
    text-align: right;
  }
  strong {
    font-size: 14px;
  }
  @media (max-width: 720px) {
    aside {
      position: fixed;
      inset: 0;
      width: auto;
      z-index: 30;
    }
  }
</style>
