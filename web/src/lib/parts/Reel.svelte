<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { tinykeys } from 'tinykeys';
  import { cuts } from '../cut/reads';
  import { house } from '../house.svelte';
  import { free } from '../keys';
  import type { Schemas } from '../api/client';
  import { go } from '../router';
  import { STATE, stageName, type Desk } from '../words';
  import Form from './Form.svelte';

  /** The script as one strip: scenes as long as they are, effect shots as ticks in the form they stand in. */
  let {
    production,
    desk,
    current,
    guest,
  }: { production: string; desk: Desk; current: string | null; guest: boolean } = $props();
  const h = house();
  const reel = $derived(h.reel.data);
  let inCut = $state(false);
  const order = createQuery(() => ({ ...cuts.order(h.id), enabled: inCut && !guest }));
  const ticks = $derived(new Map(h.ticks.map((t) => [t.id, t])));
  $effect(() => tinykeys(window, { '-': free(() => (inCut = !guest && !inCut)) }));
  const target = $derived(['shots', 'review', 'script'].includes(desk) ? desk : guest ? 'review' : 'shots');
</script>

{#snippet tick(t: Schemas['Tick'], where: string)}
  <button
    class="tick"
    class:here={t.id === current}
    aria-label="{t.code} {t.title}{t.stage ? `, ${stageName(t.stage)}, ${STATE[t.form]}` : ''}{where
      ? `, ${where}`
      : ''}"
    title="{t.code} · {t.title}{t.stage ? ` · ${stageName(t.stage)}, ${STATE[t.form]}` : ''}{where
      ? ` · ${where}`
      : ''}"
    aria-current={t.id === current ? 'true' : undefined}
    onclick={() => go(production, target, t.id)}
  >
    {#if !t.form}<span class="plain" aria-hidden="true"></span>{:else}<Form state={t.form} size={13} />{/if}
  </button>
{/snippet}

<div
  class="reel"
  role="navigation"
  aria-label={guest
    ? 'Reel: the shots you are shown'
    : inCut
      ? 'Reel: the newest cut from first to last frame'
      : 'Reel: the script from first to last page'}
>
  {#if inCut}
    {#each order.data ?? [] as o (o.cut)}
      <div
        class="scene"
        style:flex-grow={Math.max(1, o.shots.length)}
        style:min-width="{Math.max(60, o.shots.length * 24 + 2)}px"
        title={o.name}
      >
        <span class="number mono">{o.reel || o.name}</span>
        <div class="ticks">
          {#each o.shots as s (s.shot)}{@const t = ticks.get(s.shot)}{#if t}{@render tick(
                t,
                `at ${s.at}, ${String(s.frames)} frames`,
              )}{/if}{/each}
        </div>
      </div>
    {:else}<p class="none soft">
        {order.data ? 'No cut is here yet. The key - shows the script again.' : 'Reading the cut…'}
      </p>{/each}
  {:else if reel && guest}
    <div class="scene" title="What you are shown">
      <div class="ticks">
        {#each reel.loose as t (t.id)}{@render tick(t, '')}{/each}
      </div>
    </div>
  {:else if reel && reel.scenes.length > 0}
    {#each reel.scenes as s (s.number + s.heading)}
      <div
        class="scene"
        style:flex-grow={Math.max(s.eighths, s.shots.length * 1.1)}
        style:min-width="{Math.max(26, s.shots.length * 24 + 2)}px"
        title="Scene {s.number} · {s.heading} · {s.length} pages"
      >
        <span class="number mono">{s.number}</span>
        <svg class="dot" viewBox="0 0 8 8" role="img" aria-label={s.night ? 'night' : 'day'}
          ><circle cx="4" cy="4" r="3" fill={s.night ? 'currentColor' : 'none'} stroke="currentColor" /></svg
        >
        <div class="ticks">
          {#each s.shots as t (t.id)}{@render tick(t, '')}{/each}
        </div>
      </div>
    {/each}
    {#if reel.loose.length > 0}
      <div
        class="scene loose"
        style:flex-grow={reel.loose.length * 1.2}
        title="Shots whose words have no sure place in the newest draft"
      >
        <span class="number mono">loose</span>
        <div class="ticks">
          {#each reel.loose as t (t.id)}{@render tick(t, 'without a sure place in the script')}{/each}
        </div>
      </div>
    {/if}
  {:else if reel}
    <button class="empty" onclick={() => go(production, 'script')}
      >The reel is empty. Import a script to begin.</button
    >
  {/if}
</div>

<style>
  .plain {
    width: 9px;
    height: 13px;
    background: var(--ink);
  }
  .reel {
    display: flex;
    height: 44px;
    border: 1px solid var(--line);
    background: var(--shade);
    min-width: 0;
    overflow-x: auto;
    scrollbar-width: none;
  }
  .scene {
    position: relative;
    flex: 1 1 20px;
    min-width: 26px;
    border-left: 1px solid var(--line);
  }
  .scene:first-child {
    border-left: 0;
  }
  .number {
    position: absolute;
    top: 2px;
    left: 4px;
    font-size: 10px;
    color: var(--soft);
  }
  .dot {
    position: absolute;
    top: 4px;
    right: 4px;
    width: 7px;
  }
  .ticks {
    position: absolute;
    inset: auto 0 0 0;
    display: flex;
    justify-content: space-evenly;
  }
  .tick {
    display: grid;
    justify-items: center;
    min-width: 24px;
    min-height: 24px;
    padding: 4px 0 5px;
    cursor: pointer;
    border-bottom: 3px solid transparent;
    margin-bottom: -1px;
  }
  .tick:hover {
    background: var(--line);
  }
  .tick.here {
    border-bottom-color: var(--pencil);
  }
  .none {
    padding: 12px 14px;
  }
  .empty {
    padding: 0 14px;
    color: var(--pencil);
    cursor: pointer;
  }
  .loose {
    background: repeating-linear-gradient(135deg, transparent 0 6px, var(--line) 6px 7px);
  }
</style>
