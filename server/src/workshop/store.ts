import type { WorkshopEntry } from '@overcoat/core/model';
import { QueryTypes } from 'sequelize';
import type { Database } from '../db/database.ts';
import { workshopRows } from './rows.ts';

/** What happened in the workshop, for all vans: entries are added and never changed. */
export class WorkshopStore {
  constructor(private readonly db: Database) {}

  async read(): Promise<WorkshopEntry[]> {
    const rows = await workshopRows(this.db.reader).WorkshopRow.findAll({
      order: [['seq', 'ASC']],
      raw: true,
    });
    return rows.map(r => JSON.parse(r.entry) as WorkshopEntry);
  }

  /** Adds entries; one whose id is there already stands as it is. */
  add(entries: readonly WorkshopEntry[]): Promise<void> {
    return this.db.write(async writer => {
      const taken_in = new Date().toISOString();
      for (const entry of entries)
        await writer.query(
          'INSERT INTO workshop (id, taken_in, entry) VALUES ($id, $taken_in, $entry) ON CONFLICT (id) DO NOTHING',
          { bind: { id: entry.id, taken_in, entry: JSON.stringify(entry) }, type: QueryTypes.INSERT },
        );
    });
  }
}
