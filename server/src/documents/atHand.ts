import { QueryTypes, type Sequelize } from 'sequelize';
import { notFound, Problem } from '../contract/problem.ts';

/** Refuses to go on with a conversion that there is none of, or that is in the bin. */
export async function mustBeAtHand(connection: Sequelize, id: string): Promise<void> {
  const [conversion] = await connection.query<{ binned_at: string | null }>(
    'SELECT binned_at FROM conversions WHERE id = $id',
    { bind: { id }, type: QueryTypes.SELECT },
  );
  if (!conversion) throw notFound('such conversion');
  if (conversion.binned_at)
    throw new Problem(
      404,
      'In the bin',
      'This conversion is in the bin: take it out there to go on with it.',
    );
}
