/**
 * What is said quickly one after the other of one stored thing: sent in that order, each on what
 * the one before it made of it. Until the last is answered, that is what stands.
 *
 * @template T what is said
 */
export class Saying<T> {
  said = $state.raw<T | null>(null);
  #last: Promise<void> = Promise.resolve();

  /** @param send keeps it, and tells itself where that fails */
  say(next: T, send: (next: T) => Promise<void>): Promise<void> {
    this.said = next;
    this.#last = this.#last
      .then(() => send(next))
      .finally(() => {
        if (this.said === next) this.said = null;
      });
    return this.#last;
  }
}
