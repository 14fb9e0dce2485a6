import { type InferAttributes, type InferCreationAttributes, Model } from 'sequelize';
import { key, real, rowsOf, text } from '../db/rowsOf.ts';

class MaterialRow extends Model<InferAttributes<MaterialRow>, InferCreationAttributes<MaterialRow>> {
  declare id: string;
  declare document: string;
}

class PriceRow extends Model<InferAttributes<PriceRow>, InferCreationAttributes<PriceRow>> {
  declare material: string;
  declare thickness: number;
  declare width: number;
  declare price: number;
  declare at: string | null;
  /** JSON. */
  declare earlier: string;
}

export const libraryRows = rowsOf(sequelize => {
  class Material extends MaterialRow {}
  class Price extends PriceRow {}
  Material.init({ id: key(), document: text() }, { sequelize, tableName: 'materials', timestamps: false });
  Price.init(
    {
      material: key(),
      thickness: { ...real(), primaryKey: true },
      width: { ...real(), primaryKey: true },
      price: real(),
      at: { ...text(), allowNull: true },
      earlier: text(),
    },
    { sequelize, tableName: 'prices', timestamps: false },
  );
  return { Material, Price };
});

export type LibraryRows = ReturnType<typeof libraryRows>;
