<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, send, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { markNamed } from '../refused';
  import { frame as foot, queries } from '../state.svelte';
  import { Typed } from '../typed.svelte';
  import Fields from './Fields.svelte';
  import Sheet from './Sheet.svelte';

  /** Cameras and lenses of the production: typed, or read from a list. */
  let { open = $bindable(false) }: { open?: boolean } = $props();
  const h = house();
  const may = $derived(h.may('PRODUCER', 'COORDINATOR', 'FLOOR'));
  const base = $derived(`/api/productions/${h.id}`);
  const page = createQuery(() => ({
    queryKey: [h.id, 'kit'],
    enabled: open,
    queryFn: () =>
      got(api.GET('/api/productions/{production}/kit', { params: { path: { production: h.id } } })),
  }));
  const kit = $derived(page.data?.kit ?? { bodies: [], lenses: [], heads: [], media: [] });
  let wrong = $state('');

  const MODE = {
    body: '',
    baseIso: '',
    highestIso: '',
    mode: '',
    rate: '',
    width: '',
    height: '',
    usedWidthMm: '',
    codec: '',
    megabits: '',
    bits: '',
    longestMinutes: '',
  };
  const LENS = { lens: '', fromMm: '', toMm: '', widest: '', nearestM: '', breathes: 'no' };
  const HEAD = { head: '', repeatDeg: '', loadKg: '' };
  const MEDIUM = { medium: '', gigabytes: '', megabits: '', count: '' };
  const mode = new Typed(() => `camera mode ${h.id}`, MODE);
  const lens = new Typed(() => `lens ${h.id}`, LENS);
  const head = new Typed(() => `head ${h.id}`, HEAD);
  const medium = new Typed(() => `medium ${h.id}`, MEDIUM);
  const MODES: [keyof typeof MODE, string, string][] = [
    ['body', 'Body', ''],
    ['baseIso', 'Base ISO', ''],
    ['highestIso', 'Highest accepted', ''],
    ['mode', 'Mode', ''],
    ['rate', 'Frames a second', ''],
    ['width', 'Width, px', ''],
    ['height', 'Height, px', ''],
    ['usedWidthMm', 'Sensor read, mm', ''],
    ['codec', 'Codec', ''],
    ['megabits', 'Mb/s', ''],
    ['bits', 'Bits', ''],
    ['longestMinutes', 'Clip lasts, min', 'empty: no limit'],
  ];
  const LENSES: [keyof typeof LENS, string, string][] = [
    ['lens', 'Lens', ''],
    ['fromMm', 'From, mm', ''],
    ['toMm', 'To, mm', ''],
    ['widest', 'Widest, f/', ''],
    ['nearestM', 'Focuses from, m', ''],
  ];

  const HEADS: [keyof typeof HEAD, string][] = [
    ['head', 'Head'],
    ['repeatDeg', 'Repeats within, °'],
    ['loadKg', 'Carries, kg'],
  ];
  const MEDIA: [keyof typeof MEDIUM, string][] = [
    ['medium', 'Cards'],
    ['gigabytes', 'Each holds, GB'],
    ['megabits', 'Takes, Mb/s'],
    ['count', 'How many'],
  ];

  async function kept(p: Schemas['KitView'], words: string): Promise<void> {
    wrong = '';
    queries.setQueryData([h.id, 'kit'], p);
    await h.again();
    foot.say(words);
  }

  function refuse(e: unknown): void {
    wrong = e instanceof Refused ? e.message : String(e);
    markNamed(e);
  }

  async function take(text: string, name: string): Promise<boolean> {
    const form = new FormData();
    form.set('file', new File([text], name));
    try {
      const kind = name.toLowerCase().endsWith('.json') ? 'json' : 'csv';
      const p = await send<Schemas['KitView']>(`${base}/kit.${kind}`, form, () => undefined);
      await kept(p, `${String(p.kit.bodies.length)} cameras are known.`);
      return true;
    } catch (e) {
      refuse(e);
      return false;
    }
  }

  async function addMode(): Promise<void> {
    try {
      const p = await got(
        api.POST('/api/productions/{production}/kit/modes', {
          params: { path: { production: h.id } },
          body: mode.all,
        }),
      );
      await kept(p, `${mode.get('body')} records ${mode.get('rate')} fps.`);
      mode.clear('body', 'baseIso', 'highestIso');
    } catch (e) {
      refuse(e);
    }
  }

  async function put(body: Schemas['Kit'], words: string): Promise<boolean> {
    try {
      const p = await got(
        api.PUT('/api/productions/{production}/kit', {
          params: {
            path: { production: h.id },
            header: { 'If-Match': `"${String(page.data?.version ?? 0)}"` },
          },
          body,
        }),
      );
      await kept(p, words);
      return true;
    } catch (e) {
      refuse(e);
      return false;
    }
  }

  async function tried(work: () => Promise<void>): Promise<void> {
    try {
      await work();
    } catch (e) {
      refuse(e);
    }
  }

  function glass(l: Schemas['Lens']): string {
    const length = l.fromMm === l.toMm ? String(l.fromMm) : `${String(l.fromMm)} to ${String(l.toMm)}`;
    return `${length} mm, f/${String(l.widest)}, from ${String(l.nearestM)} m${l.breathes ? ', breathes' : ''}`;
  }

  const addLens = (): Promise<void> =>
    tried(async () => {
      const from = lens.needed('fromMm', 'From');
      const l = {
        name: lens.get('lens'),
        fromMm: from,
        toMm: lens.number('toMm', 'To') ?? from,
        widest: lens.needed('widest', 'Widest'),
        nearestM: lens.needed('nearestM', 'Focuses from'),
        breathes: lens.get('breathes') === 'yes',
      };
      const lenses = [...kit.lenses.filter((x) => x.name !== l.name.trim()), l];
      if (await put({ ...kit, lenses }, `${l.name} is known.`)) lens.clear();
    });

  const addHead = (): Promise<void> =>
    tried(async () => {
      const x = {
        name: head.get('head'),
        repeatDeg: head.needed('repeatDeg', 'Repeats within'),
        loadKg: head.needed('loadKg', 'Carries'),
      };
      const heads = [...kit.heads.filter((y) => y.name !== x.name.trim()), x];
      if (await put({ ...kit, heads }, `${x.name} is known.`)) head.clear();
    });

  const addMedium = (): Promise<void> =>
    tried(async () => {
      const x = {
        name: medium.get('medium'),
        gigabytes: medium.needed('gigabytes', 'Each holds'),
        megabits: medium.needed('megabits', 'Takes'),
        count: medium.needed('count', 'How many'),
      };
      const media = [...kit.media.filter((y) => y.name !== x.name.trim()), x];
      if (await put({ ...kit, media }, `${x.name} are known.`)) medium.clear();
    });
</script>

{#snippet known(name: string, what: string, without: Schemas['Kit'])}
  <li class="flex items-baseline gap-2">
    <strong>{name}</strong>
    <span class="soft">{what}</span>
    {#if may}<button
        class="tight bare btn"
        aria-label="Take {name} off the list"
        onclick={() => void put(without, `${name}: off the list.`)}>Take off</button
      >{/if}
  </li>
{/snippet}

<Sheet bind:open title="Cameras of the production" wide>
  {#if page.isLoadingError}<p role="alert" class="pencil">{page.error.message}</p>{/if}
  {#each kit.bodies as b (b.name)}
    <div class="mt-2 flex items-baseline gap-2">
      <h3>{b.name}</h3>
      <span class="small soft">base ISO {b.baseIso}, up to {b.highestIso}</span>
      {#if may}<button
          class="tight bare ml-auto btn"
          aria-label="Take {b.name} off the list"
          onclick={() =>
            void put({ ...kit, bodies: kit.bodies.filter((x) => x !== b) }, `${b.name} is off the list.`)}
          >Take off</button
        >{/if}
    </div>
    <div class="scroll">
      <table class="small">
        <thead
          ><tr
            ><th>Mode</th><th>Rate</th><th>Picture</th><th>Sensor read</th><th>Codec</th><th>Mb/s</th><th
              >Bits</th
            ><th>Clip lasts</th></tr
          ></thead
        >
        <tbody>
          {#each b.modes as m, i (i)}<tr
              ><td>{m.name}</td><td>{m.rate} fps</td><td>{m.raster.width} × {m.raster.height}</td><td
                >{m.usedWidthMm} mm</td
              ><td>{m.codec}</td><td>{m.megabits}</td><td>{m.bits}</td><td
                >{m.longestMinutes ? `${String(m.longestMinutes)} min` : 'no limit'}</td
              ></tr
            >{/each}
        </tbody>
      </table>
    </div>
  {:else}
    <p class="soft">
      No camera is known yet. Type one, or bring in a list with a row for each way it records.
    </p>
  {/each}
  {#if may}
    <form
      class="fields mt-3"
      aria-label="A way a camera records"
      onsubmit={(e) => {
        e.preventDefault();
        void addMode();
      }}
    >
      <Fields typed={mode} of={MODES} />
      <button class="btn">Add this mode</button>
    </form>
  {/if}
  <h3 class="rule mt-4 pt-2">Lenses</h3>
  <ul class="small">
    {#each kit.lenses as l (l.name)}{@render known(l.name, glass(l), {
        ...kit,
        lenses: kit.lenses.filter((x) => x !== l),
      })}{:else}<li class="soft">None yet.</li>{/each}
  </ul>
  {#if may}
    <form
      class="fields mt-2"
      aria-label="A lens"
      onsubmit={(e) => {
        e.preventDefault();
        void addLens();
      }}
    >
      <Fields typed={lens} of={LENSES} />
      <label class="field"
        ><span>Breathes</span><select
          class="select"
          bind:value={() => lens.get('breathes'), (v) => lens.set('breathes', v)}
          ><option value="no">no</option><option value="yes">yes</option></select
        ></label
      >
      <button class="btn">Add this lens</button>
    </form>
  {/if}
  <h3 class="rule mt-4 pt-2">Heads</h3>
  <ul class="small">
    {#each kit.heads as x (x.name)}{@render known(
        x.name,
        `repeats within ${String(x.repeatDeg)}°, carries ${String(x.loadKg)} kg`,
        { ...kit, heads: kit.heads.filter((y) => y !== x) },
      )}{:else}<li class="soft">None yet.</li>{/each}
  </ul>
  {#if may}
    <form
      class="fields mt-2"
      aria-label="A head"
      onsubmit={(e) => {
        e.preventDefault();
        void addHead();
      }}
    >
      <Fields typed={head} of={HEADS} />
      <button class="btn">Add this head</button>
    </form>
  {/if}
  <h3 class="rule mt-4 pt-2">Cards</h3>
  <ul class="small">
    {#each kit.media as x (x.name)}{@render known(
        x.name,
        `${String(x.count)} of ${String(x.gigabytes)} GB, ${String(x.megabits)} Mb/s`,
        { ...kit, media: kit.media.filter((y) => y !== x) },
      )}{:else}<li class="soft">None yet.</li>{/each}
  </ul>
  {#if may}
    <form
      class="fields mt-2"
      aria-label="Cards"
      onsubmit={(e) => {
        e.preventDefault();
        void addMedium();
      }}
    >
      <Fields typed={medium} of={MEDIA} />
      <button class="btn">Add these cards</button>
    </form>
  {/if}
  {#if wrong}<p role="alert" class="pencil small mt-2">{wrong}</p>{/if}
  <p class="rule mt-4 flex items-center gap-2 pt-2">
    <a class="tight btn" href="{base}/kit.csv" download>List of modes (CSV)</a>
    <a class="tight btn" href="{base}/kit.json" download>All of it (JSON)</a>
    {#if may}<label class="tight btn"
        >Bring in<input
          type="file"
          class="sr-only"
          accept=".csv,.json,text/csv,application/json"
          onchange={async (e) => {
            const file = e.currentTarget.files?.[0];
            e.currentTarget.value = '';
            if (file) await take(await file.text(), file.name);
          }}
        /></label
      >{/if}
    <span class="small soft">What has a name that is there replaces it; all else stays.</span>
  </p>
</Sheet>

<style>
  .fields {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
    gap: 8px 10px;
    align-items: end;
  }
  .scroll {
    overflow-x: auto;
  }
  table {
    width: 100%;
    border-collapse: collapse;
  }
  th {
    text-align: left;
    font-weight: 450;
    color: var(--soft);
  }
  th,
  td {
    padding: 2px 10px 2px 0;
    white-space: nowrap;
  }
</style>
