<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Form from './Form.svelte';
  import KitSheet from './KitSheet.svelte';

  /** What the cameras that are there can do of a plan. */
  let { shot }: { shot: Schemas['ShotView'] } = $props();
  const h = house();
  let open = $state(false);
  const needs = createQuery(() => ({
    queryKey: [h.id, 'cameras', shot.id, shot.version],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}/cameras', {
          params: { path: { production: h.id, shot: shot.id } },
        }),
      ),
  }));
  const STATE = { HOLDS: 'IN_HAND', DOUBTFUL: 'IN_DOUBT', FAILS: 'OWED' } as const;
  const known = $derived((needs.data?.needs ?? []).some((n) => n.answers.length > 0 || n.lens));
</script>

{#if (needs.data?.needs ?? []).length > 0}
  <div class="mt-3 flex items-baseline gap-2">
    <h2>Cameras</h2>
    <button class="tight bare btn" onclick={() => (open = true)}>Cameras of the production</button>
  </div>
  {#if !known}<p class="small soft">
      None are known. Say which are there, and each plan says which of them can do it.
    </p>{/if}
  {#each needs.data?.needs ?? [] as n (n.asks)}
    {#if n.answers.length > 0 || n.lens}
      <p class="small mt-1">
        <span class="mono">{n.asks}</span> <span class="soft">{n.plates.join(', ')}</span>
      </p>
      <ul class="small">
        {#each n.answers as a (a.body)}<li class="answer">
            <Form state={STATE[a.grade]} size={11} now={a.grade === 'FAILS'} />
            <span
              ><strong>{a.body}</strong>
              {a.mode} <span class="soft">{a.figure}</span>{#if a.remedy}<br />{a.remedy
                  .charAt(0)
                  .toUpperCase() + a.remedy.slice(1)}.{/if}</span
            >
          </li>{/each}
        {#if n.lens}<li class="answer">
            <Form state={STATE[n.lens.grade]} size={11} now={n.lens.grade === 'FAILS'} />
            <span
              ><strong>{n.lens.figure}</strong> <span class="soft">lens</span>{#if n.lens.remedy}<br />{n.lens
                  .remedy}{/if}</span
            >
          </li>{/if}
      </ul>
    {/if}
  {/each}
  {#if (needs.data?.heads ?? []).length > 0}
    <p class="small mt-1">The move, made again <span class="soft">by the heads that are there</span></p>
    <ul class="small">
      {#each needs.data?.heads ?? [] as x (x.head)}<li class="answer">
          <Form state={STATE[x.grade]} size={11} now={x.grade === 'FAILS'} />
          <span
            ><strong>{x.head}</strong> <span class="soft">{x.figure}</span>{#if x.remedy}<br />{x.remedy
                .charAt(0)
                .toUpperCase() + x.remedy.slice(1)}.{/if}</span
          >
        </li>{/each}
    </ul>
  {/if}
{/if}
<KitSheet bind:open />

<style>
  .answer {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0 8px;
    padding: 2px 0;
  }
</style>
