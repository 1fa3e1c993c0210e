import type { Schemas } from '../api/client';

/**
 * Height of a printed line, of a page and of the gap under it, px; a page is as high as its 54 lines
 * and its margins, so that its place is known without drawing it.
 */
export const LINE = 17;
export const TOP = 44;
export const PAGE = TOP + 54 * LINE + 46;
export const PITCH = PAGE + 14;

type Line = Schemas['Line'];
export type Mark = Schemas['MarkView'];
export type Cue = Schemas['CueView'];
/** Where something stands in the source. */
export type Span = { start: number; end: number };

/** A printed line that has words. @param page index @param row index on the page */
export type Place = { page: number; row: number; start: number; end: number; text: string };

/** A run of characters that looks the same throughout. */
export type Piece = {
  at: number;
  text: string;
  marks: string[];
  cue: string | null;
  hit: boolean;
  bold: boolean;
  italic: boolean;
  underline: boolean;
};

/** Every printed line with words, in the order it is read in. */
export function places(pages: Schemas['Page'][]): Place[] {
  return pages
    .flatMap((p, page) =>
      p.lines.flatMap((x, row) =>
        [x, x.beside].flatMap((l) => {
          const a = l?.runs[0];
          const z = l?.runs.at(-1);
          return l && a && z
            ? [
                {
                  page,
                  row,
                  start: a.start,
                  end: z.start + z.text.length,
                  text: l.runs.map((r) => r.text).join(''),
                },
              ]
            : [];
        }),
      ),
    )
    .sort((a, b) => a.start - b.start);
}

/** The lines of a page as they are read: what is said beside comes after. */
function read(page: Schemas['Page']): Line[] {
  return page.lines
    .flatMap((l) => (l.beside ? [l, l.beside] : [l]))
    .sort((a, b) => (a.runs[0]?.start ?? -1) - (b.runs[0]?.start ?? -1));
}

/** The line an offset stands in or after. */
export function lineOf(lines: Place[], offset: number): number {
  let lo = 0;
  let hi = lines.length - 1;
  while (lo < hi) {
    const mid = (lo + hi + 1) >> 1;
    if (lines[mid]!.start <= offset) lo = mid;
    else hi = mid - 1;
  }
  return lo;
}

/**
 * All that is printed as one text, with the way back into the source; words that run over a line are
 * found too.
 */
export function searcher(pages: Schemas['Page'][]): (words: string) => Span[] {
  const runs: { at: number; start: number; length: number }[] = [];
  let flat = '';
  for (const p of pages) {
    for (const l of read(p)) {
      for (const r of l.runs) {
        runs.push({ at: flat.length, start: r.start, length: r.text.length });
        flat += r.text.toLowerCase();
      }
      if (l.runs.length > 0) flat += ' ';
    }
  }
  const source = (i: number, end: boolean): number => {
    let lo = 0;
    let hi = runs.length - 1;
    while (lo < hi) {
      const mid = (lo + hi + 1) >> 1;
      if (runs[mid]!.at <= (end ? i - 1 : i)) lo = mid;
      else hi = mid - 1;
    }
    const r = runs[lo]!;
    return r.start + Math.min(r.length, i - r.at);
  };
  return (words) => {
    const wanted = words.trim().toLowerCase().replace(/\s+/g, ' ');
    const out: Span[] = [];
    for (
      let i = wanted ? flat.indexOf(wanted) : -1;
      i >= 0 && out.length < 1000;
      i = flat.indexOf(wanted, i + 1)
    ) {
      out.push({ start: source(i, false), end: source(i + wanted.length, true) });
    }
    return out;
  };
}

/** A line cut where marks, cues and finds begin and end. */
export function pieces(line: Line, marks: Mark[], cues: Cue[], hits: Span[]): Piece[] {
  return line.runs.flatMap((run) => {
    const end = run.start + run.text.length;
    const inside = (x: { start: number; end: number }): boolean => x.start < end && x.end > run.start;
    const m = marks.filter(inside);
    const c = cues.filter(inside);
    const f = hits.filter(inside);
    const cuts = [
      ...new Set([
        run.start,
        end,
        ...[...m, ...c, ...f].flatMap((x) => [x.start, x.end]).filter((x) => x > run.start && x < end),
      ]),
    ].sort((a, b) => a - b);
    return cuts.slice(0, -1).map((at, i) => {
      const over = (x: { start: number; end: number }): boolean => x.start <= at && x.end > at;
      return {
        at,
        text: run.text.slice(at - run.start, (cuts[i + 1] ?? end) - run.start),
        marks: m.filter(over).map((x) => x.shot),
        cue: c.find(over)?.key ?? null,
        hit: f.some(over),
        bold: run.bold,
        italic: run.italic,
        underline: run.underline,
      };
    });
  });
}

/** A mark on a page: the rows it goes over, and beside which others. */
export type Bracket = { mark: Mark; from: number; to: number; begins: boolean; lane: number };

export function brackets(page: Schemas['Page'], marks: Mark[]): Bracket[] {
  const rows = places([page]);
  const out: Bracket[] = [];
  const lanes: number[] = [];
  for (const mark of marks) {
    const over = rows.filter((r) => r.start < mark.end && r.end > mark.start);
    const a = over[0];
    const z = over.at(-1);
    if (!a || !z) continue;
    let lane = lanes.findIndex((until) => until < a.row);
    if (lane < 0) lane = lanes.length;
    lanes[lane] = z.row;
    out.push({ mark, from: a.row, to: z.row, begins: a.start <= mark.start, lane });
  }
  return out;
}
