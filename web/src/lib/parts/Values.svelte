<script lang="ts">
  import type { Schemas } from '../api/client';
  import { read } from '../numbers';
  import { refused } from '../refused';

  /** Fields for typed parameters; a value left at its default is not part of what is given back. */
  let {
    parameters,
    values = $bindable(),
    wrong,
  }: {
    parameters: Schemas['Parameter'][];
    values: Record<string, unknown>;
    wrong?: string | undefined;
  } = $props();

  type Zone = { part: number; frame: number; left: number; right: number };

  function set(p: Schemas['Parameter'], v: unknown): void {
    const next = { ...values };
    if (v === null || v === '' || v === undefined) {
      delete next[p.key];
    } else {
      next[p.key] = v;
    }
    values = next;
  }

  const shown = (p: Schemas['Parameter']): unknown => values[p.key] ?? p.fallback;
  const zones = (p: Schemas['Parameter']): Zone[] => shown(p) as Zone[];
  const percent = (x: number): number => Math.round(x * 1000) / 10;

  function setZone(p: Schemas['Parameter'], i: number, key: keyof Zone, raw: string): void {
    const n = read(raw) as number;
    set(
      p,
      zones(p).map((z, k) =>
        k === i
          ? { ...z, [key]: (key === 'left' || key === 'right') && typeof n === 'number' ? n / 100 : n }
          : z,
      ),
    );
  }

  const rows = (p: Schemas['Parameter']): number[][] => shown(p) as number[][];

  function setRow(p: Schemas['Parameter'], i: number, column: number, raw: string): void {
    set(
      p,
      rows(p).map((r, k) => (k === i ? r.map((n, c) => (c === column ? (read(raw) as number) : n)) : r)),
    );
  }

  const numeric = (p: Schemas['Parameter'], raw: string): unknown => read(raw);
</script>

<div class="values">
  {#each parameters as p (p.key)}
    {@const bad = wrong === p.key || (wrong?.startsWith(`${p.key}[`) ?? false)}
    {#if p.kind === 'ZONES'}
      <fieldset class="zones" class:wrong={bad}>
        <legend class="small soft">{p.label}, {p.unit}</legend>
        <table>
          <thead
            ><tr class="small soft"
              ><th>part</th><th>from frame</th><th>left %</th><th>right %</th><th
                ><span class="sr-only">remove</span></th
              ></tr
            ></thead
          >
          <tbody>
            {#each zones(p) as z, i (i)}
              <tr>
                <td
                  ><input
                    class="mono input"
                    aria-label="part of zone {i + 1}"
                    value={z.part}
                    onchange={(e) => setZone(p, i, 'part', e.currentTarget.value)}
                  /></td
                >
                <td
                  ><input
                    class="mono input"
                    aria-label="from frame of zone {i + 1}"
                    value={z.frame}
                    onchange={(e) => setZone(p, i, 'frame', e.currentTarget.value)}
                  /></td
                >
                <td
                  ><input
                    class="mono input"
                    aria-label="left edge of zone {i + 1}"
                    value={percent(z.left)}
                    onchange={(e) => setZone(p, i, 'left', e.currentTarget.value)}
                  /></td
                >
                <td
                  ><input
                    class="mono input"
                    aria-label="right edge of zone {i + 1}"
                    value={percent(z.right)}
                    onchange={(e) => setZone(p, i, 'right', e.currentTarget.value)}
                  /></td
                >
                <td
                  ><button
                    type="button"
                    class="bare tight btn"
                    aria-label="remove zone {i + 1}"
                    onclick={() =>
                      set(
                        p,
                        zones(p).filter((_, k) => k !== i),
                      )}>−</button
                  ></td
                >
              </tr>
            {/each}
          </tbody>
        </table>
        <button
          type="button"
          class="bare tight btn"
          onclick={() =>
            set(p, [...zones(p), { ...(zones(p).at(-1) ?? { part: 1, frame: 0, left: 0.1, right: 0.4 }) }])}
          >+ another entry</button
        >
      </fieldset>
    {:else if p.kind === 'ROWS'}
      <fieldset class="zones" class:wrong={bad}>
        <legend class="small soft">{p.label}</legend>
        <table>
          <thead
            ><tr class="small soft"
              >{#each p.choices as c (c)}<th>{c}</th>{/each}<th><span class="sr-only">remove</span></th></tr
            ></thead
          >
          <tbody>
            {#each rows(p) as r, i (i)}
              <tr>
                {#each r as n, k (k)}<td
                    ><input
                      class="mono input"
                      aria-label="{p.choices[k]} of row {i + 1}"
                      value={n}
                      onchange={(e) => setRow(p, i, k, e.currentTarget.value)}
                    /></td
                  >{/each}
                <td
                  ><button
                    type="button"
                    class="bare tight btn"
                    aria-label="remove row {i + 1}"
                    onclick={() =>
                      set(
                        p,
                        rows(p).filter((_, x) => x !== i),
                      )}>−</button
                  ></td
                >
              </tr>
            {/each}
          </tbody>
        </table>
        <button
          type="button"
          class="bare tight btn"
          onclick={() => set(p, [...rows(p), [...(rows(p).at(-1) ?? p.choices.map(() => 0))]])}
          >+ another row</button
        >
      </fieldset>
    {:else}
      <label class="field" class:long={p.kind === 'TEXT' && String(shown(p)).length > 20} title={p.reason}>
        <span>{p.label}{p.unit ? `, ${p.unit}` : ''}</span>
        {#if p.kind === 'YES_NO'}
          <select
            class="select"
            {@attach refused(bad, false)}
            value={shown(p) ? 'yes' : 'no'}
            onchange={(e) => set(p, e.currentTarget.value === 'yes')}
            ><option>yes</option><option>no</option></select
          >
        {:else if p.kind === 'CHOICE'}
          <select
            class="select"
            {@attach refused(bad, false)}
            value={shown(p) as string}
            onchange={(e) => set(p, e.currentTarget.value)}
          >
            {#each p.choices as c (c)}<option>{c}</option>{/each}
          </select>
        {:else if p.kind === 'TEXT'}
          <input
            class="input"
            {@attach refused(bad, false)}
            value={shown(p) as string}
            onchange={(e) => set(p, e.currentTarget.value)}
          />
        {:else}
          <input
            class="mono input"
            {@attach refused(bad, false)}
            inputmode="decimal"
            value={shown(p) as number}
            onchange={(e) => set(p, numeric(p, e.currentTarget.value))}
          />
        {/if}
      </label>
    {/if}
  {/each}
</div>

<style>
  .values {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(132px, 1fr));
    gap: 8px 10px;
    align-items: end;
  }
  .long {
    grid-column: 1 / -1;
  }
  .zones {
    grid-column: 1 / -1;
    border: 1px solid var(--line);
    padding: 4px 8px;
  }
  .zones.wrong {
    border: 2px solid var(--pencil);
  }
  th {
    text-align: left;
    font-weight: 430;
  }
  td {
    padding: 1px 4px 1px 0;
  }
</style>
