<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused } from '../api/client';
  import { house } from '../house.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { frame } from '../state.svelte';

  /** Codes put in the order of the script, shown before they are given. */
  let { open = $bindable(false) }: { open: boolean } = $props();
  const h = house();
  const page = createQuery(() => ({
    queryKey: [h.id, 'codes'],
    enabled: open,
    queryFn: () =>
      got(api.GET('/api/productions/{production}/codes', { params: { path: { production: h.id } } })),
  }));

  async function give(): Promise<void> {
    try {
      const given = await got(
        api.POST('/api/productions/{production}/codes', {
          params: { path: { production: h.id } },
          body: page.data ?? [],
        }),
      );
      open = false;
      frame.say(
        `${given.length} shot${given.length === 1 ? ' has a' : 's have'} new code` +
          `${given.length === 1 ? '' : 's'}; takes, notes and versions stay with their shots.`,
      );
    } catch (e) {
      frame.wrong(
        e instanceof Refused && e.stale
          ? new Error('Somebody changed the shots meanwhile; look at the list again.')
          : e,
      );
    }
    await h.again();
  }
</script>

<Sheet bind:open title="Put codes in order">
  <p class="soft mb-2">
    Codes go up in tens and leave room. Shots that can keep their code do; a code that was ever given is never
    given to another shot, since it stands on slates and in file names.
  </p>
  {#if !page.data}<p class="soft">Reading…</p>{:else if page.data.length === 0}<p>
      Every code is in its place.
    </p>{:else}
    <ul>
      {#each page.data as c (c.shot)}<li class="rule">
          <span class="mono struck">{c.from}</span><span class="mono"><strong>{c.to}</strong></span><span
            >{c.title}</span
          >
        </li>{/each}
    </ul>
    <button class="ink mt-3 btn" onclick={() => void give()}
      >Give {page.data.length === 1 ? 'this code' : `these ${page.data.length} codes`}</button
    >
  {/if}
</Sheet>

<style>
  li {
    display: grid;
    grid-template-columns: 100px 100px 1fr;
    gap: 10px;
    padding: 4px 0;
  }
</style>
