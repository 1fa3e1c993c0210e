<script lang="ts">
  import Sheet from '../parts/Sheet.svelte';
  import { count, moment } from '../words';
  import { frame } from '../state.svelte';
  import { line, type Waiting } from './line.svelte';

  /** What this device has written and the server has not confirmed, and what it refused or kept otherwise. */
  let { open = $bindable(false) }: { open: boolean } = $props();
  let mending = $state<Waiting | null>(null);
  let text = $state('');
  let fault = $state('');
  const others = $derived(line.waiting.filter((w) => w.person !== frame.session?.person));

  function mend(w: Waiting): void {
    mending = w;
    text = JSON.stringify(w.entry.logged ?? w.entry, null, 1);
    fault = '';
  }

  async function again(): Promise<void> {
    if (!mending) return;
    try {
      const body = JSON.parse(text) as Record<string, unknown>;
      await line.retry(
        mending,
        mending.entry.logged ? { ...mending.entry, logged: body } : (body as Waiting['entry']),
      );
      mending = null;
    } catch (e) {
      fault = e instanceof Error ? e.message : String(e);
    }
  }
</script>

<Sheet bind:open title="Waiting on this device" wide>
  <p>
    {line.count === 0
      ? 'Everything written here is on the server.'
      : `Waiting to be sent: ${[
          line.waiting.length === 1
            ? '1 entry'
            : line.waiting.length > 0
              ? `${line.waiting.length} entries`
              : '',
          line.stills > 0 ? count(line.stills, 'still') : '',
        ]
          .filter(Boolean)
          .join(' and ')}. Kept on this device, even if the tab is closed.`}
  </p>
  {#if line.stopped}<p class="pencil">{line.stopped}</p>{/if}
  {#if line.store}<p class="pencil">{line.store}</p>{/if}
  {#if others.length > 0}<p class="pencil">
      {others.length} of them were written by {[...new Set(others.map((o) => o.by))].join(', ')}, and are sent
      when they sign in on this device.
    </p>{/if}
  {#if line.waiting.length > 0}<button class="mt-2 btn" onclick={() => line.kick()}>Send now</button>{/if}
  {#if line.told.length > 0}
    <h3 class="mt-3">To look at</h3>
    {#if line.told.filter((w) => w.state === 'otherwise').length > 1}<button
        class="tight btn"
        onclick={() =>
          void Promise.all(line.told.filter((w) => w.state === 'otherwise').map((w) => line.drop(w)))}
        >All that was logged otherwise is seen</button
      >{/if}
    <ul>
      {#each line.told.slice(0, 100) as w (w.seq)}
        <li class="told">
          <span
            ><strong>{w.state === 'refused' ? 'Not logged' : 'Logged otherwise'}: {w.said}</strong>
            <span class="soft small">{moment(w.madeAt)}, {w.by}</span><br />{w.words}</span
          >
          <span class="doing">
            {#if w.state === 'refused'}<button class="tight btn" onclick={() => void line.retry(w)}
                >Send again</button
              ><button class="tight btn" onclick={() => mend(w)}>Mend</button><button
                class="tight bare btn"
                onclick={() => confirm(`Throw away: ${w.said}?`) && void line.drop(w)}>Throw away</button
              >
            {:else}<button class="tight btn" onclick={() => void line.drop(w)}>Seen</button>{/if}
          </span>
          {#if mending?.seq === w.seq}
            <form
              class="mend"
              onsubmit={(e) => {
                e.preventDefault();
                void again();
              }}
            >
              <label class="field"
                ><span>As it was written; change what is wrong</span><textarea
                  class="mono input"
                  rows="10"
                  bind:value={text}></textarea></label
              >
              {#if fault}<p class="pencil" role="alert">{fault}</p>{/if}
              <button class="ink btn">Send it mended</button>
            </form>
          {/if}
        </li>
      {/each}
    </ul>
  {/if}
  {#if line.waiting.length > 0}
    <h3 class="mt-3">In the order they will be sent</h3>
    <ul>
      {#each line.waiting.slice(0, 60) as w (w.seq)}<li class="rule py-1">
          {w.said} <span class="soft small">{moment(w.madeAt)}, {w.by}</span>
        </li>{/each}
    </ul>
    {#if line.waiting.length > 60}<p class="soft small">and {line.waiting.length - 60} more</p>{/if}
  {/if}
</Sheet>

<style>
  .told {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 6px;
    padding: 6px 0;
    border-top: 1px solid var(--line);
  }
  .doing {
    display: flex;
    gap: 4px;
    align-items: start;
  }
  .mend {
    grid-column: 1 / -1;
    display: grid;
    gap: 6px;
  }
</style>
