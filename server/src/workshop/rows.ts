import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
} from 'sequelize';
import { rowsOf, text } from '../db/rowsOf.ts';

class Row extends Model<InferAttributes<Row>, InferCreationAttributes<Row>> {
  /** Place in the order in which the entries were taken in. */
  declare seq: number;
  /** Made by the client. */
  declare id: string;
  /** By the server's clock. */
  declare taken_in: string;
  /** SHA-256 of the file it names. */
  declare file: CreationOptional<string | null>;
  /** As JSON. */
  declare entry: string;
}

export const workshopRows = rowsOf(sequelize => {
  class WorkshopRow extends Row {}
  WorkshopRow.init(
    {
      seq: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      id: { ...text(), unique: true },
      taken_in: text(),
      file: DataTypes.TEXT,
      entry: text(),
    },
    { sequelize, tableName: 'workshop', timestamps: false },
  );
  return { WorkshopRow };
});
