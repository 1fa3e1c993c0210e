<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused } from '../api/client';
  import { house } from '../house.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { copy } from '../copy';
  import { frame, queries } from '../state.svelte';
  import { moment } from '../words';
  import Letters from './Letters.svelte';

  /** The secret address at which somebody's own calendar asks for their days. */
  let { open = $bindable(false) }: { open: boolean } = $props();
  const h = house();
  const read = createQuery(() => ({
    queryKey: [h.id, 'feed'],
    enabled: open,
    queryFn: () =>
      got(api.GET('/api/productions/{production}/yours/feed', { params: { path: { production: h.id } } })),
  }));
  const f = $derived(read.data);
  let address = $state('');
  let busy = $state(false);
  let wrong = $state('');

  async function act(work: () => Promise<void>): Promise<void> {
    busy = true;
    wrong = '';
    try {
      await work();
      await queries.invalidateQueries({ queryKey: [h.id, 'feed'] });
    } catch (e) {
      wrong = e instanceof Refused ? e.detail || e.title : String(e);
    } finally {
      busy = false;
    }
  }

  const make = (): Promise<void> =>
    act(async () => {
      const made = await got(
        api.POST('/api/productions/{production}/yours/feed', { params: { path: { production: h.id } } }),
      );
      address = location.origin + made.path;
    });

  const end = (): Promise<void> =>
    act(async () => {
      await got(
        api.DELETE('/api/productions/{production}/yours/feed', { params: { path: { production: h.id } } }),
      );
      address = '';
      frame.say('The address has ended; a calendar that asks for it gets nothing.');
    });
</script>

<Sheet bind:open title="Your days, in your calendar and by mail">
  <h2>In your calendar</h2>
  <p>
    Your work as it is laid, and the shooting days. Where you keep your own calendar, add another by its
    address; it asks again by itself.
  </p>
  {#if address}
    <label class="field mt-3"
      ><span>Your address, told this once</span><input class="mono input" readonly value={address} /></label
    >
    <button class="ink mt-2 btn" onclick={() => void copy(address)}>Copy it</button>
  {:else if f?.madeAt}
    <p class="mt-3">
      There is an address, made {moment(f.madeAt)}{f.askedAt
        ? `, asked for last ${moment(f.askedAt)}`
        : ', not asked for yet'}.
    </p>
  {/if}
  <p class="soft small mt-2">
    Whoever has the address reads your days. End it when it is where it should not be.
  </p>
  {#if wrong}<p class="pencil" role="alert">{wrong}. Nothing was changed.</p>{/if}
  <div class="acts">
    <button class="btn" class:ink={!f?.madeAt && !address} disabled={busy || !f} onclick={() => void make()}
      >{f?.madeAt ? 'Make a new one, and end this' : 'Make an address'}</button
    >
    {#if f?.madeAt}<button class="btn" disabled={busy} onclick={() => void end()}>End it</button>{/if}
  </div>
  {#if open}<Letters />{/if}
</Sheet>

<style>
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 12px;
  }
</style>
