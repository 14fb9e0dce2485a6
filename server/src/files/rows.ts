import { type InferAttributes, type InferCreationAttributes, Model } from 'sequelize';
import { integer, key, rowsOf, text } from '../db/rowsOf.ts';

export class FileRow extends Model<InferAttributes<FileRow>, InferCreationAttributes<FileRow>> {
  declare hash: string;
  /** Media type. */
  declare type: string;
  declare bytes: number;
  declare created_at: string;
}

export const fileRows = rowsOf(sequelize => {
  class File extends FileRow {}
  File.init(
    { hash: key(), type: text(), bytes: integer(), created_at: text() },
    { sequelize, tableName: 'files', timestamps: false },
  );
  return { File };
});
