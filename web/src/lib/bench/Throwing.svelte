<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { tick } from 'svelte';
  import { tinykeys } from 'tinykeys';
  import { api, got, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { free } from '../keys';
  import { frame as shell } from '../state.svelte';
  import Clip from './Clip.svelte';

  /**
   * Throws: the thing marked in a few frames of each take, all pairs ranked, and the way of the
   * replacement.
   */
  let { set }: { set: Schemas['BenchSet'] } = $props();
  const h = house();
  let takeId = $state('');
  let frame = $state(0);
  let cross = $state({ x: 320, y: 180 });
  let chosen = $state(0);
  let sides = $state<Record<string, 'THROW' | 'CATCH'>>({});

  const able = $derived(set.takes.filter((t) => t.clips.length > 0));
  const take = $derived(able.find((t) => t.id === takeId) ?? able.find((t) => t.path === null) ?? able[0]);
  const clip = $derived(take?.clips[take.clips.length - 1]);
  const half = $derived((take && sides[take.id]) ?? take?.half ?? 'THROW');
  const spots = $derived(take?.path?.spots ?? []);
  const pairs = createQuery(() => ({
    queryKey: [h.id, 'throws', take?.shot],
    enabled: take !== undefined,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/shots/{shot}/throws', {
          params: { path: { production: h.id, shot: take?.shot ?? '' } },
        }),
      ),
  }));
  const pair = $derived(pairs.data?.pairs[chosen]);
  const flight = createQuery(() => ({
    queryKey: [h.id, 'flight', pair?.giver, pair?.receiver],
    enabled: pair !== undefined,
    retry: false,
    queryFn: () =>
      got(
        api.GET('/api/productions/{production}/throws/{giver}/{receiver}', {
          params: { path: { production: h.id, giver: pair?.giver ?? '', receiver: pair?.receiver ?? '' } },
        }),
      ),
  }));
  const giver = $derived(able.find((t) => t.id === pair?.giver));
  const receiver = $derived(able.find((t) => t.id === pair?.receiver));
  const name = (t: Schemas['BenchTake']) => `${t.label}, take ${t.number}`;
  const line = (s: readonly { x: number; y: number }[]) => s.map((p) => `${p.x},${p.y}`).join(' ');

  let queue: Promise<void> = Promise.resolve();

  /**
   * Changes the marks of the take that is shown, one change after the other, each on what the one
   * before left.
   */
  function change(to: (s: Schemas['Spot'][]) => Schemas['Spot'][]): void {
    const id = take?.id;
    if (!id) return;
    // The take that is being marked stays; without this the next unmarked one would be chosen.
    takeId = id;
    queue = queue.then(async () => {
      await tick();
      const t = set.takes.find((x) => x.id === id);
      try {
        await api.PUT('/api/productions/{production}/takes/{take}/throw', {
          params: {
            path: { production: h.id, take: id },
            header: { 'If-Match': `"${t?.path?.version ?? 0}"` },
          },
          body: { half: sides[id] ?? half, spots: to(t?.path?.spots ?? []) },
        });
      } catch (e) {
        shell.wrong(e);
      }
      await h.again();
    });
  }

  function side(to: 'THROW' | 'CATCH'): void {
    if (take) sides[take.id] = to;
    change((s) => s);
  }

  function mark(): void {
    const here = { frame, x: Math.round(cross.x * 10) / 10, y: Math.round(cross.y * 10) / 10 };
    change((s) => [...s.filter((x) => x.frame !== here.frame), here]);
  }

  function unmark(): void {
    const here = frame;
    change((s) => s.filter((x) => x.frame !== here));
  }

  function by(dx: number, dy: number): (e: KeyboardEvent) => void {
    return (e) => {
      const k = e.shiftKey ? 10 : 1;
      free(() => (cross = { x: cross.x + dx * k, y: cross.y + dy * k }))(e);
    };
  }

  $effect(() =>
    tinykeys(window, {
      ',': free(() => (frame = Math.max(0, frame - 1))),
      '.': free(() => (frame = Math.min((clip?.frames ?? 1) - 1, frame + 1))),
      ArrowLeft: by(-1, 0),
      ArrowRight: by(1, 0),
      ArrowUp: by(0, -1),
      ArrowDown: by(0, 1),
      'Shift+ArrowLeft': by(-1, 0),
      'Shift+ArrowRight': by(1, 0),
      'Shift+ArrowUp': by(0, -1),
      'Shift+ArrowDown': by(0, 1),
      Enter: free(() => mark()),
      Backspace: free(() => unmark()),
    }),
  );
</script>

{#if able.length === 0}
  <div class="sheet p-6">
    <h2>No take of this set has a clip</h2>
    <p>A throw is marked on its clips: add them under <em>Watch a take</em>.</p>
  </div>
{:else if take && clip}
  <div class="two">
    <div class="min-w-0">
      <div class="mb-2 flex items-end gap-2">
        <label class="field grow"
          ><span>Take</span><select
            class="select"
            value={take.id}
            onchange={(e) => ((takeId = e.currentTarget.value), (frame = 0))}
            >{#each able as t (t.id)}<option value={t.id}
                >{name(t)} · {t.path && t.path.spots.length > 1
                  ? `${t.path.spots.length} marks`
                  : 'not marked'}</option
              >{/each}</select
          ></label
        >
        <label class="field"
          ><span>This take is the</span><select
            class="select"
            value={half}
            onchange={(e) => side(e.currentTarget.value as 'THROW' | 'CATCH')}
            ><option value="THROW">throw</option><option value="CATCH">catch</option></select
          ></label
        >
      </div>
      <Clip {clip} bind:frame label={name(take)} onpick={(at) => (cross = at)}>
        {#snippet over()}
          {#if giver?.path && receiver?.path}
            <polyline points={line(giver.path.spots)} class="other" /><polyline
              points={line(receiver.path.spots)}
              class="other"
            />
            {#if flight.data}<polyline points={line(flight.data.way)} class="way" />{/if}
          {/if}
          <polyline points={line(spots)} class="mine" />
          {#each spots as s (s.frame)}<circle
              cx={s.x}
              cy={s.y}
              r={s.frame === frame ? 9 : 4}
              class:now={s.frame === frame}
            />{/each}
          <path
            d="M{cross.x - 14} {cross.y}H{cross.x + 14}M{cross.x} {cross.y - 14}V{cross.y + 14}"
            class="cross"
          />
        {/snippet}
      </Clip>
      <div class="mt-2 flex items-center gap-2">
        <button class="now btn" onclick={mark}>Mark frame {frame} <kbd>Enter</kbd></button>
        <button class="btn" disabled={!spots.some((s) => s.frame === frame)} onclick={unmark}
          >Take the mark away <kbd>⌫</kbd></button
        >
        <span class="soft small"
          >Click on the middle of the thing, or move the cross with the arrows. Release and catch must be
          marked; a few frames between make the pairing better.</span
        >
      </div>
    </div>
    <aside aria-label="Pairs">
      <p class="verdict">{pairs.data?.words ?? 'Reading…'}</p>
      {#if (pairs.data?.pairs.length ?? 0) > 0}
        <table>
          <thead
            ><tr
              ><th>Throw</th><th>Catch</th><th class="num">Push, g</th><th class="num">Ends, px</th><th
                class="num">Frames</th
              ></tr
            ></thead
          >
          <tbody>
            {#each pairs.data?.pairs ?? [] as p, i (p.giver + p.receiver)}
              <tr class:on={i === chosen}
                ><td colspan="5"
                  ><button onclick={() => (chosen = i)} aria-pressed={i === chosen}
                    ><span>take {p.giverTake}</span><span>take {p.receiverTake}</span><span class="num"
                      >{p.impossible ? 'no' : p.unnaturalG === null ? '?' : p.unnaturalG.toFixed(2)}</span
                    ><span class="num">{p.endPx.toFixed(0)}</span><span class="num"
                      >{p.frames > 0 ? '+' : p.frames < 0 ? '−' : ''}{Math.abs(p.frames).toFixed(0)}</span
                    ></button
                  ></td
                ></tr
              >
            {/each}
          </tbody>
        </table>
        {#if pairs.data && pairs.data.all > pairs.data.pairs.length}<p class="soft small mt-1">
            The best {pairs.data.pairs.length} of {pairs.data.all} pairs.
          </p>{/if}
        {#if flight.data}
          {#if pair?.impossible}<p class="pencil mt-2">No thrown thing does that: {pair.impossible}.</p>{/if}
          <p class="mt-2" class:pencil={flight.data.bends}>{flight.data.words}</p>
          <div class="mt-2 flex gap-2">
            <a
              class="tight btn"
              download
              href="/api/productions/{h.id}/throws/{pair?.giver}/{pair?.receiver}/path.csv"
              >Replacement, CSV</a
            ><a
              class="tight btn"
              download
              href="/api/productions/{h.id}/throws/{pair?.giver}/{pair?.receiver}/path.json">JSON</a
            >
          </div>
        {:else if flight.error}<p class="soft mt-2">{flight.error.message}</p>{/if}
      {/if}
    </aside>
  </div>
{/if}

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 296px;
    gap: 16px;
  }
  polyline {
    fill: none;
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }
  .other {
    stroke: rgb(255 255 255 / 55%);
    stroke-dasharray: 2 4;
  }
  .mine {
    stroke: #fff;
  }
  .way {
    stroke: #ff9a6b;
    stroke-width: 3;
  }
  circle {
    fill: #fff;
    stroke: #000;
    vector-effect: non-scaling-stroke;
  }
  circle.now {
    fill: none;
    stroke: #ff9a6b;
    stroke-width: 3;
  }
  .cross {
    stroke: #fff;
    stroke-width: 1.5;
    filter: drop-shadow(0 0 1px #000);
    vector-effect: non-scaling-stroke;
  }
  .verdict {
    font-size: 15px;
    font-weight: 640;
    border-left: 4px solid var(--ink);
    padding-left: 8px;
  }
  table {
    width: 100%;
    margin-top: 10px;
    font-size: 12px;
  }
  th {
    width: 20%;
    padding-inline: 5px;
    white-space: nowrap;
    text-align: left;
    color: var(--soft);
    font-weight: 430;
  }
  .num {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
  td button {
    display: grid;
    grid-template-columns: repeat(5, 1fr);
    width: 100%;
    text-align: left;
    padding: 4px;
    border: 1px solid transparent;
  }
  tr.on button {
    border-color: var(--ink);
    background: var(--shade);
    font-weight: 640;
  }
  .now kbd {
    color: inherit;
  }
</style>
