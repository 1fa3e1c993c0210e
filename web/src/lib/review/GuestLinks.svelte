<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { copy } from '../copy';
  import { house } from '../house.svelte';
  import { refused } from '../refused';
  import { frame, queries } from '../state.svelte';
  import { day, moment } from '../words';

  /** Links by which guests come in without a sign-in. */
  let { shot, code }: { shot: string; code: string } = $props();
  const h = house();
  const all = createQuery(() => ({
    queryKey: [h.id, 'guest-links'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/guest-links', { params: { path: { production: h.id } } })),
  }));
  let making = $state(false);
  let busy = $state(false);
  let name = $state('');
  let until = $state('');
  let wrong = $state<Refused | null>(null);
  /** The last that was made: it is shown once. */
  let made = $state<{ name: string; address: string; last: string } | null>(null);

  async function make(body: Schemas['NewGuestLink']): Promise<void> {
    busy = true;
    wrong = null;
    try {
      const m = await got(
        api.POST('/api/productions/{production}/guest-links', {
          params: { path: { production: h.id } },
          body: { ...body, shot, ...(until ? { until } : {}) },
        }),
      );
      made = { name: m.link.name, address: `${location.origin}/guest#${m.token}`, last: m.link.lastDay };
      making = false;
      name = '';
      until = '';
      await h.again();
    } catch (e) {
      wrong = e instanceof Refused ? e : null;
      if (!wrong) frame.wrong(e);
    }
    busy = false;
  }

  async function end(l: Schemas['GuestLinkView']): Promise<void> {
    busy = true;
    try {
      queries.setQueryData(
        [h.id, 'guest-links'],
        await got(
          api.DELETE('/api/productions/{production}/guest-links/{link}', {
            params: { path: { production: h.id, link: l.id } },
          }),
        ),
      );
      if (made?.name === l.name) made = null;
      frame.say(`The link of ${l.name} opens nothing any more.`);
    } catch (e) {
      frame.wrong(e);
    }
    busy = false;
  }
</script>

{#if (all.data ?? []).length > 0}
  <h3>Links without a sign-in</h3>
  <ul>
    {#each all.data ?? [] as l (l.id)}<li>
        <span
          >{l.name}
          <span class="soft small"
            >{l.open
              ? `until ${day(l.lastDay)}`
              : l.endedBy
                ? `ended by ${l.endedBy}`
                : `ended after ${day(l.lastDay)}`}; {l.uses === 0
              ? 'not used yet'
              : `came in ${l.uses === 1 ? 'once' : `${l.uses} times`}, last ${moment(l.usedAt ?? '')}`}</span
          ></span
        >
        {#if l.open}<button
            class="tight btn"
            disabled={busy}
            aria-label="End the link of {l.name}"
            onclick={() => void end(l)}>End</button
          >{:else}<button
            class="tight btn"
            disabled={busy}
            aria-label="Another link for {l.name}"
            onclick={() => void make({ person: l.person })}>Another</button
          >{/if}
      </li>{/each}
  </ul>
{/if}
{#if made}<div class="made" role="status">
    <p class="small">
      Give this to {made.name} only. It lets them look at {code} until {day(made.last)}, and is shown once:
    </p>
    <div class="flex gap-2">
      <input class="mono input" readonly value={made.address} aria-label="Guest link for {made.name}" />
      <button class="tight btn" onclick={() => void copy(made?.address ?? '')}>Copy</button>
    </div>
  </div>{/if}
{#if making}
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void make({ name });
    }}
  >
    <label class="field"
      ><span>Name of the one it is for</span><input
        class="input"
        name="guest"
        {@attach refused(wrong?.field === 'name')}
        bind:value={name}
        required
      /></label
    >
    <label class="field"
      ><span>Last day; empty for a week</span><input
        class="mono input"
        type="date"
        name="guestUntil"
        {@attach refused(wrong?.field === 'until')}
        bind:value={until}
      /></label
    >
    <div class="flex gap-2">
      <button class="btn" disabled={busy}>Make the link</button><button
        type="button"
        class="tight btn"
        onclick={() => (making = false)}>Leave</button
      >
    </div>
  </form>
{:else}<button class="bare tight btn" onclick={() => (making = true)}
    >let somebody in without a sign-in</button
  >{/if}
{#if wrong}<p class="pencil small" role="alert">{wrong.detail}</p>{/if}

<style>
  h3 {
    margin-top: 8px;
    font-size: 0.85rem;
  }
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 8px;
    padding: 2px 0;
  }
  form {
    display: grid;
    gap: 8px;
    margin: 6px 0;
  }
  .made {
    border: 1px solid var(--ink);
    padding: 8px 10px;
    margin: 6px 0;
  }
</style>
