<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { today } from '../today';
  import Sheet from '../parts/Sheet.svelte';
  import TakeBack from '../parts/TakeBack.svelte';
  import { frame } from '../state.svelte';
  import { day as dayName } from '../words';
  import { clock, minutes } from './time';
  import { number } from '../numbers';
  import { markNamed } from '../refused';

  /** A shooting day: where, when, who, and what battery, card and sun allow. Also adds a day or a setup. */
  let {
    open = $bindable(false),
    day,
    days,
  }: { open: boolean; day: Schemas['DayView'] | null; days: Schemas['DayView'][] } = $props();
  const h = house();
  const places = createQuery(() => ({
    queryKey: [h.id, 'places'],
    enabled: open,
    queryFn: () =>
      got(api.GET('/api/productions/{production}/places', { params: { path: { production: h.id } } })),
  }));
  type Row = { name: string; duty: string; from: string; to: string };
  let fresh = $state(false);
  const isNew = $derived(fresh || day === null);
  let date = $state(today());
  let place = $state('');
  let latitude = $state('');
  let longitude = $state('');
  let dimmed = $state('');
  let zone = $state(Intl.DateTimeFormat().resolvedOptions().timeZone);
  let call = $state('08:00');
  let wrap = $state('18:00');
  let people = $state<Row[]>([]);
  let kit = $state({
    setupMinutes: 0,
    costumeMinutes: 0,
    mediaMinutes: 0,
    batteryMinutes: 0,
    cardGigabytes: 0,
    megabitsPerSecond: 0,
    shadowHeightM: 0,
    shadowLimitM: 0,
  });
  /** Terms the form was filled from; what it does not show of them goes back as it was. */
  let terms = $state.raw<Schemas['DayTerms'] | null>(null);
  let wrong = $state<Refused | null>(null);
  let newSetup = $state('');
  let was = '';

  // The form is filled when it opens; what somebody types is not wiped by others' changes.
  $effect(() => {
    const now = `${isNew} ${day?.id ?? ''}`;
    if (!open || was === now) {
      was = open ? was : '';
      return;
    }
    was = now;
    wrong = null;
    const before = days[days.length - 1]?.terms ?? null;
    const t = (isNew ? before : day?.terms) ?? h.view?.plainDay ?? null;
    terms = t;
    date = isNew ? today() : (day?.date ?? today());
    place = isNew ? '' : (day?.place ?? '');
    latitude = isNew || t?.latitude === null || !t ? '' : String(t.latitude);
    longitude = isNew || t?.longitude === null || !t ? '' : String(t.longitude);
    const known = !isNew ? (t?.dimmedHz ?? null) : null;
    dimmed = known === null ? '' : String(known);
    if (t) {
      // A first day is taken to be where this device is.
      if (!isNew || before) zone = t.zone;
      call = clock(t.call);
      wrap = clock(t.wrap);
      people = t.people.map((p) => ({ name: p.name, duty: p.duty, from: clock(p.from), to: clock(p.to) }));
      kit = {
        setupMinutes: t.rates.setupMinutes,
        costumeMinutes: t.rates.costumeMinutes,
        mediaMinutes: t.rates.mediaMinutes,
        batteryMinutes: t.rates.batteryMinutes,
        cardGigabytes: t.cardGigabytes,
        megabitsPerSecond: t.megabitsPerSecond,
        shadowHeightM: t.shadowHeightM,
        shadowLimitM: t.shadowLimitM,
      };
    }
  });

  /** A wrap or an hour before the call is after midnight. */
  const late = (m: number, from: number): number => (m <= from ? m + 1440 : m);

  async function keep(): Promise<void> {
    wrong = null;
    const from = minutes(call) ?? 0;
    try {
      const edited = {
        latitude: number(latitude, 'Latitude'),
        longitude: number(longitude, 'Longitude'),
        zone,
        call: from,
        wrap: late(minutes(wrap) ?? 0, from),
        people: people
          .filter((p) => p.name.trim())
          .map((p) => ({
            name: p.name,
            duty: p.duty,
            from: minutes(p.from) ?? from,
            to: late(minutes(p.to) ?? 0, minutes(p.from) ?? from),
          })),
        rates: {
          setupMinutes: kit.setupMinutes,
          costumeMinutes: kit.costumeMinutes,
          mediaMinutes: kit.mediaMinutes,
          batteryMinutes: kit.batteryMinutes,
          cardMinutes: terms?.rates.cardMinutes,
          nuisance: terms?.rates.nuisance,
        },
        cardGigabytes: kit.cardGigabytes,
        megabitsPerSecond: kit.megabitsPerSecond,
        shadowHeightM: kit.shadowHeightM,
        shadowLimitM: kit.shadowLimitM,
        dimmedHz: number(dimmed, 'Dimmed lamps'),
      } as Schemas['DayTerms'];
      if (isNew)
        await got(
          api.POST('/api/productions/{production}/days', {
            params: { path: { production: h.id } },
            body: { date, place, terms: edited },
          }),
        );
      else if (day)
        await got(
          api.PUT('/api/productions/{production}/days/{day}', {
            params: { path: { production: h.id, day: day.id }, header: { 'If-Match': `"${day.version}"` } },
            body: { date, place, terms: edited },
          }),
        );
      await h.again();
      frame.say(isNew ? 'The day is added.' : 'The day is kept.');
      fresh = false;
      was = '';
    } catch (e) {
      wrong = e instanceof Refused ? e : null;
      markNamed(e);
      if (!wrong) frame.wrong(e);
    }
  }

  function pick(name: string): void {
    const p = places.data?.find((x) => x.name === name);
    if (p) {
      latitude = String(p.latitude);
      longitude = String(p.longitude);
      zone = p.zone;
    }
  }

  async function save(): Promise<void> {
    try {
      await got(
        api.POST('/api/productions/{production}/places', {
          params: { path: { production: h.id } },
          body: {
            name: place,
            latitude: number(latitude, 'Latitude') ?? undefined,
            longitude: number(longitude, 'Longitude') ?? undefined,
            zone,
          },
        }),
      );
      await h.again();
      frame.say(`${place} is saved as a place.`);
    } catch (e) {
      wrong = e instanceof Refused ? e : null;
      markNamed(e);
    }
  }

  async function addSetup(): Promise<void> {
    if (!day) return;
    try {
      await got(
        api.POST('/api/productions/{production}/setups', {
          params: { path: { production: h.id } },
          body: { day: day.id, name: newSetup, struck: false },
        }),
      );
      newSetup = '';
      await h.again();
    } catch (e) {
      frame.wrong(e);
    }
  }
  const KIT: [keyof typeof kit, string][] = [
    ['setupMinutes', 'To move the camera, min'],
    ['costumeMinutes', 'To change costume, min'],
    ['mediaMinutes', 'To change battery or card, min'],
    ['batteryMinutes', 'A battery lasts, min'],
    ['cardGigabytes', 'A card holds, GB'],
    ['megabitsPerSecond', 'Recording, Mb/s'],
    ['shadowHeightM', 'What throws the shadow, m high'],
    ['shadowLimitM', 'Shadow may move, m'],
  ];
</script>

<Sheet
  bind:open
  title={isNew || !day ? 'A new shooting day' : `Day ${day.number}, ${dayName(day.date)}`}
  wide
>
  {#if !isNew}
    <form
      class="inline"
      onsubmit={(e) => {
        e.preventDefault();
        void addSetup();
      }}
    >
      <label class="field grow"
        ><span>A new setup on this day, as the crew calls it</span><input
          class="input"
          bind:value={newSetup}
          name="name"
          required
        /></label
      >
      <button class="btn">Add the setup</button>
      <button type="button" class="bare btn" onclick={() => (fresh = true)}>Another day</button>
    </form>
    <p class="made">
      {#if (day?.setups ?? []).length > 0}<span class="soft">On this day:</span>{/if}
      {#each day?.setups ?? [] as s (s.id)}<span
          >{s.tape}
          {s.name}{#if s.shots.length === 0}<TakeBack
              what="setup {s.tape}"
              run={() =>
                api
                  .DELETE('/api/productions/{production}/setups/{setup}', {
                    params: { path: { production: h.id, setup: s.id } },
                  })
                  .then(() => h.again())}
            />{/if}</span
        >{:else}{#if day}<span
            >Nothing is set up on this day yet<TakeBack
              what="day {day.number}"
              run={() =>
                api
                  .DELETE('/api/productions/{production}/days/{day}', {
                    params: { path: { production: h.id, day: day.id } },
                  })
                  .then(() => ((open = false), h.again()))}
            /></span
          >{/if}{/each}
    </p>
  {/if}
  <form
    class="grid gap-3"
    onsubmit={(e) => {
      e.preventDefault();
      void keep();
    }}
  >
    <div class="cols">
      <label class="field"
        ><span>Date</span><input
          class="mono input"
          type="date"
          bind:value={date}
          name="date"
          required
        /></label
      >
      <label class="field wide"
        ><span>Place</span><input
          class="input"
          list="places"
          bind:value={place}
          name="place"
          onchange={() => pick(place)}
          required
        /></label
      >
      <datalist id="places"
        >{#each places.data ?? [] as p (p.id)}<option value={p.name}></option>{/each}</datalist
      >
      <label class="field"
        ><span>Latitude, north +</span><input
          class="mono input"
          inputmode="decimal"
          bind:value={latitude}
          name="latitude"
          placeholder="not followed"
        /></label
      >
      <label class="field"
        ><span>Longitude, east +</span><input
          class="mono input"
          inputmode="decimal"
          bind:value={longitude}
          name="longitude"
          placeholder="not followed"
        /></label
      >
      <label class="field"
        ><span>Time zone</span><input class="input" bind:value={zone} name="zone" required /></label
      >
      <label class="field"
        ><span>Call</span><input
          class="mono input"
          type="time"
          bind:value={call}
          name="call"
          required
        /></label
      >
      <label class="field"
        ><span>Wrap</span><input
          class="mono input"
          type="time"
          bind:value={wrap}
          name="wrap"
          required
        /></label
      >
      <button
        type="button"
        class="btn"
        disabled={!place || !latitude || !longitude}
        onclick={() => void save()}>Save the place</button
      >
    </div>
    <fieldset>
      <legend><h3>Who, and when</h3></legend>
      {#each people as p, i (i)}
        <div class="person">
          <label class="field"><span>Name</span><input class="input" bind:value={p.name} /></label>
          <label class="field"><span>Duty</span><input class="input" bind:value={p.duty} /></label>
          <label class="field"
            ><span>From</span><input class="mono input" type="time" bind:value={p.from} /></label
          >
          <label class="field"
            ><span>To</span><input class="mono input" type="time" bind:value={p.to} /></label
          >
          <button
            type="button"
            class="tight bare btn"
            aria-label="Without {p.name}"
            onclick={() => (people = people.filter((_, k) => k !== i))}>Without</button
          >
        </div>
      {/each}
      <button
        type="button"
        class="tight btn"
        onclick={() => (people = [...people, { name: '', duty: '', from: call, to: wrap }])}
        >Somebody more</button
      >
    </fieldset>
    <fieldset class="cols">
      <legend><h3>What changes take, and what lasts</h3></legend>
      {#each KIT as [k, label] (k)}<label class="field"
          ><span>{label}</span><input
            class="mono input"
            type="number"
            step="any"
            min="0"
            bind:value={kit[k]}
            name={k}
            required
          /></label
        >{/each}
      <label class="field"
        ><span>Dimmed lamps pulse at, Hz; 0 for none</span><input
          class="mono input"
          inputmode="decimal"
          placeholder="not known"
          bind:value={dimmed}
          name="dimmedHz"
        /></label
      >
    </fieldset>
    {#if wrong}<p class="pencil" role="alert">
        {wrong.detail}. Nothing was kept; what you typed is still here.
      </p>{/if}
    <div><button class="now btn">{isNew ? 'Add the day' : 'Keep the day'}</button></div>
  </form>
</Sheet>

<style>
  .made {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 18px;
    align-items: center;
    margin-bottom: 10px;
  }
  .inline {
    display: flex;
    gap: 8px;
    align-items: end;
    padding-bottom: 12px;
    margin-bottom: 12px;
    border-bottom: 1px solid var(--line);
  }
  .cols {
    display: grid;
    grid-template-columns: repeat(4, minmax(0, 1fr));
    gap: 8px;
    align-items: end;
  }
  .wide {
    grid-column: span 2;
  }
  .cols legend {
    margin-bottom: 6px;
  }
  .person {
    display: grid;
    grid-template-columns: 1fr 1fr 110px 110px auto;
    gap: 8px;
    align-items: end;
    margin: 4px 0;
  }
  @media (max-width: 720px) {
    .cols {
      grid-template-columns: 1fr 1fr;
    }
    .person {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
