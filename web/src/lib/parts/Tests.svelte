<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { frame as foot } from '../state.svelte';
  import { day } from '../words';
  import Form from './Form.svelte';
  import TestSheet from './TestSheet.svelte';

  /** What is to be tried for a shot before its day. */
  let { shot }: { shot: Schemas['ShotView'] } = $props();
  const h = house();
  let open = $state(false);
  let test = $state('');
  const page = createQuery(() => ({
    queryKey: [h.id, 'tests', shot.id, shot.version],
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}/tests', {
          params: { path: { production: h.id, shot: shot.id } },
        }),
      ),
  }));

  async function ask(w: Schemas['Wanted']): Promise<void> {
    try {
      const t = await got(
        api.POST('/api/productions/{production}/tests', {
          params: { path: { production: h.id } },
          body: {
            id: crypto.randomUUID(),
            question: w.question,
            why: w.why,
            item: w.item,
            shots: [shot.id],
            candidates: w.candidates,
          },
        }),
      );
      await page.refetch();
      show(t.id);
    } catch (e) {
      foot.wrong(e);
    }
  }

  function show(id: string): void {
    test = id;
    open = true;
  }
</script>

{#if page.data}
  <div class="mt-3 flex items-baseline gap-2">
    <h2>Tests</h2>
    <button class="tight bare btn" onclick={() => show('')}>Tests of the production</button>
  </div>
  <ul class="small">
    {#each page.data.tests as t (t.id)}<li class="test rule">
        <Form
          state={t.taken ? 'IN_HAND' : t.stand.stand === 'ASKED' ? 'OWED' : 'IN_DOUBT'}
          size={11}
          now={t.stand.late}
        />
        <button class="text-left" onclick={() => show(t.id)}
          ><u>{t.question}</u>
          <span class:pencil={t.stand.late} class:soft={!t.stand.late}
            >{t.taken
              ? `${t.candidates.find((c) => c.id === t.taken)?.label ?? ''}: ${t.verdict}`
              : `${t.stand.next}${t.stand.before ? `, before ${day(t.stand.before)}` : ''}`}</span
          ></button
        >
      </li>{/each}
    {#each page.data.wanted as w (w.key)}<li class="test rule">
        <span></span>
        <span
          >Worth a test: {w.question} <span class="soft">{w.why}</span>
          <button class="tight bare btn" onclick={() => void ask(w)}>Ask it</button></span
        >
      </li>{/each}
    {#if page.data.tests.length === 0 && page.data.wanted.length === 0}<li class="soft">
        Nothing in this plan needs one.
      </li>{/if}
  </ul>
{/if}
<TestSheet bind:open bind:test onchange={() => void page.refetch()} />

<style>
  .test {
    display: grid;
    grid-template-columns: 12px 1fr;
    gap: 0 8px;
    padding: 3px 0;
    align-items: baseline;
  }
</style>
