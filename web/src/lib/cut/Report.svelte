<script lang="ts">
  import { count } from '../words';
  import type { CutView } from './reads';

  /** What was read of a cut, and what of it is not used. */
  let { view, file }: { view: CutView; file: string } = $props();
  const WHY = { KNOWN: 'known, not used', UNKNOWN: 'not understood', WRONG: 'wrong' } as const;
  const pictures = $derived(
    [
      `${count(view.pictures, 'event')}: ${String(view.effects)} of ${count(view.shots, 'effect shot')}`,
      `${String(view.none)} of none`,
      `${String(view.asked)} asked`,
    ].join(', '),
  );
  const facts = $derived<[string, string][]>([
    ['Title in the file', view.title || 'none'],
    ['Counts at', `${view.rate} fps, ${view.start} to ${view.length}`],
    ['Pictures', pictures],
    ['Sound', count(view.sounds, 'event')],
    ['Black', count(view.black, 'event')],
    ['Not used', count(view.passed.length + view.passedMore, 'line')],
  ]);
</script>

<div class="report">
  {#if view.odd}<p class="pencil">{view.odd.charAt(0).toUpperCase() + view.odd.slice(1)}.</p>{/if}
  <dl>
    {#each facts as [k, w] (k)}<dt class="soft">{k}</dt>
      <dd>{w}</dd>{/each}
  </dl>
  <p><a class="btn" href={file} download>{view.cut.fileName || 'The file'}, as it came</a></p>
  {#if view.passed.length > 0}
    <table>
      <thead><tr><th>Line</th><th>What stands there</th><th>Why it is not used</th></tr></thead>
      <tbody>
        {#each view.passed as p, i (i)}<tr
            ><td class="mono">{p.line || ''}</td><td class="mono text">{p.text}</td><td
              class:pencil={p.why !== 'KNOWN'}>{WHY[p.why]}: {p.words}</td
            ></tr
          >{/each}
      </tbody>
    </table>
    {#if view.passedMore > 0}<p class="soft">And {view.passedMore} more.</p>{/if}
  {:else}<p class="soft">Every line of it is used.</p>{/if}
</div>

<style>
  .report {
    display: grid;
    gap: 12px;
    padding: 12px 16px 24px;
    align-content: start;
  }
  dl {
    display: grid;
    grid-template-columns: 140px 1fr;
    gap: 2px 12px;
  }
  table {
    border-collapse: collapse;
    width: 100%;
  }
  th {
    text-align: left;
    color: var(--soft);
    font-weight: 430;
  }
  td,
  th {
    border-top: 1px solid var(--line);
    padding: 4px 12px 4px 0;
    vertical-align: top;
  }
  .text {
    overflow-wrap: anywhere;
  }
</style>
