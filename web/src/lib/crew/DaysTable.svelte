<script lang="ts">
  import type { Schemas } from '../api/client';
  import { day, ROLE } from '../words';

  /** People down, days across: the hours each is there, and the work that is laid on them. */
  let {
    crew,
    loads = [],
    lit = '',
    chain = [],
    due,
    onhand,
    onshot,
  }: {
    crew: Schemas['CrewView'];
    /** What is laid on whom; none while it is reckoned. */
    loads?: Schemas['LoadView'][];
    /** The shot whose work is shown. */
    lit?: string;
    /** Tasks its end hangs on, of other shots too. */
    chain?: string[];
    /** Day everything must be delivered; a line stands behind it. */
    due: string | null | undefined;
    onhand: (h: Schemas['HandView']) => void;
    onshot: (shot: string) => void;
  } = $props();
  const laid = $derived(
    new Map(loads.map((l) => [l.person, new Map(l.days.map((d) => [d.date, d]))] as const)),
  );
  /** Hours laid on each, whenever. */
  const total = $derived(new Map(loads.map((l) => [l.person, l.hours] as const)));
  const MOST_NAMED = 2;
  /** Shots of a day, each once, in the order they are worked on. */
  const shotsOf = (d: Schemas['LoadDay'] | undefined): Schemas['PieceView'][] =>
    (d?.pieces ?? []).filter((p, i, all) => all.findIndex((o) => o.shot === p.shot) === i);
  /** A code without what all codes of a production begin with. */
  const short = (code: string): string => code.replace(/^[^-]*-(?=.*-)/, '');
  const there = $derived(crew.hands.filter((x) => x.part.share > 0));
  const others = $derived(crew.hands.filter((x) => x.part.share === 0));
  const id = $props.id();
  const WEEKDAY = new Intl.DateTimeFormat('en-GB', { weekday: 'narrow' });
  const MONTH = new Intl.DateTimeFormat('en-GB', { month: 'short' });
  const date = (iso: string): Date => new Date(`${iso}T12:00`);
</script>

<div class="wide">
  <table>
    <thead>
      <tr>
        <th scope="col" class="who">Who</th>
        {#each crew.days as d, i (d.date)}
          {@const at = date(d.date)}
          <th
            scope="col"
            class:sunday={at.getDay() === 0}
            class:due={d.date === due}
            aria-label={day(d.date)}
          >
            <span class="month">{i === 0 || at.getDate() === 1 ? MONTH.format(at) : ''}</span>
            <span class="soft">{WEEKDAY.format(at)}</span><span class="mono">{at.getDate()}</span>
          </th>
        {/each}
      </tr>
    </thead>
    <tbody>
      {#each there as h (h.person)}
        <tr>
          <th scope="row" class="who">
            <button class="name" onclick={() => onhand(h)}
              ><strong>{h.name}</strong><span class="soft small"
                >{ROLE[h.role]}{h.part.share > 0 && h.part.share < 1
                  ? `, ${Math.round(h.part.share * 100)} %`
                  : ''}{(total.get(h.person) ?? 0) > 0
                  ? `, ${(total.get(h.person) ?? 0).toFixed(0)} h`
                  : ''}</span
              >{#if h.overpromised}<span class="pencil small">{h.overpromised}</span>{/if}</button
            >
          </th>
          {#each h.days as d (d.date)}
            {@const load = laid.get(h.person)?.get(d.date)}
            {@const shots = shotsOf(load)}
            <td
              title="{day(d.date)}: {d.said}{load ? `, ${load.laid.toFixed(1)} h laid` : ''}"
              class:sunday={date(d.date).getDay() === 0}
              class:due={d.date === due}
            >
              <span class="cell {d.off}">
                {#if d.off === 'NO'}<span
                    class="there"
                    style:height="{Math.min(100, (d.hours / Math.max(1, crew.usualDay)) * 100)}%"
                    ><span
                      class="fill"
                      class:late={load?.late}
                      class:lit={load?.pieces.some((p) => p.shot === lit || chain.includes(p.task))}
                      style:height="{Math.min(100, ((load?.laid ?? 0) / d.hours) * 100)}%"
                    ></span></span
                  >
                {:else if d.off === 'AWAY'}<svg aria-hidden="true"
                    ><defs
                      ><pattern
                        id="away{id}"
                        width="4"
                        height="4"
                        patternTransform="rotate(45)"
                        patternUnits="userSpaceOnUse"
                        ><line y2="4" stroke="currentColor" stroke-width="1.4" /></pattern
                      ></defs
                    ><rect width="100%" height="100%" fill="url(#away{id})" /></svg
                  >{:else if d.off === 'HOLIDAY'}<span class="holiday" aria-hidden="true"></span>{/if}
                <span class="sr-only">{d.said}{load ? `, ${load.laid.toFixed(1)} h laid` : ''}</span>
              </span>
              <span class="pieces">
                {#each shots.slice(0, MOST_NAMED) as p (p.shot)}<button
                    class="mono"
                    class:pencil={p.shot === lit}
                    aria-label="{p.code}, {day(d.date)}"
                    onclick={() => onshot(p.shot)}>{short(p.code)}</button
                  >{/each}{#if shots.length > MOST_NAMED}<span
                    class="soft"
                    title={shots.map((p) => p.code).join(', ')}>+{shots.length - MOST_NAMED}</span
                  >{/if}
              </span>
            </td>
          {/each}
        </tr>
      {/each}
      <tr class="all">
        <th scope="row" class="who">hours, all</th>
        {#each crew.days as d (d.date)}
          <td class="mono" class:sunday={date(d.date).getDay() === 0} class:due={d.date === due}
            >{d.hours > 0 ? Math.round(d.hours) : ''}</td
          >
        {/each}
      </tr>
    </tbody>
  </table>
</div>
<p class="soft small key">
  A box: hours there, filled by the work laid on them. Hatched whole: away. A ring: a public holiday. Empty:
  no day of theirs, or not on this production. Hatched fill: after the day all is due.{due &&
  crew.days.some((d) => d.date === due)
    ? ' The red line: due.'
    : ''}
</p>
{#if others.length > 0}<p class="soft small">
    No work after the shoot:
    {#each others as o (o.person)}<button class="bare tight btn" onclick={() => onhand(o)}>{o.name}</button
      >{/each}
  </p>{/if}

<style>
  .wide {
    overflow-x: auto;
  }
  table {
    border-collapse: collapse;
    font-size: 12px;
  }
  th,
  td {
    padding: 1px;
    text-align: center;
    font-weight: 400;
  }
  .sunday {
    border-right: 1px solid var(--line);
  }
  .due {
    border-right: 2px solid var(--pencil);
  }
  thead th span {
    display: block;
    line-height: 1.25;
  }
  .month {
    height: 15px;
    font-weight: 600;
  }
  .who {
    position: sticky;
    left: 0;
    z-index: 1;
    background: var(--paper);
    text-align: left;
    min-width: 132px;
    padding-right: 10px;
  }
  .name {
    display: grid;
    text-align: left;
    width: 100%;
    padding: 3px 0;
    cursor: pointer;
  }
  .name:hover strong {
    text-decoration: underline;
  }
  .cell {
    position: relative;
    display: block;
    width: 34px;
    height: 32px;
    border-bottom: 1px solid var(--line);
  }
  .cell.AWAY {
    border: 1px solid var(--ink);
  }
  .there {
    position: absolute;
    inset: auto 2px 0;
    border: 1px solid var(--ink);
    border-top-style: dotted;
  }
  .fill {
    position: absolute;
    inset: auto 0 0;
    background: var(--ink);
  }
  .fill.lit {
    background: var(--pencil);
  }
  .fill.late {
    background: repeating-linear-gradient(135deg, var(--ink) 0 2px, var(--paper) 2px 5px);
  }
  .fill.late.lit {
    background: repeating-linear-gradient(135deg, var(--pencil) 0 2px, var(--paper) 2px 5px);
  }
  td {
    vertical-align: top;
  }
  .pieces {
    display: grid;
    min-height: 24px;
    font-size: 10px;
    line-height: 12px;
  }
  .pieces button {
    cursor: pointer;
    font-size: 10px;
    letter-spacing: -0.03em;
    white-space: nowrap;
  }
  .pieces button:hover {
    text-decoration: underline;
  }
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }
  .holiday {
    position: absolute;
    left: 12px;
    top: 11px;
    width: 10px;
    height: 10px;
    border: 2px solid var(--ink);
    border-radius: 50%;
  }
  .all td,
  .all th {
    padding-top: 5px;
  }
  .key {
    margin-top: 6px;
  }
</style>
