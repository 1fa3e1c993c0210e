/** The rules of the floor, compiled from the core for the browser (device/). */
declare module 'bivex-core' {
  type Camera = Record<string, unknown>;
  /** A take or a slate, with what the plan asks of its plate. */
  type Shot = { camera: Camera; asks: object | null; seconds?: number };
  export function guard(
    reference: Shot | null,
    take: Shot,
    rules: string,
    width: number,
    height: number,
    sensorWidthMm: number,
    backgroundM: number,
  ): {
    against: 'ITSELF' | 'REFERENCE' | 'PLAN';
    property: string;
    label: string;
    reference: string;
    actual: string;
    effect: string;
    severity: 'BREAKS' | 'SLIGHT' | 'NOT_READ';
    remedy: string;
    tolerance: string;
  }[];
  /** A plate that was made by hand, with its usual numbers where none are given. */
  export function ownPlate(item: object): { key: string; seconds: number; takes: number; inSet: boolean };
  export function merge(
    sheet: object,
    notSent: object[],
    rate: string,
    width: number,
    height: number,
    sensorWidthMm: number,
  ): {
    takes: { id: string; call: 'NONE' | 'PICK' | 'NO_GOOD' | 'FALSE_START' }[];
    plates: { state: string; nextTake: number }[];
    references: string[];
    first: number;
    nextIn: string;
    heard: string[];
    cleanSinceTouch: boolean;
    struck: boolean;
  };
  export function fault(camera: Camera): string;
  export function silent(camera: Camera, notRead: string, first: boolean): string[];
  export function listed(camera: Camera, field: string): string;
  export function seconds(inLabel: string, outLabel: string, rate: string): number;
  export function running(inLabel: string, seconds: number, rate: string): string;
  export function out(inLabel: string, seconds: number, rate: string): string;
  export function onwards(order: string[], owed: string[], done: string): string;
  export function rangeFault(inLabel: string, outLabel: string, rate: string): string;
  export function clock(
    told: object,
    set: string,
    notSent: object[],
    rate: string,
    megabitsPerSecond: number,
  ): string;
}
