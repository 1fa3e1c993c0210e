import { Refused } from './api/client';

const NUMBER = /^[+-]?(\d+([.,]\d*)?|[.,]\d+)(e[+-]?\d+)?$/i;

/**
 * What somebody typed as a number: with a comma or a point, and with spaces between thousands. Null when
 * nothing is typed; what can't be read comes back as it was typed, so that it is refused and never lost.
 */
export function read(text: string): number | string | null {
  const plain = text.replace(/[\s\u00a0\u202f]/g, '');
  if (plain === '') return null;
  return NUMBER.test(plain) ? Number(plain.replace(',', '.')) : text;
}

/**
 * A number out of a field; null when it is empty.
 *
 * @throws Refused naming the field when it can't be read
 */
export function number(text: string, label: string): number | null {
  const n = read(text);
  if (typeof n === 'string')
    throw new Refused(422, `${label}: not a number`, `${label}: “${text.trim()}” is not a number`, label);
  return n;
}
