<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { tinykeys } from 'tinykeys';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import { free } from '../keys';
  import { frame as foot, queries } from '../state.svelte';
  import OwnForm from './OwnForm.svelte';
  import Sheet from './Sheet.svelte';
  import Values from './Values.svelte';

  /** What a shot owes because somebody said so, and what of its derived plan is otherwise. */
  let { shot }: { shot: Schemas['ShotView'] } = $props();
  const h = house();
  const adds = $derived(h.may('PRODUCER', 'COORDINATOR', 'FLOOR', 'ARTIST'));
  const plans = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const may = (i: Schemas['OwnItem']): boolean => plans || i.personId === foot.session?.person;
  const kinds = createQuery(() => ({
    queryKey: ['item-kinds'],
    queryFn: () => got(api.GET('/api/item-kinds')),
    staleTime: Infinity,
  }));
  const named = (k: string): string => kinds.data?.find((x) => x.kind === k)?.label ?? '';
  let adding = $state(false);
  let editing = $state<Schemas['OwnItem'] | null>(null);
  let changing = $state(false);
  let item = $state('');
  let values = $state<Record<string, unknown>>({});
  let wrong = $state<Refused | null>(null);
  const reason = new Draft(() => `change ${shot.id}`);
  const path = $derived({ production: h.id, shot: shot.id });

  const groups = $derived([...new Set(shot.changeable.map((o) => o.group))]);
  const open = createQuery(() => ({
    queryKey: [h.id, 'open', shot.id, shot.version, item],
    enabled: changing && item !== '',
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}/changes', {
          params: { path, query: { item } },
        }),
      ),
  }));

  async function kept(p: Schemas['ShotView'], words: string): Promise<void> {
    queries.setQueryData([h.id, 'shot', shot.id], p);
    await h.again();
    foot.say(`${p.code}: ${words}`);
  }

  async function put(body: Schemas['NewItem']): Promise<void> {
    const p = await got(
      api.POST('/api/productions/{production}/shots/{shot}/items', { params: { path }, body }),
    );
    adding = false;
    editing = null;
    await kept(p, `${body.label} is owed.`);
  }

  async function remove(i: Schemas['OwnItem']): Promise<void> {
    try {
      const p = await got(
        api.DELETE('/api/productions/{production}/shots/{shot}/items/{item}', {
          params: { path: { ...path, item: i.id } },
        }),
      );
      await kept(p, `${i.label} is taken away.`);
    } catch (e) {
      foot.wrong(e);
    }
  }

  /** The reason that was there before, while nobody typed another. */
  let lent = '';

  /** What was said of it before is where one goes on from. */
  function choose(of: string): void {
    const had = shot.changes.find((c) => c.item === of);
    item = of;
    values = { ...(had?.values ?? {}) };
    if (reason.words === lent) reason.words = lent = had?.reason ?? '';
    wrong = null;
  }

  async function change(out: boolean): Promise<void> {
    wrong = null;
    try {
      const p = await got(
        api.POST('/api/productions/{production}/shots/{shot}/changes', {
          params: { path },
          body: { item, out, values: out ? {} : $state.snapshot(values), reason: reason.words },
        }),
      );
      changing = false;
      reason.words = '';
      await kept(p, out ? 'taken out of the plan.' : 'otherwise than derived.');
    } catch (e) {
      wrong = e instanceof Refused ? e : new Refused(0, 'Not kept', String(e));
    }
  }

  async function back(c: Schemas['PlanChangeView']): Promise<void> {
    try {
      const p = await got(
        api.DELETE('/api/productions/{production}/shots/{shot}/changes', {
          params: { path, query: { item: c.item } },
        }),
      );
      await kept(p, `${c.label} is as derived.`);
    } catch (e) {
      foot.wrong(e);
    }
  }

  $effect(() => tinykeys(window, { a: free(() => (adding = adds)) }));
</script>

{#if adds}<div class="flex flex-wrap gap-2 pb-2">
    <button class="tight btn" onclick={() => (adding = true)}>Add something <kbd>a</kbd></button>
    {#if plans && shot.changeable.length > 0}<button
        class="tight btn"
        onclick={() => {
          choose('');
          changing = true;
        }}>Change the plan</button
      >{/if}
  </div>{/if}
{#if shot.ownItems.length > 0}<h3>Added by hand</h3>
  <ul class="small">
    {#each shot.ownItems as i (i.id)}<li class="rule py-1">
        <span class="soft">{named(i.kind)}</span> <strong>{i.label}</strong>
        {i.words} <span class="soft">{i.by}</span>
        {#if may(i)}<button class="tight bare btn" aria-label="Change {i.label}" onclick={() => (editing = i)}
            >Change</button
          ><button class="tight bare btn" aria-label="Take away {i.label}" onclick={() => void remove(i)}
            >Take away</button
          >{/if}
      </li>{/each}
  </ul>{/if}
{#if shot.changes.length > 0}<h3 class="mt-2">Otherwise than derived</h3>
  <ul class="small">
    {#each shot.changes as c (c.item)}<li class="rule py-1">
        <strong class:struck={c.out}>{c.label}</strong>
        {c.said} <span class="soft">because: {c.reason}, {c.by}</span>
        {#if plans}<button
            class="tight bare btn"
            aria-label="As derived: {c.label}"
            onclick={() => void back(c)}>As derived</button
          >{/if}
      </li>{/each}
  </ul>{/if}

<Sheet bind:open={adding} title="Owed by {shot.code}, beside what its methods derive">
  <OwnForm draft={shot.id} onkeep={put} onleave={() => (adding = false)} />
</Sheet>
<Sheet bind:open={() => editing !== null, (o) => (editing = o ? editing : null)} title={editing?.label ?? ''}>
  <OwnForm draft={shot.id} had={editing} onkeep={put} onleave={() => (editing = null)} />
</Sheet>
<Sheet bind:open={changing} title="What of the plan is otherwise on {shot.code}">
  <form
    class="grid gap-3"
    onsubmit={(e) => {
      e.preventDefault();
      void change(false);
    }}
  >
    <label class="field"
      ><span>Which</span><select
        class="select"
        name="item"
        value={item}
        onchange={(e) => choose(e.currentTarget.value)}
        ><option value="" disabled>choose</option>{#each groups as g (g)}<optgroup label={g}
            >{#each shot.changeable.filter((o) => o.group === g) as o (o.item)}<option value={o.item}
                >{o.label}</option
              >{/each}</optgroup
          >{/each}</select
      ></label
    >
    {#if open.data && item}<Values parameters={open.data} bind:values wrong={wrong?.field} />{/if}
    <label class="field"
      ><span>Because</span><input
        class="input"
        name="reason"
        bind:value={reason.words}
        placeholder="it stays with the plan"
      /></label
    >
    {#if wrong}<p class="pencil" role="alert">{wrong.detail}</p>{/if}
    <div class="flex flex-wrap gap-2">
      <button
        class="ink btn"
        disabled={!item || Object.keys(values).length === 0 || reason.words.trim() === ''}>Keep</button
      >
      <button
        type="button"
        class="btn"
        disabled={!item || reason.words.trim() === ''}
        onclick={() => void change(true)}>Take it out of the plan</button
      >
    </div>
    <p class="small soft">
      It holds whenever the plan is derived anew. A caution is not here: it is signed, never taken out.
    </p>
  </form>
</Sheet>
