<script lang="ts">
  import type { Refused } from '../api/client';

  /** Somebody else was first: both values, and a choice. Nothing typed is lost. */
  let { wrong, onmine, ontheirs }: { wrong: Refused; onmine: () => void; ontheirs: () => void } = $props();

  const text = (v: unknown): string =>
    v === null || v === undefined ? '–' : typeof v === 'object' ? JSON.stringify(v) : String(v);
  const lines = $derived.by(() => {
    const theirs = (wrong.theirs ?? {}) as Record<string, unknown>;
    const yours = (wrong.yours ?? {}) as Record<string, unknown>;
    return Object.keys(yours)
      .filter((k) => k in theirs && text(theirs[k]) !== text(yours[k]))
      .map((k) => ({ k, theirs: text(theirs[k]), yours: text(yours[k]) }));
  });
</script>

<div class="conflict" role="alert">
  <strong>Somebody else changed this first. Both are kept until you choose.</strong>
  <table>
    <thead
      ><tr class="soft small"><th>what</th><th>theirs, as it stands</th><th>yours, not kept yet</th></tr
      ></thead
    >
    <tbody>
      {#each lines as l (l.k)}<tr><td class="soft">{l.k}</td><td>{l.theirs}</td><td>{l.yours}</td></tr>{/each}
    </tbody>
  </table>
  <button type="button" class="now tight btn" onclick={onmine}>Keep yours</button>
  <button type="button" class="tight btn" onclick={ontheirs}>Keep theirs</button>
</div>

<style>
  .conflict {
    border: 2px solid var(--pencil);
    padding: 8px 10px;
    margin: 8px 0;
    background: var(--sheet);
  }
  table {
    width: 100%;
    margin: 6px 0;
  }
  th {
    text-align: left;
    font-weight: 430;
  }
  td {
    padding: 2px 8px 2px 0;
    vertical-align: top;
    overflow-wrap: anywhere;
  }
</style>
