import { read } from '../numbers';

/** A line of the camera data, as the slate asks for it. */
export type Field = {
  key: string;
  label: string;
  unit: string;
  kind: 'number' | 'text' | 'auto' | 'switch' | 'raster';
};
/** What is read take by take. */
export const FIELDS: Field[] = [
  { key: 'body', label: 'Body', unit: '', kind: 'text' },
  { key: 'lens', label: 'Lens', unit: '', kind: 'text' },
  { key: 'focalMm', label: 'Focal', unit: 'mm', kind: 'number' },
  { key: 'fNumber', label: 'Aperture', unit: 'f/', kind: 'number' },
  { key: 'shutterSeconds', label: 'Shutter, 1 over', unit: 's', kind: 'number' },
  { key: 'iso', label: 'ISO', unit: '', kind: 'number' },
  { key: 'whiteK', label: 'White', unit: 'K', kind: 'number' },
  { key: 'whiteAuto', label: 'White balance', unit: '', kind: 'auto' },
  { key: 'focusM', label: 'Focus', unit: 'm', kind: 'number' },
  { key: 'focusAuto', label: 'Focusing', unit: '', kind: 'auto' },
  { key: 'exposureAuto', label: 'Exposure', unit: '', kind: 'auto' },
  { key: 'heightM', label: 'Height', unit: 'm', kind: 'number' },
  { key: 'tiltDeg', label: 'Tilt', unit: '°', kind: 'number' },
  { key: 'distanceM', label: 'Distance', unit: 'm', kind: 'number' },
  { key: 'rate', label: 'Frame rate', unit: 'fps', kind: 'text' },
  { key: 'raster', label: 'Raster', unit: '', kind: 'raster' },
];
/** What is answered once, before the first take of a setup. */
export const ONCE: Field[] = [
  { key: 'stabiliser', label: 'Stabiliser', unit: '', kind: 'switch' },
  { key: 'profile', label: 'Picture profile', unit: '', kind: 'text' },
  { key: 'ndStops', label: 'Density filter', unit: 'stops', kind: 'number' },
  { key: 'tint', label: 'Tint', unit: '', kind: 'number' },
  { key: 'codec', label: 'Codec', unit: '', kind: 'text' },
  { key: 'bits', label: 'Bit depth', unit: 'bit', kind: 'number' },
  { key: 'sensorMode', label: 'Sensor mode', unit: '', kind: 'text' },
  { key: 'rollDeg', label: 'Roll', unit: '°', kind: 'number' },
  { key: 'lensCorrections', label: 'Lens corrections', unit: '', kind: 'switch' },
];
/** What the desk calls a field. */
export const named = (k: string): string => [...FIELDS, ...ONCE].find((f) => f.key === k)?.label ?? k;

/** A size as it is shown; what was typed and is none stays as it is. */
export const sized = (v: object | string): string =>
  typeof v === 'string' ? v : 'width' in v && 'height' in v ? `${String(v.width)}x${String(v.height)}` : '';

/** A size as it is typed, "3840x2160"; what is none stays as it was typed, so that it can be mended. */
export function size(raw: string): { width: number; height: number } | string {
  const m = /^\s*(\d{1,6})\s*[x×]\s*(\d{1,6})\s*$/i.exec(raw);
  return m ? { width: Number(m[1]), height: Number(m[2]) } : raw;
}

/** A value of the camera data as its field shows it. */
export function shown(camera: Record<string, unknown>, f: Field): string {
  const v = camera[f.key];
  return v === null || v === undefined
    ? ''
    : typeof v === 'string' || typeof v === 'object'
      ? sized(v)
      : f.key === 'shutterSeconds'
        ? String(Math.round(100 / Number(v)) / 100)
        : String(v);
}

/**
 * What was typed into a field, as the camera data keep it; null when nothing was. What is no number stays as
 * it was typed, so that it can be refused and mended; it never turns into "not read".
 */
export function typedInto(f: Field, raw: string): unknown {
  if (raw.trim() === '') return null;
  if (f.kind === 'raster') return size(raw);
  if (f.kind === 'text') return raw;
  if (f.kind === 'auto' || f.kind === 'switch') return raw === 'automatic' || raw === 'on';
  const n = read(raw);
  if (typeof n !== 'number' || (f.key === 'shutterSeconds' && n <= 0)) return raw;
  return f.key === 'shutterSeconds' ? 1 / n : n;
}
