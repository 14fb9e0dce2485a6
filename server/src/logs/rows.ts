import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
} from 'sequelize';
import { integer, key, rowsOf, text } from '../db/rowsOf.ts';

class Row extends Model<InferAttributes<Row>, InferCreationAttributes<Row>> {
  /** Which log: a conversion's id, or `workshop`. */
  declare log: string;
  /** The conversion that it goes with; null for what all vans share. */
  declare conversion_id: CreationOptional<string | null>;
  /** Place in the order in which the entries were taken in, from 1. */
  declare seq: number;
  /** Made by the client; once a log. */
  declare id: string;
  declare kind: string;
  /** By the clock of the device that noted it. */
  declare at: CreationOptional<string | null>;
  /** By the server's clock. */
  declare taken_in: string;
  /** SHA-256 of the file it names. */
  declare file: CreationOptional<string | null>;
  /** As JSON. */
  declare entry: string;
}

export const entryRows = rowsOf(sequelize => {
  class EntryRow extends Row {}
  EntryRow.init(
    {
      log: key(),
      conversion_id: DataTypes.TEXT,
      seq: { ...integer(), primaryKey: true },
      id: text(),
      kind: text(),
      at: DataTypes.TEXT,
      taken_in: text(),
      file: DataTypes.TEXT,
      entry: text(),
    },
    { sequelize, tableName: 'entries', timestamps: false },
  );
  return { EntryRow };
});
