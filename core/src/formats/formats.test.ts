import { describe, expect, it } from 'vitest';
import { applySchool, layUp } from '../buildup/index.ts';
import { newDesign } from '../buildup/newDesign.ts';
import { referenceMaterials } from '../materials/index.ts';
import { cutPieces, USUAL_CHOICES } from '../order/pieces/index.ts';
import { library } from '../testing/index.ts';
import { toCsv } from './csv.ts';
import { toDesignFile } from './designFile.ts';
import { cutCsv } from './pieceCsv.ts';

const design = newDesign('Test', 'mid');
describe('CSV', () => {
  it('quotes as RFC 4180 section 2 asks', () => {
    expect(
      toCsv([
        ['a,b', 'say "so"', 3],
        ['x\ny', '', -1.5],
      ]),
    ).toBe('"a,b","say ""so""",3\r\n"x\ny",,-1.5\r\n');
  });
  it('keeps a spreadsheet from running a cell', () =>
    expect(toCsv([['=1+1', '-4', '@x']])).toBe('"\'=1+1",-4,"\'@x"\r\n'));
  it('lists every piece', () => {
    const placement = applySchool(design.shell, 'mixed', library);
    const pieces = cutPieces(
      design.shell,
      placement,
      layUp(design.shell, placement, library),
      library,
      USUAL_CHOICES,
    );
    const rows = cutCsv(pieces, library, new Map([[pieces[0]!.id, 'sheet 1']]))
      .trim()
      .split('\r\n');
    expect(rows).toHaveLength(pieces.length + 1);
    expect(rows[1]).toContain(',sheet 1,');
    const left = pieces.findIndex(p => p.zone === 'L');
    expect(rows[left + 1]).toContain(',TOP,REAR,');
  });
});

it('puts the own materials a design uses into its file, and no others', () => {
  const own = { ...referenceMaterials[0]!, id: 'own-sheet' };
  const spare = { ...referenceMaterials[0]!, id: 'own-spare' };
  const placed = structuredClone(design);
  placed.variants[0]!.design = {
    buildUps: [
      {
        id: 'b',
        name: 'b',
        layers: [{ id: 'y', role: 'damping', material: 'own-sheet', thickness: 0.002, coverage: 0.5 }],
        seams: 'butted',
        sealQuality: 0,
      },
    ],
    zones: { F: 'b' },
    bays: {},
    sheets: {},
  };
  const file = toDesignFile(placed, [own, spare], [], []);
  expect(file.materials.map(m => m.id)).toEqual(['own-sheet']);
  expect(file.format).toBe(8);
});
