<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { markNamed } from '../refused';
  import { frame as foot, queries } from '../state.svelte';
  import { Typed } from '../typed.svelte';
  import Fields from './Fields.svelte';

  /** What the camera records for a shot otherwise than for its production, and how closely it is looked at. */
  let { shot }: { shot: Schemas['ShotView'] } = $props();
  const h = house();
  const mayRecord = $derived(h.may('PRODUCER', 'COORDINATOR', 'FLOOR'));
  const mayJudge = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const path = $derived({ production: h.id, shot: shot.id });
  const key = $derived([h.id, 'setting', shot.id, shot.version]);
  const page = createQuery(() => ({
    queryKey: key,
    queryFn: () => got(api.GET('/api/productions/{production}/shots/{shot}/setting', { params: { path } })),
  }));
  const s = $derived(page.data);
  let wrong = $state('');
  let scene = $state(false);
  const recording = new Typed(() => `recording ${shot.id}`, {
    rate: '',
    width: '',
    height: '',
    sensorWidthMm: '',
    reason: '',
  });
  const standard = new Typed(() => `standard ${shot.id}`, {
    heightShare: '',
    widthsPerSecond: '',
    stopped: 'no',
    secondsOnScreen: '',
    reason: '',
  });
  const RECORDING: [Parameters<typeof recording.get>[0], string, string][] = [
    ['rate', 'Frames a second', 'as usual'],
    ['width', 'Width, px', 'as usual'],
    ['height', 'Height, px', 'as usual'],
    ['sensorWidthMm', 'Sensor read, mm', 'as usual'],
  ];

  const STANDARD: [Parameters<typeof standard.get>[0], string, string?][] = [
    ['heightShare', 'Height, % of frame'],
    ['widthsPerSecond', 'Frame widths a second'],
    ['secondsOnScreen', 'Seen for, s', 'the cut'],
  ];

  async function told(
    ask: () => Promise<Schemas['SettingView']>,
    words: string,
    done: () => void,
  ): Promise<void> {
    wrong = '';
    try {
      const now = await ask();
      done();
      queries.setQueryData(key, now);
      await h.again();
      foot.say(words);
    } catch (e) {
      wrong = e instanceof Refused ? e.message : String(e);
      markNamed(e);
    }
  }

  const record = (back: boolean): Promise<void> =>
    told(
      () =>
        got(
          api.PUT('/api/productions/{production}/shots/{shot}/recording', {
            params: { path },
            body: back
              ? { rate: '', reason: '', scene }
              : {
                  rate: recording.get('rate'),
                  width: recording.number('width', 'Width'),
                  height: recording.number('height', 'Height'),
                  sensorWidthMm: recording.number('sensorWidthMm', 'Sensor read'),
                  reason: recording.get('reason'),
                  scene,
                },
          }),
        ),
      back ? `${shot.code} records as the production does.` : `${shot.code} records otherwise.`,
      () => recording.clear(),
    );

  const judge = (back: boolean): Promise<void> =>
    told(
      () =>
        got(
          api.PUT('/api/productions/{production}/shots/{shot}/standard', {
            params: { path },
            body: back
              ? { stopped: false, reason: '' }
              : {
                  heightShare: standard.needed('heightShare', 'Its height') / 100,
                  widthsPerSecond: standard.needed('widthsPerSecond', 'Its speed'),
                  stopped: standard.get('stopped') === 'yes',
                  secondsOnScreen: standard.number('secondsOnScreen', 'How long it is seen'),
                  reason: standard.get('reason'),
                },
          }),
        ),
      back ? `${shot.code} takes its usual hours.` : `${shot.code}: its hours follow how it is seen.`,
      () => standard.clear(),
    );
</script>

{#if s}
  {#if s.recording || s.otherwise.length > 0}
    <h2 class="mt-3">Recorded otherwise</h2>
    {#if s.recording}<p class="small">
        {[
          s.recording.rate ? `${s.recording.rate} fps` : '',
          s.recording.capture ? `${s.recording.capture.width} × ${s.recording.capture.height}` : '',
          s.recording.sensorWidthMm ? `${s.recording.sensorWidthMm} mm of the sensor` : '',
        ]
          .filter(Boolean)
          .join(', ')}
        <span class="soft">for {s.usual}. {s.recording.reason}, {s.recording.by}</span>
        {#if mayRecord}<button class="tight bare btn" onclick={() => void record(true)}>As usual again</button
          >{/if}
      </p>
      <dl class="changes small">
        {#each s.changes as c (c.what)}<dt>{c.what}</dt>
          <dd class="soft">{c.before}</dd>
          <dd>{c.now}</dd>{/each}
      </dl>{/if}
    {#if s.otherwise.length > 0}<p class="small pencil mt-1">
        {s.otherwise.map((o) => o.code).join(', ')}
        {s.otherwise.length === 1 ? 'is' : 'are'} recorded otherwise in the same setup: the camera is set anew between
        them, and a clean plate of one does not serve the other.
      </p>{/if}
  {/if}
  {#if s.standard}
    <h2 class="mt-3">How closely it is looked at</h2>
    <p class="small">
      {s.standard.reason}, {s.standard.by} <span class="soft">(its sum is below)</span>
      {#if mayJudge}<button class="tight bare btn" onclick={() => void judge(true)}>Take it back</button>{/if}
    </p>
  {/if}
  {#if mayRecord}<details class="mt-2">
      <summary class="small soft py-1">Record this shot otherwise</summary>
      <form
        class="fields"
        aria-label="What the camera records"
        onsubmit={(e) => {
          e.preventDefault();
          void record(false);
        }}
      >
        <Fields typed={recording} of={RECORDING} mono />
        <label class="field wide"
          ><span>Why</span><input
            class="input"
            name="reason"
            bind:value={() => recording.get('reason'), (v) => recording.set('reason', v)}
          /></label
        >
        {#if s.sceneShots > 1}<label class="wide small flex items-center gap-2"
            ><input type="checkbox" bind:checked={scene} /> all {s.sceneShots} shots of scene {shot.scene}</label
          >{/if}
        <button class="tight btn">Keep</button>
      </form>
    </details>{/if}
  {#if mayJudge}<details class="mt-1">
      <summary class="small soft py-1">Say how closely it is looked at</summary>
      <form
        class="fields"
        aria-label="How closely it is looked at"
        onsubmit={(e) => {
          e.preventDefault();
          void judge(false);
        }}
      >
        <Fields typed={standard} of={STANDARD} mono />
        <label class="field"
          ><span>Good when stopped</span><select
            class="select"
            name="stopped"
            bind:value={() => standard.get('stopped'), (v) => standard.set('stopped', v)}
            ><option value="no">only at speed</option><option value="yes">also as a still</option></select
          ></label
        >
        <label class="field wide"
          ><span>Why</span><input
            class="input"
            name="reason"
            bind:value={() => standard.get('reason'), (v) => standard.set('reason', v)}
          /></label
        >
        <button class="tight btn">Keep</button>
      </form>
    </details>{/if}
  {#if wrong}<p role="alert" class="pencil small mt-1">{wrong}</p>{/if}
{/if}

<style>
  .fields {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(118px, 1fr));
    gap: 6px 8px;
    align-items: end;
    padding-block: 6px;
  }
  .wide {
    grid-column: 1 / -1;
  }
  .changes {
    display: grid;
    grid-template-columns: auto auto 1fr;
    gap: 1px 12px;
    margin-top: 4px;
  }
</style>
