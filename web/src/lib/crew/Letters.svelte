<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { untrack } from 'svelte';
  import { api, got, Refused } from '../api/client';
  import { house } from '../house.svelte';
  import { refused } from '../refused';
  import { frame, queries } from '../state.svelte';
  import { moment } from '../words';

  /** Which letters about the work somebody wants, and those they were written. */
  const h = house();
  const path = $derived({ params: { path: { production: h.id } } });
  const key = $derived([h.id, 'post']);
  const read = createQuery(() => ({
    queryKey: key,
    queryFn: () => got(api.GET('/api/productions/{production}/yours/post', path)),
  }));
  const p = $derived(read.data);
  let address = $state('');
  let morning = $state('');
  let stops = $state(false);
  let busy = $state(false);
  let wrong = $state<Refused | null>(null);
  let begun = false;

  // What was said is filled in once; what is typed meanwhile stays.
  $effect(() => {
    const now = p;
    if (now && !begun)
      untrack(() => {
        begun = true;
        address = now.address;
        morning = now.morning?.slice(0, 5) ?? '';
        stops = now.stops;
      });
  });

  async function keep(): Promise<void> {
    busy = true;
    wrong = null;
    try {
      const now = await got(
        api.PUT('/api/productions/{production}/yours/post', {
          ...path,
          body: { address, stops, ...(morning ? { morning: `${morning}:00` } : {}) },
        }),
      );
      queries.setQueryData(key, now);
      frame.say(now.address ? 'The letters you want are kept.' : 'No letters are sent to you.');
    } catch (e) {
      wrong = e instanceof Refused ? e : new Refused(0, 'Not kept', String(e));
    } finally {
      busy = false;
    }
  }
</script>

<h2 class="mt-4">By mail</h2>
{#if p?.standIn}<p class="soft small">
    No mail server is set for this house: letters are written and kept here, and nobody gets them.
  </p>{/if}
<form
  class="mt-2 grid gap-2"
  onsubmit={(e) => {
    e.preventDefault();
    void keep();
  }}
>
  <label class="field"
    ><span>Address; empty for no letters</span><input
      class="input"
      name="address"
      type="email"
      bind:value={address}
      {@attach refused(wrong?.field === 'address')}
    /></label
  >
  <label class="field"
    ><span>The morning sheet, from (on days you have hours; empty for never)</span><input
      class="mono input"
      name="morning"
      type="time"
      bind:value={morning}
    /></label
  >
  <label class="flex items-center gap-2"
    ><input type="checkbox" class="checkbox" bind:checked={stops} />
    {h.may('PRODUCER', 'COORDINATOR')
      ? 'At once what stops anybody’s work'
      : 'At once what stops my work'}</label
  >
  {#if wrong}<p class="pencil" role="alert">{wrong.detail || wrong.title}. Nothing was changed.</p>{/if}
  <div><button class="ink btn" disabled={busy || !p}>Keep</button></div>
</form>
{#if (p?.letters.length ?? 0) > 0}
  <h2 class="mt-4">Letters to you</h2>
  {#each p?.letters ?? [] as l (l.id)}<details>
      <summary
        ><span class="mono small">{moment(l.writtenAt)}</span>
        {l.subject}
        <span class="small" class:pencil={l.fault !== ''}
          >{l.sentAt
            ? l.byStandIn
              ? 'kept here'
              : 'sent'
            : l.fault
              ? `not sent: ${l.fault}`
              : 'waits to be sent'}</span
        ></summary
      >
      <pre class="small">{l.words}</pre>
    </details>{/each}
{/if}

<style>
  details {
    border-top: 1px solid var(--line);
    padding: 4px 0;
  }
  summary {
    cursor: pointer;
  }
  pre {
    white-space: pre-wrap;
    padding: 6px 0 6px 14px;
  }
</style>
