import type { Attachment } from 'svelte/attachments';
import { Refused } from './api/client';

/** Where hands were last: what is refused is looked for from there outwards. */
let last: Element | null = null;
if (typeof document !== 'undefined') {
  document.addEventListener('focusin', (e) => (last = e.target instanceof Element ? e.target : null));
}

/** Marks a field as not to be used as it is, until something else is typed, and goes to it. */
function mark(field: HTMLElement): void {
  field.setAttribute('aria-invalid', 'true');
  field.addEventListener('input', () => field.removeAttribute('aria-invalid'), { once: true });
  field.focus();
}

/**
 * For a field whose form knows whether it is the one that was refused.
 *
 * @param go whether to go to it: not where what is typed is looked at at once
 */
export function refused(is: boolean | undefined, go = true): Attachment<HTMLElement> {
  return (field) => {
    if (!is) return undefined;
    if (go) mark(field);
    else field.setAttribute('aria-invalid', 'true');
    return () => field.removeAttribute('aria-invalid');
  };
}

/**
 * Marks the field a refusal names, by the `name` of its control: the nearest one to where hands
 * were. Does nothing when there is none.
 *
 * @param e what was thrown, or the name itself
 */
export function markNamed(e: unknown): void {
  const name = typeof e === 'string' ? e : e instanceof Refused ? (e.field ?? '') : '';
  if (!name) return;
  const named = `[name="${CSS.escape(name.replace(/^.*[, .]/, ''))}"]`;
  for (let near: Element | null = last?.isConnected ? last : document.body; near; near = near.parentElement) {
    const field = near.querySelector<HTMLElement>(named);
    if (field) {
      mark(field);
      return;
    }
  }
}
