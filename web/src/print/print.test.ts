import { readFile } from 'node:fs/promises';
import { layUp } from '@overcoat/core/buildup';
import { demoDesigns } from '@overcoat/core/demo';
import { pieceDrawing } from '@overcoat/core/formats';
import { cutGroups, piecesOn } from '@overcoat/core/order/cutting';
import { NestSearch } from '@overcoat/core/order/nesting';
import { cutPieces, USUAL_CHOICES } from '@overcoat/core/order/pieces';
import { perigee as design, library } from '@overcoat/core/testing';
import fc from 'fast-check';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import Document from 'pdfkit';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Press } from './pdf.ts';
import { labelsPdf, sheetsPdf } from './sheets.ts';
import { templatesPdf } from './templates.ts';
import { MARGIN, OVERLAP, PAPERS, pageName, tilesFor } from './tiles.ts';

const { shell, variants } = design!;
const placement = variants[0]!.design;
const pieces = cutPieces(shell, placement, layUp(shell, placement, library), library, USUAL_CHOICES);
const taper = pieces.find(p => p.id === 'L7u fill')!;
const [a4] = PAPERS as [(typeof PAPERS)[number]];

let press: Press;
beforeAll(async () => {
  const font = async (weight: number) => {
    const file = await readFile(
      new URL(
        `../../../node_modules/@fontsource/barlow/files/barlow-latin-${weight}-normal.woff`,
        import.meta.url,
      ),
    );
    return new Uint8Array(file).buffer;
  };
  press = { Document, fonts: { plain: await font(400), bold: await font(600) } };
});

const opened = async (blob: Blob) =>
  getDocument({ data: new Uint8Array(await blob.arrayBuffer()), verbosity: 0 }).promise;
const MM = 25.4 / 72;

/** Every closed or open path of a page, corners in mm from the page's lower left, by a reference reader. */
async function pathsOf(
  doc: Awaited<ReturnType<typeof opened>>,
  number: number,
): Promise<[number, number][][]> {
  const { fnArray, argsArray } = await (await doc.getPage(number)).getOperatorList();
  let matrix = [1, 0, 0, 1, 0, 0];
  const stack: number[][] = [];
  const times = (m: number[], n: number[]) => [
    m[0]! * n[0]! + m[2]! * n[1]!,
    m[1]! * n[0]! + m[3]! * n[1]!,
    m[0]! * n[2]! + m[2]! * n[3]!,
    m[1]! * n[2]! + m[3]! * n[3]!,
    m[0]! * n[4]! + m[2]! * n[5]! + m[4]!,
    m[1]! * n[4]! + m[3]! * n[5]! + m[5]!,
  ];
  const paths: [number, number][][] = [];
  fnArray.forEach((fn: number, i: number) => {
    if (fn === OPS.save) stack.push(matrix);
    else if (fn === OPS.restore) matrix = stack.pop() ?? matrix;
    else if (fn === OPS.transform) matrix = times(matrix, argsArray[i] as number[]);
    else if (fn === OPS.constructPath) {
      const [data] = argsArray[i][1] as Float32Array[];
      const path: [number, number][] = [];
      for (let k = 0; data && k < data.length; ) {
        const op = data[k++]!;
        // 0 move, 1 line, 2 curve, 3 quadratic, 4 close.
        if (op === 4) continue;
        const count = op < 2 ? 2 : op === 2 ? 6 : 4;
        const [x, y] = [data[k + count - 2]!, data[k + count - 1]!];
        path.push([
          (matrix[0]! * x + matrix[2]! * y + matrix[4]!) * MM,
          (matrix[1]! * x + matrix[3]! * y + matrix[5]!) * MM,
        ]);
        k += count;
      }
      paths.push(path);
    }
  });
  return paths;
}

describe('tiles', () => {
  it('show every place of a drawing, neighbours overlapping', () => {
    const size = fc.double({ min: 1, max: 4000, noNaN: true });
    fc.assert(
      fc.property(
        size,
        size,
        fc.constantFrom(...PAPERS),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (w, h, paper, t) => {
          const { pages, window, columns, rows } = tilesFor(w, h, paper);
          expect(pages).toHaveLength(columns * rows);
          const [x, y] = [t * w, (1 - t) * h];
          expect(
            pages.some(
              p =>
                x >= p.x - 1e-6 &&
                x <= p.x + window.width + 1e-6 &&
                y >= p.y - 1e-6 &&
                y <= p.y + window.height + 1e-6,
            ),
          ).toBe(true);
          const beside = pages.find(p => p.column === 1 && p.row === 0);
          if (beside) expect(pages[0]!.x + window.width - beside.x).toBeCloseTo(OVERLAP, 9);
        },
      ),
    );
  });
  it('turn the paper where that takes fewer pages', () => {
    expect(tilesFor(270, 180, a4).pages).toHaveLength(1);
    expect(tilesFor(270, 180, a4).paper.width).toBe(297);
  });
});

describe('a template in PDF, measured by a reference reader', () => {
  it('has a check square of 100 mm and every corner within a tenth of a millimetre', async () => {
    const drawing = pieceDrawing(taper);
    const doc = await opened(await templatesPdf(press, [{ name: 'L7u', note: 'fill', drawing }], a4));
    const tiling = tilesFor(drawing.width, drawing.height, a4);
    expect(doc.numPages).toBe(1 + tiling.pages.length);
    const [square] = (await pathsOf(doc, 1)).filter(p => p.length >= 4);
    const xs = square!.map(p => p[0]);
    const ys = square!.map(p => p[1]);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(100, 1);
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(100, 1);
    for (const [i, tile] of tiling.pages.entries()) {
      const paths = await pathsOf(doc, i + 2);
      const outline = paths.find(p => p.length === taper.outline.length && p.length !== 4)!;
      outline.forEach(([x, y], k) => {
        expect(x - MARGIN + tile.x).toBeCloseTo(taper.outline[k]!.x * 1000, 1);
        expect(y - MARGIN + tile.y).toBeCloseTo(taper.outline[k]!.y * 1000, 1);
      });
    }
  });
});

describe('the templates of both demo vans', () => {
  it.each(demoDesigns(library).map(d => [d.name, d] as const))(
    '%s: as many pages as promised, each with its own words and all of its graphics state put back',
    async (_, van) => {
      const laid = van.variants[0]!.design;
      const all = cutPieces(van.shell, laid, layUp(van.shell, laid, library), library, USUAL_CHOICES);
      for (const paper of [a4, PAPERS.find(q => q.name === 'Letter')!]) {
        // The largest, and one of every kind: a plain rectangle is like any other.
        const kinds = new Map(all.map(p => [`${p.role} ${p.outline.length > 4}`, p]));
        const largest = [...all].sort((a, b) => b.area - a.area).slice(0, 3);
        const chosen = [...new Set([...largest, ...kinds.values()])];
        const templates = chosen.map(p => ({
          name: p.id,
          note: [...p.notes, ...p.notes, ...p.notes].join(' '),
          drawing: pieceDrawing(p),
        }));
        const doc = await opened(await templatesPdf(press, templates, paper));
        const tilings = templates.map(t => tilesFor(t.drawing.width, t.drawing.height, paper));
        expect(doc.numPages).toBe(tilings.reduce((sum, t) => sum + 1 + t.pages.length, 0));
        let at = 1;
        for (const [i, { pages, columns, rows }] of tilings.entries()) {
          const cover = await wordsOf(doc, at++);
          expect(cover.map(w => w.says).join(' ')).toContain(templates[i]!.name);
          const shown: string[] = [];
          for (const tile of pages) {
            const words = await wordsOf(doc, at++);
            const foot = `page ${pageName(tile)} of ${columns} × ${rows}`;
            expect(
              words.some(w => w.says.includes(foot)),
              `${templates[i]!.name} ${foot}`,
            ).toBe(true);
            shown.push(words.map(w => w.says.replaceAll(' ', '')).join(''));
          }
          // Every mark of the drawing stands on a page of it, or where four pages meet on those.
          for (const w of templates[i]!.drawing.words)
            expect(partsOn(shown, w.says.replaceAll(' ', '')), w.says).toBeLessThanOrEqual(4);
        }
      }
    },
  );
});

/** In how many parts words stand on pages, from the first to the last letter; endless where a letter is on none. */
function partsOn(pages: readonly string[], says: string): number {
  let parts = 0;
  for (let from = 0; from < says.length; parts++) {
    let to = says.length;
    while (to > from && !pages.some(p => p.includes(says.slice(from, to)))) to--;
    if (to === from) return Number.POSITIVE_INFINITY;
    from = to;
  }
  return parts;
}

/** Words of a page, none of them off its paper by more than its own length; its graphics state is put back as often as it is kept. */
async function wordsOf(doc: Awaited<ReturnType<typeof opened>>, number: number) {
  const read = await doc.getPage(number);
  const { fnArray } = await read.getOperatorList();
  let depth = 0;
  for (const fn of fnArray) {
    if (fn === OPS.save) depth++;
    if (fn === OPS.restore) depth--;
    expect(depth, `page ${number}`).toBeGreaterThanOrEqual(0);
  }
  expect(depth, `page ${number}`).toBe(0);
  const [, , width, height] = read.view as [number, number, number, number];
  return (await read.getTextContent()).items.flatMap(t => {
    if (!('str' in t) || t.str.trim() === '') return [];
    const [x, y] = [t.transform[4] as number, t.transform[5] as number];
    expect(x, t.str).toBeGreaterThan(-t.width - 1);
    expect(x, t.str).toBeLessThan(width + t.width + 1);
    expect(y, t.str).toBeGreaterThan(-t.width - 20);
    expect(y, t.str).toBeLessThan(height + t.width + 20);
    return [{ says: t.str }];
  });
}

describe('what else is printed', () => {
  const text = async (doc: Awaited<ReturnType<typeof opened>>) => {
    const all: string[] = [];
    for (let i = 1; i <= doc.numPages; i++)
      all.push(
        ...(await (await doc.getPage(i)).getTextContent()).items.map((t: object) =>
          'str' in t ? String(t.str) : '',
        ),
      );
    return all.join('\n');
  };
  it('sheets name every piece and every cut', async () => {
    const group = cutGroups(pieces, library).find(g => g.pieces.includes(taper))!;
    const { best } = new NestSearch(group.problem);
    const byId = new Map(group.pieces.map(p => [p.id, p]));
    const stock = group.problem.stock[0]!;
    const sheets = best.used.map(u => ({
      title: `Sheet ${u.index + 1}`,
      width: stock.width,
      length: stock.length,
      placed: piecesOn(best, byId, u.stock, u.index),
    }));
    const doc = await opened(await sheetsPdf(press, sheets, a4, m => `${Math.round(m * 1000)} mm`));
    const said = await text(doc);
    for (const p of group.pieces) expect(said).toContain(p.id);
    // A tapering piece says what is off its corner.
    expect(said.replaceAll('\n', ' ')).toMatch(/L7u fill: .*(slant off|off its|by its template)/);
    expect(said).toMatch(/1\. (across|along) at \d+ mm/);
  });
  it('labels stand 24 to a page', async () => {
    const labels = pieces.slice(0, 30).map(p => ({ name: p.id, lines: [p.above] }));
    const doc = await opened(await labelsPdf(press, labels));
    expect(doc.numPages).toBe(2);
    expect(await text(doc)).toContain(pieces[29]!.id);
  });
});
