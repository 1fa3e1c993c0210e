/**
 * Words that somebody is typing, kept on this device until they are said or wiped: leaving a desk, a
 * reload or a lost sign-in takes nothing away. They are gone from it at sign-out.
 */
const PREFIX = 'typed ';

export class Draft {
  words = $state('');

  /**
   * @param key of what the words are for; another key is another draft
   */
  constructor(key: () => string) {
    let at = '';
    $effect.pre(() => {
      const now = PREFIX + key();
      if (now !== at) {
        at = now;
        this.words = read(now);
      }
    });
    $effect(() => {
      const said = this.words;
      if (at) write(at, said);
    });
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
