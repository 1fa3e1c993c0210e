<script lang="ts">
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { frame } from '../state.svelte';
  import Conflict from './Conflict.svelte';
  import Sheet from './Sheet.svelte';
  import Backup from '../house/Backup.svelte';
  import OwnSignIn from '../house/OwnSignIn.svelte';
  import People from '../house/People.svelte';
  import Phones from '../house/Phones.svelte';
  import Productions from '../house/Productions.svelte';
  import { refused } from '../refused';

  let { open = $bindable(false) }: { open: boolean } = $props();
  const h = house();
  let edit = $state<Schemas['Settings'] | null>(null);
  let version = 0;
  type Part = 'numbers' | 'people' | 'own' | 'phones' | 'backup' | 'productions';
  const parts = $derived<[Part, string][]>([
    ...(h.may('PRODUCER') ? [['numbers', 'Numbers'] as [Part, string]] : []),
    ['people', 'People'],
    ['own', 'Your sign-in'],
    ['phones', 'Phones and computers'],
    ...(h.may('PRODUCER')
      ? ([
          ['backup', 'Backup'],
          ['productions', 'Productions'],
        ] as [Part, string][])
      : []),
  ]);
  let asked = $state<Part | null>(null);
  const part = $derived(asked ?? parts[0]?.[0] ?? 'people');
  let wrong = $state<Refused | null>(null);

  $effect(() => {
    if (open && h.view && !edit) {
      const {
        title,
        rate,
        capture,
        delivery,
        sensorWidthMm,
        mainsHz,
        firstFrame,
        handles,
        codePattern,
        workNames,
        hoursPerDay,
        dueOn,
        lists,
        clientNeeded,
      } = h.view;
      edit = {
        title,
        rate,
        capture: { ...capture },
        delivery: { ...delivery },
        sensorWidthMm,
        mainsHz,
        firstFrame,
        handles,
        codePattern,
        workNames,
        hoursPerDay,
        dueOn,
        lists,
        clientNeeded,
      };
      version = h.view.version;
      wrong = null;
    }
    if (!open) {
      edit = null;
    }
  });

  async function keep(): Promise<void> {
    if (!edit) return;
    try {
      await got(
        api.PUT('/api/productions/{production}', {
          params: { path: { production: h.id }, header: { 'If-Match': `"${version}"` } },
          body: { ...edit, dueOn: edit.dueOn || (null as unknown as string) },
        }),
      );
      await h.again();
      open = false;
      frame.say('Kept; every plan follows.');
    } catch (e) {
      wrong = e instanceof Refused ? e : null;
      if (!wrong) frame.wrong(e);
    }
  }

  function mine(): void {
    version = (wrong?.theirs as Schemas['ProductionView']).version;
    void keep();
  }
</script>

<Sheet bind:open title={h.view?.title ?? 'The production'} wide>
  <div class="parts" role="tablist" aria-label="Parts of this sheet">
    {#each parts as [key, name] (key)}<button
        type="button"
        role="tab"
        class="part"
        class:here={part === key}
        aria-selected={part === key}
        onclick={() => (asked = key)}>{name}</button
      >{/each}
  </div>
  {#if part === 'numbers' && edit}
    <form
      class="cells"
      onsubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <label class="field wide"><span>Title</span><input class="input" bind:value={edit.title} /></label>
      <label class="field"
        ><span>Rate, fps</span><input
          class="mono input"
          {@attach refused(wrong?.field === 'rate')}
          bind:value={edit.rate}
        /></label
      >
      <label class="field"
        ><span>Mains, Hz</span><input class="mono input" type="number" bind:value={edit.mainsHz} /></label
      >
      <label class="field"
        ><span>Recorded width, px</span><input
          class="mono input"
          type="number"
          bind:value={edit.capture.width}
        /></label
      >
      <label class="field"
        ><span>Recorded height, px</span><input
          class="mono input"
          type="number"
          bind:value={edit.capture.height}
        /></label
      >
      <label class="field"
        ><span>Delivered width, px</span><input
          class="mono input"
          type="number"
          bind:value={edit.delivery.width}
        /></label
      >
      <label class="field"
        ><span>Delivered height, px</span><input
          class="mono input"
          type="number"
          bind:value={edit.delivery.height}
        /></label
      >
      <label class="field"
        ><span>Sensor width, mm</span><input
          class="mono input"
          type="number"
          step="any"
          bind:value={edit.sensorWidthMm}
        /></label
      >
      <label class="field"
        ><span>First frame</span><input
          class="mono input"
          type="number"
          bind:value={edit.firstFrame}
        /></label
      >
      <label class="field"
        ><span>Handles, frames</span><input
          class="mono input"
          type="number"
          bind:value={edit.handles}
        /></label
      >
      <label class="field"
        ><span>Hours of a usual day</span><input
          class="mono input"
          type="number"
          step="any"
          bind:value={edit.hoursPerDay}
        /></label
      >
      <label class="field"
        ><span>Due</span><input class="mono input" type="date" bind:value={edit.dueOn} /></label
      >
      <label class="field"
        ><span>Shot codes</span><input
          class="mono input"
          {@attach refused(wrong?.field === 'pattern')}
          bind:value={edit.codePattern}
        /></label
      >
      <label class="field wide"
        ><span>Where versions of work are expected</span><input
          class="mono input"
          title="parts: production, scene, code, task, version"
          {@attach refused(wrong?.field === 'workNames')}
          bind:value={edit.workNames}
        /></label
      >
      <label class="field"
        ><span>Lists for spreadsheets</span><select class="select" bind:value={edit.lists}
          ><option value="COMMA">commas, decimal points</option><option value="SEMICOLON"
            >semicolons, decimal commas</option
          ><option value="TAB">tabs, decimal points</option></select
        ></label
      >
      <label class="wide flex items-center gap-2"
        ><input type="checkbox" class="checkbox" name="clientNeeded" bind:checked={edit.clientNeeded} />
        A shot is agreed only when the client has approved it too</label
      >
      {#if wrong?.stale}<div class="wide">
          <Conflict {wrong} onmine={mine} ontheirs={() => (open = false)} />
        </div>
      {:else if wrong}<p class="pencil wide" role="alert">{wrong.detail}</p>{/if}
      <div class="wide flex gap-2">
        <button class="ink btn">Keep</button><button type="button" class="btn" onclick={() => (open = false)}
          >Leave</button
        >
      </div>
    </form>
  {/if}
  {#if part === 'people'}<People />
  {:else if part === 'own'}<OwnSignIn />
  {:else if part === 'phones'}<Phones />
  {:else if part === 'backup'}<Backup />
  {:else if part === 'productions'}<Productions onleave={() => (open = false)} />{/if}
</Sheet>

<style>
  .parts {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 4px;
    margin-bottom: 14px;
    border-bottom: 1px solid var(--line);
  }
  .part {
    padding: 5px 10px;
    cursor: pointer;
    border-bottom: 2px solid transparent;
  }
  .part:hover {
    background: var(--shade);
  }
  .part.here {
    font-weight: 680;
    border-color: var(--ink);
  }
</style>
