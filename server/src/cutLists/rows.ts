import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
} from 'sequelize';
import { integer, key, rowsOf, text } from '../db/rowsOf.ts';

class Row extends Model<InferAttributes<Row>, InferCreationAttributes<Row>> {
  declare conversion_id: string;
  declare variant: string;
  declare revision: number;
  /** The revision that undo goes back to; null at the beginning. */
  declare back: CreationOptional<number | null>;
  /** The revision that redo brings again; null where nothing was undone. */
  declare forth: CreationOptional<number | null>;
  declare saved_at: string;
  /** The list as JSON. */
  declare body: string;
}

export const cutListRows = rowsOf(sequelize => {
  class CutListRow extends Row {}
  CutListRow.init(
    {
      conversion_id: key(),
      variant: key(),
      revision: { ...integer(), primaryKey: true },
      back: DataTypes.INTEGER,
      forth: DataTypes.INTEGER,
      saved_at: text(),
      body: text(),
    },
    { sequelize, tableName: 'cut_lists', timestamps: false },
  );
  return { CutListRow };
});
