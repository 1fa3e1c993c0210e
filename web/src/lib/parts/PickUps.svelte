<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got } from '../api/client';
  import { house } from '../house.svelte';
  import { go } from '../router';
  import { count } from '../words';

  /** What has to be shot again or still, over all days, in the order of one journey. */
  let { onleave }: { onleave: () => void } = $props();
  const h = house();
  const page = createQuery(() => ({
    queryKey: [h.id, 'pick-ups'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/pick-ups', { params: { path: { production: h.id } } })),
  }));
  const file = $derived(`/api/productions/${h.id}/sheets/pick-ups`);
</script>

{#if page.isLoadingError}<p class="pencil" role="alert">{page.error.message}</p>
{:else if !page.data}<p class="soft">Reading…</p>
{:else if page.data.groups.length === 0}<p>{page.data.words}</p>
{:else}
  <p class="top">
    <span>{page.data.words}</span><a class="tight btn" href="{file}.pdf" download>PDF</a><a
      class="tight btn"
      href="{file}.csv"
      download>CSV</a
    >
  </p>
  {#each page.data.groups as g, i (i)}
    <section>
      <h3>
        {g.place || 'Place not told'} <span class="soft">{g.light}</span>
      </h3>
      <p class="small">
        {[g.costume, g.lens || 'lens not told'].join(' · ')} · {Math.round(g.minutes)} min
      </p>
      <ul>
        {#each g.items as p (p.shot + p.plate)}
          <li>
            <button
              class="code mono link"
              onclick={() => {
                onleave();
                go(h.id, 'shots', p.shot);
              }}>{p.code}</button
            >
            <div>
              <strong>{p.label}</strong> <span class="soft">{p.title}, setup {p.setup}</span>
              <p>{p.wanted}</p>
              <p class="small pencil">{p.reason}</p>
              <p class="small soft">
                {#if p.repeatOf}Repeat {p.repeatOf}: {p.repeat
                    .map((r) => `${r.label} ${r.value}`)
                    .join(', ')}{:else}Nothing was shot to match: as the plan has it.{/if}
              </p>
            </div>
            <span class="mono small">{count(p.takes, 'take')}, {Math.round(p.minutes)} min</span>
          </li>
        {/each}
      </ul>
    </section>
  {/each}
{/if}

<style>
  .top {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
  }
  .top span {
    flex: 1 1 260px;
  }
  section {
    margin-top: 14px;
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  h3 {
    font-weight: 600;
  }
  li {
    display: grid;
    grid-template-columns: 96px 1fr auto;
    gap: 10px;
    padding: 6px 0;
  }
  li .code {
    align-self: start;
    text-align: left;
  }
  @media (max-width: 480px) {
    li {
      grid-template-columns: 1fr;
      gap: 2px;
    }
  }
</style>
