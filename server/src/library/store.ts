import { isSize, type Library, makeLibrary, referenceMaterials } from '@overcoat/core/materials';
import { type Design, type DesignFile, type Material, materialsUsed, type Price } from '@overcoat/core/model';
import { same, upgradeOwn } from '@overcoat/core/model/documents';
import { LIBRARY_FORMAT } from '@overcoat/core/model/lists';
import type { Sequelize } from 'sequelize';
import { invalid, notFound, Problem } from '../contract/problem.ts';
import type { Database } from '../db/database.ts';
import { type LibraryRows, libraryRows } from './rows.ts';

const REFERENCE = new Set(referenceMaterials.map(m => m.id));

interface OwnLibrary {
  materials: Material[];
  prices: Price[];
  library: Library;
}

/** A person's own materials and prices, shared by all conversions. */
export class LibraryStore {
  private cached: OwnLibrary | null = null;
  /** Goes up with every change. */
  private changes = 0;

  constructor(private readonly db: Database) {}

  /** The same object as long as nothing changes. */
  async read(): Promise<OwnLibrary> {
    while (!this.cached) {
      const { changes } = this;
      const read = await ownOf(libraryRows(this.db.reader));
      // What changed while it was read is read again.
      if (changes === this.changes) this.cached = read;
    }
    return this.cached;
  }

  async putMaterial(material: Material): Promise<void> {
    if (REFERENCE.has(material.id))
      throw invalid(`“${material.id}” is a reference material: copy it under another id to change it.`, [
        { path: '/id', message: 'taken by the reference library' },
      ]);
    await this.change(models =>
      models.Material.upsert({ id: material.id, document: JSON.stringify(material) }),
    );
  }

  /** Refused while one of `designs`, those in the bin too, uses it: asked in the write itself, so that no save comes between. */
  async removeMaterial(id: string, designs: (writer: Sequelize) => AsyncIterable<Design>): Promise<void> {
    const gone = await this.change(async (models, writer) => {
      for await (const design of designs(writer))
        if (materialsUsed(design).has(id))
          throw new Problem(
            409,
            'Still used',
            `“${design.name}” uses this material: take it out there first.`,
          );
      return models.Material.destroy({ where: { id } });
    });
    if (gone === 0) throw notFound('such own material');
  }

  /** Dates a price and keeps what it was before; the same one again changes nothing. Returns it as it is kept. */
  putPrice({ at: _, earlier: __, ...price }: Price, now = new Date()): Promise<Price> {
    return this.change(models => this.priced(price, now, models));
  }

  private async priced(price: Omit<Price, 'at' | 'earlier'>, now: Date, models: LibraryRows): Promise<Price> {
    const { library, prices } = await ownOf(models);
    const stock = library.get(price.material)?.stock.find(s => isSize(s, price));
    if (!stock)
      throw invalid('No such material is sold in this size.', [
        { path: '/material', message: 'unknown material or size' },
      ]);
    const before = prices.find(p => p.material === price.material && isSize(stock, p));
    if (before?.price === price.price) return before;
    const put: Price = {
      ...price,
      thickness: stock.thickness,
      width: stock.width,
      at: `${now.toISOString().slice(0, 19)}Z`,
      ...(before ? { earlier: [...(before.earlier ?? []), entryOf(before)].slice(-HISTORY) } : {}),
    };
    await models.Price.upsert(rowOf(put));
    return put;
  }

  /** Takes an own price back: the one before it stands again, or the indicative one. One that no longer stands is left. */
  async takeBackPrice(price: Pick<Price, 'material' | 'thickness' | 'width' | 'price'>): Promise<void> {
    const size = { ...price, length: 1, perPack: 1 };
    await this.change(async models => {
      const { prices } = await ownOf(models);
      const now = prices.find(p => p.material === price.material && isSize(size, p));
      if (now?.price !== price.price) return;
      const { at: _, earlier = [], ...rest } = now;
      const last = earlier.at(-1);
      const where = { material: now.material, thickness: now.thickness, width: now.width };
      if (last) await models.Price.upsert(rowOf({ ...rest, ...last, earlier: earlier.slice(0, -1) }));
      else await models.Price.destroy({ where });
    });
  }

  async removePrices(material: string): Promise<void> {
    await this.change(models => models.Price.destroy({ where: { material } }));
  }

  /**
   * Takes in what a file carries. A material whose id is taken by a different one comes in under a new id, and the
   * file's design follows; an own price already set here stays. `then` goes on with the file as it now reads in the same write:
   * all of it comes in, or nothing. Answers what that made, and what was said.
   */
  takeIn<T>(
    file: DesignFile,
    then: (file: DesignFile, writer: Sequelize) => Promise<T>,
  ): Promise<{ made: T; notes: string[] }> {
    return this.change(async (models, writer) => {
      const { file: read, notes } = await this.takenIn(file, models);
      return { made: await then(read, writer), notes };
    });
  }

  private async takenIn(
    file: DesignFile,
    models: LibraryRows,
  ): Promise<{ file: DesignFile; notes: string[] }> {
    const { materials: own, prices: ownPrices } = await ownOf(models);
    const notes: string[] = [];
    const renamed = new Map<string, string>();
    const taken = new Set([...REFERENCE, ...own.map(m => m.id)]);
    const added: Material[] = [];
    for (const material of file.materials) {
      const present = own.find(m => m.id === material.id);
      if (present && same(present, material)) continue;
      let id = material.id;
      for (let n = 2; taken.has(id); n++) id = `${material.id}-${n}`;
      if (id !== material.id) {
        renamed.set(material.id, id);
        notes.push(`“${material.name}” differs from the one here and came in as ${id}.`);
      }
      taken.add(id);
      added.push({ ...material, id });
    }
    const prices = file.prices.map(p => ({ ...p, material: renamed.get(p.material) ?? p.material }));
    const fresh = prices.filter(p => {
      const present = ownPrices.find(
        o => o.material === p.material && isSize({ ...p, length: 1, perPack: 1 }, o),
      );
      if (present && present.price !== p.price) notes.push(`Your own price for ${p.material} stays.`);
      return !present;
    });
    for (const m of added.map(m => follow(m, renamed)))
      await models.Material.upsert({ id: m.id, document: JSON.stringify(m) });
    for (const p of fresh) await models.Price.upsert(rowOf(p));
    return { file: renamed.size > 0 ? rename(file, renamed) : file, notes };
  }

  private change<T>(work: (rows: LibraryRows, writer: Sequelize) => Promise<T>): Promise<T> {
    return this.db.write(
      writer => work(libraryRows(writer), writer),
      () => {
        this.changes += 1;
        this.cached = null;
        this.db.feed.tell({ what: 'library' });
      },
    );
  }
}

/** What stands in the tables as a connection sees them. */
async function ownOf(rows: LibraryRows): Promise<OwnLibrary> {
  const materials = (await rows.Material.findAll()).map(r => openOwn(r.document));
  const prices = (await rows.Price.findAll()).map(
    ({ material, thickness, width, price, at, earlier }): Price => ({
      format: LIBRARY_FORMAT,
      material,
      thickness,
      width,
      price,
      ...(at ? { at } : {}),
      ...(earlier === '[]' ? {} : { earlier: JSON.parse(earlier) }),
    }),
  );
  return { materials, prices, library: makeLibrary(materials, prices) };
}

/** Own prices of one size that are remembered. */
const HISTORY = 100;
const entryOf = ({ price, at }: Price) => ({ price, ...(at ? { at } : {}) });
const rowOf = ({ format: _, at = undefined, earlier = [], ...price }: Price) => ({
  ...price,
  at: at ?? null,
  earlier: JSON.stringify(earlier),
});

/** An own material as it was kept; one of an earlier format is brought up as it is read. */
function openOwn(document: string): Material {
  const current = upgradeOwn(JSON.parse(document), 'material');
  if (!current.ok) throw new Error(current.message);
  return current.document as Material;
}

/** What a material is fixed and taped with may have come in under another id. */
const follow = (material: Material, ids: Map<string, string>): Material => ({
  ...material,
  fixedWith: material.fixedWith && (ids.get(material.fixedWith) ?? material.fixedWith),
  tapedWith: material.tapedWith && (ids.get(material.tapedWith) ?? material.tapedWith),
});

function rename(file: DesignFile, ids: Map<string, string>): DesignFile {
  const copy = structuredClone(file);
  const { shell, variants } = copy.design;
  shell.skin.material = ids.get(shell.skin.material) ?? shell.skin.material;
  for (const v of variants)
    for (const p of [v.design, v.baseline.design])
      for (const b of p.buildUps)
        for (const l of b.layers) if (l.role !== 'air gap') l.material = ids.get(l.material) ?? l.material;
  return copy;
}
