<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query';
  import { api, got, Refused, type Schemas } from '../api/client';
  import { Draft } from '../draft.svelte';
  import { refused } from '../refused';
  import Values from './Values.svelte';

  /** One thing a shot owes because somebody said so: made, or changed. */
  interface Props {
    /** What the words are kept under until they are said. */
    draft: string;
    had?: Schemas['OwnItem'] | null;
    /** Kinds that are offered first, or alone. */
    only?: Schemas['OwnItem']['kind'][];
    /** What can be owed, where it is at hand already. */
    known?: Schemas['ItemKind'][] | null;
    /** Whether what it is for is known. */
    ready?: boolean;
    onkeep: (item: Schemas['NewItem']) => Promise<void>;
    onleave: () => void;
  }
  let { draft, had = null, only = [], known = null, ready = true, onkeep, onleave }: Props = $props();

  type Typed = Pick<Schemas['NewItem'], 'kind' | 'label' | 'words' | 'values'>;
  const kinds = createQuery(() => ({
    queryKey: ['item-kinds'],
    queryFn: () => got(api.GET('/api/item-kinds')),
    staleTime: Infinity,
    enabled: known === null,
  }));
  const offered = $derived(
    (known ?? kinds.data ?? []).filter((k) => only.length === 0 || only.includes(k.kind)),
  );
  const kept = new Draft(() => `item ${draft} ${had?.id ?? ''}`);
  const begin = (): Typed => ({
    kind: had?.kind ?? only[0] ?? 'PLATE',
    label: had?.label ?? '',
    words: had?.words ?? '',
    values: { ...(had?.values ?? {}) },
  });
  function left(): Typed {
    try {
      const was = kept.words ? (JSON.parse(kept.words) as Typed) : begin();
      // What is typed stays, of a kind that is offered here.
      return only.length === 0 || (was.kind && only.includes(was.kind))
        ? was
        : { ...was, kind: only[0]!, values: {} };
    } catch {
      return begin();
    }
  }
  let typed = $state<Typed>(begin());
  let of: string | null = null;
  $effect.pre(() => {
    const now = `${draft} ${had?.id ?? ''}`;
    if (of !== now) {
      of = now;
      typed = left();
    }
  });
  let wrong = $state<Refused | null>(null);
  let busy = $state(false);
  const kind = $derived(offered.find((k) => k.kind === typed.kind) ?? null);
  const note = () => (kept.words = JSON.stringify(typed));

  function choose(k: Schemas['OwnItem']['kind']): void {
    typed = { ...typed, kind: k, values: {} };
    wrong = null;
    note();
  }

  async function keep(): Promise<void> {
    busy = true;
    wrong = null;
    try {
      await onkeep({
        id: had?.id ?? crypto.randomUUID().slice(0, 8),
        kind: typed.kind,
        label: typed.label,
        words: typed.words,
        values: $state.snapshot(typed.values),
      });
      kept.words = '';
    } catch (e) {
      wrong = e instanceof Refused ? e : new Refused(0, 'Not kept', String(e));
    } finally {
      busy = false;
    }
  }
</script>

<form
  class="grid gap-3"
  onsubmit={(e) => {
    e.preventDefault();
    void keep();
  }}
  oninput={note}
>
  {#if !had && offered.length > 1}
    <div class="kinds" role="group" aria-label="What it is">
      {#each offered as k (k.kind)}<button
          type="button"
          class="tight btn"
          class:ink={typed.kind === k.kind}
          aria-pressed={typed.kind === k.kind}
          onclick={() => choose(k.kind)}>{k.label}</button
        >{/each}
    </div>
  {/if}
  <label class="field"
    ><span>Called</span><input
      class="input"
      name="label"
      bind:value={typed.label}
      required
      {@attach refused(wrong?.field === 'label')}
    /></label
  >
  <label class="field"
    ><span>{kind?.asks ?? ''}</span><textarea
      class="textarea"
      name="words"
      rows="2"
      bind:value={typed.words}
      {@attach refused(wrong?.field === 'words')}></textarea></label
  >
  {#if kind}<Values
      parameters={kind.parameters}
      bind:values={
        () => typed.values ?? {},
        (v) => {
          typed.values = v;
          note();
        }
      }
      wrong={wrong?.field}
    />{/if}
  {#if wrong}<p class="pencil" role="alert">{wrong.detail}</p>{/if}
  <div class="flex gap-2">
    <button class="ink btn" disabled={busy || !ready || (typed.label ?? '').trim() === ''}>Keep</button>
    <button
      type="button"
      class="btn"
      onclick={() => {
        kept.words = '';
        onleave();
      }}>Leave</button
    >
  </div>
</form>

<style>
  .kinds {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
</style>
