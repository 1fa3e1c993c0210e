<script lang="ts">
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import type { Methods } from '../methods.svelte';
  import { frame as foot, queries } from '../state.svelte';
  import { day } from '../words';

  /** The methods a house made: carried out and in, withdrawn and offered again. */
  let { methods }: { methods: Methods } = $props();
  const h = house();
  const plans = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const all = $derived(methods.house.data ?? []);
  const path = $derived({ production: h.id });

  async function again(words: string): Promise<void> {
    await queries.invalidateQueries({ queryKey: [h.id, 'house-methods'] });
    foot.say(words);
  }

  async function take(file: File): Promise<void> {
    let body: Schemas['HouseMethodFile'];
    try {
      body = JSON.parse(await file.text()) as Schemas['HouseMethodFile'];
    } catch {
      foot.wrong(new Refused(0, 'Not taken in', `${file.name} is not the file of a method.`));
      return;
    }
    try {
      const m = await got(
        api.POST('/api/productions/{production}/house-methods', { params: { path }, body }),
      );
      await again(`${m.method.name} is a method of this house now.`);
    } catch (e) {
      foot.wrong(e);
    }
  }

  async function offer(m: Schemas['HouseMethodView']): Promise<void> {
    const at = { params: { path: { ...path, method: m.method.id } } };
    try {
      if (m.withdrawn) {
        await got(api.POST('/api/productions/{production}/house-methods/{method}/offered', at));
        await again(`${m.method.name} is offered again.`);
      } else {
        await got(api.DELETE('/api/productions/{production}/house-methods/{method}', at));
        await again(`${m.method.name} is no longer offered. Shots that have it keep it.`);
      }
    } catch (e) {
      foot.wrong(e);
    }
  }
</script>

<details>
  <summary class="small">Methods of the house · {all.filter((m) => !m.withdrawn).length}</summary>
  <ul class="small pt-1">
    {#each all as m (m.method.id)}
      <li class="rule py-1">
        <strong class:struck={m.withdrawn}>{m.method.name}</strong>
        {m.method.summary}
        <span class="soft">{m.madeBy}, {day(m.madeAt.slice(0, 10))}</span>
        <a
          class="tight bare btn"
          aria-label="{m.method.name} as a file"
          href="/api/productions/{h.id}/house-methods/{m.method.id}"
          download>As a file</a
        >{#if h.may('PRODUCER')}<button
            type="button"
            class="tight bare btn"
            aria-label={m.withdrawn ? `Offer ${m.method.name} again` : `Withdraw ${m.method.name}`}
            onclick={() => void offer(m)}>{m.withdrawn ? 'Offer again' : 'Withdraw'}</button
          >{/if}
      </li>
    {:else}
      <li class="soft py-1">
        None yet. A plan that proved right can be kept: “Keep as a method” beside its stack.
      </li>
    {/each}
  </ul>
  {#if plans}<label class="tight mt-1 btn"
      >Take one in<input
        type="file"
        class="sr-only"
        accept="application/json,.json"
        onchange={(e) => {
          const file = e.currentTarget.files?.[0];
          e.currentTarget.value = '';
          if (file) void take(file);
        }}
      /></label
    >{/if}
</details>
