import { Refused } from './api/client';
import { Draft } from './draft.svelte';
import { number } from './numbers';

/**
 * Fields of a form as they are typed, kept on this device until they are sent or wiped.
 *
 * @template K names of the fields, as the server names them
 */
export class Typed<K extends string> {
  readonly #draft: Draft;
  readonly #none: Record<K, string>;

  /**
   * @param key of what the form is for
   * @param none what stands in it before anything is typed
   */
  constructor(key: () => string, none: Record<K, string>) {
    this.#draft = new Draft(key);
    this.#none = none;
  }

  get all(): Record<K, string> {
    try {
      return { ...this.#none, ...(JSON.parse(this.#draft.words) as Partial<Record<K, string>>) };
    } catch {
      return this.#none;
    }
  }

  get(key: K): string {
    return this.all[key];
  }

  set(key: K, value: string): void {
    this.#draft.words = JSON.stringify({ ...this.all, [key]: value });
  }

  /** Wipes all, or all but some. */
  clear(...but: K[]): void {
    this.#draft.words =
      but.length === 0 ? '' : JSON.stringify(Object.fromEntries(but.map((k) => [k, this.get(k)])));
  }

  /**
   * A number; undefined where the field is empty.
   *
   * @throws Refused naming the field
   */
  number(key: K, label: string): number | undefined {
    try {
      return number(this.get(key), label) ?? undefined;
    } catch (e) {
      throw e instanceof Refused ? new Refused(e.status, e.title, e.detail, key) : e;
    }
  }

  /**
   * A number that must be there.
   *
   * @throws Refused naming the field
   */
  needed(key: K, label: string): number {
    const n = this.number(key, label);
    if (n === undefined) throw new Refused(422, 'Not kept', `${label} is missing`, key);
    return n;
  }
}
