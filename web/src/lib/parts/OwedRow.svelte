<script lang="ts">
  import { api, got, Refused, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { house } from '../house.svelte';
  import { go } from '../router';
  import { number } from '../numbers';
  import { frame } from '../state.svelte';
  import { today } from '../today';
  import { WHO } from '../words';
  import Form from './Form.svelte';
  import { markNamed } from '../refused';

  /** One thing of a shot: how it stands, and a place to say what settles it. */
  let { shot, item, now = false }: { shot: string; item: Schemas['OwedItem']; now?: boolean } = $props();
  const h = house();
  let open = $state(false);
  const typed = new Draft(() => `owed ${shot} ${item.key}`);
  let hours = $state('');
  let who = $state('');
  let role = $state('');
  let on = $state(today());
  let source = $state<Schemas['NewElement']['source']>('SHOOT');
  let widthPx = $state('');
  let licence = $state('');
  let wrong = $state('');

  const DESKS: Record<Schemas['OwedItem']['desk'], [string, string]> = {
    SCRIPT: ['script', 'Open the breakdown'],
    SHOTS: ['shots', ''],
    FLOOR: ['floor', 'Open the floor'],
    REVIEW: ['review', 'Open review'],
    DELIVER: ['deliver', 'Open deliver'],
  };
  const place = $derived(DESKS[item.desk]);
  const live = $derived(item.state === 'OWED' || item.state === 'IN_DOUBT');
  /** What may be said of it now, by whoever looks; the core decides, the first is what Enter does. */
  const acts = $derived(item.acts.filter((a) => h.may(...a.roles)));
  const needs = $derived(acts[0]?.needs ?? 'WORDS');

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
            words: typed.words,
            ...(hours ? { hours: number(hours, 'Hours it took') as number } : {}),
            ...(kind === 'SETTLED' && needs === 'SIGNATURE' ? { signature: { who, role, on } } : {}),
            ...(kind === 'SETTLED' && needs === 'FOUND' && widthPx
              ? { element: { source, widthPx: number(widthPx, 'Its width') as number, licence } }
              : {}),
          },
        }),
      );
      open = false;
      typed.words = hours = '';
      await h.again();
      frame.say(`Kept: ${item.label}.`);
    } catch (e) {
      wrong = e instanceof Refused ? e.detail : String(e);
      markNamed(e);
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
        if (acts[0]) void say(acts[0].kind);
      }}
    >
      {#if item.action}<p>{item.action}</p>{/if}
      {#if place[1] && live}<button
          type="button"
          class="tight btn"
          onclick={() =>
            go(h.id, place[0], place[0] === 'floor' ? `shot-${shot}` : place[0] === 'deliver' ? null : shot)}
          >{place[1]}</button
        >{/if}
      {#if acts.length > 0}
        <div class="flex gap-2">
          <input
            class="input"
            bind:value={typed.words}
            name="words"
            placeholder={item.state === 'DROPPED'
              ? 'why it is wanted again'
              : needs === 'SIGNATURE'
                ? 'what they said, in their words'
                : live
                  ? 'the answer, or the reason'
                  : ''}
            aria-label="What to say about {item.label}"
          />
          {#if needs === 'HOURS'}<input
              class="mono input w-20"
              bind:value={hours}
              name="hours"
              placeholder="hours"
              aria-label="Hours it took"
            />{/if}
        </div>
        {#if needs === 'SIGNATURE'}
          <div class="grid grid-cols-[1fr_1fr_130px] gap-2">
            <input
              class="input"
              bind:value={who}
              name="who"
              placeholder="who signed"
              aria-label="Who signed"
            /><input
              class="input"
              bind:value={role}
              name="role"
              placeholder="in which role"
              aria-label="In which role"
            /><input class="mono input" type="date" bind:value={on} name="on" aria-label="Signed on" />
          </div>
        {:else if needs === 'FOUND'}
          <div class="grid grid-cols-[110px_90px_1fr] gap-2">
            <select class="select" bind:value={source} aria-label="Where it is from"
              ><option value="SHOOT">shoot</option><option value="STOCK">stock</option><option value="DRAW"
                >draw</option
              ><option value="BUILD">build</option><option value="PRACTICAL">practical</option></select
            ><input
              class="mono input"
              inputmode="numeric"
              bind:value={widthPx}
              name="widthPx"
              placeholder="px wide"
              aria-label="Width in px"
            /><input
              class="input"
              bind:value={licence}
              name="licence"
              placeholder="licence, or whose it is"
              aria-label="Licence"
            />
          </div>
        {/if}
        {#if wrong}<p class="pencil" role="alert">{wrong}</p>{/if}
        <div class="mt-1 flex flex-wrap gap-2">
          {#each acts as a, i (a.kind)}<button
              type={i === 0 ? 'submit' : 'button'}
              class="tight btn"
              class:ink={i === 0 && a.kind === 'SETTLED'}
              onclick={() => i > 0 && void say(a.kind)}>{a.words}</button
            >{/each}
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
