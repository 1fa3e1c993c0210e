<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { untrack } from 'svelte';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { refused } from '../refused';
  import { frame } from '../state.svelte';

  /** When somebody works, wherever they work, and their part in this production. */
  let { open = $bindable(false), hand }: { open: boolean; hand: Schemas['HandView'] } = $props();
  const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
  const h = house();
  const leads = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const is = untrack(() => hand);
  let week = $state([...is.time.week]);
  let place = $state(is.time.place);
  let zone = $state(is.time.zone ?? '');
  let away = $state(is.time.away.map((a) => ({ ...a })));
  let kinds = $state(is.skills.kinds.map((k) => ({ ...k })));
  let percent = $state(Math.round(is.part.share * 100));
  let from = $state(is.part.from ?? '');
  let until = $state(is.part.until ?? '');
  let wrong = $state<Refused | null>(null);
  let busy = $state(false);
  const places = createQuery(() => ({
    queryKey: ['holiday places'],
    staleTime: Infinity,
    queryFn: () => got(api.GET('/api/holiday-places')),
  }));

  const effort = createQuery(() => ({
    queryKey: [h.id, 'effort'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/effort', { params: { path: { production: h.id } } })),
  }));

  async function keep(): Promise<void> {
    wrong = null;
    busy = true;
    const path = { production: h.id, person: is.person };
    const time = {
      week: $state.snapshot(week),
      place,
      away: $state.snapshot(away),
      zone: zone.trim() || null,
    };
    const part = { share: percent / 100, from: from || null, until: until || null };
    const said = JSON.stringify(time) !== JSON.stringify(is.time);
    const skills = { kinds: $state.snapshot(kinds) };
    const able = JSON.stringify(skills.kinds) !== JSON.stringify(is.skills.kinds);
    // A share finer than a whole per cent stays as it is until somebody changes it.
    const shared =
      leads &&
      (percent !== Math.round(is.part.share * 100) ||
        part.from !== is.part.from ||
        part.until !== is.part.until);
    try {
      if (said || able || shared) {
        await got(
          api.PUT('/api/productions/{production}/crew/{person}', {
            params: { path },
            body: {
              ...(said ? { time } : {}),
              ...(able ? { skills } : {}),
              ...(said || able ? { timeVersion: is.timeVersion } : {}),
              ...(shared ? { part, partVersion: is.partVersion } : {}),
            } as Schemas['Saying'],
          }),
        );
      }
      open = false;
      frame.say(`${is.name}'s days are kept.`);
      await h.again();
    } catch (e) {
      wrong = e instanceof Refused ? e : new Refused(0, 'That did not work', String(e));
    } finally {
      busy = false;
    }
  }
</script>

<Sheet bind:open title="{hand.name}'s days" wide>
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void keep();
    }}
  >
    <fieldset disabled={!leads}>
      <legend>On this production</legend>
      <div class="row">
        <label class="field short"
          ><span>Share of their time, %</span><input
            class="input"
            type="number"
            min="0"
            max="100"
            required
            bind:value={percent}
            {@attach refused(wrong?.field === 'share')}
          /></label
        >
        <label class="field"><span>From</span><input class="input" type="date" bind:value={from} /></label>
        <label class="field"
          ><span>Until</span><input
            class="input"
            type="date"
            bind:value={until}
            {@attach refused(wrong?.field === 'until')}
          /></label
        >
        <p class="soft small">0 %: no work of theirs after the shoot.</p>
      </div>
    </fieldset>
    <fieldset disabled={!is.may}>
      <legend>Everywhere they work</legend>
      <div class="row">
        {#each DAYS as d, i (d)}<label class="field hour"
            ><span>{d}, h</span><input
              class="input"
              type="number"
              min="0"
              max="16"
              step="0.25"
              required
              bind:value={week[i]}
              {@attach refused(wrong?.field === 'week')}
            /></label
          >{/each}
      </div>
      <label class="field place"
        ><span>Public holidays of</span><select
          class="select"
          bind:value={place}
          {@attach refused(wrong?.field === 'place')}
          ><option value="">none</option>{#each places.data ?? [] as p (p.code)}<option value={p.code}
              >{p.name}</option
            >{/each}</select
        ></label
      >
      <label class="field place"
        ><span>Time zone; empty for the house’s</span><input
          class="input"
          name="zone"
          list="time-zones"
          autocomplete="off"
          bind:value={zone}
          {@attach refused(wrong?.field === 'zone')}
        /><datalist id="time-zones"
          >{#each Intl.supportedValuesOf('timeZone') as z (z)}<option value={z}></option>{/each}</datalist
        ></label
      >
      <p class="label">Away</p>
      {#each away as a, i (i)}
        <div class="row">
          <label class="field"
            ><span>First day</span><input
              class="input"
              type="date"
              required
              bind:value={a.from}
              {@attach refused(wrong?.field === 'away')}
            /></label
          >
          <label class="field"
            ><span>Last day</span><input class="input" type="date" required bind:value={a.until} /></label
          >
          <label class="field grow"
            ><span>Why, if it matters</span><input class="input" bind:value={a.why} /></label
          >
          <button
            type="button"
            class="bare btn"
            aria-label="Take the days from {a.from} off"
            onclick={() => away.splice(i, 1)}>✕</button
          >
        </div>
      {:else}<p class="soft small">Never, as far as anybody said.</p>{/each}
      <button type="button" class="tight mt-1 btn" onclick={() => away.push({ from: '', until: '', why: '' })}
        >Days away</button
      >
      <p class="soft small mt-1">Why is seen by the producer, the coordinator and {hand.name}.</p>
      <p class="label">Work they do</p>
      {#each kinds as k, i (i)}
        <div class="row">
          <label class="field grow"
            ><span>Kind</span><select class="select" bind:value={k.kind}
              >{#each effort.data?.kinds ?? [] as e (e.kind)}<option value={e.kind}>{e.words}</option
                >{/each}</select
            ></label
          >
          <label class="field factor"
            ><span>Times the hours of the rates</span><input
              class="input"
              type="number"
              min="0.2"
              max="5"
              step="0.05"
              required
              bind:value={k.factor}
              {@attach refused(wrong?.field?.startsWith('factor') ?? false)}
            /></label
          >
          <button
            type="button"
            class="bare btn"
            aria-label="Take {effort.data?.kinds.find((e) => e.kind === k.kind)?.words ?? 'it'} off"
            onclick={() => kinds.splice(i, 1)}>✕</button
          >
        </div>
      {:else}<p class="soft small">
          Any, at the hours of the rates. Once some are named, no others are laid on them.
        </p>{/each}
      <button
        type="button"
        class="tight mt-1 btn"
        disabled={!effort.data}
        onclick={() => {
          const free = effort.data?.kinds.find((e) => !kinds.some((k) => k.kind === e.kind));
          if (free) kinds.push({ kind: free.kind, factor: 1 });
        }}>A kind of work</button
      >
    </fieldset>
    {#if wrong}<p class="pencil mt-2" role="alert">
        {wrong.detail || wrong.title}. Nothing was changed.
      </p>{/if}
    <div class="mt-3 flex gap-2">
      {#if is.may || leads}<button class="ink btn" disabled={busy}>Keep</button>{/if}
      <button type="button" class="btn" onclick={() => (open = false)}>Leave</button>
    </div>
  </form>
</Sheet>

<style>
  fieldset {
    border-top: 1px solid var(--line);
    padding: 8px 0 12px;
  }
  legend {
    font-weight: 600;
    padding-right: 8px;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: end;
    margin-bottom: 6px;
  }
  .short {
    width: 150px;
  }
  .factor {
    width: 210px;
  }
  .hour {
    width: 74px;
  }
  .grow {
    flex: 1;
    min-width: 160px;
  }
  .place {
    max-width: 320px;
  }
  .label {
    margin-top: 10px;
    font-weight: 600;
  }
</style>
