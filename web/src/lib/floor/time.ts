/** 08:20 from minutes after midnight. */
export const clock = (m: number): string =>
  `${String(Math.floor(m / 60) % 24).padStart(2, '0')}:${String(Math.round(m) % 60).padStart(2, '0')}`;

/** Minutes after midnight from 08:20; null when it is no time. */
export function minutes(text: string): number | null {
  const m = /^(\d{1,2}):(\d{2})$/.exec(text.trim());
  return m ? Number(m[1]) * 60 + Number(m[2]) : null;
}

const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** Time of day of a moment, as this device has it. */
export const timeOf = (iso: string): string => CLOCK.format(new Date(iso));
