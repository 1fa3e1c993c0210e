import type { Schemas } from '../api/client';

export type Field = 'stops' | 'deltaE' | 'misfit';

/** What a full colour stands for on each map, in thousandths as the server sends them; twice the limit, where there is one. */
export function full(field: Field, limits: Schemas['Limits']): number {
  return field === 'stops' ? limits.stops * 4000 : field === 'deltaE' ? limits.deltaE * 2000 : 6000;
}

/** Draws one value a square: brighter than the first in pencil, darker in white; what could not be compared stays empty. */
export function draw(canvas: HTMLCanvasElement, s: Schemas['SquaresView'], field: Field, limits: Schemas['Limits']): void {
  canvas.width = s.columns;
  canvas.height = s.rows;
  const g = canvas.getContext('2d');
  if (!g) return;
  const image = g.createImageData(s.columns, s.rows);
  const top = full(field, limits);
  s[field].forEach((v, i) => {
    if (v === null || v === undefined) return;
    const colour = v >= 0 ? [240, 120, 70] : [235, 235, 245];
    image.data.set([...colour, Math.min(235, (Math.abs(v) / top) * 235)], i * 4);
  });
  g.putImageData(image, 0, 0);
}
