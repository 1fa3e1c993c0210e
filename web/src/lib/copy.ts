import { frame } from './state.svelte';

/** Puts words where they can be pasted from, and says so; not every browser lets it. */
export async function copy(words: string, told = 'Copied.'): Promise<void> {
  try {
    await navigator.clipboard.writeText(words);
    frame.say(told);
  } catch {
    frame.say('It could not be copied: mark it and copy it by hand.');
  }
}
