/** Whether a key pressed belongs to a field or a sheet, and not to the desk. */
export function typing(e: Event): boolean {
  return (
    e.target instanceof HTMLElement &&
    e.target.closest('input, textarea, select, [contenteditable], [role="dialog"]') !== null
  );
}

/** A key of the desk: works only while nobody is typing, and leaves the space bar to a focused button. */
export function free(work: () => void): (e: KeyboardEvent) => void {
  return (e) => {
    const button =
      e.key === ' ' && e.target instanceof HTMLElement && e.target.closest('button, summary') !== null;
    if (!typing(e) && !button) {
      e.preventDefault();
      work();
    }
  };
}
