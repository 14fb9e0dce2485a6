import type { Contract, CutList } from '@overcoat/core/model';
import { Op, type Sequelize } from 'sequelize';
import { notFound, Problem } from '../contract/problem.ts';
import { conversionRows } from '../conversions/rows.ts';
import type { Database } from '../db/database.ts';
import { cutListRows } from './rows.ts';

type CutListRecord = Contract['cutList']['answer'];

/** Revisions of one list that are kept. */
const KEPT = 100;

/** What was settled about cutting each variant: every change is a revision, and undo and redo write one too. */
export class CutListStore {
  constructor(private readonly db: Database) {}

  async read(conversion: string, variant: string): Promise<CutListRecord> {
    await mustBe(this.db.reader, conversion);
    return recordOf(await latest(this.db.reader, conversion, variant));
  }

  save(conversion: string, variant: string, revision: number, list: CutList): Promise<CutListRecord> {
    return this.db.write(async writer => {
      await mustBe(writer, conversion);
      const now = await latest(writer, conversion, variant);
      mustMatch(now?.revision ?? 0, revision);
      return add(writer, conversion, variant, {
        revision: revision + 1,
        back: now?.revision ?? 0,
        forth: null,
        body: JSON.stringify(list),
      });
    });
  }

  travel(
    conversion: string,
    variant: string,
    way: 'undo' | 'redo',
    revision: number,
  ): Promise<CutListRecord> {
    return this.db.write(async writer => {
      await mustBe(writer, conversion);
      const now = await latest(writer, conversion, variant);
      mustMatch(now?.revision ?? 0, revision);
      const to = way === 'undo' ? now?.back : now?.forth;
      if (now === null || to === null || to === undefined)
        throw new Problem(409, 'Nothing there', `There is nothing to ${way}.`);
      const there = to === 0 ? null : await at(writer, conversion, variant, to);
      if (to !== 0 && !there) throw new Problem(409, 'Nothing there', `There is nothing to ${way}.`);
      return add(writer, conversion, variant, {
        revision: revision + 1,
        back: there?.back ?? null,
        forth: way === 'undo' ? revision : (there?.forth ?? null),
        body: there?.body ?? 'null',
      });
    });
  }
}

interface Kept {
  revision: number;
  back: number | null;
  forth: number | null;
  body: string;
}

const recordOf = (row: Kept | null): CutListRecord => ({
  revision: row?.revision ?? 0,
  undo: row !== null && row.back !== null,
  redo: row !== null && row.forth !== null,
  list: row ? (JSON.parse(row.body) as CutList | null) : null,
});

async function mustBe(connection: Sequelize, conversion: string): Promise<void> {
  const there = await conversionRows(connection).Conversion.count({ where: { id: conversion } });
  if (there === 0) throw notFound('such conversion');
}

function mustMatch(is: number, asked: number): void {
  if (is !== asked)
    throw new Problem(
      409,
      'Changed meanwhile',
      'This cut list was changed in another window: load it again.',
    );
}

const latest = (connection: Sequelize, conversion_id: string, variant: string): Promise<Kept | null> =>
  cutListRows(connection).CutListRow.findOne({
    where: { conversion_id, variant },
    order: [['revision', 'DESC']],
    raw: true,
  });

const at = (
  connection: Sequelize,
  conversion_id: string,
  variant: string,
  revision: number,
): Promise<Kept | null> =>
  cutListRows(connection).CutListRow.findOne({ where: { conversion_id, variant, revision }, raw: true });

async function add(
  writer: Sequelize,
  conversion_id: string,
  variant: string,
  row: Kept,
): Promise<CutListRecord> {
  const { CutListRow } = cutListRows(writer);
  await CutListRow.create({ conversion_id, variant, saved_at: new Date().toISOString(), ...row });
  await CutListRow.destroy({
    where: { conversion_id, variant, revision: { [Op.lte]: row.revision - KEPT } },
  });
  return recordOf(row);
}
