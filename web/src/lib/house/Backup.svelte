<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got } from '../api/client';
  import Form from '../parts/Form.svelte';
  import { frame } from '../state.svelte';
  import { bytes, count, moment } from '../words';

  /** Whether the house is backed up, and a backup at once. */
  const kept = createQuery(() => ({
    queryKey: ['house-state'],
    queryFn: () => got(api.GET('/api/house')),
    staleTime: 0,
  }));
  const b = $derived(kept.data?.backup);
  let busy = $state(false);

  async function now(): Promise<void> {
    busy = true;
    try {
      const made = await got(api.POST('/api/house/backup'));
      if (!made.backup.failed) frame.say('Backed up.');
    } catch (e) {
      frame.wrong(e);
    } finally {
      busy = false;
    }
    await kept.refetch();
  }
</script>

{#if b}
  {#if !b.on}
    <p class="soft">
      This house is not backed up by itself: it was not started by its start command. <code class="mono"
        >./bivex backup FILE</code
      > on the machine makes one.
    </p>
  {:else}
    <p class="line">
      <Form state={b.failed || b.late ? 'IN_DOUBT' : b.last ? 'IN_HAND' : 'OWED'} now={b.late} size={13} />
      <span
        >{b.last ? `Last whole one ${moment(b.last)}, ${bytes(b.bytes ?? 0)}.` : 'None yet.'}
        Every night at {b.at.slice(0, 5)}; the last {b.kept} stay, {count(b.count, 'archive')} now.</span
      >
      <button class="tight btn" disabled={busy || b.running} onclick={() => void now()}
        >{busy || b.running ? 'Backing up…' : 'Back up now'}</button
      >
    </p>
    {#if b.failed}<p class="pencil" role="alert">
        The last try{b.failedAt ? ` (${moment(b.failedAt)})` : ''} failed: {b.failed}
      </p>{:else if b.late}<p class="pencil" role="alert">
        It should have been made; look at the log of the machine.
      </p>{/if}
    <p class="small soft">
      They lie in {b.folder} on the machine and hold everything, sign-ins too. A folder on another disk is safer:
      whoever runs the machine sets it (docs/running.md). {bytes(kept.data?.freeBytes ?? 0)} free.
    </p>
  {/if}
{/if}

<style>
  .line {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
  }
</style>
