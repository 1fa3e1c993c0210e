import type { Schemas } from '../api/client';

export type Field = 'stops' | 'deltaE' | 'misfit';

/**
 * Draws one value a square: brighter than the first in pencil, darker in white; what could not be
 * compared stays empty.
 */
export function draw(canvas: HTMLCanvasElement, s: Schemas['SquaresView'], field: Field): void {
  canvas.width = s.columns;
  canvas.height = s.rows;
  const g = canvas.getContext('2d');
  if (!g) return;
  const image = g.createImageData(s.columns, s.rows);
  const top = s.full[field] * 1000;
  s[field].forEach((v, i) => {
    if (v === null || v === undefined) return;
    const colour = v >= 0 ? [240, 120, 70] : [235, 235, 245];
    image.data.set([...colour, Math.min(235, (Math.abs(v) / top) * 235)], i * 4);
  });
  g.putImageData(image, 0, 0);
}
