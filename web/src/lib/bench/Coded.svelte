<script lang="ts">
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { frame as shell } from '../state.svelte';

  /** How a still or a clip codes its light, and a place to say it. */
  interface Props {
    picture: { id: string; coding: Schemas['CodingView'] };
    choices: Schemas['Choices'];
    /** What it is, where more than one is on the screen. */
    name: string;
    /** Whether it can be said for all clips of the production too. */
    clip?: boolean;
    /** Told once something else is said: what was measured before does not hold. */
    onsaid: () => void;
  }
  let { picture, choices, name, clip = false, onsaid }: Props = $props();
  const h = house();
  let busy = $state(false);
  const may = $derived(h.may('PRODUCER', 'COORDINATOR', 'FLOOR', 'ARTIST'));

  async function say(
    curve: Schemas['CodingView']['curve'] | '',
    gamut?: Schemas['CodingView']['gamut'],
  ): Promise<void> {
    busy = true;
    try {
      const now = await got(
        api.POST('/api/productions/{production}/pictures/{picture}/coding', {
          params: { path: { production: h.id, picture: picture.id } },
          body: { id: crypto.randomUUID(), curve: curve || undefined, gamut: curve ? gamut : undefined },
        }),
      );
      await h.again();
      onsaid();
      shell.say(`${name}: ${now.words}.`);
    } catch (e) {
      shell.wrong(e);
    } finally {
      busy = false;
    }
  }

  /** Says the same for all clips of the production that tell nothing. */
  async function sayForAll(): Promise<void> {
    busy = true;
    try {
      const now = await got(
        api.POST('/api/productions/{production}/coding', {
          params: { path: { production: h.id } },
          body: { id: crypto.randomUUID(), curve: picture.coding.curve, gamut: picture.coding.gamut },
        }),
      );
      await h.again();
      shell.say(`Clips that tell nothing: ${now.words}.`);
    } catch (e) {
      shell.wrong(e);
    } finally {
      busy = false;
    }
  }
</script>

<details>
  <summary class="soft small">{name}: <span class="known">{picture.coding.words}</span></summary>
  {#if may}
    <div class="say">
      <label class="field"
        ><span>Curve of {name}</span><select
          class="select"
          disabled={busy}
          value={picture.coding.said ? picture.coding.curve : ''}
          onchange={(e) => say(e.currentTarget.value as Schemas['CodingView']['curve'])}
          ><option value="">As the file tells</option>{#each choices.curves as c (c.curve)}<option
              value={c.curve}>{c.words}</option
            >{/each}</select
        ></label
      >
      {#if picture.coding.said}
        <label class="field"
          ><span>Gamut of {name}</span><select
            class="select"
            disabled={busy}
            value={picture.coding.gamut}
            onchange={(e) =>
              say(picture.coding.curve, e.currentTarget.value as Schemas['CodingView']['gamut'])}
            >{#each choices.gamuts as g (g.gamut)}<option value={g.gamut}>{g.words}</option>{/each}</select
          ></label
        >
      {/if}
    </div>
    {#if clip && picture.coding.said && h.may('PRODUCER', 'COORDINATOR')}
      <button class="tight mb-2 btn" disabled={busy} onclick={sayForAll}
        >Say it for all clips that tell nothing</button
      >
    {/if}
  {/if}
</details>

<style>
  summary {
    min-height: 24px;
    padding-block: 3px;
  }
  .known {
    color: var(--ink);
  }
  .say {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 6px;
    margin-block: 4px 8px;
  }
</style>
