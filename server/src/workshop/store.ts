import type { WorkshopEntry } from '@overcoat/core/model';
import { deliveryWrong, ordersOf, restWrong, shelfOf } from '@overcoat/core/order/buying';
import { Op, QueryTypes, type Sequelize } from 'sequelize';
import { Problem } from '../contract/problem.ts';
import type { Database } from '../db/database.ts';
import { workshopRows } from './rows.ts';

/** What happened in the workshop, for all vans: entries are added and never changed. */
export class WorkshopStore {
  constructor(private readonly db: Database) {}

  read(): Promise<WorkshopEntry[]> {
    return entriesOf(this.db.reader);
  }

  /** What was taken in after a place, and the place of the last of it. */
  async after(place: number): Promise<{ entries: WorkshopEntry[]; last: number }> {
    const rows = await workshopRows(this.db.reader).WorkshopRow.findAll({
      where: { seq: { [Op.gt]: place } },
      order: [['seq', 'ASC']],
      raw: true,
    });
    return {
      entries: rows.map(r => JSON.parse(r.entry) as WorkshopEntry),
      last: rows.at(-1)?.seq ?? place,
    };
  }

  /** Adds entries; one whose id is there already stands as it is. */
  add(entries: readonly WorkshopEntry[]): Promise<void> {
    return this.db.write(writer => this.addIn(writer, entries), this.told);
  }

  /** Tells that entries came. */
  readonly told = (): void => this.db.feed.tell({ what: 'workshop' });

  /** The same within a write that does more. */
  async addIn(writer: Sequelize, entries: readonly WorkshopEntry[]): Promise<void> {
    const taken_in = new Date().toISOString();
    const standing = await entriesOf(writer);
    refuseWrong(standing, entries);
    for (const entry of entries)
      await writer.query(
        'INSERT INTO workshop (id, taken_in, file, entry) VALUES ($id, $taken_in, $file, $entry) ON CONFLICT (id) DO NOTHING',
        {
          bind: { id: entry.id, taken_in, file: fileNamedBy(entry), entry: JSON.stringify(entry) },
          type: QueryTypes.INSERT,
        },
      );
  }
}

/** Of whatever kind: a fact that names a file names it so. */
const fileNamedBy = ({ fact }: WorkshopEntry): string | null => ('photo' in fact && fact.photo) || null;

async function entriesOf(connection: Sequelize): Promise<WorkshopEntry[]> {
  const rows = await workshopRows(connection).WorkshopRow.findAll({ order: [['seq', 'ASC']], raw: true });
  return rows.map(r => JSON.parse(r.entry) as WorkshopEntry);
}

/** A delivery belongs to an order that stands, and is no more than that waits for. */
function refuseWrong(standing: readonly WorkshopEntry[], entries: readonly WorkshopEntry[]): void {
  const known = new Set(standing.map(e => e.id));
  const all = [...standing];
  for (const entry of entries) {
    if (known.has(entry.id)) continue;
    const { fact } = entry;
    const why = whyNot(all, fact);
    if (why) throw new Problem(422, 'Cannot be', why);
    const order =
      fact.kind === 'delivery' && all.find(e => e.fact.kind === 'ordered' && e.fact.order === fact.order);
    if (order && entry.at < order.at)
      throw new Problem(
        422,
        'Cannot be',
        'It cannot come before it was ordered: look at the clock of this device.',
      );
    all.push(entry);
  }
}

function whyNot(standing: readonly WorkshopEntry[], fact: WorkshopEntry['fact']): string | null {
  if (fact.kind === 'delivery') return deliveryWrong(ordersOf(standing), fact);
  const aboutRest = fact.kind === 'rest kept' || fact.kind === 'rest gone';
  return aboutRest ? restWrong(shelfOf(standing).rests, fact) : null;
}
