<script lang="ts">
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import Sheet from '../parts/Sheet.svelte';
  import { frame } from '../state.svelte';
  import type { FloorSheet } from './merged';
  import { number } from '../numbers';

  /** The repeat head: plays a move, and says how well each pass lies on the first. */
  let {
    open = $bindable(false),
    pack,
    sheet,
  }: { open: boolean; pack: Schemas['DayPack']; sheet: FloorSheet } = $props();
  const h = house();
  let sweep = $state('180');
  let seconds = $state('10');
  let passes = $state.raw<Schemas['HeadReport'][]>([]);
  let busy = $state(false);
  const most = $derived(Math.max(1, ...passes.flatMap((p) => p.positions.map(Math.abs))));
  const path = (p: number[]): string =>
    p
      .map(
        (v, i) =>
          `${i ? 'L' : 'M'}${((320 * i) / Math.max(1, p.length - 1)).toFixed(1)} ${(90 - (84 * v) / most).toFixed(1)}`,
      )
      .join('');

  async function play(first: boolean): Promise<void> {
    busy = true;
    try {
      const r = await got(
        api.POST('/api/productions/{production}/head/play', {
          params: { path: { production: h.id } },
          body: {
            setup: sheet.setup.id,
            sweepDeg: number(sweep, 'Sweep'),
            seconds: number(seconds, 'Seconds'),
            first,
            focalMm: sheet.last?.focalMm ?? undefined,
          } as Schemas['NewMove'],
        }),
      );
      passes = first || r.passes === null ? [r] : [...passes, r];
    } catch (e) {
      frame.wrong(e);
    } finally {
      busy = false;
    }
  }
</script>

<Sheet bind:open title="The head, setup {sheet.setup.number}">
  {#each sheet.checks as c, i (i)}<p class="small soft">{c.title}: {c.figure}</p>{/each}
  <div class="my-2 flex items-end gap-2">
    <label class="field"
      ><span>Sweep, °</span><input class="mono input" inputmode="decimal" bind:value={sweep} /></label
    >
    <label class="field"
      ><span>Seconds</span><input class="mono input" inputmode="decimal" bind:value={seconds} /></label
    >
    <button class="now btn" disabled={busy} onclick={() => void play(passes.length === 0)}
      >{passes.length === 0 ? 'Play the first pass' : 'Play it again'}</button
    >
    {#if passes.length > 0}<button class="btn" disabled={busy} onclick={() => void play(true)}
        >Begin anew</button
      >{/if}
  </div>
  {#if passes.length > 0}
    <svg
      viewBox="-2 0 324 96"
      role="img"
      aria-label="Pan of {passes.length} passes over time, {pack.rate} frames a second"
    >
      {#each passes as p, i (i)}<path
          d={path(p.positions)}
          fill="none"
          stroke={i === 0 ? 'var(--ink)' : 'var(--pencil)'}
          stroke-width={i === 0 ? 2 : 1}
        />{/each}
    </svg>
    <ol>
      {#each passes as p, i (i)}<li class="rule py-1">
          <strong>Pass {i + 1}</strong>
          {p.passes ? p.passes.words : 'The others are laid against this one.'}
          {#if p.passes}<span class="mono small soft"
              >start {p.passes.startFrames.toFixed(2)} frames ·
              {p.passes.worstDeg.toFixed(3)}° · {p.passes.worstPx.toFixed(1)} px</span
            >{/if}
        </li>{/each}
    </ol>
  {/if}
</Sheet>
