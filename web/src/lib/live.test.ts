import { expect, test } from 'vitest';
import { touches } from './live';

test('a logged take is read again where takes count, and the script is left alone', () => {
  const take = { subject: 'take', shots: ['a'] };
  for (const key of ['owed', 'reel', 'shots', 'shot', 'pack', 'bench', 'journal'])
    expect(touches(take, key), key).toBe(true);
  for (const key of ['draft', 'cues', 'specs', 'places']) expect(touches(take, key), key).toBe(false);
});

test('a still changes no standing, though it is of a take', () => {
  expect(touches({ subject: 'take', shots: [] }, 'owed')).toBe(false);
  expect(touches({ subject: 'take', shots: [] }, 'pack')).toBe(true);
});

test('what is not named, or told to a guest, may have changed anything', () => {
  for (const key of ['owed', 'draft', 'review', 'packages']) {
    expect(touches({ subject: 'draft', shots: null }, key)).toBe(true);
    expect(touches({}, key)).toBe(true);
  }
});

test('what the frames of a version show is read again alone', () => {
  expect(touches({ subject: 'check', shots: [] }, 'check')).toBe(true);
  for (const key of ['owed', 'review', 'journal', 'bench'])
    expect(touches({ subject: 'check', shots: [] }, key), key).toBe(false);
});
