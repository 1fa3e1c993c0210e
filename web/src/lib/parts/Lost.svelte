<script lang="ts">
  import { Refused } from '../api/client';
  import { frame, queries } from '../state.svelte';

  /** Says that the server is not heard, and since when what is shown is what was last known. */
  let failed = $state('');
  let now = $state(Date.now());
  const cache = queries.getQueryCache();

  function look(): void {
    const bad = cache.findAll({ type: 'active' }).find((q) => q.state.status === 'error');
    const e = bad?.state.error;
    failed = e ? (e instanceof Refused && e.status > 0 ? e.detail : 'The server does not answer.') : '';
  }
  $effect(() => {
    look();
    const off = cache.subscribe(() => queueMicrotask(look));
    const tick = setInterval(() => (now = Date.now()), 5000);
    return () => {
      off();
      clearInterval(tick);
    };
  });

  // A line that drops for a moment is nobody's business.
  const long = $derived(frame.live === 'lost' && now - frame.heard > 8000);
  const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
  function signIn(): void {
    frame.signedOut = false;
    again();
  }
  const again = () => void queries.refetchQueries({ type: 'active' });
</script>

{#if frame.signedOut}
  <p class="lost" role="status">
    <strong>Your sign-in has ended.</strong> What you see is as it was; nothing is sent until you sign in.
    <button class="tight now btn" onclick={signIn}>Sign in</button>
  </p>
{:else if long || failed}
  <p class="lost" role="status">
    {#if long}<strong>No answer since {clock.format(frame.heard)}.</strong> What you see is as of then{failed
        ? `; ${failed}`
        : ''}. It comes back by itself.
    {:else}<strong>Not everything here could be read.</strong> {failed}{/if}
    <button class="tight btn" onclick={again}>Try now</button>
  </p>
{/if}

<style>
  .lost {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
    padding: 6px 16px;
    border-bottom: 2px solid var(--pencil);
    background: var(--sheet);
  }
</style>
