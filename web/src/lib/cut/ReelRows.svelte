<script lang="ts">
  import type { Schemas } from '../api/client';
  import { hours } from '../words';
  import Bar from './Bar.svelte';
  import type { SheetRow } from './reads';

  /** The cut as a sheet: a row for every use of an effect shot in record order. */
  interface Props {
    rows: SheetRow[];
    at: number;
    opened: string;
    first: boolean;
    may: boolean;
    turnover: (row: SheetRow) => string;
    pick: (row: number) => void;
    follow: (row: SheetRow) => void;
    goto: (row: SheetRow) => void;
  }
  let { rows, at, opened, first, may, turnover, pick, follow, goto }: Props = $props();

  const key = (r: SheetRow): string => `${r.shot} ${String(r.use)}`;
  const cost = (c: Schemas['Cost']): string =>
    !c.known
      ? 'hours not known'
      : c.more.high > 0
        ? `${hours(c.more)} more`
        : c.less.high > 0
          ? `${hours(c.less)} less`
          : 'no work';
</script>

<ol class="rows" aria-label="Effect shots in the order of the cut">
  {#each rows as r, i (key(r))}
    <li class:here={i === at} class:gone={r.frames === null}>
      <button
        class="row"
        id="row-{i}"
        aria-expanded={opened === key(r)}
        aria-current={i === at ? 'true' : undefined}
        onclick={() => pick(i)}
      >
        <span class="margin">
          {#if r.moved}<span class="soft">{r.changed}</span>{:else if r.changed}<strong>{r.changed}</strong
            >{:else if first}{:else}<span class="soft">as before</span>{/if}
          {#if r.cost}<span
              class="small"
              class:pencil={!r.cost.known || r.cost.more.high > 0}
              class:soft={r.cost.known && r.cost.more.high === 0}>{cost(r.cost)}</span
            >{/if}
        </span>
        <span class="place mono"
          >{r.at}<br /><span class="soft"
            >{r.frames === null ? 'not in it' : `${String(r.frames)} frames`}</span
          ></span
        >
        <span class="what"
          ><span class="mono">{r.code}</span>{r.use > 1 ? ` use ${String(r.use)}` : ''}
          <strong>{r.title}</strong>
          {#if r.advice.length > 0}<span class="pencil small"
              >{r.advice[0]}{r.advice.length > 1 ? ' …' : ''}</span
            >{/if}</span
        >
        <span class="plates">
          {#each r.plates as p, k (k)}<span class="plate"
              ><Bar
                bar={p.bar}
                words="{p.what}: {p.from} to {p.to}, {p.frames} frames, {p.speed}{p.missing
                  ? `, ${String(p.missing)} frames missing`
                  : ''}"
              /><span class="small speed" class:pencil={!p.known}
                >{p.known ? p.what.replace(`${r.code} `, '') : 'take not known'}{p.speed === 'as recorded'
                  ? ''
                  : `, ${p.speed}`}</span
              ></span
            >{/each}
        </span>
        <span class="stand small"
          >{#if r.follows}<span class="soft">length follows</span>{:else if r.mayFollow}{r.planned ===
            r.frames
              ? 'does not follow yet'
              : `${String(r.planned)} until now`}{/if}</span
        >
      </button>
      {#if opened === key(r)}
        <div class="detail">
          {#if r.cost}<p class:pencil={!r.cost.known}>
              <strong>{r.cost.words}</strong>{r.cost.tasks.length > 0
                ? ` Touched: ${r.cost.tasks.join(', ')}.`
                : ''}
            </p>{/if}
          {#if r.hands.length > 0}<p>Tell before they go on: {r.hands.join(', ')}.</p>{/if}
          {#each r.advice as a (a)}<p class="pencil">{a}</p>{/each}
          {#if r.numbers}<p class="soft">Frames of the shot are numbered {r.numbers}.</p>{/if}
          {#each r.plates as p, k (k)}
            <div class="one">
              <h3>{p.what}{p.track ? `, ${p.track}` : ''}</h3>
              <dl>
                <dt>Roll</dt>
                <dd class="mono">{p.roll || 'not told'}</dd>
                <dt>Pull</dt>
                <dd class="mono">{p.from} to {p.to}, {p.frames} frames</dd>
                <dt>Numbered</dt>
                <dd class="mono">
                  {p.first} to {p.last}; {p.sync} lies under frame {p.at} of the shot
                </dd>
                <dt>Speed</dt>
                <dd>{p.speed}</dd>
              </dl>
              <ol class="steps">
                {#each p.preparation as s, n (n)}<li>
                    <strong>{s.label}: {s.what}</strong> <span class="soft">{s.why}</span>
                  </li>{/each}
              </ol>
            </div>
          {/each}
          <p class="acts">
            {#if may && r.mayFollow}<button
                class="btn"
                class:now={r.next === 'FOLLOW'}
                onclick={() => follow(r)}><kbd class="on">f</kbd> Its length follows this cut</button
              >{/if}
            {#if r.frames !== null}<a class="btn" href={turnover(r)} download>Turnover sheet</a>{/if}
            <button class="btn" onclick={() => goto(r)}>Open the shot</button>
          </p>
        </div>
      {/if}
    </li>
  {/each}
</ol>

<style>
  .rows > li {
    border-top: 1px solid var(--line);
  }
  .row {
    display: grid;
    grid-template-columns: 158px 96px minmax(150px, 1fr) minmax(220px, 1.3fr) 92px;
    gap: 12px;
    width: 100%;
    text-align: left;
    padding: 6px 16px 6px 12px;
    cursor: pointer;
    align-items: start;
    border-left: 4px solid transparent;
  }
  .row:hover {
    background: var(--shade);
  }
  .here > .row {
    border-left-color: var(--pencil);
    background: var(--shade);
  }
  .margin {
    display: grid;
    line-height: 1.3;
  }
  .what {
    display: grid;
    line-height: 1.35;
  }
  .gone .what strong {
    text-decoration: line-through;
  }
  .plates {
    display: grid;
    gap: 3px;
  }
  .plate {
    display: grid;
    grid-template-columns: minmax(80px, 1fr) 20px minmax(90px, 150px);
    gap: 8px;
    align-items: center;
  }
  .speed {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .stand {
    text-align: right;
  }
  .detail {
    display: grid;
    gap: 6px;
    padding: 4px 16px 14px 182px;
    background: var(--sheet);
    border-top: 1px solid var(--line);
  }
  .one {
    border-top: 1px solid var(--line);
    padding-top: 6px;
  }
  .one dl {
    display: grid;
    grid-template-columns: 80px 1fr;
    gap: 1px 8px;
  }
  .one dt {
    color: var(--soft);
  }
  .steps {
    list-style: decimal;
    padding-left: 20px;
    margin-top: 4px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 4px;
  }
  kbd.on {
    color: inherit;
  }
  .acts a {
    display: inline-block;
  }
  @media (max-width: 900px) {
    .row {
      grid-template-columns: minmax(0, 1fr) auto;
    }
    .what,
    .plates {
      grid-column: 1 / -1;
    }
    .stand {
      text-align: left;
    }
    .detail {
      padding-left: 16px;
    }
  }
</style>
