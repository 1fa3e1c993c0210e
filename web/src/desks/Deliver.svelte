<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../lib/api/client';
  import { house } from '../lib/house.svelte';
  import PackageCard from '../lib/deliver/PackageCard.svelte';
  import SpecForm from '../lib/deliver/SpecForm.svelte';
  import Form from '../lib/parts/Form.svelte';
  import Sheet from '../lib/parts/Sheet.svelte';
  import TakeBack from '../lib/parts/TakeBack.svelte';
  import { go } from '../lib/router';
  import { frame } from '../lib/state.svelte';
  import { bytes, inside } from '../lib/words';

  const h = house();
  const specs = createQuery(() => ({
    queryKey: [h.id, 'specs'],
    queryFn: () =>
      got(api.GET('/api/productions/{production}/specs', { params: { path: { production: h.id } } })),
  }));
  let chosen = $state('');
  let busy = $state(false);
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
  const packing = createQuery(() => ({
    queryKey: [h.id, 'packing'],
    refetchInterval: busy ? 700 : false,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/packages/packing', { params: { path: { production: h.id } } }),
      ),
  }));
  let picked = $state<Record<string, boolean>>({});
  let damage = $state(false);
  let edit = $state<{ from: Schemas['SpecView'] | null; copy: boolean } | null>(null);
  let file: HTMLInputElement | undefined = $state();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR'));
  const wanted = (o: Schemas['OfferView']): boolean => picked[o.shot] ?? o.due;
  const ready = $derived(offers.data?.offers.filter((o) => o.open && wanted(o)) ?? []);
  /** Those that may go first. */
  const inTurn = $derived([...(offers.data?.offers ?? [])].sort((a, b) => Number(b.open) - Number(a.open)));
  const share = $derived(packing.data && packing.data.all > 0 ? packing.data.done / packing.data.all : 0);

  async function pack(): Promise<void> {
    busy = true;
    try {
      const p = await got(
        api.POST('/api/productions/{production}/packages', {
          params: { path: { production: h.id } },
          body: { spec: spec?.id ?? '', shots: ready.map((o) => o.shot) },
        }),
      );
      await h.again();
      frame.say(`${p.name} is packed; hand it over.`);
    } catch (e) {
      frame.wrong(e);
    } finally {
      busy = false;
    }
  }

  const stop = () =>
    got(
      api.DELETE('/api/productions/{production}/packages/packing', {
        params: { path: { production: h.id } },
      }),
    ).catch((e: unknown) => frame.wrong(e));

  /** A specification that was written elsewhere. */
  async function take(f: File | undefined): Promise<void> {
    if (!f) return;
    try {
      let read: unknown;
      try {
        read = JSON.parse(await f.text());
      } catch {
        throw new Refused(
          0,
          `${f.name} cannot be read`,
          'It is no JSON. Take the file that “Save as file” wrote.',
        );
      }
      const s = await got(
        api.POST('/api/productions/{production}/specs/file', {
          params: { path: { production: h.id } },
          body: read as Schemas['NewSpecFile'],
        }),
      );
      await h.again();
      chosen = s.id;
      frame.say(`${s.name} is taken in.`);
    } catch (e) {
      frame.wrong(e);
    } finally {
      if (file) file.value = '';
    }
  }
</script>

<div class="deliver">
  <section>
    <div class="flex flex-wrap items-center gap-x-3 gap-y-1">
      <h1 class:sr-only={(specs.data?.length ?? 0) > 1}>
        {spec ? spec.name : 'No delivery specification yet'}
      </h1>
      {#if (specs.data?.length ?? 0) > 1}<select
          class="which select"
          value={spec?.id}
          onchange={(e) => (chosen = e.currentTarget.value)}
          aria-label="Delivery specification"
          >{#each specs.data ?? [] as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
        >{/if}
      {#if h.may('PRODUCER')}<span class="ml-auto flex flex-wrap gap-2"
          >{#if spec}<button class="tight btn" onclick={() => (edit = { from: spec, copy: false })}
              >Change</button
            ><button class="tight btn" onclick={() => (edit = { from: spec, copy: true })}>Copy</button><a
              class="tight btn"
              href="/api/productions/{h.id}/specs/{spec.id}/file"
              download>Save as file</a
            ><TakeBack
              what="the specification {spec.name}"
              run={() =>
                api
                  .DELETE('/api/productions/{production}/specs/{spec}', {
                    params: { path: { production: h.id, spec: spec.id } },
                  })
                  .then(() => ((chosen = ''), h.again()))}
            />{/if}<button class="tight btn" onclick={() => (edit = { from: null, copy: false })}>New</button
          ><button class="tight btn" onclick={() => file?.click()}>From file</button><input
            bind:this={file}
            class="hidden"
            type="file"
            accept=".json,application/json"
            aria-label="A specification from a file"
            onchange={(e) => void take(e.currentTarget.files?.[0])}
          /></span
        >{/if}
    </div>
    {#if spec}<p class="mono small soft">
        {[
          `${spec.raster.width} × ${spec.raster.height}`,
          `${spec.rateName} fps`,
          spec.handles === 0 ? 'no handles' : `${spec.handles} frames handles`,
          spec.pattern,
          ...spec.asked,
        ].join(' · ')}
      </p>
      {#if spec.words}<p class="small soft">{spec.words}</p>{/if}{/if}
    {#if !spec}<p class="soft">
        Write down what the client wants: raster, rate, handles, names. Every shot is then checked against it
        from the facts of its file.
      </p>{/if}
    <ul>
      {#each inTurn as o (o.shot)}
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
                {o.delivered}
              </p>{/if}
          </div>
          <ul class="checks">
            {#each o.checks.filter((c) => !c.agrees) as c (c.label)}<li title="wanted {c.wanted}">
                <span class="pt-[2px]"><Form state="IN_DOUBT" size={11} now /></span><span
                  >{c.label} <span class="mono small">{c.found}</span><span class="small soft fix"
                    >{c.remedy}</span
                  ></span
                >
              </li>{/each}
            {#if o.checks.some((c) => c.asked && c.agrees)}<li>
                <span class="pt-[2px]"><Form state="IN_HAND" size={11} /></span><span class="small"
                  >As asked: {o.checks
                    .filter((c) => c.asked && c.agrees)
                    .map((c) => `${inside(c.label)} ${c.found}`)
                    .join(' · ')}</span
                >
              </li>{/if}
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
        disabled={ready.length === 0 || busy}
        onclick={() => void pack()}
        >{busy
          ? 'Packing…'
          : ready.length === 0
            ? offers.data?.offers.some((o) => o.ready)
              ? 'Nothing new to pack'
              : 'Nothing is ready to pack'
            : `Pack ${ready.length} ${ready.length === 1 ? 'shot' : 'shots'}`}</button
      >
      {#if busy && packing.data && packing.data.all > 0}
        <div class="mb-3 flex items-center gap-2">
          <progress class="grow" value={share} aria-label="How much is packed"></progress><span
            class="mono small">{bytes(packing.data.done)} of {bytes(packing.data.all)}</span
          ><button class="tight btn" onclick={() => void stop()}>Stop</button>
        </div>
      {/if}
    {/if}
    <h2>Packages</h2>
    <ul>
      {#each packages.data?.packages ?? [] as p, i (p.id)}
        <PackageCard {p} {damage} first={i === 0} />
      {:else}<li class="soft">None yet. Agreed shots that pass their check list can be packed.</li>{/each}
    </ul>
    {#if h.may('PRODUCER') && frame.session?.demo}<label class="stand small soft"
        ><input type="checkbox" class="checkbox" bind:checked={damage} /> The drop box is a stand-in that ships
        with Bivex. Tick to have it damage the next file on the way and see a refusal.</label
      >{/if}
  </aside>
</div>

<Sheet
  open={edit !== null}
  title={edit?.from && !edit.copy ? 'Change the specification' : 'New delivery specification'}
>
  {#if edit}<SpecForm
      from={edit.from}
      copy={edit.copy}
      ondone={(kept) => {
        edit = null;
        if (kept) chosen = kept;
      }}
    />{/if}
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
  .which {
    width: 16rem;
    font-weight: 600;
    font-size: 16px;
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
  .stand {
    display: block;
    margin-top: 14px;
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  @media (max-width: 900px) {
    .deliver,
    .offer {
      grid-template-columns: 1fr;
    }
  }
</style>
