import type { Shell } from '../model/index.ts';
import type { Seen } from '../survey/layout/index.ts';
import { arcRadius, type DrawnPiece, drawShell } from './shellDrawing.ts';

/** Below the pieces, for what is said of all of them, mm. */
const FOOT = 80;
const n = (value: number) => String(Math.round(value * 1e4) / 1e4);

/** Text as it may stand in XML. */
export const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** The unfolded shell as SVG 1.1 at true size: one user unit is one millimetre. */
export function shellSvg(shell: Shell, title: string, seen: Seen = 'inside'): string {
  const { width, height: sheet, pieces, says } = drawShell(shell, seen);
  const margin = 10;
  const height = sheet + FOOT;
  const zones = [...new Set(pieces.map(p => p.zone))];
  const groups = zones.map(zone => {
    const own = pieces.filter(p => p.zone === zone);
    return `<g id="zone-${escaped(zone)}">\n${own.map(drawn).join('\n')}\n</g>`;
  });
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width + 2 * margin)}mm" height="${n(height + 2 * margin)}mm" viewBox="${n(-margin)} ${n(-margin)} ${n(width + 2 * margin)} ${n(height + 2 * margin)}">`,
    `<title>${escaped(title)}</title>`,
    '<g fill="none" stroke="#000" stroke-width="0.5" font-family="sans-serif" font-size="40" text-anchor="middle">',
    ...groups,
    `<text id="seen" x="0" y="${n(height - margin)}" fill="#000" stroke="none" text-anchor="start">${says}</text>`,
    '</g>',
    '</svg>',
    '',
  ].join('\n');
}

function drawn(piece: DrawnPiece): string {
  const dash = piece.kind === 'opening' ? ' stroke-dasharray="12 8"' : '';
  const text =
    piece.kind === 'bay'
      ? `\n<text x="${n(piece.label.x)}" y="${n(piece.label.y)}" fill="#000" stroke="none">${escaped(piece.id)}</text>`
      : '';
  const marks = piece.marks.map(
    m =>
      `\n<text class="mark" transform="translate(${n(m.x)} ${n(m.y)}) rotate(${m.turn})" font-size="${n(m.size)}" fill="#000" stroke="none">${m.word}</text>`,
  );
  return `<path id="${escaped(piece.id)}" data-kind="${piece.kind}"${dash} d="${path(piece)}"/>${text}${marks.join('')}`;
}

function path({ points }: DrawnPiece): string {
  const parts = points.map((p, i) => {
    const q = points[(i + 1) % points.length]!;
    if (!p.bulge) return i === points.length - 1 ? '' : `L${n(q.x)} ${n(q.y)}`;
    const r = n(arcRadius(p, q));
    // y runs down: an arc to the right of its chord is swept the positive way.
    return `A${r} ${r} 0 ${Math.abs(p.bulge) > 1 ? 1 : 0} ${p.bulge > 0 ? 1 : 0} ${n(q.x)} ${n(q.y)}`;
  });
  return `M${n(points[0]!.x)} ${n(points[0]!.y)}${parts.join('')}Z`;
}
