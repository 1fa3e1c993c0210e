<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got } from '../api/client';
  import type { Cue } from './pages';

  /**
   * A moment the finder proposes: take it one way or another, or wave it away.
   * @param surest whether they are gone through by how sure they are, and not as they stand
   */
  let {
    cue,
    at,
    of,
    onaccept,
    onaway,
    onstep,
    surest = $bindable(false),
    changing = $bindable(false),
  }: {
    cue: Cue;
    at: number;
    of: number;
    onaccept: (method: string) => void;
    onaway: () => void;
    onstep: (by: number) => void;
    surest: boolean;
    changing: boolean;
  } = $props();
  const book = createQuery(() => ({
    queryKey: ['methods'],
    queryFn: () => got(api.GET('/api/methods')),
    staleTime: Infinity,
  }));
  const first = $derived(cue.ways[0]!);
  let picked = $derived(first.method);
  let select = $state<HTMLSelectElement>();

  $effect(() => {
    if (changing) select?.focus();
  });
</script>

<div class="cue" role="group" aria-label="Proposed cue">
  <div class="head">
    <span
      ><strong>{cue.kind}</strong>
      <span class="soft small">{cue.odds}{cue.also.length > 0 ? `; or ${cue.also.join(', or ')}` : ''}</span
      ></span
    ><span class="step"
      ><button class="bare tight btn" aria-pressed={surest} onclick={() => (surest = !surest)}
        >{surest ? 'surest first' : 'in order'}</button
      ><button class="bare tight btn" aria-label="Cue before" onclick={() => onstep(-1)}><kbd>,</kbd></button
      ><span class="soft small mono">{at} of {of}</span><button
        class="bare tight btn"
        aria-label="Next cue"
        onclick={() => onstep(1)}><kbd>.</kbd></button
      ></span
    >
  </div>
  <p class="quote">{cue.words.length > 150 ? `${cue.words.slice(0, 150)}…` : cue.words}</p>
  <dl class="small">
    <dt>for it</dt>
    <dd>{cue.speaksFor.slice(0, 4).join('; ')}</dd>
    {#if cue.against.length > 0}<dt>against</dt>
      <dd>{cue.against.slice(0, 3).join('; ')}</dd>{/if}
  </dl>
  {#if changing}
    <form
      class="change"
      onsubmit={(e) => {
        e.preventDefault();
        onaccept(picked);
      }}
    >
      <label class="field grow"
        ><span>Made as</span><select
          class="select"
          bind:this={select}
          bind:value={picked}
          onkeydown={(e) => {
            if (e.key === 'Escape') changing = false;
          }}
          ><option value="">not decided yet</option>{#each book.data ?? [] as m (m.id)}<option value={m.id}
              >{m.name}</option
            >{/each}</select
        ></label
      >
      <button class="now btn">Mark it so</button>
      <button type="button" class="btn" onclick={() => (changing = false)}>Leave</button>
    </form>
  {:else}
    <div class="ways">
      <button class="now btn" onclick={() => onaccept(first.method)}
        >Mark, as {first.name.toLowerCase()} <kbd>a</kbd></button
      ><span class="soft small">{first.why}</span>
      {#each cue.ways.slice(1) as w (w.method)}
        <button class="tight btn" onclick={() => onaccept(w.method)}>or as {w.name.toLowerCase()}</button
        ><span class="soft small">{w.why}</span>
      {/each}
    </div>
    <div class="do">
      <button class="btn" onclick={() => (changing = true)}>Another way <kbd>e</kbd></button>
      <button class="btn" onclick={onaway}>Wave away <kbd>w</kbd></button>
    </div>
  {/if}
</div>

<style>
  .cue {
    padding: 10px 16px 12px;
    border-bottom: 2px solid var(--pencil);
    background: var(--sheet);
  }
  .head {
    display: flex;
    justify-content: space-between;
    gap: 8px;
  }
  .step {
    display: flex;
    align-items: center;
    white-space: nowrap;
    align-self: start;
  }
  .step .btn {
    min-width: 26px;
  }
  .quote {
    font-family: var(--screenplay);
    margin: 4px 0 6px;
  }
  dl {
    display: grid;
    grid-template-columns: max-content 1fr;
    gap: 0 10px;
    margin-bottom: 8px;
  }
  dt {
    color: var(--ink-soft);
  }
  .ways {
    display: grid;
    grid-template-columns: max-content 1fr;
    gap: 4px 10px;
    align-items: center;
    margin-bottom: 8px;
  }
  .ways .btn {
    justify-self: start;
    max-width: 220px;
    white-space: normal;
    text-align: left;
  }
  .do,
  .change {
    display: flex;
    gap: 6px;
    align-items: end;
    flex-wrap: wrap;
  }
  .grow {
    flex: 1;
  }
  kbd {
    color: inherit;
  }
  /* On a phone it lies over the pages, above the foot line. */
  @media (max-width: 900px) {
    .cue {
      position: fixed;
      inset: auto 0 34px;
      z-index: 4;
      max-height: 58vh;
      overflow: auto;
      border-top: 2px solid var(--pencil);
      box-shadow: 0 -6px 20px rgb(0 0 0 / 0.18);
    }
    .ways {
      grid-template-columns: 1fr;
    }
    .ways .btn {
      max-width: none;
    }
    .ways span {
      display: none;
    }
  }
</style>
