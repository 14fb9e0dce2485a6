import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import { evaluate } from '../../evaluate/index.ts';
import designFile from '../../formats/fixtures/design-2.overcoat.json' with { type: 'json' };
import { makeLibrary, referenceMaterials } from '../../materials/index.ts';
import { checkMaterial } from '../check.ts';
import own from '../fixtures/own-1.json' with { type: 'json' };
import { LIBRARY_FORMAT } from '../lists/index.ts';
import * as schema from '../schema.ts';
import type { DesignFile, Material } from '../types.ts';
import { upgrade } from './upgrade.ts';
import { upgradeOwn } from './upgradeLibrary.ts';

const ajv = new Ajv2020({ allErrors: true, discriminator: true, strict: false });
const isMaterial = ajv.compile(schema.Material);
const brought = (id: string): Material => {
  const read = upgradeOwn(
    own.materials.find(m => m.id === id),
    'material',
  );
  if (!read.ok) throw new Error(read.message);
  return read.document as Material;
};

describe('own materials and prices of format 1', () => {
  it('become what the newest schema accepts, and name nothing that is not there', () => {
    for (const { id } of own.materials) {
      const material = brought(id);
      expect(isMaterial(material), `${id} ${JSON.stringify(isMaterial.errors)}`).toBe(true);
      expect(checkMaterial(material, makeLibrary())).toEqual([]);
    }
    const price = upgradeOwn(own.prices[0], 'price');
    expect(price).toMatchObject({ ok: true, document: { format: LIBRARY_FORMAT, price: 21 } });
  });
  it('are what their family is, whatever they are called: a foam is no wood for its name', () => {
    expect(brought('supply-foam-19')).toMatchObject({ sorption: 'none', mould: 'resistant' });
    expect(brought('barn-wool')).toMatchObject({ sorption: 'fibre', mould: 'medium' });
    expect(brought('thin-lining')).toMatchObject({ sorption: 'wood', tapedWith: 'membrane-tape' });
    expect(brought('offcut-board')).toMatchObject({
      jointed: true,
      tapedWith: 'foil-tape-75',
      emissivityBack: 0.1,
    });
    expect(brought('my-spray').yield).toEqual({ amount: 3, per: 'm²' });
  });
  it('of format 2 do with sound what their family does, and say so', () => {
    const {
      stiffness: _,
      lossFactor: __,
      constrained: ___,
      soundWithin: ____,
      ...today
    } = makeLibrary().get('pir')!;
    const { sound: _____, ...sources } = today.sources;
    const read = upgradeOwn({ ...today, format: 2, id: 'own-pir', sources }, 'material');
    const material = read.ok ? (read.document as Material) : null;
    expect(isMaterial(material), JSON.stringify(isMaterial.errors)).toBe(true);
    expect(material).toMatchObject({ stiffness: 8e6, constrained: null, soundWithin: 3 });
    expect(material!.sources.sound).toContain('brought up to format 3');
  });
  it('of format 4 run and are cut as they were: carpet one way, wood with the saw', () => {
    for (const id of ['lining-carpet', 'birch-ply', 'batten', 'pir', 'hardboard']) {
      const { runs, cutWith, tongue: _, ...old } = makeLibrary().get(id)!;
      const read = upgradeOwn({ ...old, format: 4, id: `own-${id}` }, 'material');
      const material = read.ok ? (read.document as Material) : null;
      expect(isMaterial(material), JSON.stringify(isMaterial.errors)).toBe(true);
      // Hardboard has no grain, which a material of then could not say.
      expect(material).toMatchObject({ runs: id === 'hardboard' ? 'grain' : runs, cutWith, tongue: null });
    }
  });
  it('of format 5 burn as their family does, and say what solvents do where a caution said so', () => {
    for (const id of ['xps', 'pir', 'contact-spray', 'steel', 'mineral-wool']) {
      const { heatingValue, solvent, ...old } = makeLibrary().get(id)!;
      const { fire: _, ...sources } = old.sources;
      const read = upgradeOwn({ ...old, format: 5, id: `own-${id}`, sources }, 'material');
      const material = read.ok ? (read.document as Material) : null;
      expect(isMaterial(material), JSON.stringify(isMaterial.errors)).toBe(true);
      expect(material!.solvent).toBe(solvent);
      expect(material!.heatingValue > 0).toBe(heatingValue > 0);
      expect(material!.sources.fire).toContain('brought up to format 6');
    }
  });
  it('say where it came from that nobody entered', () =>
    expect(brought('thin-lining').sources.moisture).toContain('brought up to format 2'));
  it('are left alone in today’s format, and refused in one to come', () => {
    const today = referenceMaterials[0];
    expect(upgradeOwn(today, 'material')).toEqual({ ok: true, document: today });
    expect(upgradeOwn({ format: 9 }, 'price')).toMatchObject({
      ok: false,
      message: expect.stringContaining('format 9'),
    });
    expect(upgradeOwn('x', 'material').ok).toBe(false);
  });
});

describe('a design file of format 2 with an own material as it was then', () => {
  it('opens, passes the schema, and is evaluated with it', () => {
    const read = upgrade(designFile);
    if (!read.ok) throw new Error(read.message);
    const validate = ajv.compile(schema.DesignFile);
    expect(validate(read.document), JSON.stringify(validate.errors)).toBe(true);
    const { design, materials, prices } = read.document as DesignFile;
    const placement = design.variants[0]!.design;
    const e = evaluate(design, placement, makeLibrary(materials, prices));
    const plain = structuredClone(placement);
    for (const b of plain.buildUps)
      for (const l of b.layers)
        if (l.role === 'fill' && l.material === 'supply-foam-19') l.material = 'elastomeric-plain';
    const reference = evaluate(design, plain, makeLibrary());
    expect(e.heat.loss).toBeCloseTo(reference.heat.loss, 9);
    expect(e.damp.bays.get(e.damp.worst!)!.moisture!.peak).toBeCloseTo(
      reference.damp.bays.get(reference.damp.worst!)!.moisture!.peak,
      12,
    );
  });
});
