import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';

class ConversionRow extends Model<InferAttributes<ConversionRow>, InferCreationAttributes<ConversionRow>> {
  declare id: string;
  declare name: string;
  /** JSON of what the list shows. */
  declare summary: string;
  declare revision: number;
  declare created_at: string;
  declare saved_at: string;
}

export class RevisionRow extends Model<InferAttributes<RevisionRow>, InferCreationAttributes<RevisionRow>> {
  declare conversion_id: string;
  declare revision: number;
  /** Revision that undo goes to, and that redo goes to. */
  declare back: CreationOptional<number | null>;
  declare forward: CreationOptional<number | null>;
  declare label: string;
  declare saved_at: string;
  /** `{ design, label }` as gzipped JSON. */
  declare document: Buffer;
}

class MaterialRow extends Model<InferAttributes<MaterialRow>, InferCreationAttributes<MaterialRow>> {
  declare id: string;
  declare document: string;
}

class PriceRow extends Model<InferAttributes<PriceRow>, InferCreationAttributes<PriceRow>> {
  declare material: string;
  declare thickness: number;
  declare width: number;
  declare price: number;
}

class PhotoRow extends Model<InferAttributes<PhotoRow>, InferCreationAttributes<PhotoRow>> {
  declare hash: string;
  declare bytes: number;
  declare created_at: string;
}

// Sequelize writes into what it is given: a new object for every column.
const text = () => ({ type: DataTypes.TEXT, allowNull: false });
const key = () => ({ ...text(), primaryKey: true });
const integer = () => ({ type: DataTypes.INTEGER, allowNull: false });
const real = () => ({ type: DataTypes.REAL, allowNull: false });

/** Binds the row classes to one database. */
export function defineModels(sequelize: Sequelize) {
  const options = (tableName: string) => ({ sequelize, tableName, timestamps: false });
  class Conversion extends ConversionRow {}
  class Revision extends RevisionRow {}
  class Material extends MaterialRow {}
  class Price extends PriceRow {}
  class Photo extends PhotoRow {}
  Conversion.init(
    { id: key(), name: text(), summary: text(), revision: integer(), created_at: text(), saved_at: text() },
    options('conversions'),
  );
  Revision.init(
    {
      conversion_id: key(),
      revision: { ...integer(), primaryKey: true },
      back: DataTypes.INTEGER,
      forward: DataTypes.INTEGER,
      label: text(),
      saved_at: text(),
      document: { type: DataTypes.BLOB, allowNull: false },
    },
    options('revisions'),
  );
  Material.init({ id: key(), document: text() }, options('materials'));
  Price.init(
    {
      material: key(),
      thickness: { ...real(), primaryKey: true },
      width: { ...real(), primaryKey: true },
      price: real(),
    },
    options('prices'),
  );
  Photo.init({ hash: key(), bytes: integer(), created_at: text() }, options('photos'));
  return { sequelize, Conversion, Revision, Material, Price, Photo };
}

export type Models = ReturnType<typeof defineModels>;
