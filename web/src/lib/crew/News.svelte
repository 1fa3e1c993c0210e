<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got } from '../api/client';
  import { house } from '../house.svelte';
  import { go } from '../router';
  import { frame, queries } from '../state.svelte';
  import { moment } from '../words';

  /** What others did to the shots somebody works on since they looked. */
  const h = house();
  const key = $derived([h.id, 'yours', 'news']);
  const read = createQuery(() => ({
    queryKey: key,
    queryFn: () =>
      got(api.GET('/api/productions/{production}/yours/news', { params: { path: { production: h.id } } })),
  }));
  const n = $derived(read.data);

  async function saw(stamp: number): Promise<void> {
    try {
      await got(
        api.POST('/api/productions/{production}/yours/news/seen', {
          params: { path: { production: h.id } },
          body: { stamp },
        }),
      );
      await queries.invalidateQueries({ queryKey: key });
    } catch (e) {
      frame.wrong(e);
    }
  }

  $effect(() => {
    if (n?.first) void saw(n.stamp);
  });
</script>

{#if n && n.lines.length > 0}
  <section aria-label="Since you looked">
    <h2>
      Since you looked <button class="tight btn" onclick={() => void saw(n.stamp)}>Seen</button>
    </h2>
    <ul>
      {#each n.lines as l (l.id)}<li>
          <span class="mono small soft">{moment(l.at)}</span>
          <button class="what" onclick={() => go(h.id, 'shots', l.shot)}>{l.who} {l.action} {l.detail}</button
          >
        </li>{/each}
    </ul>
    {#if n.more}<p class="small soft">and more before these.</p>{/if}
  </section>
{/if}

<style>
  section {
    margin-bottom: 14px;
  }
  h2 {
    display: flex;
    gap: 10px;
    align-items: center;
  }
  li {
    display: flex;
    gap: 12px;
    align-items: baseline;
    padding: 2px 0;
  }
  .what {
    text-align: left;
    cursor: pointer;
  }
  .what:hover {
    text-decoration: underline;
  }
</style>
