import { DataTypes, type Sequelize } from 'sequelize';

/** Binds row classes to a connection, once for each: a room's reader and writer have classes of their own. */
export function rowsOf<R>(define: (sequelize: Sequelize) => R): (sequelize: Sequelize) => R {
  const bound = new WeakMap<Sequelize, R>();
  return sequelize => {
    const known = bound.get(sequelize);
    if (known) return known;
    const rows = define(sequelize);
    bound.set(sequelize, rows);
    return rows;
  };
}

// Sequelize writes into what it is given: a new object for every column.
export const text = () => ({ type: DataTypes.TEXT, allowNull: false });
export const key = () => ({ ...text(), primaryKey: true });
export const integer = () => ({ type: DataTypes.INTEGER, allowNull: false });
export const real = () => ({ type: DataTypes.REAL, allowNull: false });
