<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got } from '../api/client';
  import type { Cue } from './pages';

  /** A moment the finder proposes: take it, take it with another method, or wave it away. */
  let {
    cue,
    at,
    of,
    onaccept,
    onaway,
    onstep,
    changing = $bindable(false),
  }: {
    cue: Cue;
    at: number;
    of: number;
    onaccept: (method: string) => void;
    onaway: () => void;
    onstep: (by: number) => void;
    changing: boolean;
  } = $props();
  const book = createQuery(() => ({
    queryKey: ['methods'],
    queryFn: () => got(api.GET('/api/methods')),
    staleTime: Infinity,
  }));
  let picked = $derived(cue.method);
  let select = $state<HTMLSelectElement>();

  $effect(() => {
    if (changing) select?.focus();
  });
</script>

<div class="cue" role="group" aria-label="Proposed cue">
  <div class="head">
    <span
      ><strong>{cue.kind}</strong>
      <span class="soft small"
        >because of {cue.reason}{cue.also.length > 0 ? `; or ${cue.also.join(', or ')}` : ''}</span
      ></span
    ><span class="step"
      ><button class="bare tight btn" aria-label="Cue before" onclick={() => onstep(-1)}><kbd>,</kbd></button
      ><span class="soft small mono">{at} of {of}</span><button
        class="bare tight btn"
        aria-label="Next cue"
        onclick={() => onstep(1)}><kbd>.</kbd></button
      ></span
    >
  </div>
  <p class="quote">{cue.words.length > 150 ? `${cue.words.slice(0, 150)}…` : cue.words}</p>
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
    <div class="do">
      <button class="now btn" onclick={() => onaccept(cue.method)}
        >Mark, as {cue.methodName.toLowerCase()} <kbd>a</kbd></button
      >
      <button class="btn" onclick={() => (changing = true)}>Change <kbd>e</kbd></button>
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
    margin: 4px 0 8px;
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
</style>
