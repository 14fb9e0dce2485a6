import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
} from 'sequelize';
import { integer, key, rowsOf, text } from '../db/rowsOf.ts';

class EntryRow extends Model<InferAttributes<EntryRow>, InferCreationAttributes<EntryRow>> {
  declare conversion_id: string;
  /** Place in the order in which the entries were taken in, from 1. */
  declare seq: number;
  /** Made by the client; once a conversion. */
  declare id: string;
  declare kind: string;
  /** By the clock of the device that noted it. */
  declare at: CreationOptional<string | null>;
  /** By the server's clock. */
  declare taken_in: string;
  /** SHA-256 of the file it names. */
  declare file: CreationOptional<string | null>;
  /** The entry as JSON. */
  declare entry: string;
}

export const logRows = rowsOf(sequelize => {
  class LogEntry extends EntryRow {}
  LogEntry.init(
    {
      conversion_id: key(),
      seq: { ...integer(), primaryKey: true },
      id: text(),
      kind: text(),
      at: DataTypes.TEXT,
      taken_in: text(),
      file: DataTypes.TEXT,
      entry: text(),
    },
    { sequelize, tableName: 'log', timestamps: false },
  );
  return { LogEntry };
});
