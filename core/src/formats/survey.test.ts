import DxfParser from 'dxf-parser';
import { XMLParser } from 'fast-xml-parser';
import { SVGPathData } from 'svg-pathdata';
import { describe, expect, it } from 'vitest';
import { demoDesigns } from '../demo/index.ts';
import { makeLibrary } from '../materials/index.ts';
import { findBay } from '../model/index.ts';
import { grossArea } from '../survey/geometry/index.ts';
import { generateShell, patterns } from '../survey/patterns/index.ts';
import { shellDxf } from './dxf.ts';
import { stripJpeg } from './jpeg.ts';
import { drawShell } from './shellDrawing.ts';
import { readSurveyCsv, surveyCsv } from './surveyCsv.ts';
import { shellSvg } from './svg.ts';

const { shell } = demoDesigns(makeLibrary())[0]!;
const edit = (text: string, bay: string, from: RegExp, to: string) =>
  text
    .split('\r\n')
    .map(line => (line.includes(`,${bay},`) ? line.replace(from, to) : line))
    .join('\r\n');

describe('the survey as CSV', () => {
  it('reads back as it was written: nothing changes', () => {
    for (const p of patterns) {
      const made = generateShell(p.name);
      const reading = readSurveyCsv(made, surveyCsv(made));
      expect(reading.changes).toEqual([]);
      expect(reading.problems).toEqual([]);
      expect(reading.same).toBe(made.zones.flatMap(z => z.bays).length);
      expect(reading.shell).toBe(made);
    }
  });
  it('tells each change before it is applied, and takes lengths as off a tape', () => {
    const text = 'bay,deepest mm,shallowest mm\nL3u,2 3/8",44\nR6w,95,\n';
    const reading = readSurveyCsv(shell, text);
    expect(reading.problems).toEqual([]);
    expect(reading.changes.map(c => [c.bay, c.field, Math.round(c.to.value * 1e4) / 10])).toEqual([
      ['L3u', 'depthMax', 60.3],
      ['L3u', 'depthMin', 44],
      ['R6w', 'depthMax', 95],
    ]);
    expect(findBay(reading.shell, 'R6w')!.bay.depthMax).toEqual({
      basis: 'measured',
      value: 0.095,
      entered: '95',
    });
  });
  it('makes measured what the file calls so, at the same value', () => {
    const text = edit(surveyCsv(generateShell('mid')), 'L1w', /assumed/, 'measured');
    const reading = readSurveyCsv(generateShell('mid'), text);
    expect(reading.changes).toHaveLength(1);
    expect(reading.changes[0]!.to.basis).toBe('measured');
  });
  it('moves both depths of a bay in one row, whichever way they go', () => {
    for (const [min, max] of [
      [70, 90],
      [5, 9],
    ])
      expect(readSurveyCsv(shell, `bay,shallowest mm,deepest mm\nL3u,${min},${max}`).problems).toEqual([]);
  });
  it('names what it cannot take, row by row, and takes the rest', () => {
    const text = 'bay,along mm,deepest mm\nZ9,1,2\nL3u,wide,61\nL3u,1,1\n,4,4\nL4u,,20\n';
    const reading = readSurveyCsv(shell, text);
    expect(reading.problems.map(p => [p.row, p.column])).toEqual([
      [2, 'bay'],
      [3, 'along mm'],
      [4, 'bay'],
      [5, 'bay'],
      [6, 'deepest mm'],
    ]);
    expect(reading.changes.map(c => c.bay)).toEqual(['L3u']);
    expect(readSurveyCsv(shell, 'a,b\n1,2').problems[0]!.message).toContain('“bay” among them');
  });
});

describe('the shell as DXF, read back by dxf-parser', () => {
  const dxf = new DxfParser().parseSync(shellDxf(shell))!;
  const { pieces, height } = drawShell(shell);
  type Line = {
    type: string;
    layer: string;
    shape: boolean;
    vertices: { x: number; y: number; bulge?: number }[];
  };
  const lines = dxf.entities.filter(e => e.type === 'POLYLINE') as unknown as Line[];
  it('holds every outline closed, in millimetres, to 0.01 mm', () => {
    expect(dxf.header.$INSUNITS).toBe(4);
    expect(lines).toHaveLength(pieces.length);
    lines.forEach((line, i) => {
      expect(line.shape).toBe(true);
      expect(line.vertices).toHaveLength(pieces[i]!.points.length);
      line.vertices.forEach((v, j) => {
        const p = pieces[i]!.points[j]!;
        expect(Math.abs(v.x - p.x)).toBeLessThan(0.01);
        expect(Math.abs(v.y - (height - p.y))).toBeLessThan(0.01);
      });
    });
  });
  it('says of every bay where its top and front are, inside it and beside that edge, and from which side it is seen', () => {
    type Text = {
      type: string;
      layer: string;
      text: string;
      startPoint: { x: number; y: number };
      rotation?: number;
    };
    const marks = dxf.entities.filter(e => e.type === 'TEXT' && e.layer === 'MARKS') as unknown as Text[];
    expect(marks.at(-1)!.text).toBe('SEEN FROM INSIDE');
    const bay = pieces.find(p => p.id === 'L3w')!;
    const [xs, ys] = [bay.points.map(p => p.x), bay.points.map(p => height - p.y)];
    const box = {
      left: Math.min(...xs),
      right: Math.max(...xs),
      low: Math.min(...ys),
      high: Math.max(...ys),
    };
    const inBay = marks.filter(
      m =>
        m.startPoint.x > box.left &&
        m.startPoint.x < box.right &&
        m.startPoint.y > box.low &&
        m.startPoint.y < box.high,
    );
    const at = (word: string) => inBay.find(m => m.text === word)!;
    expect(inBay.map(m => m.text).sort()).toEqual(['FRONT', 'TOP']);
    // The left wall lies with its front up the sheet and its top to the left.
    expect(at('FRONT').startPoint.y).toBeGreaterThan(box.high - 40);
    expect(at('TOP').startPoint.x).toBeLessThan(box.left + 40);
    expect(at('TOP').rotation).toBeCloseTo(90, 6);
    const outside = new DxfParser().parseSync(shellDxf(shell, 'outside'))!;
    expect((outside.entities.at(-1) as unknown as Text).text).toBe('SEEN FROM OUTSIDE');
  });
  it('gives every bay the area the survey gives it, arcs included', () => {
    const bays = pieces.map((p, i) => ({ p, line: lines[i]! })).filter(({ p }) => p.kind === 'bay');
    for (const { p, line } of bays) {
      const bay = findBay(shell, p.id)!.bay;
      const flat = { ...bay, curve: undefined } as unknown as typeof bay;
      expect(Math.abs(bulgedArea(line.vertices)) / 1e6, p.id).toBeCloseTo(grossArea(flat), 7);
    }
    expect(lines.some(l => l.vertices.some(v => v.bulge))).toBe(true);
  });
});

/** Area of a polyline with bulges, by the definition of the DXF bulge (tan of a quarter of the angle, positive to the left of travel). */
function bulgedArea(vertices: { x: number; y: number; bulge?: number }[]): number {
  return vertices.reduce((sum, p, i) => {
    const q = vertices[(i + 1) % vertices.length]!;
    const chord = Math.hypot(q.x - p.x, q.y - p.y);
    const angle = 4 * Math.atan(p.bulge ?? 0);
    const radius = p.bulge ? chord / (2 * Math.sin(Math.abs(angle) / 2)) : 0;
    const segment = (Math.sign(angle) * radius * radius * (Math.abs(angle) - Math.sin(Math.abs(angle)))) / 2;
    return sum + (p.x * q.y - q.x * p.y) / 2 + segment;
  }, 0);
}

describe('the shell as SVG, read back by an XML and a path parser', () => {
  const svg = shellSvg(shell, 'Test & <trial>');
  const root = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '' }).parse(svg).svg;
  const { pieces, width } = drawShell(shell);
  it('is to true scale: a user unit is a millimetre', () => {
    const box = root.viewBox.split(' ').map(Number);
    expect(root.width).toBe(`${box[2]}mm`);
    expect(root.height).toBe(`${box[3]}mm`);
    expect(box[2]).toBeCloseTo(width + 20, 3);
    expect(root.title).toBe('Test & <trial>');
  });
  it('says from which side it is seen, and the top and front of every bay as large as they can be read', () => {
    const texts = [root.g.text].flat() as { id: string; '#text': string }[];
    expect(texts.find(t => t.id === 'seen')!['#text']).toBe('SEEN FROM INSIDE');
    expect(svg.match(/>TOP</g)!.length).toBeGreaterThan(20);
    expect(svg.match(/>FRONT</g)!.length).toBeGreaterThan(30);
  });
  it('holds every outline', () => {
    const paths = [root.g.g].flat().flatMap((g: { path: unknown }) => [g.path].flat()) as {
      id: string;
      d: string;
    }[];
    expect(paths).toHaveLength(pieces.length);
    for (const path of paths) {
      const piece = pieces.find(p => p.id === path.id)!;
      const bounds = new SVGPathData(path.d).toAbs().getBounds();
      const xs = piece.points.map(p => p.x);
      const ys = piece.points.map(p => p.y);
      // Arcs of rounded corners stay within their box: the curve's own bounds must not leave it.
      expect(bounds.minX, path.id).toBeCloseTo(Math.min(...xs), 2);
      expect(bounds.maxX, path.id).toBeCloseTo(Math.max(...xs), 2);
      expect(bounds.minY, path.id).toBeCloseTo(Math.min(...ys), 2);
      expect(bounds.maxY, path.id).toBeCloseTo(Math.max(...ys), 2);
    }
  });
});

describe('a JPEG', () => {
  const segment = (marker: number, ...body: number[]) => [0xff, marker, 0, body.length + 2, ...body];
  it('loses what the camera wrote and keeps the picture', () => {
    const exif = segment(0xe1, 0x45, 0x78, 0x69, 0x66, 0, 0, 1, 2, 3);
    const rest = [...segment(0xdb, 9, 9), ...segment(0xda, 1), 7, 0xff, 0, 8, 0xff, 0xd9];
    const bytes = Uint8Array.from([0xff, 0xd8, ...segment(0xe0, 5), ...exif, ...segment(0xfe, 65), ...rest]);
    expect([...stripJpeg(bytes)!]).toEqual([0xff, 0xd8, ...segment(0xe0, 5), ...rest]);
  });
  it('is refused when it is none, or cut short', () => {
    expect(stripJpeg(Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0]))).toBeNull();
    expect(stripJpeg(Uint8Array.from([0xff, 0xd8, 0xff, 0xe1, 0xff, 0xff, 0]))).toBeNull();
  });
});
