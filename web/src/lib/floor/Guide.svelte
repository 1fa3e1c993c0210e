<script lang="ts">
  import { untrack } from 'svelte';
  import { api, got, token, refusal, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { frame } from '../state.svelte';
  import { number } from '../numbers';
  import { refused } from '../refused';

  /** The guide track of a shot: lines from the script, timed, heard and printed. */
  let { shot, onclose }: { shot: string; onclose: () => void } = $props();
  const h = house();
  const id = untrack(() => shot);
  const may = $derived(h.may('PRODUCER', 'COORDINATOR', 'FLOOR'));
  let open = $state(true);
  let view = $state.raw<Schemas['GuideView'] | null>(null);
  type Row = { part: number; name: string; text: string; from: string; to: string };
  let rows = $state<Row[]>([]);
  let rate = $state(150);
  let sound = $state('');
  let hears = $state(0);
  let wrong = $state('');

  $effect(() => {
    if (!open) onclose();
  });
  void got(
    api.GET('/api/productions/{production}/shots/{shot}/guide', {
      params: { path: { production: h.id, shot: id } },
    }),
  )
    .then(show)
    .catch((e: unknown) => (wrong = e instanceof Error ? e.message : String(e)));

  const body = () =>
    ({
      lines: rows
        .filter((r) => r.text.trim())
        .map((r) => ({
          part: Number(r.part),
          name: r.name,
          text: r.text,
          from: number(r.from, 'From') ?? undefined,
          to: number(r.to, 'To') ?? undefined,
        })),
      wordsPerMinute: rate,
    }) as Schemas['NewGuide'];

  function show(v: Schemas['GuideView']): void {
    view = v;
    rate = v.wordsPerMinute;
    rows = v.track.lines.map((l) => ({
      part: l.part,
      name: l.name,
      text: l.text,
      from: l.from.toFixed(1),
      to: l.to.toFixed(1),
    }));
  }

  /** A time as it is typed; what can't be read is nowhere. */
  const told = (raw: string): number => Number(raw.replace(',', '.'));

  /** Times the lines by their words; nothing is kept. */
  async function time(): Promise<void> {
    wrong = '';
    try {
      const b = body();
      b.lines = (b.lines ?? []).map((l) => ({ part: l.part, name: l.name, text: l.text }) as typeof l);
      show(
        await got(
          api.POST('/api/productions/{production}/shots/{shot}/guide', {
            params: { path: { production: h.id, shot: id } },
            body: b,
          }),
        ),
      );
    } catch (e) {
      wrong = e instanceof Error ? e.message : String(e);
    }
  }

  async function keep(given: Schemas['NewGuide'], done: string): Promise<void> {
    wrong = '';
    try {
      show(
        await got(
          api.PUT('/api/productions/{production}/shots/{shot}/guide', {
            params: { path: { production: h.id, shot: id } },
            body: given,
          }),
        ),
      );
      frame.say(done);
      await h.again();
    } catch (e) {
      wrong = e instanceof Error ? e.message : String(e);
    }
  }

  async function keepMine(): Promise<void> {
    try {
      await keep(body(), 'The lines and their times are kept.');
    } catch (e) {
      wrong = e instanceof Error ? e.message : String(e);
    }
  }

  async function fetched(path: string, more: object): Promise<Blob | null> {
    const r = await fetch(`/api/productions/${h.id}/shots/${id}/${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': token() },
      body: JSON.stringify({ ...body(), ...more }),
    });
    if (!r.ok) {
      wrong = (await refusal(r)).detail;
      return null;
    }
    return r.blob();
  }

  function save(blob: Blob | null, name: string): void {
    if (!blob) return;
    const a = document.createElement('a');
    a.href = URL.createObjectURL(blob);
    a.download = name;
    a.click();
    setTimeout(() => URL.revokeObjectURL(a.href), 10_000);
  }

  async function hear(part: number): Promise<void> {
    try {
      const blob = await fetched('guide.wav', { listener: part });
      if (blob) {
        if (sound) URL.revokeObjectURL(sound);
        sound = URL.createObjectURL(blob);
        hears = part;
      }
    } catch (e) {
      frame.wrong(e);
    }
  }
</script>

<Sheet bind:open title="Guide track" wide>
  {#if view && rows.length === 0}
    <p class="soft">Nobody speaks in this scene of the script. Add the lines by hand.</p>
  {/if}
  <p class="small soft">
    {view?.countIn ?? 3} beeps count in. The other parts are heard as one pulse a word at their own pitch; a tick
    says where the one who listens begins. It gives the timing, not the voice.
  </p>
  {#each view?.track.overlaps ?? [] as o (o.from)}<p class="pencil">
      Parts {o.partA} and {o.partB} speak at once from {o.from.toFixed(1)} to {o.to.toFixed(1)} s: one cannot be
      recorded against the other there.
    </p>{/each}
  <div class="rows">
    {#each ['part', 'who', 'line, from the scene', 'from, s', 'to, s', ''] as head (head)}<span
        class="small soft head"
        aria-hidden="true">{head}</span
      >{/each}
    {#each rows as r, i (i)}
      {@const clash = view?.track.overlaps.some(
        (o) => (o.partA === r.part || o.partB === r.part) && told(r.from) < o.to && told(r.to) > o.from,
      )}
      <label class="field"
        ><span class="sr-only">Part</span><input
          class="mono input"
          type="number"
          min="1"
          max="12"
          bind:value={r.part}
        /></label
      >
      <label class="field"><span class="sr-only">Name</span><input class="input" bind:value={r.name} /></label
      >
      <label class="field"><span class="sr-only">Line</span><input class="input" bind:value={r.text} /></label
      >
      <label class="field"
        ><span class="sr-only">From, s</span><input
          class="mono input"
          {@attach refused(clash, false)}
          bind:value={r.from}
          placeholder="after"
        /></label
      >
      <label class="field"
        ><span class="sr-only">To, s</span><input
          class="mono input"
          {@attach refused(clash, false)}
          bind:value={r.to}
          placeholder="by words"
        /></label
      >
      <button
        class="tight bare btn"
        aria-label="Without line {i + 1}"
        onclick={() => (rows = rows.filter((_, k) => k !== i))}>✕</button
      >
    {/each}
  </div>
  <div class="foot">
    <div class="flex flex-wrap items-end gap-2">
      <button
        class="tight btn"
        onclick={() => (rows = [...rows, { part: 1, name: 'part 1', text: '', from: '', to: '' }])}
        >A line more</button
      >
      <label class="field"
        ><span>Words a minute</span><input
          class="mono input"
          type="number"
          min="20"
          max="600"
          bind:value={rate}
        /></label
      >
      <button class="tight btn" onclick={() => void time()}>Time them by words</button>
      {#if may}<button class="tight now btn" onclick={() => void keepMine()}>Keep my times</button
        >{#if view?.keptBy}<button
            class="tight bare btn"
            onclick={() =>
              void keep(
                { lines: [] } as unknown as Schemas['NewGuide'],
                'The lines are those of the script again.',
              )}>The script's lines again</button
          ><span class="small soft">Times kept by {view.keptBy}</span>{/if}{/if}
    </div>
    {#if wrong}<p class="pencil" role="alert">{wrong}</p>{/if}
    <div class="mt-2 flex flex-wrap items-center gap-2">
      {#each [...new Set(rows.map((r) => Number(r.part)))].sort() as p (p)}<button
          class="btn"
          onclick={() => void hear(p)}>Hear it as part {p}</button
        >{/each}
      {#if sound}<audio controls src={sound} aria-label="Guide track for part {hears}"></audio><a
          class="tight btn"
          href={sound}
          download="guide-part-{hears}.wav">WAV</a
        >{/if}
      <button class="btn" onclick={() => void fetched('guide.pdf', {}).then((b) => save(b, 'pacing.pdf'))}
        >Pacing sheet</button
      >
    </div>
  </div>
</Sheet>

<style>
  .rows {
    display: grid;
    grid-template-columns: 56px 150px 1fr 74px 74px 34px;
    gap: 4px 6px;
    align-items: center;
    margin-top: 8px;
  }
  /* What is done with the lines stays in sight below a long scene. */
  .foot {
    position: sticky;
    bottom: -20px;
    margin: 8px -20px -20px;
    padding: 8px 20px 14px;
    background: var(--sheet);
    border-top: 1px solid var(--ink);
  }
  @media (max-width: 720px) {
    .foot {
      position: static;
    }
    .head {
      display: none;
    }
    .rows {
      grid-template-columns: 50px 1fr 60px 60px 30px;
    }
    .rows > :nth-child(6n + 3):not(.head) {
      grid-column: 1 / -1;
      order: 0;
    }
  }
</style>
