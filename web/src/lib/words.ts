import type { Schemas } from './api/client';

/** All words that stand in more than one place, so that they can be translated in one. */
export const DESKS = [
  'owed',
  'script',
  'shots',
  'floor',
  'bench',
  'cut',
  'crew',
  'review',
  'deliver',
] as const;
export type Desk = (typeof DESKS)[number];

export const deskName = (d: Desk): string => d[0]!.toUpperCase() + d.slice(1);

export type State = Schemas['OwedItem']['state'];
export const STATE: Record<State, string> = {
  IN_HAND: 'in hand',
  OWED: 'owed',
  IN_DOUBT: 'in doubt',
  DROPPED: 'dropped',
};

export type Stage = Schemas['ShotView']['stage'];
export const STAGES: Stage[] = ['MARKED', 'PLANNED', 'SHOT', 'BUILT', 'AGREED', 'DELIVERED'];
/** A label inside a sentence: begun small, with the names in it as they are. */
export const inside = (label: string): string =>
  /^.[a-z]/.test(label) ? label[0]!.toLowerCase() + label.slice(1) : label;

export const stageName = (s: Stage): string => s[0] + s.slice(1).toLowerCase();

export type Due = Schemas['OwedItem']['due'];
export const DUE: Record<Due, string> = {
  BEFORE_STRIKE: 'Before the set is struck',
  BEFORE_DAY: 'Before the shooting day',
  BEFORE_DELIVERY: 'Before delivery',
};

export const WHO: Record<Schemas['OwedItem']['who'], string> = {
  PRODUCER: 'producer',
  FLOOR: 'floor',
  ARTIST: 'artist',
};

export const ROLE: Record<Schemas['Seat']['role'], string> = {
  PRODUCER: 'producer',
  COORDINATOR: 'coordinator',
  FLOOR: 'floor',
  ARTIST: 'artist',
  GUEST: 'guest reviewer',
};

const WEEKDAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** Tue 24 Nov */
export function day(iso: string | null | undefined): string {
  return iso ? WEEKDAY.format(new Date(iso.length === 10 ? `${iso}T12:00:00` : iso)).replace(',', '') : '';
}

/** Tue 24 Nov 14:05 */
export function moment(iso: string): string {
  return `${day(iso)} ${CLOCK.format(new Date(iso))}`;
}

export function hours(e: { low: number; high: number }): string {
  const f = (x: number) => (x >= 10 ? Math.round(x).toString() : (Math.round(x * 2) / 2).toString());
  return f(e.low) === f(e.high) ? `${f(e.low)} h` : `${f(e.low)}–${f(e.high)} h`;
}

export function bytes(n: number): string {
  return n < 1e6
    ? `${Math.max(1, Math.round(n / 1e3))} kB`
    : n < 1e9
      ? `${(n / 1e6).toFixed(1)} MB`
      : `${(n / 1e9).toFixed(2)} GB`;
}

/** 1 page, 2 pages */
export const count = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`;
