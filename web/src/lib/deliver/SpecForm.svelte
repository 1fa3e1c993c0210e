<script lang="ts">
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Conflict from '../parts/Conflict.svelte';
  import { refused } from '../refused';
  import { frame } from '../state.svelte';

  /** One specification: made, changed, or begun from another. */
  let {
    from,
    copy = false,
    ondone,
  }: { from: Schemas['SpecView'] | null; copy?: boolean; ondone: (kept: string | null) => void } = $props();

  type Media = Schemas['MediaWanted'];
  type Body = Omit<Schemas['NewSpec'], 'media' | 'raster'> & { raster: Schemas['Raster'] };
  const h = house();
  const FILES = ['MP4', 'MOV', 'MXF', 'MKV', 'WEBM', 'AVI'] as const;
  const CODECS: Record<NonNullable<Media['codec']>, string> = {
    H264: 'H.264',
    HEVC: 'HEVC',
    PRORES: 'ProRes',
    DNX: 'DNxHD or DNxHR',
    AV1: 'AV1',
    VP9: 'VP9',
    FFV1: 'FFV1',
    MJPEG: 'Motion JPEG',
    JPEG2000: 'JPEG 2000',
  };
  const CHROMA: Record<NonNullable<Media['chroma']>, string> = {
    C420: '4:2:0',
    C422: '4:2:2',
    C444: '4:4:4',
  };
  const COLOUR = {
    primaries: {
      head: 'Primaries',
      of: { BT709: 'BT.709', BT2020: 'BT.2020', P3_D65: 'P3, white D65', P3_DCI: 'P3, white of cinemas' },
    },
    transfer: {
      head: 'Transfer',
      of: { BT709: 'BT.709', SRGB: 'sRGB', PQ: 'PQ', HLG: 'HLG', LINEAR: 'linear' },
    },
    matrix: { head: 'Matrix', of: { BT709: 'BT.709', BT2020: 'BT.2020', BT601: 'BT.601', RGB: 'RGB' } },
    range: { head: 'Range', of: { LIMITED: 'limited', FULL: 'full' } },
  } as const;

  const HEARD = [
    ['channels', 'Channels', 1],
    ['sampleHz', 'Sample rate, Hz', 1],
    ['loudness', 'Loudness, LUFS', 0.1],
    ['within', 'Off by at most, LU', 0.1],
    ['peak', 'True peak at most, dB', 0.1],
  ] as const;

  const there = (o: object | null | undefined): Record<string, unknown> =>
    Object.fromEntries(Object.entries(o ?? {}).filter((x) => x[1] !== null));
  // The form is made anew for each specification.
  // svelte-ignore state_referenced_locally
  const start = from;
  // svelte-ignore state_referenced_locally
  const changes = start !== null && !copy;
  let version = $state(start?.version ?? 0);
  let body = $state<Body>(
    start
      ? {
          name: changes ? start.name : `${start.name}, copy`,
          raster: { ...start.raster },
          rate: start.rate,
          handles: start.handles,
          pattern: start.pattern,
          words: start.words,
          answerDays: start.answerDays ?? undefined,
        }
      : {
          name: '',
          raster: h.view ? { ...h.view.delivery } : { width: 1920, height: 1080 },
          rate: h.view?.rate ?? '24',
          handles: h.view?.handles ?? 8,
          pattern: '{code}_v{version}',
          words: '',
        },
  );
  /** What is asked of the file itself; what is not there may be anything. */
  let media = $state<Partial<Media>>(there(start?.media));
  let colour = $state<Partial<NonNullable<Media['colour']>>>(there(start?.media.colour));
  let heard = $state<Partial<NonNullable<Media['heard']>>>(there(start?.media.heard));
  let alpha = $state(start?.media.alpha == null ? '' : start.media.alpha ? 'yes' : 'no');
  let wrong = $state<Refused | null>(null);
  let busy = $state(false);

  async function keep(): Promise<void> {
    wrong = null;
    busy = true;
    const asked = {
      ...body,
      media: {
        ...media,
        alpha: alpha === '' ? undefined : alpha === 'yes',
        colour: Object.keys(there(colour)).length > 0 ? colour : undefined,
        heard: media.sound !== 'NONE' && Object.keys(there(heard)).length > 0 ? heard : undefined,
      } as Media,
    };
    try {
      const kept =
        changes && start
          ? await got(
              api.PUT('/api/productions/{production}/specs/{spec}', {
                params: {
                  path: { production: h.id, spec: start.id },
                  header: { 'If-Match': `"${version}"` },
                },
                body: asked,
              }),
            )
          : await got(
              api.POST('/api/productions/{production}/specs', {
                params: { path: { production: h.id } },
                body: asked,
              }),
            );
      await h.again();
      ondone(kept.id);
    } catch (e) {
      wrong = e instanceof Refused ? e : null;
      if (!wrong) frame.wrong(e);
    } finally {
      busy = false;
    }
  }

  function mine(): void {
    version = (wrong?.theirs as Schemas['SpecView']).version;
    void keep();
  }
</script>

<form
  class="grid gap-2"
  onsubmit={(e) => {
    e.preventDefault();
    void keep();
  }}
>
  <label class="field"
    ><span>Name</span><input
      class="input"
      {@attach refused(wrong?.field === 'name')}
      bind:value={body.name}
      required
    /></label
  >
  <div class="grid grid-cols-2 gap-2 sm:grid-cols-4">
    <label class="field"
      ><span>Width, px</span><input class="mono input" type="number" bind:value={body.raster.width} /></label
    >
    <label class="field"
      ><span>Height, px</span><input
        class="mono input"
        type="number"
        bind:value={body.raster.height}
      /></label
    >
    <label class="field"
      ><span>Rate, fps</span><input
        class="mono input"
        {@attach refused(wrong?.field === 'rate')}
        bind:value={body.rate}
      /></label
    >
    <label class="field"
      ><span>Handles</span><input
        class="mono input"
        {@attach refused(wrong?.field === 'handles')}
        type="number"
        bind:value={body.handles}
      /></label
    >
  </div>
  <fieldset>
    <legend>File</legend>
    <div class="grid grid-cols-2 gap-2 sm:grid-cols-3">
      <label class="field"
        ><span>Kind</span><select class="select" name="container" bind:value={media.container}
          ><option value={undefined}>any</option>{#each FILES as f (f)}<option value={f}
              >{f.toLowerCase()}</option
            >{/each}</select
        ></label
      >
      <label class="field"
        ><span>Codec</span><select class="select" name="codec" bind:value={media.codec}
          ><option value={undefined}>any</option>{#each Object.entries(CODECS) as [k, w] (k)}<option value={k}
              >{w}</option
            >{/each}</select
        ></label
      >
      <label class="field"
        ><span>Profile</span><input
          class="mono input"
          {@attach refused(wrong?.field === 'profile')}
          name="profile"
          placeholder="any; HQ"
          bind:value={media.profile}
        /></label
      >
      <label class="field"
        ><span>Bits, at least</span><input
          class="mono input"
          {@attach refused(wrong?.field === 'bits')}
          type="number"
          name="bits"
          placeholder="any"
          bind:value={media.bits}
        /></label
      >
      <label class="field"
        ><span>Chroma, at least</span><select class="select" name="chroma" bind:value={media.chroma}
          ><option value={undefined}>any</option>{#each Object.entries(CHROMA) as [k, w] (k)}<option value={k}
              >{w}</option
            >{/each}</select
        ></label
      >
      <label class="field"
        ><span>Alpha</span><select class="select" name="alpha" bind:value={alpha}
          ><option value="">either way</option><option value="no">none</option><option value="yes"
            >with alpha</option
          ></select
        ></label
      >
    </div>
    <div class="mt-2 grid grid-cols-2 gap-2 sm:grid-cols-3">
      <label class="field"
        ><span>Timecode of the first frame</span><input
          class="mono input"
          {@attach refused(wrong?.field === 'timecode')}
          name="timecode"
          placeholder="any; 01:00:00:00"
          bind:value={media.timecode}
        /></label
      >
      <label class="tick sm:col-span-2"
        ><input type="checkbox" class="checkbox" bind:checked={media.clean} /> No frame black, of one tone or odd</label
      >
    </div>
  </fieldset>
  <fieldset>
    <legend>Colour, by the tags of the file</legend>
    <div class="grid grid-cols-2 gap-2 sm:grid-cols-4">
      {#each Object.entries(COLOUR) as [key, c] (key)}
        <label class="field"
          ><span>{c.head}</span><select
            class="select"
            name={key}
            value={colour[key as keyof typeof COLOUR] ?? ''}
            onchange={(e) => (colour = { ...colour, [key]: e.currentTarget.value || null })}
            ><option value="">any</option>{#each Object.entries(c.of) as [k, w] (k)}<option value={k}
                >{w}</option
              >{/each}</select
          ></label
        >
      {/each}
    </div>
  </fieldset>
  <fieldset>
    <legend>Sound</legend>
    <div class="grid grid-cols-2 gap-2 sm:grid-cols-3">
      <label class="field"
        ><span>Track</span><select
          class="select"
          name="sound"
          {@attach refused(wrong?.field === 'sound')}
          bind:value={media.sound}
          ><option value={undefined}>any</option><option value="NONE">none</option><option value="SOME"
            >with sound</option
          ></select
        ></label
      >
      {#if media.sound !== 'NONE'}
        {#each HEARD as [key, head, step] (key)}
          <label class="field"
            ><span>{head}</span><input
              class="mono input"
              type="number"
              {step}
              name={key}
              placeholder={key === 'within' ? '1' : 'any'}
              {@attach refused(wrong?.field === key)}
              bind:value={heard[key]}
            /></label
          >
        {/each}
      {/if}
    </div>
  </fieldset>
  <label class="field"
    ><span>Names of files, from {'{production} {code} {scene} {version}'}</span><input
      class="mono input"
      {@attach refused(wrong?.field === 'pattern')}
      bind:value={body.pattern}
    /></label
  >
  <label class="field"
    ><span>What else they ask for; it stands on the delivery note</span><textarea
      class="textarea"
      rows="2"
      name="words"
      {@attach refused(wrong?.field === 'words')}
      bind:value={body.words}></textarea></label
  >
  <label class="field days"
    ><span>Days until they usually answer</span><input
      class="mono input"
      type="number"
      step="0.5"
      name="answerDays"
      placeholder="from their answers so far"
      {@attach refused(wrong?.field === 'answerDays')}
      bind:value={body.answerDays}
    /></label
  >
  {#if wrong?.stale}<Conflict
      {wrong}
      onmine={mine}
      ontheirs={() => {
        void h.again().then(() => ondone(null));
      }}
    />{:else if wrong}<p class="pencil" role="alert">{wrong.detail}</p>{/if}
  <div class="flex gap-2">
    <button class="ink btn" disabled={busy}>Keep</button><button
      type="button"
      class="btn"
      onclick={() => ondone(null)}>Leave</button
    >
  </div>
</form>

<style>
  fieldset {
    border-top: 1px solid var(--line);
    padding-top: 6px;
  }
  legend {
    font-weight: 600;
    padding-right: 8px;
  }
  .tick {
    display: flex;
    gap: 8px;
    align-items: center;
    align-self: end;
    padding-bottom: 8px;
  }
  .days {
    max-width: 260px;
  }
</style>
