<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../lib/api/client';
  import { house } from '../lib/house.svelte';
  import Conflict from '../lib/parts/Conflict.svelte';
  import Form from '../lib/parts/Form.svelte';
  import Sheet from '../lib/parts/Sheet.svelte';
  import TakeBack from '../lib/parts/TakeBack.svelte';
  import { go } from '../lib/router';
  import { frame } from '../lib/state.svelte';
  import { bytes, moment, inside } from '../lib/words';
  import { refused } from '../lib/refused';

  const h = house();
  const specs = createQuery(() => ({
    queryKey: [h.id, 'specs'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/specs', { params: { path: { production: h.id } } })),
  }));
  let chosen = $state('');
  const spec = $derived(specs.data?.find((s) => s.id === chosen) ?? specs.data?.[0]);
  const offers = createQuery(() => ({
    queryKey: [h.id, 'offers', spec?.id],
    enabled: spec !== undefined,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/specs/{spec}/offers', {
          params: { path: { production: h.id, spec: spec?.id ?? '' } },
        }),
      ),
  }));
  const packages = createQuery(() => ({
    queryKey: [h.id, 'packages'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/packages', { params: { path: { production: h.id } } })),
  }));
  let picked = $state<Record<string, boolean>>({});
  let damage = $state(false);
  let busy = $state('');
  let edit = $state<{ id: string | null; version: number; body: Omit<Schemas['SpecEdit'], 'media'> } | null>(
    null,
  );
  /** What is asked of the file itself; what is not there may be anything. */
  let media = $state<Partial<Media>>({});
  let wrong = $state<Refused | null>(null);
  const may = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const wanted = (o: Schemas['OfferView']): boolean => picked[o.shot] ?? o.due;
  const ready = $derived(offers.data?.offers.filter((o) => o.open && wanted(o)) ?? []);

  async function work(what: string, call: () => Promise<Schemas['PackageView']>): Promise<void> {
    busy = what;
    try {
      const p = await call();
      await h.again();
      if (p.accepted === false) frame.wrong(new Refused(0, `${p.name} was refused`, p.words));
      else frame.say(p.accepted ? `${p.name}: ${p.words}` : `${p.name} is packed; send it.`);
    } catch (e) {
      frame.wrong(e);
    } finally {
      busy = '';
    }
  }

  const pack = () =>
    work('pack', () =>
      got(
        api.POST('/api/productions/{production}/packages', {
          params: { path: { production: h.id } },
          body: { spec: spec?.id ?? '', shots: ready.map((o) => o.shot) },
        }),
      ),
    );
  const sendOff = (p: Schemas['PackageView']) =>
    work(p.id, () =>
      got(
        api.POST('/api/productions/{production}/packages/{pack}/send', {
          params: { path: { production: h.id, pack: p.id } },
          body: { damage },
        }),
      ),
    );

  async function keep(): Promise<void> {
    if (!edit) return;
    wrong = null;
    try {
      if (edit.id)
        await got(
          api.PUT('/api/productions/{production}/specs/{spec}', {
            params: {
              path: { production: h.id, spec: edit.id },
              header: { 'If-Match': `"${edit.version}"` },
            },
            body: { ...edit.body, media: media as Media },
          }),
        );
      else
        await got(
          api.POST('/api/productions/{production}/specs', {
            params: { path: { production: h.id } },
            body: { ...edit.body, media: media as Media },
          }),
        );
      edit = null;
      await h.again();
    } catch (e) {
      wrong = e instanceof Refused ? e : null;
      if (!wrong) frame.wrong(e);
    }
  }

  function mine(): void {
    if (edit) {
      edit.version = (wrong?.theirs as Schemas['SpecView']).version;
      void keep();
    }
  }

  type Media = Schemas['MediaWanted'];
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

  /** What is asked of the file itself, in words. */
  function asked(m: Partial<Media> | undefined): string[] {
    return [
      m?.container?.toLowerCase(),
      m?.codec && CODECS[m.codec],
      m?.bits && `${m.bits} bits`,
      m?.chroma && CHROMA[m.chroma],
      m?.sound && (m.sound === 'NONE' ? 'no sound' : 'sound'),
    ].filter((w): w is string => !!w);
  }

  function change(s: Schemas['SpecView'] | null): void {
    wrong = null;
    media = Object.fromEntries(Object.entries(s?.media ?? {}).filter((x) => x[1] !== null));
    edit = s
      ? {
          id: s.id,
          version: s.version,
          body: {
            name: s.name,
            raster: { ...s.raster },
            rate: s.rate,
            handles: s.handles,
            pattern: s.pattern,
          },
        }
      : {
          id: null,
          version: 0,
          body: {
            name: '',
            raster: h.view ? { ...h.view.delivery } : { width: 1920, height: 1080 },
            rate: h.view?.rate ?? '24',
            handles: h.view?.handles ?? 8,
            pattern: '{code}_v{version}',
          },
        };
  }
</script>

<div class="deliver">
  <section>
    <div class="flex items-center gap-3">
      <h1>{spec ? spec.name : 'No delivery specification yet'}</h1>
      {#if (specs.data?.length ?? 0) > 1}<select
          class="select w-48"
          bind:value={chosen}
          aria-label="Delivery specification"
          >{#each specs.data ?? [] as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
        >{/if}
      {#if spec}<span class="mono soft"
          >{[
            `${spec.raster.width} × ${spec.raster.height}`,
            `${spec.rateName} fps`,
            `${spec.handles} frames handles`,
            spec.pattern,
            ...asked(spec.media),
          ].join(' · ')}</span
        >{/if}
      {#if h.may('PRODUCER')}<span class="ml-auto flex gap-2"
          >{#if spec}<button class="tight btn" onclick={() => change(spec)}>Change</button><TakeBack
              what="the specification {spec.name}"
              run={() =>
                api
                  .DELETE('/api/productions/{production}/specs/{spec}', {
                    params: { path: { production: h.id, spec: spec.id } },
                  })
                  .then(() => ((chosen = ''), h.again()))}
            />{/if}<button class="tight btn" onclick={() => change(null)}>New</button></span
        >{/if}
    </div>
    {#if !spec}<p class="soft">
        Write down what the client wants: raster, rate, handles, names. Every shot is then checked against it
        from the facts of its file.
      </p>{/if}
    <ul>
      {#each offers.data?.offers ?? [] as o (o.shot)}
        <li class="offer">
          <label class="pick"
            >{#if o.ready && o.accepted !== true}<input
                type="checkbox"
                class="checkbox"
                checked={wanted(o)}
                onchange={(e) => (picked[o.shot] = e.currentTarget.checked)}
                aria-label="Put {o.code} in the package"
              />{:else}<Form state={o.accepted ? 'IN_HAND' : 'OWED'} />{/if}</label
          >
          <div>
            <button class="who" onclick={() => go(h.id, 'review', o.shot)}
              ><strong class="mono">{o.code}</strong> {o.title}</button
            ><br /><span class="mono small soft">{o.fileName}</span>
            {#if o.delivered}<p class="small" class:pencil={o.accepted === false}>
                {o.accepted === false ? 'refused: ' : ''}{o.delivered}
              </p>{/if}
          </div>
          <ul class="checks">
            {#each o.checks.filter((c) => c.asked) as c (c.label)}<li
                title={c.agrees ? '' : `wanted ${c.wanted}`}
              >
                <span class="pt-[2px]"
                  ><Form state={c.agrees ? 'IN_HAND' : 'IN_DOUBT'} size={11} now={!c.agrees} /></span
                ><span
                  >{c.label} <span class="mono small">{c.found}</span>{#if !c.agrees}<span
                      class="small soft fix">{c.remedy}</span
                    >{/if}</span
                >
              </li>{/each}
            {#if o.checks.some((c) => !c.asked)}<li class="small soft told">
                The file says: {o.checks
                  .filter((c) => !c.asked)
                  .map((c) => `${inside(c.label)} ${c.found}`)
                  .join(' · ')}
              </li>{/if}
          </ul>
        </li>
      {/each}
    </ul>
    {#if offers.data}<p class="soft mt-2">
        {offers.data.waiting === 0 ? '' : `${offers.data.waiting} shots have no version yet.`}
      </p>{/if}
  </section>
  <aside class="sheet">
    {#if may && spec}
      <button
        class="big btn"
        class:now={ready.length > 0}
        disabled={ready.length === 0 || busy !== ''}
        onclick={() => void pack()}
        >{busy === 'pack'
          ? 'Packing…'
          : ready.length === 0
            ? offers.data?.offers.some((o) => o.ready)
              ? 'Nothing new to pack'
              : 'Nothing is ready to pack'
            : `Pack ${ready.length} ${ready.length === 1 ? 'shot' : 'shots'}`}</button
      >
    {/if}
    <h2>Packages</h2>
    <ul>
      {#each packages.data?.packages ?? [] as p (p.id)}
        <li class="package">
          <div class="flex items-center gap-2">
            <Form
              state={p.accepted === true ? 'IN_HAND' : p.accepted === false ? 'IN_DOUBT' : 'OWED'}
              now={p.accepted === false}
            /><strong class="mono">{p.name}</strong>
          </div>
          <p class="small soft">
            {p.spec} · {p.items.length}
            {p.items.length === 1 ? 'file' : 'files'},
            {bytes(p.items.reduce((n, i) => n + i.bytes, 0))} · {p.packedBy},
            {moment(p.packedAt)}
          </p>
          {#if p.words}<p class:pencil={p.accepted === false}>
              {p.accepted ? '' : 'Refused: '}{p.words}
            </p>{/if}
          <details>
            <summary class="small">Checksums, SHA-256</summary>
            <ul>
              {#each p.items as i (i.fileName)}<li class="small">
                  <span class="mono">{i.fileName}</span><br /><span class="mono soft hash">{i.sha256}</span>
                </li>{/each}
            </ul>
          </details>
          <div class="mt-1 flex gap-2">
            {#if may}<a class="tight btn" href="/api/productions/{h.id}/packages/{p.id}/zip" download>Zip</a
              >{/if}{#if h.may('PRODUCER') && p.accepted !== true}<button
                class="tight btn"
                class:now={p === packages.data?.packages[0]}
                disabled={busy !== ''}
                onclick={() => void sendOff(p)}
                >{busy === p.id
                  ? 'Sending…'
                  : p.accepted === false
                    ? 'Send again'
                    : 'Send to the drop box'}</button
              >{/if}{#if may && !p.words}<TakeBack
                what={p.name}
                run={() =>
                  api
                    .DELETE('/api/productions/{production}/packages/{pack}', {
                      params: { path: { production: h.id, pack: p.id } },
                    })
                    .then(() => h.again())}
              />{/if}
          </div>
        </li>
      {:else}<li class="soft">None yet. Agreed shots that pass their check list can be packed.</li>{/each}
    </ul>
    {#if h.may('PRODUCER') && frame.session?.demo}<label class="stand small soft"
        ><input type="checkbox" class="checkbox" bind:checked={damage} /> The drop box is a stand-in that ships
        with Bivex. Tick to have it damage the next file on the way and see a refusal.</label
      >{/if}
  </aside>
</div>

<Sheet open={edit !== null} title={edit?.id ? 'Change the specification' : 'New delivery specification'}>
  {#if edit}
    <form
      class="grid gap-2"
      onsubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <label class="field"
        ><span>Name</span><input class="input" bind:value={edit.body.name} required /></label
      >
      <div class="grid grid-cols-4 gap-2">
        <label class="field"
          ><span>Width, px</span><input
            class="mono input"
            type="number"
            bind:value={edit.body.raster.width}
          /></label
        >
        <label class="field"
          ><span>Height, px</span><input
            class="mono input"
            type="number"
            bind:value={edit.body.raster.height}
          /></label
        >
        <label class="field"
          ><span>Rate, fps</span><input
            class="mono input"
            {@attach refused(wrong?.field === 'rate')}
            bind:value={edit.body.rate}
          /></label
        >
        <label class="field"
          ><span>Handles</span><input
            class="mono input"
            {@attach refused(wrong?.field === 'handles')}
            type="number"
            bind:value={edit.body.handles}
          /></label
        >
      </div>
      <div class="grid grid-cols-2 gap-2 sm:grid-cols-5">
        <label class="field"
          ><span>File</span><select class="select" name="container" bind:value={media.container}
            ><option value={undefined}>any</option>{#each FILES as f (f)}<option value={f}
                >{f.toLowerCase()}</option
              >{/each}</select
          ></label
        >
        <label class="field"
          ><span>Codec</span><select class="select" name="codec" bind:value={media.codec}
            ><option value={undefined}>any</option>{#each Object.entries(CODECS) as [k, w] (k)}<option
                value={k}>{w}</option
              >{/each}</select
          ></label
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
            ><option value={undefined}>any</option>{#each Object.entries(CHROMA) as [k, w] (k)}<option
                value={k}>{w}</option
              >{/each}</select
          ></label
        >
        <label class="field"
          ><span>Sound</span><select class="select" name="sound" bind:value={media.sound}
            ><option value={undefined}>any</option><option value="NONE">none</option><option value="SOME"
              >with sound</option
            ></select
          ></label
        >
      </div>
      <label class="field"
        ><span>Names of files, from {'{production} {code} {scene} {version}'}</span><input
          class="mono input"
          {@attach refused(wrong?.field === 'pattern')}
          bind:value={edit.body.pattern}
        /></label
      >
      {#if wrong?.stale}<Conflict
          {wrong}
          onmine={mine}
          ontheirs={() => {
            edit = null;
            void h.again();
          }}
        />{:else if wrong}<p class="pencil" role="alert">{wrong.detail}</p>{/if}
      <div class="flex gap-2">
        <button class="ink btn">Keep</button><button type="button" class="btn" onclick={() => (edit = null)}
          >Leave</button
        >
      </div>
    </form>
  {/if}
</Sheet>

<style>
  .deliver {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 350px;
    min-height: 100%;
  }
  section {
    padding: 14px 16px;
  }
  .offer {
    display: grid;
    grid-template-columns: 26px minmax(0, 1fr) minmax(0, 1.25fr);
    gap: 8px;
    padding: 8px 0;
    border-top: 1px solid var(--line);
    margin-top: 8px;
  }
  .who {
    cursor: pointer;
    text-align: left;
  }
  .who:hover {
    text-decoration: underline;
  }
  .fix {
    margin-left: 8px;
  }
  .checks li.told {
    display: block;
    margin-top: 2px;
  }
  .checks li {
    display: grid;
    grid-template-columns: 18px 1fr;
  }
  aside {
    border-width: 0 0 0 1px;
    padding: 14px;
  }
  .big {
    width: 100%;
    padding: 12px;
    margin-bottom: 14px;
  }
  .package {
    border-top: 1px solid var(--line);
    padding: 8px 0;
  }
  .hash {
    overflow-wrap: anywhere;
    font-size: 11px;
  }
  .stand {
    display: block;
    margin-top: 14px;
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  summary {
    cursor: pointer;
  }
  @media (max-width: 900px) {
    .deliver,
    .offer {
      grid-template-columns: 1fr;
    }
  }
</style>
