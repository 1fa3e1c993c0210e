<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got } from '../api/client';

  /** How a phone or another computer comes in. */
  const reach = createQuery(() => ({ queryKey: ['reach'], queryFn: () => got(api.GET('/api/reach')) }));
  const r = $derived(reach.data);
  const outside = $derived((r?.addresses ?? []).filter((a) => !a.includes('127.0.0.1')));
</script>

{#if r?.mode === 'HERE'}
  <p class="soft">
    Only this machine reaches Bivex now. Started with <code class="mono">./bivex start --lan</code> it lets everybody
    on the network of the set in, encrypted, and shows here what a phone's camera reads.
  </p>
{:else if r}
  <div class="in">
    {#if r.code}<svg
        viewBox="0 0 {r.code.size} {r.code.size}"
        role="img"
        aria-label="Code for a camera: {r.trust ?? r.addresses[0]}"
        shape-rendering="crispEdges"
        ><rect width={r.code.size} height={r.code.size} fill="#fff" /><path
          d={r.code.path}
          fill="#000"
        /></svg
      >{/if}
    <div>
      {#if r.trust}
        <p><strong>A device that comes for the first time</strong> reads the code, or opens</p>
        <p class="mono">{r.trust}</p>
        <p class="soft">
          and is shown, step by step, how it learns to trust this house. There it must see these signs:
        </p>
        <p class="mono small signs">{r.signs}</p>
      {/if}
      <p class="mt-2"><strong>{r.trust ? 'After that everybody opens' : 'Everybody opens'}</strong></p>
      <p class="mono">{outside[0] ?? r.addresses[0]}</p>
      {#if outside.length > 1}<p class="small soft">
          or, where the network lets it through, <span class="mono">{outside.slice(1).join(' · ')}</span>
        </p>{/if}
    </div>
  </div>
{/if}

<style>
  .in {
    display: grid;
    grid-template-columns: 190px minmax(0, 1fr);
    gap: 18px;
    align-items: start;
  }
  svg {
    width: 190px;
    border: 1px solid var(--line);
  }
  .signs {
    overflow-wrap: anywhere;
  }
  @media (max-width: 640px) {
    .in {
      grid-template-columns: 1fr;
    }
  }
</style>
