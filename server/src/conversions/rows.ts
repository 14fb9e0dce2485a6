import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';
import { notFound, Problem } from '../contract/problem.ts';
import { integer, key, rowsOf, text } from '../db/rowsOf.ts';

class ConversionRow extends Model<InferAttributes<ConversionRow>, InferCreationAttributes<ConversionRow>> {
  declare id: string;
  declare name: string;
  /** JSON of what the list shows. */
  declare summary: string;
  declare revision: number;
  declare created_at: string;
  declare saved_at: string;
  /** When it was put into the bin. */
  declare binned_at: CreationOptional<string | null>;
}

export class RevisionRow extends Model<InferAttributes<RevisionRow>, InferCreationAttributes<RevisionRow>> {
  declare conversion_id: string;
  declare revision: number;
  /** Revision that undo goes to, and that redo goes to. */
  declare back: CreationOptional<number | null>;
  declare forward: CreationOptional<number | null>;
  declare label: string;
  declare saved_at: string;
  /** The revision that `document` changes; null where it is whole. */
  declare base: CreationOptional<number | null>;
  /** `{ design, label }` as gzipped JSON; with a base `{ format, changes }`, gzipped or plain. */
  declare document: Buffer;
}

export const conversionRows = rowsOf(sequelize => {
  class Conversion extends ConversionRow {}
  class Revision extends RevisionRow {}
  Conversion.init(
    {
      id: key(),
      name: text(),
      summary: text(),
      revision: integer(),
      created_at: text(),
      saved_at: text(),
      binned_at: DataTypes.TEXT,
    },
    { sequelize, tableName: 'conversions', timestamps: false },
  );
  Revision.init(
    {
      conversion_id: key(),
      revision: { ...integer(), primaryKey: true },
      back: DataTypes.INTEGER,
      forward: DataTypes.INTEGER,
      label: text(),
      saved_at: text(),
      base: DataTypes.INTEGER,
      document: { type: DataTypes.BLOB, allowNull: false },
    },
    { sequelize, tableName: 'revisions', timestamps: false },
  );
  return { sequelize, Conversion, Revision };
});

export type ConversionRows = ReturnType<typeof conversionRows>;

/** A conversion that may be worked on; refused where there is none, or in the bin. */
export async function mustBeAtHand(connection: Sequelize, id: string): Promise<ConversionRow> {
  const conversion = await conversionRows(connection).Conversion.findByPk(id);
  if (!conversion) throw notFound('such conversion');
  if (conversion.binned_at)
    throw new Problem(
      404,
      'In the bin',
      'This conversion is in the bin: take it out there to go on with it.',
    );
  return conversion;
}
