import { CUT_LAYERS, type CutDrawing, type CutLayer } from './cutDrawing.ts';
import { dxfFile, dxfPolyline, dxfText } from './dxfFile.ts';
import { escaped } from './svg.ts';

const COLOURS: Record<CutLayer, { dxf: number; svg: string }> = {
  CUT: { dxf: 7, svg: '#000' },
  SCORE: { dxf: 1, svg: '#c33' },
  MARK: { dxf: 5, svg: '#258' },
  TEXT: { dxf: 3, svg: '#000' },
};

/** A drawing as DXF in millimetres, a layer for what is cut, scored, marked and written. */
export const cutDxf = ({ lines, words }: CutDrawing): string =>
  dxfFile(
    CUT_LAYERS.map(name => ({ name, colour: COLOURS[name].dxf })),
    [
      ...lines.flatMap(l => dxfPolyline(l.layer, l.points, l.closed)),
      ...words.flatMap(w => dxfText('TEXT', w.says, w.x, w.y, w.size, w.turn)),
    ],
  );

const n = (value: number) => String(Math.round(value * 1e4) / 1e4);

/** A drawing as SVG 1.1 at true size, one user unit a millimetre, a group for what is cut, scored, marked and written. */
export function cutSvg({ width, height, lines, words }: CutDrawing, title: string): string {
  const path = (l: CutDrawing['lines'][number]) =>
    `<path d="M${l.points.map(p => `${n(p.x)} ${n(height - p.y)}`).join('L')}${l.closed ? 'Z' : ''}"/>`;
  const groups = CUT_LAYERS.filter(layer => layer !== 'TEXT').map(layer =>
    [
      `<g id="${layer.toLowerCase()}" fill="none" stroke="${COLOURS[layer].svg}" stroke-width="0.3">`,
      ...lines.filter(l => l.layer === layer).map(path),
      '</g>',
    ].join('\n'),
  );
  const texts = words.map(
    w =>
      `<text transform="translate(${n(w.x)} ${n(height - w.y)}) rotate(${-w.turn})" font-size="${n(w.size)}">${escaped(w.says)}</text>`,
  );
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}">`,
    `<title>${escaped(title)}</title>`,
    ...groups,
    '<g id="text" font-family="sans-serif" text-anchor="middle">',
    ...texts,
    '</g>',
    '</svg>',
    '',
  ].join('\n');
}
