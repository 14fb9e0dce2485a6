import type { WorkshopEntry } from '../../model/index.ts';

/** Of what happened in the workshop, what is one van's: its orders, what became of them, and its pace. */
export function workshopLines(entries: readonly WorkshopEntry[], van: string): WorkshopEntry[] {
  const orders = new Set<string>();
  return entries.filter(({ fact }) => {
    if (fact.kind === 'ordered' && fact.van === van) orders.add(fact.order);
    if (fact.kind === 'delivery') return orders.has(fact.order);
    return (fact.kind === 'ordered' || fact.kind === 'pace' || fact.kind === 'booked') && fact.van === van;
  });
}

/** The same lines for another van, as new entries and orders, so that both may stand in one workshop. */
export function linesForVan(
  entries: readonly WorkshopEntry[],
  van: string,
  newId: () => string,
): WorkshopEntry[] {
  const orders = new Map<string, string>();
  const orderOf = (id: string) => {
    if (!orders.has(id)) orders.set(id, newId());
    return orders.get(id)!;
  };
  return entries.flatMap(({ at, fact }): WorkshopEntry[] => {
    const entry = (changed: WorkshopEntry['fact']) => [{ id: newId(), at, fact: changed }];
    if (fact.kind === 'ordered') return entry({ ...fact, van, order: orderOf(fact.order) });
    if (fact.kind === 'delivery') return entry({ ...fact, order: orderOf(fact.order) });
    return fact.kind === 'pace' || fact.kind === 'booked' ? entry({ ...fact, van }) : [];
  });
}
