<script lang="ts">
  import { createQuery, keepPreviousData } from '@tanstack/svelte-query';
  import { api, got, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import { Methods } from '../methods.svelte';
  import { hours, inside } from '../words';
  import HouseMethods from './HouseMethods.svelte';
  import StackPicture from './StackPicture.svelte';

  /**
   * Methods side by side for one shot: what each owes, takes and risks. The choice is kept with its
   * reason and what it was compared with.
   */
  let {
    shot,
    taken,
    onchoose,
  }: {
    shot: string;
    taken: string[];
    /** Whether it was taken; what was typed stays where it was not. */
    onchoose: (method: string, reason: string, considered: string[]) => Promise<boolean>;
  } = $props();
  const h = house();
  const methods = new Methods(h);
  let asked = $state<string[]>([]);
  const typed = new Draft(() => `method ${shot}`);
  const options = createQuery(() => ({
    queryKey: [h.id, 'options', shot, asked.join()],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}/options', {
          params: { path: { production: h.id, shot }, query: asked.length > 0 ? { methods: asked } : {} },
        }),
      ),
    // What is compared stays to be read while the next is worked out.
    placeholderData: keepPreviousData,
  }));
  async function choose(method: string): Promise<void> {
    if (await onchoose(method, typed.words.trim(), picked)) typed.words = '';
  }
  const shown = $derived<Schemas['OptionView'][]>(options.data ?? []);
  const chapters = $derived([...new Set(methods.offered.map((m) => m.chapter))]);
  /** What was picked to compare, whether it is worked out yet or not; else what the words point at. */
  const picked = $derived(asked.length > 0 ? asked : shown.map((o) => o.method));

  function toggle(id: string): void {
    asked = picked.includes(id) ? picked.filter((x) => x !== id) : [...picked, id].slice(-3);
  }
</script>

<div class="compare">
  {#if options.isLoadingError}<p role="alert" class="pencil">{options.error.message}</p>{/if}
  <div class="columns" aria-label="Methods side by side" role="list">
    {#each shown as o (o.method)}
      {@const m = methods.find(o.method)}
      <div class="option" role="listitem">
        <div class="flex items-baseline gap-2">
          <h3>{o.name}</h3>
          <span class="small soft"
            >{o.found.length > 0 ? `the script says “${o.found.join('”, “')}”` : ''}</span
          >
        </div>
        <p class="small">{m?.summary}</p>
        {#if o.fault}
          <p class="pencil small">{o.fault}</p>
        {:else}
          <div class="figures">
            <StackPicture layers={o.plan.layers} label={o.name} />
            <dl>
              <dt>plates</dt>
              <dd>{o.plan.plates.length}</dd>
              <dt>elements</dt>
              <dd>{o.plan.elements.length}</dd>
              <dt>work</dt>
              <dd>{hours(o.plan.effort)}</dd>
              <dt>camera held</dt>
              <dd>{o.plan.setMinutes ? `${Math.round(o.plan.setMinutes)} min` : 'no'}</dd>
            </dl>
          </div>
          <p class="small">
            <span class="soft">Shoots</span>
            {o.plan.plates.map((p) => inside(p.label)).join(', ')}
          </p>
          <p class="small">
            <span class="soft">Minds</span>
            {o.risks.length > 0 ? o.risks.slice(0, 3).join('; ') : 'nothing with its usual numbers'}{o.risks
              .length > 3
              ? `; and ${o.risks.length - 3} more`
              : ''}
          </p>
        {/if}
        <p class="small soft">Right when: {m?.rightWhen}</p>
        {#if taken.includes(o.method)}<p class="small"><strong>Chosen already.</strong></p>{/if}
        <button
          type="button"
          class="choose btn"
          class:ink={typed.words.trim() !== '' && !taken.includes(o.method)}
          onclick={() => void choose(o.method)}
          >{taken.includes(o.method) ? 'Use it once more' : `Choose ${o.name.toLowerCase()}`}</button
        >
      </div>
    {:else}
      <p class="soft">
        {options.isPending
          ? 'Working out the methods…'
          : 'Nothing in the words points at a method. Pick up to three below to compare.'}
      </p>
    {/each}
  </div>
  <!-- What is compared first moves all that stands under it: until it is there nothing is to be pressed. -->
  {#if !options.isPending}<label class="field"
      ><span>Because</span><input
        class="input"
        bind:value={typed.words}
        placeholder="why this one and not the others"
      /></label
    >
    <div class="chapters">
      {#each chapters as c (c)}
        <div>
          <span class="small soft">{c}</span>
          {#each methods.offered.filter((m) => m.chapter === c) as m (m.id)}
            <button
              type="button"
              class="tight bare btn"
              class:shown={picked.includes(m.id)}
              aria-pressed={picked.includes(m.id)}
              title={m.summary}
              onclick={() => toggle(m.id)}>{m.name}</button
            >
          {/each}
        </div>
      {/each}
    </div>
    <HouseMethods {methods} />{/if}
</div>

<style>
  .compare {
    display: grid;
    gap: 12px;
  }
  .columns {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
    gap: 0;
  }
  .option {
    display: grid;
    gap: 7px;
    padding: 4px 14px 8px;
    align-content: start;
    grid-template-rows: auto auto auto auto auto 1fr auto;
    border-left: 1px solid var(--line);
  }
  .choose {
    justify-self: start;
    align-self: end;
  }
  .option:first-child {
    border-left: 0;
    padding-left: 0;
  }
  h3 {
    font-size: 15px;
  }
  .figures {
    display: grid;
    grid-template-columns: 120px 1fr;
    gap: 12px;
    align-items: center;
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 1px 8px;
    font-size: 12px;
  }
  dt {
    color: var(--soft);
  }
  dd {
    font-weight: 620;
  }
  .chapters {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
    gap: 6px 18px;
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  .chapters > div {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    align-content: start;
    gap: 0 2px;
  }
  .chapters .soft {
    width: 100%;
  }
  .shown {
    text-decoration: underline 2px;
    text-underline-offset: 3px;
  }
</style>
