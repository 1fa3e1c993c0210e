<script lang="ts">
  import { api, got, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { FIELDS, named, ONCE } from '../floor/fields';
  import { house } from '../house.svelte';
  import { frame } from '../state.svelte';

  /** What is set otherwise on single plates of a shot, on purpose. */
  let { shot, mayPlan }: { shot: Schemas['ShotView']; mayPlan: boolean } = $props();
  const h = house();
  let picked = $state('');
  const plate = $derived(picked || (shot.plan.plates[0]?.key ?? ''));
  let field = $state('fNumber');
  let value = $state('');
  const reason = new Draft(() => `planned ${shot.id}`);
  const label = (key: string): string =>
    shot.plan.plates.find((p) => p.key === key)?.label ?? `${key}, no longer owed`;

  async function say(of: Schemas['NewDifference']): Promise<boolean> {
    try {
      await got(
        api.POST('/api/productions/{production}/shots/{shot}/planned', {
          params: { path: { production: h.id, shot: shot.id } },
          body: of,
        }),
      );
      await h.again();
      return true;
    } catch (e) {
      frame.wrong(e);
      return false;
    }
  }

  async function add(): Promise<void> {
    if (await say({ plate, field, value, reason: reason.words })) value = reason.words = '';
  }
</script>

{#if shot.planned.length > 0}<h2 class="mt-3">Set otherwise on purpose</h2>
  <ul class="small">
    {#each shot.planned as d (d.plate + d.field)}<li class="rule py-1">
        <strong>{label(d.plate)}</strong>: {named(d.field).toLowerCase()}
        <span class="mono">{d.value}</span>
        <span class="soft">{d.reason}, {d.by}</span>
        {#if mayPlan}<button
            class="tight bare btn"
            aria-label="Take back: {named(d.field)} of {label(d.plate)}"
            onclick={() => void say({ plate: d.plate, field: d.field, value: '', reason: '' })}
            >Take it back</button
          >{/if}
      </li>{/each}
  </ul>{/if}
{#if mayPlan}<details class="mt-2">
    <summary class="small soft">Set one plate otherwise</summary>
    <form
      class="otherwise"
      onsubmit={(e) => {
        e.preventDefault();
        void add();
      }}
    >
      <label class="field"
        ><span>Plate</span><select
          class="select"
          value={plate}
          onchange={(e) => (picked = e.currentTarget.value)}
          >{#each shot.plan.plates as p (p.key)}<option value={p.key}>{p.label}</option>{/each}</select
        ></label
      >
      <label class="field"
        ><span>Camera</span><select class="select" bind:value={field} name="field"
          >{#each [...FIELDS, ...ONCE] as f (f.key)}<option value={f.key}
              >{f.key === 'shutterSeconds' ? 'Shutter, s' : f.label}{f.unit && f.key !== 'shutterSeconds'
                ? `, ${f.unit}`
                : ''}</option
            >{/each}</select
        ></label
      >
      <label class="field"
        ><span>Value</span><input
          class="mono input"
          bind:value
          name="value"
          placeholder={field === 'shutterSeconds' ? '1/96' : field === 'raster' ? '3840x2160' : ''}
          required
        /></label
      >
      <label class="field grow"
        ><span>Why</span><input class="input" bind:value={reason.words} name="reason" required /></label
      >
      <button class="tight btn" disabled={value.trim() === '' || reason.words.trim() === ''}>Keep</button>
    </form>
  </details>{/if}

<style>
  .otherwise {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 8px;
    align-items: end;
    padding-block: 4px;
  }
</style>
