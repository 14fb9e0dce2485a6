import type { CutDrawing } from '@overcoat/core/formats';
import { type Doc, heightOf, type Press, page, printed, write } from './pdf.ts';
import { MARGIN, OVERLAP, type Paper, pageName, type Tiling, tilesFor } from './tiles.ts';

/** Side of the square that shows whether the printer kept the size, mm. */
const SQUARE = 100;

/** Templates at true size: for each a first page with its map and the check square, then its tiles with overlap marks. */
export function templatesPdf(
  press: Press,
  templates: readonly { name: string; note: string; drawing: CutDrawing }[],
  paper: Paper,
): Promise<Blob> {
  return printed(press, 'Templates', doc => {
    for (const { name, note, drawing } of templates) {
      const tiling = tilesFor(drawing.width, drawing.height, paper);
      cover(doc, name, note, drawing, tiling, paper);
      for (const p of tiling.pages) tile(doc, name, drawing, tiling, p);
    }
  });
}

function cover(
  doc: Doc,
  name: string,
  note: string,
  drawing: CutDrawing,
  tiling: Tiling,
  paper: Paper,
): void {
  page(doc, paper.width, paper.height);
  write(doc, name, MARGIN, 14, 9, { font: 'bold' });
  write(doc, note, MARGIN, 26, 3.8, { width: paper.width - 2 * MARGIN });
  // As far down as the note is long.
  const noted = heightOf(doc, note, 3.8, paper.width - 2 * MARGIN);
  const [x, y] = [MARGIN, Math.max(48, 26 + noted + 4)];
  doc.lineWidth(0.25).strokeColor('#1f2b38').rect(x, y, SQUARE, SQUARE).stroke();
  write(doc, 'This square is 100 mm each way. Measure it: if it is not,', x + 4, y + 40, 3.6);
  write(doc, 'print again at 100 % (actual size), not fitted to the page.', x + 4, y + 45, 3.6);
  write(
    doc,
    `${tiling.pages.length} ${tiling.pages.length === 1 ? 'page' : 'pages'} follow${tiling.pages.length === 1 ? 's' : ''}: cut each along its dashed lines, lay it on its neighbour’s ${OVERLAP} mm overlap, tape.`,
    MARGIN,
    y + SQUARE + 6,
    3.8,
    { width: paper.width - 2 * MARGIN },
  );
  map(doc, drawing, tiling, paper, y + SQUARE + 18);
}

/** Which page shows what, small. */
function map(doc: Doc, drawing: CutDrawing, { pages, window }: Tiling, paper: Paper, top: number): void {
  const room = { width: paper.width - 2 * MARGIN, height: paper.height - top - MARGIN };
  const [left, low] = [Math.min(0, ...pages.map(p => p.x)), Math.min(0, ...pages.map(p => p.y))];
  const right = Math.max(drawing.width, ...pages.map(p => p.x + window.width));
  const high = Math.max(drawing.height, ...pages.map(p => p.y + window.height));
  const scale = Math.min(room.width / (right - left), room.height / (high - low), 0.3);
  const at = (x: number, y: number): [number, number] => [
    MARGIN + (x - left) * scale,
    top + (high - y) * scale,
  ];
  for (const p of pages) {
    const [x, y] = at(p.x, p.y + window.height);
    doc.lineWidth(0.15).strokeColor('#9a8f7a').dash(1, { space: 1 });
    doc
      .rect(x, y, window.width * scale, window.height * scale)
      .stroke()
      .undash();
    write(doc, pageName(p), x + 1.5, y + 1, 3.6, { font: 'bold' });
  }
  strokes(doc, drawing, at, 0.3);
}

function tile(
  doc: Doc,
  name: string,
  drawing: CutDrawing,
  { paper, window, columns, rows }: Tiling,
  p: Tiling['pages'][number],
): void {
  page(doc, paper.width, paper.height);
  const at = (x: number, y: number): [number, number] => [
    MARGIN + x - p.x,
    MARGIN + window.height - (y - p.y),
  ];
  doc.save().rect(MARGIN, MARGIN, window.width, window.height).clip();
  strokes(doc, drawing, at, 0.35);
  for (const w of drawing.words) {
    const [x, y] = at(w.x, w.y);
    const half = doc.font('bold').fontSize(w.size).widthOfString(w.says) / 2 + w.size;
    const outside =
      x < MARGIN - half ||
      x > MARGIN + window.width + half ||
      y < MARGIN - half ||
      y > MARGIN + window.height + half;
    // What another page shows is not written on this one.
    if (outside) continue;
    doc.save().rotate(-w.turn, { origin: [x, y] });
    write(doc, w.says, x - 150, y - w.size / 2, w.size, { font: 'bold', width: 300, align: 'center' });
    doc.restore();
  }
  doc.restore();
  // Cut on the sides where a neighbour lies beneath.
  doc.lineWidth(0.2).strokeColor('#2a5a86').dash(3, { space: 2 });
  const [l, t, r, b] = [MARGIN, MARGIN, MARGIN + window.width, MARGIN + window.height];
  if (p.column > 0)
    doc
      .moveTo(l + OVERLAP / 2, t)
      .lineTo(l + OVERLAP / 2, b)
      .stroke();
  if (p.column < columns - 1)
    doc
      .moveTo(r - OVERLAP / 2, t)
      .lineTo(r - OVERLAP / 2, b)
      .stroke();
  if (p.row > 0)
    doc
      .moveTo(l, t + OVERLAP / 2)
      .lineTo(r, t + OVERLAP / 2)
      .stroke();
  if (p.row < rows - 1)
    doc
      .moveTo(l, b - OVERLAP / 2)
      .lineTo(r, b - OVERLAP / 2)
      .stroke();
  doc.undash();
  corners(doc, l, t, r, b);
  write(doc, `${name} · page ${pageName(p)} of ${columns} × ${rows} · 1:1`, l, paper.height - 7.5, 3.4);
}

/** Crosses at the corners of a window, to lay pages on one another by. */
function corners(doc: Doc, l: number, t: number, r: number, b: number): void {
  doc.lineWidth(0.2).strokeColor('#1f2b38');
  for (const [x, y] of [
    [l, t],
    [r, t],
    [l, b],
    [r, b],
  ] as const) {
    doc
      .moveTo(x - 3, y)
      .lineTo(x + 3, y)
      .stroke();
    doc
      .moveTo(x, y - 3)
      .lineTo(x, y + 3)
      .stroke();
  }
}

const LOOKS = {
  CUT: { colour: '#000000', dash: 0 },
  SCORE: { colour: '#c8371f', dash: 4 },
  MARK: { colour: '#2a5a86', dash: 1.5 },
  TEXT: { colour: '#000000', dash: 0 },
} as const;

/** Every line of a drawing. */
export function strokes(
  doc: Doc,
  { lines }: Pick<CutDrawing, 'lines'>,
  at: (x: number, y: number) => [number, number],
  width: number,
): void {
  for (const { layer, points, closed } of lines) {
    const { colour, dash } = LOOKS[layer];
    doc.lineWidth(width).strokeColor(colour);
    if (dash > 0) doc.dash(dash, { space: dash });
    points.forEach((p, i) => {
      const [x, y] = at(p.x, p.y);
      if (i === 0) doc.moveTo(x, y);
      else doc.lineTo(x, y);
    });
    if (closed) doc.closePath();
    doc.stroke();
    if (dash > 0) doc.undash();
  }
}
