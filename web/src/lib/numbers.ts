import { Refused } from './api/client';

/** 12,000 is twelve thousand to some and twelve to others. */
const TWO_WAYS = /^[+-]?[1-9]\d{0,2},\d{3}$/;

const NUMBER = /^[+-]?(\d+([.,]\d*)?|[.,]\d+)(e[+-]?\d+)?$/i;

/**
 * What somebody typed as a number: with a comma or a point, and with spaces between thousands. Null when
 * nothing is typed; what can't be read comes back as it was typed, so that it is refused and never lost.
 */
export function read(text: string): number | string | null {
  const plain = text.replace(/[\s\u00a0\u202f]/g, '');
  if (plain === '') return null;
  return NUMBER.test(plain) && !TWO_WAYS.test(plain) ? Number(plain.replace(',', '.')) : text;
}

/**
 * A number out of a field; null when it is empty.
 *
 * @throws Refused naming the field when it can't be read
 */
export function number(text: string, label: string): number | null {
  const n = read(text);
  if (typeof n === 'string') {
    const why = TWO_WAYS.test(text.trim())
      ? 'can be read in two ways: write it with a point, or without a comma'
      : 'is not a number';
    throw new Refused(422, `${label}: not a number`, `${label}: “${text.trim()}” ${why}`, label);
  }
  return n;
}
