/** The rules of the floor, compiled from the core for the browser (device/). */
declare module 'bivex-core' {
  type Camera = Record<string, unknown>;
  export function guard(
    reference: Camera | null,
    take: Camera,
    rules: string,
    width: number,
    height: number,
    sensorWidthMm: number,
    backgroundM: number,
  ): {
    property: string;
    label: string;
    reference: string;
    actual: string;
    effect: string;
    severity: 'BREAKS' | 'SLIGHT' | 'NOT_READ';
    remedy: string;
    tolerance: string;
  }[];
  export function fault(camera: Camera): string;
  export function silent(camera: Camera, notRead: string): string[];
  export function running(inLabel: string, seconds: number, rate: string): string;
  export function out(inLabel: string, seconds: number, rate: string): string;
  export function after(label: string, rate: string): string;
  export function rangeFault(inLabel: string, outLabel: string, rate: string): string;
  export function seconds(inLabel: string, outLabel: string, rate: string): number;
  export function clock(
    set: string,
    batteryLeft: number,
    cardLeft: number,
    need: number,
    needRecord: number,
    seconds: number,
    takes: number,
    megabitsPerSecond: number,
  ): string;
}
