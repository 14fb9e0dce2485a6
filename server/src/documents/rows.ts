import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
} from 'sequelize';
import { integer, key, rowsOf, text } from '../db/rowsOf.ts';

export class Row extends Model<InferAttributes<Row>, InferCreationAttributes<Row>> {
  declare conversion_id: string;
  declare kind: string;
  /** Id of the variant it is of, or `all`. */
  declare key: string;
  declare revision: number;
  /** The revision that undo goes back to, 0 for nothing settled yet; null where there is nothing to undo. */
  declare back: CreationOptional<number | null>;
  /** The revision that redo brings again; null where nothing was undone. */
  declare forward: CreationOptional<number | null>;
  declare label: string;
  declare saved_at: string;
  /** The revision that `body` changes; null where it is whole. */
  declare base: CreationOptional<number | null>;
  /** JSON, gzipped where it is large: the document, `null` where nothing is settled; with a base `{ format, changes }`. */
  declare body: Buffer;
}

export const documentRows = rowsOf(sequelize => {
  class DocumentRow extends Row {}
  DocumentRow.init(
    {
      conversion_id: key(),
      kind: key(),
      key: key(),
      revision: { ...integer(), primaryKey: true },
      back: DataTypes.INTEGER,
      forward: DataTypes.INTEGER,
      label: text(),
      saved_at: text(),
      base: DataTypes.INTEGER,
      body: { type: DataTypes.BLOB, allowNull: false },
    },
    { sequelize, tableName: 'documents', timestamps: false },
  );
  return { DocumentRow };
});
