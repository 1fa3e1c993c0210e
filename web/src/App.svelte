<script lang="ts">
  import { QueryClientProvider } from '@tanstack/svelte-query';
  import { Router } from 'sv-router';
  import { api, got } from './lib/api/client';
  import SignInAgain from './lib/parts/SignInAgain.svelte';
  import { frame, queries } from './lib/state.svelte';
  import './lib/router';

  let ready = $state(false);

  $effect(() => {
    document.documentElement.dataset['mode'] = frame.night ? 'dark' : 'light';
  });

  void got(api.GET('/api/session'))
    .then((s) => {
      frame.session = s;
    })
    .catch((e: unknown) => frame.wrong(e))
    .finally(() => (ready = true));
</script>

<QueryClientProvider client={queries}>
  {#if ready}
    <Router />
    <SignInAgain />
  {:else}
    <p class="soft p-6">Opening…</p>
  {/if}
</QueryClientProvider>
