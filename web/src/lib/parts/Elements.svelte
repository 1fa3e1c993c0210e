<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got } from '../api/client';
  import { house } from '../house.svelte';
  import { go } from '../router';
  import Form from './Form.svelte';

  /**
   * Every element of the production: where it comes from, whether it is large enough, under which
   * licence.
   */
  let { onleave }: { onleave: () => void } = $props();
  const h = house();
  let at = $state(0);
  const page = createQuery(() => ({
    queryKey: [h.id, 'elements', at],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/elements', {
          params: { path: { production: h.id }, query: { page: at, size: 60 } },
        }),
      ),
  }));
</script>

{#if page.data}
  <p class="soft mb-2">{page.data.total} elements, {page.data.owed} not in hand.</p>
  <table>
    <thead
      ><tr class="small soft"
        ><th><span class="sr-only">standing</span></th><th>shot</th><th>element</th><th>source</th><th
          >blend</th
        ><th>wide, of wanted</th><th>margin</th><th>licence</th></tr
      ></thead
    >
    <tbody>
      {#each page.data.lines as e (e.shot + e.key)}
        <tr>
          <td><Form state={e.state} now={e.state === 'IN_DOUBT'} /></td>
          <td
            ><button
              class="mono link"
              onclick={() => {
                onleave();
                go(h.id, 'shots', e.shot);
              }}>{e.code}</button
            ></td
          >
          <td
            ><strong>{e.label}</strong><br /><span class="small soft"
              >{e.state === 'OWED' ? e.how : e.reason}</span
            ></td
          >
          <td>{e.source.toLowerCase()}</td><td>{e.blend}</td>
          <td class="mono">{e.widthPx ?? '–'} / {e.minWidthPx}</td><td
            class="mono"
            class:pencil={e.margin !== null && e.margin < 1}
            >{e.margin === null ? '–' : `${e.margin.toFixed(2)}×`}</td
          ><td class="small">{e.licence || '–'}</td>
        </tr>
      {:else}<tr><td colspan="8" class="soft">No shot lays an element over its plate.</td></tr>{/each}
    </tbody>
  </table>
  <div class="mt-2 flex gap-2">
    {#if at > 0}<button class="tight btn" onclick={() => at--}>Earlier</button
      >{/if}{#if page.data.more}<button class="tight btn" onclick={() => at++}>Later</button>{/if}
  </div>
{:else}<p class="soft">{page.isError ? page.error.message : 'Reading the elements…'}</p>{/if}

<style>
  table {
    width: 100%;
  }
  th {
    text-align: left;
    font-weight: 430;
  }
  td,
  th {
    padding: 4px 10px 4px 0;
    border-top: 1px solid var(--line);
    vertical-align: top;
  }
  .link {
    text-decoration: underline;
    cursor: pointer;
    white-space: nowrap;
  }
</style>
