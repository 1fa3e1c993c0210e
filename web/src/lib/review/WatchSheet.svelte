<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { go } from '../router';
  import { frame as shell, queries } from '../state.svelte';
  import { moment } from '../words';

  /** What is watched together, between what and with whom; and the viewings that were. */
  let { open = $bindable(false) }: { open: boolean } = $props();
  const h = house();
  const path = $derived({ params: { path: { production: h.id } } });
  let what = $state('UNSEEN');
  let order = $state<NonNullable<Schemas['NewViewing']['order']>>('WORTH');
  /** What is left out of what is proposed. */
  let out = $state<string[]>([]);
  let neighbours = $state(true);
  let handles = $state(false);
  let there = $state<string[]>([shell.session?.name ?? ''].filter(Boolean));
  let busy = $state(false);
  let wrong = $state('');

  const choices = createQuery(() => ({
    queryKey: [h.id, 'viewings', 'choices'],
    enabled: open,
    queryFn: () => got(api.GET('/api/productions/{production}/viewings/choices', path)),
  }));
  const c = $derived(choices.data);
  const past = createQuery(() => ({
    queryKey: [h.id, 'viewings', 'past'],
    enabled: open,
    queryFn: () => got(api.GET('/api/productions/{production}/viewings', path)),
  }));
  const people = $derived((h.view?.people ?? []).filter((p) => p.role !== 'GUEST'));

  const wish = $derived.by((): Schemas['NewViewing'] => {
    const [of, ...rest] = what.split(' ');
    const value = rest.join(' ');
    return {
      of: of as NonNullable<Schemas['NewViewing']['of']>,
      order,
      ...(of === 'SCENE' ? { scene: value } : {}),
      ...(of === 'MAKER' ? { maker: value } : {}),
    };
  });
  const proposal = createQuery(() => ({
    queryKey: [h.id, 'viewings', 'proposal', wish],
    enabled: open,
    queryFn: () => got(api.POST('/api/productions/{production}/viewings/proposal', { ...path, body: wish })),
  }));
  const list = $derived(proposal.data ?? []);
  const left = $derived(list.filter((s) => !out.includes(s.shot)));

  async function begin(): Promise<void> {
    busy = true;
    wrong = '';
    try {
      // Some left out: what stays is picked by hand, in the order it stands.
      const body: Schemas['NewViewing'] =
        left.length === list.length ? wish : { of: 'PICKED', shots: left.map((s) => s.shot) };
      const v = await got(
        api.POST('/api/productions/{production}/viewings', {
          ...path,
          body: { ...body, id: crypto.randomUUID(), neighbours, handles, there: $state.snapshot(there) },
        }),
      );
      queries.setQueryData([h.id, 'viewing', v.id], v);
      open = false;
      go(h.id, 'review', `watch-${v.id}`);
    } catch (e) {
      wrong = e instanceof Refused ? e.detail || e.title : String(e);
    } finally {
      busy = false;
    }
  }
</script>

<Sheet bind:open title="Watch several versions in one run">
  {#if c}
    <form
      class="grid gap-3"
      onsubmit={(e) => {
        e.preventDefault();
        void begin();
      }}
    >
      <div class="row">
        <label class="field"
          ><span>What</span><select class="select" name="what" bind:value={what} onchange={() => (out = [])}
            ><option value="UNSEEN">not looked at ({c.unseen})</option><option value="ALL"
              >all versions ({c.all})</option
            >{#each c.scenes as s (s.value)}<option value="SCENE {s.value}"
                >scene {s.value} ({s.versions})</option
              >{/each}{#each c.makers as m (m.value)}<option value="MAKER {m.value}"
                >by {m.value} ({m.versions})</option
              >{/each}</select
          ></label
        >
        <label class="field"
          ><span>Order</span><select class="select" name="order" bind:value={order}
            ><option value="WORTH">what matters most first</option><option value="CUT">as in the cut</option
            ><option value="SCRIPT">as in the script</option></select
          ></label
        >
      </div>
      {#if proposal.isError}<p class="pencil">{proposal.error.message}</p>{/if}
      <ol class="list">
        {#each list as s (s.shot)}<li>
            <label class="flex items-baseline gap-2"
              ><input
                type="checkbox"
                class="checkbox"
                checked={!out.includes(s.shot)}
                aria-label="Watch {s.code}"
                onchange={() =>
                  (out = out.includes(s.shot) ? out.filter((x) => x !== s.shot) : [...out, s.shot])}
              /><span class="mono">{s.code}</span><span>{s.title}, version {s.version}</span></label
            >
            {#if s.why}<span class="small soft why">{s.why}</span>{/if}
          </li>{/each}
      </ol>
      <label class="flex items-center gap-2"
        ><input type="checkbox" class="checkbox" name="neighbours" bind:checked={neighbours} /> with two seconds
        of what stands before and after each in the cut</label
      >
      <label class="flex items-center gap-2"
        ><input type="checkbox" class="checkbox" name="handles" bind:checked={handles} /> with the handles</label
      >
      <fieldset class="flex flex-wrap gap-3">
        <legend class="label">Who is there</legend>
        {#each people as q (q.id)}<label class="flex items-center gap-1"
            ><input type="checkbox" class="checkbox" value={q.name} bind:group={there} /> {q.name}</label
          >{/each}
      </fieldset>
      {#if wrong}<p class="pencil" role="alert">{wrong}.</p>{/if}
      <div>
        <button class="ink btn" disabled={busy || left.length === 0}
          >Watch {left.length === 1 ? '1 version' : `${left.length} versions`}</button
        >
      </div>
    </form>
  {:else if choices.isError}<p role="alert">{choices.error.message}</p>
  {:else}<p class="soft">Reading the versions…</p>{/if}
  {#if (past.data?.viewings.length ?? 0) > 0}
    <h2 class="mt-4">Viewings that were</h2>
    <ul>
      {#each past.data?.viewings ?? [] as x (x.id)}<li class="past">
          <button
            class="tight btn"
            onclick={() => {
              open = false;
              go(h.id, 'review', `watch-${x.id}`);
            }}>{moment(x.at)}</button
          >
          <span
            >{x.title}: {x.shots - x.notReached.length} of {x.shots} watched{x.there.length > 0
              ? `, with ${x.there.join(', ')}`
              : ''}{#if x.notReached.length > 0}<br /><span class="small pencil"
                >not reached: {x.notReached.join(', ')}</span
              >{/if}</span
          >
        </li>{/each}
    </ul>
  {/if}
</Sheet>

<style>
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
  }
  .list {
    max-height: 32vh;
    overflow: auto;
    border-top: 1px solid var(--line);
    border-bottom: 1px solid var(--line);
  }
  .list li {
    padding: 4px 0;
  }
  .why {
    display: block;
    padding-left: 26px;
  }
  .past {
    display: flex;
    gap: 8px;
    align-items: baseline;
    padding: 3px 0;
  }
</style>
