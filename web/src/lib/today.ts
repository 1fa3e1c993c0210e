/**
 * The date of now as 2026-11-27, in a zone or on this device: a day on set has a zone of its own,
 * and west of Greenwich it is still today in the evening.
 */
export function today(zone?: string): string {
  const parts = new Intl.DateTimeFormat('en-US', {
    ...(zone ? { timeZone: zone } : {}),
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  }).formatToParts(new Date());
  const of = (type: string) => parts.find((p) => p.type === type)?.value ?? '';
  return `${of('year')}-${of('month')}-${of('day')}`;
}

/** The day that is shot today by its own clock, else the next, else undefined. */
export function dayAtHand<D extends { date: string; terms: { zone: string } }>(days: D[]): D | undefined {
  return days.find((d) => d.date >= today(d.terms.zone));
}
