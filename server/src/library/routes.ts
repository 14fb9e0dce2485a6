import { insane } from '@overcoat/core/materials';
import { checkMaterial as checkReferences, type Design } from '@overcoat/core/model';
import { upgradeOwn } from '@overcoat/core/model/documents';
import type { Sequelize } from 'sequelize';
import { invalid } from '../contract/problem.ts';
import type { Handlers } from '../contract/serve.ts';
import { checkPrice, validMaterial } from '../contract/validate.ts';
import type { LibraryStore } from './store.ts';

type Names = 'library' | 'putMaterial' | 'removeMaterial' | 'putPrice' | 'takeBackPrice' | 'removePrices';

/** `designs` are those that may use a material, the bin's too. */
export const libraryHandlers = (
  library: LibraryStore,
  designs: (writer: Sequelize) => AsyncIterable<Design>,
): Pick<Handlers, Names> => ({
  async library() {
    const { materials, prices } = await library.read();
    return { materials, prices };
  },
  async putMaterial({ params, body }) {
    const material = validMaterial(own(body, 'material'));
    if (material.id !== params.id)
      throw invalid('The id in the address and in the material must be the same.');
    const mistakes = [...insane(material), ...checkReferences(material, (await library.read()).library)];
    if (mistakes.length > 0) throw invalid(mistakes[0]!.message, mistakes);
    await library.putMaterial(material);
    return material;
  },
  removeMaterial: ({ params }) => library.removeMaterial(params.id, designs),
  async putPrice({ body }) {
    const price = checkPrice(own(body, 'price'));
    return library.putPrice(price);
  },
  takeBackPrice: ({ body }) => library.takeBackPrice(body),
  removePrices: ({ params }) => library.removePrices(params.material),
});

/** An own material or price in today's format. */
function own(body: unknown, kind: 'material' | 'price'): unknown {
  const current = upgradeOwn(body, kind);
  if (!current.ok) throw invalid(current.message);
  return current.document;
}
