import { describe, expect, it, vi } from 'vitest';
import { free, typing } from './keys';

function at(html: string, key: string): KeyboardEvent {
  document.body.innerHTML = html;
  const e = new KeyboardEvent('keydown', { key, cancelable: true, bubbles: true });
  document.body.querySelector('[data-here]')?.dispatchEvent(e);
  return e;
}

describe('keys of a desk', () => {
  it('belong to a field in which text is typed, and to a sheet', () => {
    for (const html of [
      '<input data-here>',
      '<input type="number" data-here>',
      '<textarea data-here></textarea>',
      '<div role="dialog"><button data-here></button></div>',
    ])
      expect(typing(at(html, 'c')), html).toBe(true);
  });

  it('go on working after a slider, a box or a list was used', () => {
    for (const html of [
      '<input type="range" data-here>',
      '<input type="checkbox" data-here>',
      '<select data-here><option>1</option></select>',
      '<button data-here></button>',
      '<p data-here></p>',
    ]) {
      const work = vi.fn();
      const e = at(html, 'c');
      free(work)(e);
      expect(work, html).toHaveBeenCalledOnce();
      expect(e.defaultPrevented, html).toBe(true);
    }
  });

  it('leave the space bar to what it presses', () => {
    for (const [html, calls] of [
      ['<button data-here></button>', 0],
      ['<input type="checkbox" data-here>', 0],
      ['<select data-here></select>', 0],
      ['<input type="range" data-here>', 1],
      ['<p data-here></p>', 1],
    ] as const) {
      const work = vi.fn();
      free(work)(at(html, ' '));
      expect(work, html).toHaveBeenCalledTimes(calls);
    }
  });
});
