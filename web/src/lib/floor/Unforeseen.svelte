<script lang="ts">
  import * as core from 'bivex-core';
  import type { Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import OwnForm from '../parts/OwnForm.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { line } from './line.svelte';
  import type { FloorSheet } from './merged';

  /** A plate, prop, question or caution nobody planned, or a shot nobody foresaw; off the line too. */
  interface Props {
    pack: Schemas['DayPack'];
    sheet: FloorSheet;
    /** A plate was made, of a shot, under a key. */
    onmade: (shot: string, key: string) => void;
  }
  let { pack, sheet, onmade }: Props = $props();
  let open = $state(false);
  let shot = $state('');
  const title = new Draft(() => `unforeseen ${sheet.setup.id}`);
  /** Of a shot that is on the device already, though its plate could not be kept. */
  let begun = '';
  const shots = $derived(
    sheet.guards.flatMap((g) => {
      const p = sheet.plates.find((x) => x.shot === g.shot);
      return p ? [{ id: g.shot, name: `${p.code} ${p.title}` }] : [];
    }),
  );
  const unforeseen = $derived(shot === 'new');

  function begin(): void {
    shot = shots[0]?.id ?? 'new';
    open = true;
  }

  async function keep(item: Schemas['NewItem']): Promise<void> {
    const made = unforeseen ? begun || crypto.randomUUID() : shot;
    if (unforeseen && !begun) {
      await line.add(
        { id: made, setup: sheet.setup.id, made: { title: title.words } },
        `A shot: ${title.words}`,
      );
      begun = made;
    }
    await line.add({ id: crypto.randomUUID(), shot: made, item }, `Added: ${item.label ?? ''}`);
    open = false;
    title.words = begun = '';
    if (item.kind === 'PLATE') onmade(made, core.ownPlate(item).key);
  }
</script>

<div><button class="tight btn" onclick={begin}>Add what nobody planned</button></div>
<Sheet bind:open title="What nobody planned, in setup {sheet.setup.number}">
  <div class="grid gap-3 pb-3">
    <label class="field"
      ><span>Of</span><select class="select" name="shot" bind:value={shot}
        >{#each shots as s (s.id)}<option value={s.id}>{s.name}</option>{/each}<option value="new"
          >a shot nobody foresaw</option
        ></select
      ></label
    >
    {#if unforeseen}<label class="field"
        ><span>The shot, in a few words</span><input
          class="input"
          name="title"
          bind:value={title.words}
          required
        /></label
      >
      <p class="small soft">It gets a code when it is sent, and can be marked in the script later.</p>{/if}
  </div>
  {#key unforeseen}
    <OwnForm
      draft="floor {sheet.setup.id}"
      known={pack.itemKinds}
      only={unforeseen ? ['PLATE'] : ['PLATE', 'PROP', 'QUESTION', 'CAUTION']}
      ready={!unforeseen || title.words.trim() !== ''}
      onkeep={keep}
      onleave={() => (open = false)}
    />
  {/key}
</Sheet>
