import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { places, searcher } from './pages';

const line = (text: string, start: number, beside: Schemas['Line'] | null = null): Schemas['Line'] =>
  ({
    kind: 'DIALOGUE',
    indent: 0,
    scene: 0,
    number: '',
    runs: [{ text, start, bold: false, italic: false, underline: false }],
    beside,
  }) as Schemas['Line'];

/** Two who speak at once: the first says “one two / three four”, the other “five six / seven eight”. */
const page = {
  number: 1,
  lines: [line('one two', 0, line('five six', 20)), line('three four', 8, line('seven eight', 29))],
} as Schemas['Page'];

describe('what two say at once', () => {
  it('is read one after the other, each on its row', () => {
    expect(places([page]).map((p) => [p.row, p.text])).toEqual([
      [0, 'one two'],
      [1, 'three four'],
      [0, 'five six'],
      [1, 'seven eight'],
    ]);
  });

  it('is found over the end of a line of one of them, and not across both', () => {
    const find = searcher([page]);
    expect(find('two three')).toEqual([{ start: 4, end: 13 }]);
    expect(find('six seven')).toEqual([{ start: 25, end: 34 }]);
    expect(find('two five')).toEqual([]);
  });
});
