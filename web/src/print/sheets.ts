import { sheetDrawing } from '@overcoat/core/formats';
import { cutSteps, type OnSheet } from '@overcoat/core/order/cutting';
import { cutOutsOf, cutOutWords } from '@overcoat/core/order/pieces';
import { type Doc, type Press, page, printed, write } from './pdf.ts';
import { strokes } from './templates.ts';
import { MARGIN, type Paper } from './tiles.ts';

/** One sheet to be cut. */
export interface PrintedSheet {
  title: string;
  /** m. */
  width: number;
  /** What is drawn of it along, m. */
  length: number;
  placed: OnSheet[];
}

/** How a length is printed. */
type Say = (metres: number) => string;

/** Sheets one a page: drawn to scale, every cut in its order from the datum edges, every piece with its place and size. */
export function sheetsPdf(
  press: Press,
  sheets: readonly PrintedSheet[],
  paper: Paper,
  say: Say,
): Promise<Blob> {
  return printed(press, 'Sheets to cut', doc => {
    for (const sheet of sheets) sheetPages(doc, sheet, paper, say);
  });
}

function sheetPages(doc: Doc, { title, width, length, placed }: PrintedSheet, paper: Paper, say: Say): void {
  page(doc, paper.width, paper.height);
  write(doc, title, MARGIN, MARGIN, 6, { font: 'bold' });
  write(
    doc,
    'All sizes from the datum corner at the lower left; what is cut off a piece, from its own lower left as it lies here.',
    MARGIN,
    MARGIN + 8,
    3.6,
  );
  const [top, room] = [MARGIN + 16, { width: paper.width * 0.5, height: paper.height - 2 * MARGIN - 20 }];
  const scale = Math.min(room.width / (width * 1000), room.height / (length * 1000));
  const bottom = top + length * 1000 * scale;
  const at = (x: number, y: number): [number, number] => [MARGIN + x * scale, bottom - y * scale];
  const drawing = sheetDrawing(placed, width, length);
  strokes(doc, drawing, at, 0.25);
  for (const p of placed) {
    const [x, y] = at((p.x + p.width / 2) * 1000, (p.y + p.length / 2) * 1000);
    const wide = p.width * 1000 * scale;
    const size = Math.min(3.4, wide / (0.55 * p.piece.id.length));
    if (size > 1.2)
      write(doc, p.piece.id, x - wide / 2, y - size / 2, size, { width: wide, align: 'center' });
  }
  doc.circle(MARGIN, bottom, 1.2).fill('#c8371f');
  const { cuts, left } = cutSteps(placed, width, length);
  const column = MARGIN + room.width + 8;
  const lines = [
    ...cuts.map(
      (c, i) =>
        `${i + 1}. ${c.across ? 'across' : 'along'} at ${say(c.at)}, from ${say(c.from)} to ${say(c.to)}`,
    ),
    ...(left.length > 0 ? [`then cut out: ${left.map(p => p.piece.id).join(', ')}`] : []),
    '',
    ...placed.map(p => {
      const cuts = cutOutsOf(p.outline, p.holes).map(c => cutOutWords(c, say));
      const as = p.piece.twin ? ` (${p.piece.handed ? 'flip of' : 'same as'} ${p.piece.twin})` : '';
      const place = `${p.piece.id}: ${say(p.width)} × ${say(p.length)} at ${say(p.x)}, ${say(p.y)}${as}`;
      return [place, ...cuts].join('; ');
    }),
  ];
  write(doc, 'Cuts', column, top, 4.4, { font: 'bold' });
  let y = top + 7;
  for (const line of lines) {
    if (y > paper.height - MARGIN - 6) {
      page(doc, paper.width, paper.height);
      write(doc, `${title}, continued`, MARGIN, MARGIN, 4.4, { font: 'bold' });
      y = MARGIN + 10;
    }
    const inColumn = { width: paper.width - column - MARGIN };
    write(doc, line, column, y, 3.2, inColumn);
    // What wraps takes a second line.
    doc.font('plain').fontSize(3.2);
    y += Math.max(4.4, doc.heightOfString(line || ' ', inColumn) + 0.6);
  }
}

/** Labels to stick, three across and eight down on A4. */
const LABEL = { width: 63.5, height: 34, columns: 3, rows: 8, left: 7.2, top: 12 };

/** A label a piece: its number, what it is of, and which way up it goes. */
export function labelsPdf(
  press: Press,
  labels: readonly { name: string; lines: readonly string[] }[],
): Promise<Blob> {
  return printed(press, 'Labels', doc => {
    labels.forEach(({ name, lines }, i) => {
      const at = i % (LABEL.columns * LABEL.rows);
      if (at === 0) page(doc, 210, 297);
      const x = LABEL.left + (at % LABEL.columns) * (LABEL.width + 2.5);
      const y = LABEL.top + Math.floor(at / LABEL.columns) * LABEL.height;
      doc.lineWidth(0.1).strokeColor('#c9bfa9').rect(x, y, LABEL.width, LABEL.height).stroke();
      write(doc, name, x + 3, y + 3, Math.min(7, (LABEL.width - 6) / (0.55 * name.length)), { font: 'bold' });
      lines.forEach((line, k) => {
        write(doc, line, x + 3, y + 13 + k * 4.6, Math.min(3.6, (LABEL.width - 6) / (0.5 * line.length)));
      });
    });
  });
}
