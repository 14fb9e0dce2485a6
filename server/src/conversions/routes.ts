import { newDesign } from '@overcoat/core/buildup';
import { toDesignFile } from '@overcoat/core/formats';
import type { ConversionRecord, DesignFile, Entry, Saved } from '@overcoat/core/model';
import { workshopLines } from '@overcoat/core/order/buying';
import { MASTER_LIMITS } from '@overcoat/core/survey/edits';
import { knownSound } from '../contract/designCheck.ts';
import { invalid, notFound } from '../contract/problem.ts';
import type { Handlers } from '../contract/serve.ts';
import { checkSave } from '../contract/validate.ts';
import type { Database } from '../db/database.ts';
import { eraseUnnamed } from '../files/sweep.ts';
import { WORKSHOP } from '../logs/kinds.ts';
import type { LogStore } from '../logs/store.ts';
import { type ArchiveRooms, readArchive, writeArchive } from './archive.ts';
import { sound } from './designKind.ts';
import { takeIn } from './takeIn.ts';

type Names =
  | 'conversions'
  | 'create'
  | 'read'
  | 'save'
  | 'change'
  | 'undo'
  | 'redo'
  | 'copy'
  | 'remove'
  | 'bin'
  | 'restore'
  | 'erase'
  | 'exportFile'
  | 'exportArchive'
  | 'importFile'
  | 'importArchive';

interface Uses extends ArchiveRooms {
  db: Database;
  log: LogStore<Entry>;
}

export function conversionHandlers(rooms: Uses): Pick<Handlers, Names> {
  const { db, conversions, library, log, files, workshop, documents } = rooms;

  const exported = async (id: string): Promise<{ file: DesignFile; name: string }> => {
    const { design } = await conversions.read(id);
    const { materials, prices } = await library.read();
    const entries = (await log.read(id)).map(e => e.entry);
    const name = design.name.replace(/[^\w-]+/g, '-').toLowerCase() || 'design';
    const own = workshopLines(
      (await workshop.read(WORKSHOP)).map(e => e.entry),
      id,
    );
    const beside = await documents.sent(id, new Set(design.variants.map(v => v.id)));
    return { file: toDesignFile(design, materials, prices, entries, own, beside), name };
  };

  return {
    conversions: () => conversions.list('at hand'),
    bin: () => conversions.list('in the bin'),
    async create({ body: { name, pattern, sizes, earlier } }) {
      for (const [field, size] of Object.entries(sizes ?? {})) {
        const { min, max } = MASTER_LIMITS[field as keyof typeof MASTER_LIMITS];
        if (size.value < min || size.value > max)
          throw invalid(`The ${field} is between ${min} and ${max} m.`, [
            { path: `/sizes/${field}`, message: `between ${min} and ${max} m` },
          ]);
      }
      const from = earlier === undefined ? undefined : (await conversions.read(earlier)).design;
      const design = newDesign(name.trim(), pattern, { sizes, earlier: from?.shell });
      await sound(design, library);
      return conversions.create(
        design,
        from ? `new conversion, sizes of ${from.name}`.slice(0, 200) : 'new conversion',
      );
    },
    read: ({ params }) => conversions.read(params.id),
    async save({ params, body, revision }) {
      const { design, label } = checkSave(body);
      knownSound(design);
      return savedOnly(await conversions.save(params.id, revision, design, label));
    },
    async change({ params, body: { changes, label }, revision }) {
      return savedOnly(await conversions.change(params.id, revision, changes, label));
    },
    undo: ({ params, revision }) => conversions.undo(params.id, revision),
    redo: ({ params, revision }) => conversions.redo(params.id, revision),
    async copy({ params, body }) {
      const { design } = await conversions.read(params.id);
      const beside = await documents.sent(params.id, new Set(design.variants.map(v => v.id)));
      const label = `started from ${design.name}`.slice(0, 200);
      return db.write(async writer => {
        const made = await conversions.createIn(writer, { ...design, name: body.name.trim() }, label, []);
        await documents.addIn(writer, made.id, documents.begun(beside), label);
        return made;
      }, conversions.came);
    },
    remove: ({ params }) => conversions.remove(params.id),
    restore: ({ params }) => conversions.restore(params.id),
    async erase({ params }) {
      const held = await log.filesOf(params.id);
      const gone = await conversions.erase({ id: params.id });
      if (gone.length === 0) throw notFound('such conversion in the bin');
      await eraseUnnamed(rooms, held);
    },
    async exportFile({ params, response }) {
      const { file, name } = await exported(params.id);
      response.setHeader('Content-Disposition', `attachment; filename="${name}.overcoat.json"`);
      return file;
    },
    async exportArchive({ params, response }) {
      const { file, name } = await exported(params.id);
      const held = await Promise.all(
        (await log.filesOf(params.id)).map(hash => files.find(hash).catch(() => null)),
      );
      response.setHeader('Content-Disposition', `attachment; filename="${name}.overcoat.zip"`);
      response.setHeader('Content-Type', 'application/zip');
      await writeArchive(
        file,
        held.filter(f => f !== null),
        response,
      );
    },
    importFile: ({ body }) => takeIn(body, rooms),
    importArchive: ({ request }) => readArchive(request, rooms),
  };
}

/** The client has the design it sent: only what the save made of it goes back. */
function savedOnly({ design: _, ...saved }: ConversionRecord): Saved {
  return saved;
}
