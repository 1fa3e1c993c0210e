import { describe, expect, it } from 'vitest';
import { Refused } from './api/client';
import { number, read } from './numbers';

describe('numbers as they are typed', () => {
  it('have a comma or a point', () => {
    for (const [text, n] of [
      ['1.5', 1.5],
      ['1,5', 1.5],
      [' 4 ', 4],
      [',5', 0.5],
      ['-0,25', -0.25],
      ['12 000', 12000],
      ['12\u202f000,5', 12000.5],
      ['1e3', 1000],
      ['3.', 3],
    ] as const)
      expect(read(text), text).toBe(n);
    expect(read('  ')).toBeNull();
  });

  it('are refused with their field when they cannot be read, and never turn into nothing', () => {
    for (const text of ['1,000.5', '1.000,5', '1/50', 'two', '5 h', 'NaN', 'Infinity', '--1', '.']) {
      expect(read(text), text).toBe(text);
      expect(() => number(text, 'Hours it took'), text).toThrow(Refused);
      expect(() => number(text, 'Hours it took'), text).toThrow(/Hours it took.*not a number/);
    }
    expect(number('', 'Hours it took')).toBeNull();
  });

  it('are not guessed where a comma may part thousands', () => {
    for (const text of ['12,000', '1,250', '-5,600']) {
      expect(read(text), text).toBe(text);
      expect(() => number(text, 'Budget'), text).toThrow(/Budget.*two ways/);
    }
    expect(read('0,125')).toBe(0.125);
    expect(read('12,00')).toBe(12);
    expect(read('1234,567')).toBe(1234.567);
  });
});
