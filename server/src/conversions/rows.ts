import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
} from 'sequelize';
import { integer, key, rowsOf, text } from '../db/rowsOf.ts';

class ConversionRow extends Model<InferAttributes<ConversionRow>, InferCreationAttributes<ConversionRow>> {
  declare id: string;
  declare name: string;
  /** JSON of what the list shows. */
  declare summary: string;
  /** Of its design; a trigger moves it on with what is shown. */
  declare revision: number;
  declare created_at: string;
  declare saved_at: string;
  /** When it was put into the bin. */
  declare binned_at: CreationOptional<string | null>;
}

export const conversionRows = rowsOf(sequelize => {
  class Conversion extends ConversionRow {}
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
  return { Conversion };
});
