/** What the desks call the fields of a request, where their keys would say nothing to anybody. */
const LABELS: Record<string, string> = {
  fNumber: 'aperture',
  focalMm: 'focal length',
  shutterSeconds: 'shutter',
  iso: 'ISO',
  whiteK: 'white balance',
  focusM: 'focus',
  heightM: 'camera height',
  tcIn: 'in',
  tcOut: 'out',
  login: 'sign-in name',
  pattern: 'shot codes',
  codePattern: 'shot codes',
  file: 'the file',
  words: 'the words',
  reason: 'the reason',
  note: 'the note',
  due: 'the due date',
  dimmedHz: 'dimmed lamps',
  mainsHz: 'mains frequency',
  rates: 'the rates',
};

/** A field as people say it: "hoursPerDay" is "hours per day". */
export function label(field: string): string {
  return (
    LABELS[field] ??
    field
      .replace(/([a-z])([A-Z])/g, '$1 $2')
      .replace(/_/g, ' ')
      .toLowerCase()
  );
}

/** A refusal that leads with the key of its field, leading with its name instead. */
export function plain(detail: string, field: string | undefined): string {
  if (!field || !detail.startsWith(`${field}: `)) return detail;
  const said = `${label(field)} ${detail.slice(field.length + 2)}`;
  return said.charAt(0).toUpperCase() + said.slice(1);
}
