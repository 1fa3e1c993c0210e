<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';

  /** What the frames of a version show by themselves; every line leads to its frames. */
  let {
    version,
    seek,
    mark = $bindable(null),
  }: {
    version: Schemas['VersionView'];
    seek: (frame: number) => void;
    mark?: Schemas['ChangedPart'] | null;
  } = $props();
  const h = house();
  const check = createQuery(() => ({
    queryKey: [h.id, 'check', version.id],
    // Read in the background: asked again until it is done.
    refetchInterval: (q) => (q.state.data?.done === false ? 2000 : false),
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/versions/{version}/check', {
          params: { path: { production: h.id, version: version.id } },
        }),
      ),
  }));
  const c = $derived(check.data);
  const range = (x: { frame: number; lastFrame: number }) =>
    x.frame === x.lastFrame ? `${x.frame}` : `${x.frame}–${x.lastFrame}`;

  $effect(() => {
    if (version.id) mark = null;
  });

  function at(frame: number, change: Schemas['ChangedPart'] | null): void {
    mark = change;
    seek(frame);
  }
</script>

<h2>What its frames show</h2>
{#if check.isError}
  <p class="small" role="alert">{check.error.message}</p>
{:else if !c?.done}
  <p class="small soft" role="status">
    {c && c.share > 0 ? `Reading them: ${Math.round(100 * c.share)}%` : 'They are read in a moment.'}
  </p>
{:else if c.fault}
  <p class="small" role="alert">Its frames could not be read: {c.fault}</p>
{:else}
  {#if c.nothing}<p class="small soft">{c.nothing}</p>{/if}
  <ul class="check">
    {#each c.findings as f (f.kind + f.frame)}<li>
        <button class="tight btn" onclick={() => at(f.frame, null)}>{range(f)}</button>
        <span class="small">{f.words}</span>
      </li>{/each}
  </ul>
  <p class="small soft held">{c.held}</p>
  <ul class="check">
    {#each c.changes as x, i (i)}<li>
        <button class="tight btn" aria-pressed={mark === x} onclick={() => at(x.frame, x)}>{range(x)}</button>
        <span class="small">{x.where}, {x.much}<br /><span class="soft">{x.asked}</span></span>
      </li>{/each}
  </ul>
  {#if c.sound}<p class="small held">{c.sound}</p>{/if}
  <ul class="check">
    {#each c.silent as s (s.frame)}<li>
        <button class="tight btn" onclick={() => at(s.frame, null)}>{range(s)}</button>
        <span class="small">{s.words}</span>
      </li>{/each}
  </ul>
  {#each c.untold as u (u)}<p class="small soft">{u}</p>{/each}
{/if}

<style>
  h2 {
    margin: 14px 0 4px;
  }
  .held {
    margin: 8px 0 6px;
  }
  .check {
    display: grid;
    gap: 6px;
  }
  .check li {
    display: grid;
    grid-template-columns: 88px minmax(0, 1fr);
    gap: 8px;
    align-items: baseline;
  }
  .btn {
    font-variant-numeric: tabular-nums;
  }
</style>
