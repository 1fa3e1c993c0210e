<script lang="ts">
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { go } from '../router';
  import { frame } from '../state.svelte';
  import { WHO } from '../words';
  import Form from './Form.svelte';

  /** One thing of a shot: how it stands, and a place to say what settles it. */
  let { shot, item, now = false }: { shot: string; item: Schemas['OwedItem']; now?: boolean } = $props();
  const h = house();
  let open = $state(false);
  let words = $state('');
  let hours = $state('');
  let who = $state('');
  let role = $state('');
  let on = $state(new Date().toISOString().slice(0, 10));
  let source = $state<Schemas['NewElement']['source']>('SHOOT');
  let widthPx = $state('');
  let licence = $state('');
  let wrong = $state('');

  const question = $derived(
    ['DATUM', 'CAUTION', 'ELEMENT', 'TASK'].includes(item.kind) &&
      item.key !== 'datum:intent' &&
      item.key !== 'datum:mark' &&
      !item.key.startsWith('check:'),
  );
  const places: Partial<Record<Schemas['OwedItem']['kind'], [string, string]>> = {
    PLATE: ['floor', 'Open the floor'],
    VERSION: ['review', 'Open review'],
    NOTE: ['review', 'Open review'],
    VERDICT: ['review', 'Open review'],
    DELIVERY: ['deliver', 'Open deliver'],
    INTENT: ['script', 'Open the breakdown'],
    METHOD: ['script', 'Open the breakdown'],
  };
  const place = $derived(places[item.kind]);
  const live = $derived(item.state === 'OWED' || item.state === 'IN_DOUBT');
  const decide = $derived(
    h.may('PRODUCER', 'COORDINATOR', 'FLOOR') &&
      !['INTENT', 'METHOD', 'VERSION', 'VERDICT', 'NOTE', 'DELIVERY'].includes(item.kind),
  );

  async function say(kind: Schemas['NewEvidence']['kind']): Promise<void> {
    wrong = '';
    try {
      await got(
        api.POST('/api/productions/{production}/shots/{shot}/evidence', {
          params: { path: { production: h.id, shot } },
          body: {
            id: crypto.randomUUID(),
            item: item.key,
            kind,
            words,
            ...(hours ? { hours: Number(hours) } : {}),
            ...(kind === 'SETTLED' && item.kind === 'CAUTION' ? { signature: { who, role, on } } : {}),
            ...(kind === 'SETTLED' && item.kind === 'ELEMENT' && widthPx
              ? { element: { source, widthPx: Number(widthPx), licence } }
              : {}),
          },
        }),
      );
      open = false;
      words = hours = '';
      await h.again();
      frame.say(`Kept: ${item.label}.`);
    } catch (e) {
      wrong = e instanceof Refused ? e.detail : String(e);
    }
  }
</script>

<li class="owed-row" class:open>
  <button class="head" aria-expanded={open} onclick={() => (open = !open)}>
    <span class="pt-[2px]"><Form state={item.state} {now} /></span>
    <span
      ><strong class:struck={item.state === 'DROPPED'} class:pencil={now}>{item.label}</strong>
      <span class="soft">{item.reason}</span></span
    >
    <span class="soft small">{live ? WHO[item.who] : ''}</span>
  </button>
  {#if open}
    <form
      class="answer"
      onsubmit={(e) => {
        e.preventDefault();
        if (question && live) void say('SETTLED');
      }}
    >
      {#if item.action}<p>{item.action}</p>{/if}
      {#if place && live}<button
          type="button"
          class="tight btn"
          onclick={() =>
            go(h.id, place[0], place[0] === 'floor' ? `shot-${shot}` : place[0] === 'deliver' ? null : shot)}
          >{place[1]}</button
        >{/if}
      {#if question || decide}
        <div class="flex gap-2">
          <input
            class="input"
            bind:value={words}
            placeholder={item.state === 'DROPPED'
              ? 'why it is wanted again'
              : item.kind === 'CAUTION'
                ? 'what they said, in their words'
                : live
                  ? 'the answer, or the reason'
                  : ''}
            aria-label="What to say about {item.label}"
          />
          {#if item.kind === 'TASK'}<input
              class="mono input w-20"
              bind:value={hours}
              placeholder="hours"
              aria-label="Hours it took"
            />{/if}
        </div>
        {#if item.kind === 'CAUTION' && live}
          <div class="grid grid-cols-[1fr_1fr_130px] gap-2">
            <input class="input" bind:value={who} placeholder="who signed" aria-label="Who signed" /><input
              class="input"
              bind:value={role}
              placeholder="in which role"
              aria-label="In which role"
            /><input class="mono input" type="date" bind:value={on} aria-label="Signed on" />
          </div>
        {:else if item.kind === 'ELEMENT' && live}
          <div class="grid grid-cols-[110px_90px_1fr] gap-2">
            <select class="select" bind:value={source} aria-label="Where it is from"
              ><option value="SHOOT">shoot</option><option value="STOCK">stock</option><option value="DRAW"
                >draw</option
              ><option value="BUILD">build</option><option value="PRACTICAL">practical</option></select
            ><input
              class="mono input"
              inputmode="numeric"
              bind:value={widthPx}
              placeholder="px wide"
              aria-label="Width in px"
            /><input
              class="input"
              bind:value={licence}
              placeholder="licence, or whose it is"
              aria-label="Licence"
            />
          </div>
        {/if}
        {#if wrong}<p class="pencil" role="alert">{wrong}</p>{/if}
        <div class="mt-1 flex flex-wrap gap-2">
          {#if live && question}<button class="tight ink btn"
              >{item.kind === 'CAUTION'
                ? 'Record the signature'
                : item.kind === 'TASK'
                  ? 'Done'
                  : 'Keep the answer'}</button
            >{/if}
          {#if item.state === 'IN_DOUBT' && decide && item.kind !== 'CAUTION'}<button
              type="button"
              class="tight btn"
              onclick={() => void say('ACCEPTED')}>Live with it</button
            >{/if}
          {#if live && decide && item.kind !== 'CAUTION'}<button
              type="button"
              class="tight btn"
              onclick={() => void say('DROPPED')}>Not needed</button
            >{/if}
          {#if item.state === 'DROPPED' && decide}<button
              type="button"
              class="tight btn"
              onclick={() => void say('REOPENED')}>Wanted again</button
            >{/if}
        </div>
      {/if}
    </form>
  {/if}
</li>

<style>
  .owed-row {
    border-top: 1px solid var(--line);
  }
  .head {
    display: grid;
    grid-template-columns: 20px 1fr auto;
    gap: 4px;
    width: 100%;
    text-align: left;
    padding: 4px 0;
    cursor: pointer;
  }
  .head:hover {
    background: var(--shade);
  }
  .answer {
    display: grid;
    gap: 6px;
    justify-items: start;
    padding: 2px 0 8px 24px;
  }
  .answer > div {
    width: 100%;
  }
</style>
