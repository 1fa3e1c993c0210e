import { describe, expect, it } from 'vitest';
import { plain } from './labels';

describe('a refusal', () => {
  it('names the field as the desk does, and is left alone where it names none', () => {
    expect(plain('words: must not be empty', 'words')).toBe('The words must not be empty');
    expect(plain('fNumber: must be from 0.5 to 128, was 300', 'fNumber')).toBe(
      'Aperture must be from 0.5 to 128, was 300',
    );
    expect(plain('hoursPerDay: must be from 1 to 24, was 30', 'hoursPerDay')).toBe(
      'Hours per day must be from 1 to 24, was 30',
    );
    expect(plain('A001: is no roll', undefined)).toBe('A001: is no roll');
    expect(plain('Somebody else changed it.', 'version')).toBe('Somebody else changed it.');
  });
});
