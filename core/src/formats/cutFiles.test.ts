import DxfParser from 'dxf-parser';
import { XMLParser } from 'fast-xml-parser';
import { SVGPathData } from 'svg-pathdata';
import { describe, expect, it } from 'vitest';
import { layUp } from '../buildup/index.ts';
import { demoDesigns } from '../demo/index.ts';
import { cutGroups, piecesOn } from '../order/cutting/index.ts';
import { NestSearch } from '../order/nesting/index.ts';
import { cutPieces, USUAL_CHOICES } from '../order/pieces/index.ts';
import { library } from '../testing/index.ts';
import { pieceDrawing, sheetDrawing } from './cutDrawing.ts';
import { cutDxf, cutSvg } from './cutFiles.ts';

const [{ shell, variants }] = demoDesigns(library) as [ReturnType<typeof demoDesigns>[number]];
const placement = variants[0]!.design;
const pieces = cutPieces(shell, placement, layUp(shell, placement, library), library, USUAL_CHOICES);
const taper = pieces.find(p => p.id === 'L7u fill')!;
const scored = pieces.find(p => p.id === 'C1b fill')!;

interface Entity {
  type: string;
  layer: string;
  vertices?: { x: number; y: number }[];
  text?: string;
}
const dxf = (text: string): Entity[] => new DxfParser().parseSync(text)!.entities as unknown as Entity[];

describe('a template by a reference parser', () => {
  it('has every corner within a tenth of a millimetre, as DXF', () => {
    const [outline] = dxf(cutDxf(pieceDrawing(taper))).filter(e => e.type === 'POLYLINE');
    expect(outline!.layer).toBe('CUT');
    outline!.vertices!.forEach((v, i) => {
      expect(v.x).toBeCloseTo(taper.outline[i]!.x * 1000, 2);
      expect(v.y).toBeCloseTo(taper.outline[i]!.y * 1000, 2);
    });
  });
  it('has the same as SVG, in user units of a millimetre', () => {
    const { svg } = new XMLParser({ ignoreAttributes: false }).parse(cutSvg(pieceDrawing(taper), 'L7u'));
    const height = Number.parseFloat(svg['@_height']);
    expect(svg['@_height']).toMatch(/mm$/);
    expect(svg['@_viewBox']).toBe(`0 0 ${Number.parseFloat(svg['@_width'])} ${height}`);
    const cut = svg.g.find((g: { '@_id': string }) => g['@_id'] === 'cut');
    const corners = new SVGPathData(cut.path['@_d']).commands.flatMap(c => ('x' in c && 'y' in c ? [c] : []));
    corners.forEach((c, i) => {
      expect(c.x).toBeCloseTo(taper.outline[i]!.x * 1000, 1);
      expect(height - c.y).toBeCloseTo(taper.outline[i]!.y * 1000, 1);
    });
  });
  it('keeps what is scored, marked and written on layers of their own', () => {
    const entities = dxf(cutDxf(pieceDrawing(scored)));
    const count = (layer: string) => entities.filter(e => e.layer === layer).length;
    expect(count('SCORE')).toBe(scored.lines.length);
    expect(entities.filter(e => e.layer === 'TEXT').map(e => e.text)).toEqual(
      expect.arrayContaining(['C1b fill', scored.above, scored.left]),
    );
    expect(count('CUT')).toBe(1 + scored.holes.length);
  });
  it('draws a whole sheet: its edge, and every piece on it', () => {
    const group = cutGroups(pieces, library).find(g => g.pieces.includes(taper))!;
    const { best } = new NestSearch(group.problem);
    const stock = group.problem.stock[0]!;
    const placed = piecesOn(best, new Map(group.pieces.map(p => [p.id, p])), stock.id, 0);
    const entities = dxf(cutDxf(sheetDrawing(placed, stock.width, stock.length)));
    expect(entities.filter(e => e.layer === 'CUT')).toHaveLength(
      placed.length + placed.reduce((sum, p) => sum + p.holes.length, 0),
    );
    const edge = entities.find(e => e.layer === 'MARK')!.vertices!;
    expect(Math.max(...edge.map(v => v.y))).toBeCloseTo(stock.length * 1000, 2);
  });
});
