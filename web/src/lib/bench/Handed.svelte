<script lang="ts">
  import { api, got, Refused, type Schemas } from '../api/client';
  import { house } from '../house.svelte';
  import { refused } from '../refused';

  /** What was handed over: the files of a sequence, and what a camera solve left over. */
  const h = house();
  let files = $state('');
  let readAt = $state('');
  let first = $state<number | undefined>();
  let count = $state<number | undefined>();
  let turnover = $state<Schemas['Turnover'] | null>(null);
  let filesWrong = $state<Refused | null>(null);
  let error = $state<number | undefined>();
  let width = $state<number | undefined>();
  let csv = $state('');
  let solve = $state<Schemas['SolveReport'] | null>(null);
  let solveWrong = $state<Refused | null>(null);

  async function check(): Promise<void> {
    filesWrong = null;
    turnover = null;
    try {
      turnover = await got(
        api.POST('/api/productions/{production}/bench/turnover', {
          params: { path: { production: h.id } },
          body: { files, readAt: readAt || undefined, first, count },
        }),
      );
    } catch (e) {
      filesWrong = e instanceof Refused ? e : new Refused(0, '', String(e));
    }
  }

  async function grade(): Promise<void> {
    solveWrong = null;
    solve = null;
    try {
      solve = await got(
        api.POST('/api/productions/{production}/bench/solve', {
          params: { path: { production: h.id } },
          body: { errorPx: error, csv: csv || undefined, width },
        }),
      );
    } catch (e) {
      solveWrong = e instanceof Refused ? e : new Refused(0, '', String(e));
    }
  }
</script>

<div class="two">
  <form onsubmit={(e) => (e.preventDefault(), void check())}>
    <h2>A sequence of frames</h2>
    <p class="soft small mb-2">Choose the files, or paste their names. Nothing is uploaded but the names.</p>
    <label class="tight mb-2 btn"
      >Choose files<input
        class="sr-only"
        type="file"
        multiple
        onchange={(e) => (files = [...(e.currentTarget.files ?? [])].map((f) => f.name).join('\n'))}
      /></label
    >
    <label class="field"
      ><span>Names, one a line</span><textarea
        class="mono textarea"
        rows="8"
        bind:value={files}
        {@attach refused(filesWrong?.field === 'files')}
        placeholder="TK-04-010_clean.1001.exr"></textarea></label
    >
    <div class="row">
      <label class="field"
        ><span>First frame promised</span><input class="mono input" type="number" bind:value={first} /></label
      >
      <label class="field"
        ><span>Frames promised</span><input class="mono input" type="number" bind:value={count} /></label
      >
      <label class="field"
        ><span>Rate the list says</span><input
          class="mono input"
          bind:value={readAt}
          placeholder="none"
          {@attach refused(filesWrong?.field === 'readAt')}
        /></label
      >
    </div>
    <button class="now mt-3 btn" disabled={files.trim() === ''}>Check the sequence</button>
    {#if filesWrong}<p class="pencil mt-2" role="alert">{filesWrong.detail}</p>{/if}
    {#if turnover}
      <div class="found mt-3" role="status">
        <p class="verdict" class:bad={turnover.faults.length > 0}>
          {turnover.faults.length === 0
            ? 'Complete'
            : turnover.faults.length === 1
              ? '1 thing is wrong'
              : `${turnover.faults.length} things are wrong`}: {turnover.name}, {turnover.frames.count} frames,
          {turnover.frames.first} to {turnover.frames.last}
        </p>
        <ul>
          {#each turnover.faults as f (f)}<li>{f[0]?.toUpperCase()}{f.slice(1)}.</li>{/each}
        </ul>
      </div>
    {/if}
  </form>
  <form onsubmit={(e) => (e.preventDefault(), void grade())}>
    <h2>A camera solve</h2>
    <p class="soft small mb-2">Enter the error the solve reported, or the residual of every frame.</p>
    <div class="row">
      <label class="field"
        ><span>Error, px</span><input
          class="mono input"
          type="number"
          step="0.01"
          min="0"
          bind:value={error}
          {@attach refused(solveWrong?.field === 'error' || solveWrong?.field === 'errorPx')}
        /></label
      >
      <label class="field"
        ><span>Width that was solved, px</span><input
          class="mono input"
          type="number"
          bind:value={width}
          placeholder={`${h.view?.capture.width ?? ''}`}
          {@attach refused(solveWrong?.field === 'width')}
        /></label
      >
    </div>
    <label class="tight mt-2 btn"
      >Read a table<input
        class="sr-only"
        type="file"
        accept=".csv,.txt"
        onchange={async (e) => (csv = (await e.currentTarget.files?.[0]?.text()) ?? '')}
      /></label
    >
    <label class="field mt-2"
      ><span>Residuals: frame, error in px</span><textarea
        class="mono textarea"
        rows="8"
        bind:value={csv}
        {@attach refused(solveWrong?.field?.startsWith('csv') ?? false)}
        placeholder={'frame,error\n1001,0.42'}></textarea></label
    >
    <button class="now mt-3 btn" disabled={csv.trim() === '' && error === undefined}>Grade the solve</button>
    {#if solveWrong}<p class="pencil mt-2" role="alert">{solveWrong.detail}</p>{/if}
    {#if solve}
      <div class="found mt-3" role="status">
        <p class="verdict" class:bad={solve.grade === 'NOT_USABLE' || solve.grade === 'SOFT_OR_FAR'}>
          {solve.advice}
        </p>
        <p class="mono">
          {solve.errorPx.toFixed(2)} px as solved{solve.worst.length > 0
            ? `, worst ${solve.worstPx.toFixed(2)} px`
            : ''}
        </p>
      </div>
    {/if}
  </form>
</div>

<style>
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 28px;
    max-width: 1080px;
  }
  .row {
    display: grid;
    grid-auto-flow: column;
    grid-auto-columns: 1fr;
    gap: 8px;
    margin-top: 8px;
  }
  .verdict {
    font-size: 14px;
    font-weight: 640;
    border-left: 4px solid var(--ink);
    padding-left: 8px;
  }
  .verdict.bad {
    border-color: var(--pencil);
  }
  li {
    padding-block: 2px;
    border-top: 1px solid var(--line);
  }
</style>
