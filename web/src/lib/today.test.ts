import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { dayAtHand, today } from './today';

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

// 27 November, 17:30 in Los Angeles, is 28 November, 01:30 in Greenwich (IANA zone rules: UTC-8).
test('in the evening west of Greenwich it is still today', () => {
  vi.setSystemTime(new Date('2026-11-28T01:30:00Z'));
  expect(today('America/Los_Angeles')).toBe('2026-11-27');
  expect(today('Europe/London')).toBe('2026-11-28');
  expect(today('Pacific/Auckland')).toBe('2026-11-28');
});

test('the day at hand is told by the clock of each day', () => {
  vi.setSystemTime(new Date('2026-11-28T01:30:00Z'));
  const days = [
    { date: '2026-11-26', terms: { zone: 'America/Los_Angeles' }, n: 1 },
    { date: '2026-11-27', terms: { zone: 'America/Los_Angeles' }, n: 2 },
    { date: '2026-11-28', terms: { zone: 'America/Los_Angeles' }, n: 3 },
  ];
  expect(dayAtHand(days)?.n).toBe(2);
  vi.setSystemTime(new Date('2026-11-30T12:00:00Z'));
  expect(dayAtHand(days)).toBeUndefined();
});
