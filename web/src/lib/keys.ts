/** Inputs in which nothing is typed. */
const NO_TEXT = ['range', 'checkbox', 'radio', 'button', 'submit', 'reset', 'file', 'color', 'image'];

const FIELDS = 'input, textarea, select, [contenteditable], [role="dialog"]';

/** Whether a key pressed belongs to a field in which text is typed, or to a sheet, and not to the desk. */
export function typing(e: Event): boolean {
  const field = e.target instanceof HTMLElement ? e.target.closest(FIELDS) : null;
  return (
    field !== null &&
    !(field instanceof HTMLSelectElement) &&
    !(field instanceof HTMLInputElement && NO_TEXT.includes(field.type))
  );
}

/**
 * Whether a key does something at what has the focus: the space bar presses a button, ticks a box and opens
 * a list, whose letters choose from it while it is open.
 */
function own(e: KeyboardEvent): boolean {
  return (
    e.key === ' ' &&
    e.target instanceof HTMLElement &&
    e.target.closest('button, summary, select, input[type="checkbox"], input[type="radio"]') !== null
  );
}

/** The Enter of a desk: left to a button or link that has the focus. */
export function enter(work: () => void): (e: KeyboardEvent) => void {
  const press = free(work);
  return (e) => {
    if (!(e.target instanceof HTMLElement && e.target.closest('button, summary, a, select'))) press(e);
  };
}

/** A key of the desk: works while no text is typed, and leaves the space bar to what has the focus. */
export function free(work: () => void): (e: KeyboardEvent) => void {
  return (e) => {
    if (!typing(e) && !own(e)) {
      e.preventDefault();
      work();
    }
  };
}
