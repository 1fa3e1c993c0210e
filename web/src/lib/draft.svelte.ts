import { frame } from './state.svelte';

/**
 * Words that somebody is typing, kept on this device until they are said or wiped: leaving a desk, a
 * reload or a lost sign-in takes nothing away. They are gone from it at sign-out.
 */
const PREFIX = 'typed ';

export class Draft {
  #words = $state('');
  #at = '';

  /**
   * @param key of what the words are for; another key is another draft
   */
  constructor(key: () => string) {
    $effect.pre(() => {
      // A person's own: who signs in next on this device reads none of them.
      const now = `${PREFIX}${frame.session?.person ?? ''} ${key()}`;
      if (now !== this.#at) {
        this.#at = now;
        this.#words = read(now);
      }
    });
  }

  get words(): string {
    return this.#words;
  }

  set words(said: string) {
    this.#words = said;
    if (this.#at) write(this.#at, said);
  }
}

function read(key: string): string {
  try {
    return localStorage.getItem(key) ?? '';
  } catch {
    return '';
  }
}

function write(key: string, words: string): void {
  try {
    if (words) localStorage.setItem(key, words);
    else localStorage.removeItem(key);
  } catch {
    // A device that keeps nothing keeps no drafts either; what is typed is still on the screen.
  }
}

/** At sign-out nothing that was typed stays for the next one. */
export function forgetDrafts(): void {
  try {
    Object.keys(localStorage)
      .filter((k) => k.startsWith(PREFIX))
      .forEach((k) => localStorage.removeItem(k));
  } catch {
    // Nothing was kept.
  }
}
