<script lang="ts">
  import { Refused, send, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { count } from '../words';
  import Guide from './Guide.svelte';
  import Head from './Head.svelte';
  import type { FloorSheet } from './merged';

  /** Papers and lists of the day, out and in; the guide track and the head of the setup. */
  let { pack, sheet }: { pack: Schemas['DayPack']; sheet: FloorSheet } = $props();
  const h = house();
  let open = $state(false);
  /** What became of the last list that was brought in; it stays until the sheet is left. */
  let report = $state<{ said: string; lists: [string, string[]][] } | null>(null);
  let guiding = $state('');
  let moving = $state(false);
  const base = $derived(`/api/productions/${h.id}/days/${pack.day.id}`);
  const may = $derived(h.may('PRODUCER', 'COORDINATOR', 'FLOOR'));
  const speaking = $derived([
    ...new Map(sheet.plates.filter((p) => p.guide).map((p) => [p.shot, p.code])).entries(),
  ]);

  const refusalWords = (e: unknown): string =>
    e instanceof Refused ? e.detail : e instanceof Error ? e.message : String(e);

  async function bring(path: string, input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    if (!file) return;
    report = null;
    const form = new FormData();
    form.set('file', file);
    try {
      if (path === 'takes.csv') {
        const r = await send<Schemas['TakesImport']>(`${base}/takes.csv`, form, () => undefined);
        report = {
          said: `${file.name}: ${count(r.logged, 'take')} logged, ${r.known} known already.`,
          lists: [['To look at', r.otherwise]],
        };
      } else {
        const r = await send<Schemas['PicksImport']>(`${base}/picks`, form, () => undefined);
        report = {
          said: `${file.name}: ${count(r.picked, 'take')} picked.`,
          lists: [
            ['Clips that no take of this day holds', r.unknown],
            ['Lines that are not used', r.passed],
          ],
        };
      }
      await h.again();
    } catch (e) {
      report = { said: `${file.name}: nothing was taken in. ${refusalWords(e)}`, lists: [] };
    } finally {
      // The same file, mended, can be chosen again.
      input.value = '';
    }
  }
</script>

<button
  class="tight btn"
  onclick={() => {
    report = null;
    open = true;
  }}>Papers</button
>
{#each speaking as [shot, code] (shot)}<button class="tight btn" onclick={() => (guiding = shot)}
    >Guide track{speaking.length > 1 ? ` ${code}` : ''}</button
  >{/each}
{#if sheet.checks.length > 0 && may}<button class="tight btn" onclick={() => (moving = true)}>Head</button
  >{/if}

<Sheet bind:open title="Papers of day {pack.day.number}">
  {#if report}<section class="report" role="status" aria-label="What was brought in">
      <p><strong>{report.said}</strong></p>
      {#each report.lists.filter(([, lines]) => lines.length > 0) as [head, lines] (head)}
        <h3>{head}</h3>
        <ul class="lines">
          {#each lines as l, i (i)}<li>{l}</li>{/each}
        </ul>
      {/each}
    </section>{/if}
  <ul>
    <li>
      <span>Day sheet: hours, sun, order, cautions</span><a
        class="tight btn"
        href="{base}/papers/day.pdf"
        download>PDF</a
      ><a class="tight btn" href="{base}/papers/day.csv" download>CSV</a>
    </li>
    <li>
      <span>Plates of each setup, with pictures and cautions</span><a
        class="tight btn"
        href="{base}/papers/plates.pdf"
        download>PDF</a
      >
    </li>
    <li>
      <span>Wardrobe blocks</span><a class="tight btn" href="{base}/papers/wardrobe.pdf" download>PDF</a><a
        class="tight btn"
        href="{base}/papers/wardrobe.csv"
        download>CSV</a
      >
    </li>
    <li>
      <span>Kit and props</span><a class="tight btn" href="{base}/papers/kit.pdf" download>PDF</a><a
        class="tight btn"
        href="{base}/papers/kit.csv"
        download>CSV</a
      >
    </li>
    <li>
      <span>Pick-ups of all days, grouped by place, light, costume and lens</span><a
        class="tight btn"
        href="/api/productions/{h.id}/sheets/pick-ups.pdf"
        download>PDF</a
      ><a class="tight btn" href="/api/productions/{h.id}/sheets/pick-ups.csv" download>CSV</a>
    </li>
    <li>
      <span>All shooting days, for a calendar</span><a
        class="tight btn"
        href="/api/productions/{h.id}/days.ics"
        download>iCalendar</a
      >
    </li>
    <li>
      <span>Takes of the day, every camera field</span><a class="tight btn" href="{base}/takes.csv" download
        >CSV</a
      >{#if may}<label class="tight btn"
          >Bring in<input
            class="sr-only"
            type="file"
            accept=".csv,text/csv"
            onchange={(e) => void bring('takes.csv', e.currentTarget)}
          /></label
        >{/if}
    </li>
    <li>
      <span>Picked takes, cut in by the handles</span><a class="tight btn" href="{base}/picks.edl" download
        >Edit list</a
      ><a class="tight btn" href="{base}/picks.otio" download>OTIO</a>{#if may}<label class="tight btn"
          >Bring in<input
            class="sr-only"
            type="file"
            accept=".edl,.otio,.txt,.json"
            onchange={(e) => void bring('picks', e.currentTarget)}
          /></label
        >{/if}
    </li>
  </ul>
  <p class="small soft mt-2">
    A list of picks that comes back from the edit picks every take its clips lie in.
  </p>
</Sheet>
{#if guiding}<Guide shot={guiding} onclose={() => (guiding = '')} />{/if}
<Head bind:open={moving} {pack} {sheet} />

<style>
  li {
    display: flex;
    gap: 6px;
    align-items: center;
    padding: 5px 0;
    border-top: 1px solid var(--line);
  }
  li span {
    flex: 1;
  }
  .report {
    border: 1px solid var(--ink);
    padding: 8px 10px;
    margin-bottom: 10px;
  }
  .report h3 {
    margin-top: 6px;
  }
  .lines {
    max-height: 180px;
    overflow-y: auto;
  }
  .lines li {
    display: block;
    padding: 2px 0;
    border: 0;
  }
  label:focus-within {
    outline: 2px solid var(--pencil);
  }
</style>
