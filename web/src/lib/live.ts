/** A change as it is told; a guest is told only that there was one. */
export type Changed = { subject?: string; shots?: string[] | null };

/** What follows from the shots as they stand. */
const DERIVED = ['owed', 'reel', 'shots', 'shot', 'elements', 'effort', 'tally', 'rescue', 'offers'];
/** What is written of the script. */
const SCRIPT = ['draft', 'drafts', 'cues', 'cue-words', 'codes', 'changes'];
/** What the office keeps. */
const OFFICE = ['specs', 'places', 'production', 'board', 'looks', 'options', 'inputs'];

/** What a change of a subject leaves as it is; a subject that is not named may change anything. */
const LEAVES: Record<string, string[]> = {
  take: [...SCRIPT, ...OFFICE, 'tally', 'packages'],
  clip: [...SCRIPT, ...OFFICE, ...DERIVED, 'packages', 'review', 'days'],
  setup: [...SCRIPT, 'specs', 'places', 'board', 'looks', 'packages'],
  version: [...SCRIPT, 'places', 'board', 'looks', 'bench', 'pack', 'days'],
  package: [...SCRIPT, 'places', 'board', 'looks', 'bench', 'pack', 'days'],
  cue: [...DERIVED, ...OFFICE, 'packages', 'specs', 'review', 'bench', 'pack', 'days', 'cuts'],
  place: [...DERIVED, ...SCRIPT, 'packages', 'specs', 'review', 'bench'],
  preset: [...DERIVED, ...SCRIPT, 'packages', 'specs', 'review', 'bench'],
};

/** Whether what is read under a key may be otherwise after a change. */
export function touches(change: Changed, key: string): boolean {
  // What the frames of a version show stands by itself.
  if (change.subject === 'check') return key === 'check';
  if (key === 'journal') return true;
  if (change.shots?.length === 0 && DERIVED.includes(key)) return false;
  return !(LEAVES[change.subject ?? ''] ?? []).includes(key);
}
