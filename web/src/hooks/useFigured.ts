import { applySchool, schools } from '@overcoat/core/buildup';
import type { Design, Placement } from '@overcoat/core/model';
import { isFirstTime, suppliesFor } from '@overcoat/core/order/buying';
import { type PayBy, USUAL_PAY } from '@overcoat/core/order/pipeline';
import { useMemo } from 'react';
import { useLibrary } from '../api/queries.ts';
import { useDesign } from '../store/design.ts';
import { useHeard } from '../store/heard.ts';
import { useOpenDesign } from '../store/openDesign.ts';
import { payBy, usePays } from '../store/pays.ts';
import { useWorkshop } from '../store/workshop.ts';
import { useJob } from './useJob.ts';
import { useWorkshopRead } from './useWorkshopRead.ts';

/** What the shelf holds, once it has been read. */
export function useRests() {
  useWorkshopRead();
  const { rests, ready } = useWorkshop();
  return { rests, ready };
}

/** Every school in this van, before one is applied, each in its own year; cut as usual, as the variant made of it would be. */
export function useSchoolFigures() {
  const { shell, ready } = useOpenDesign();
  const { library } = useLibrary();
  const heard = useHeard();
  const { rests, ready: read } = useRests();
  const by = useUsualPay(ready);
  const ask = useMemo(() => {
    const pay = { ...by, offcuts: rests };
    const placements = schools.map(s => ({ id: s.id, design: applySchool(shell, s.id, library), pay }));
    return { placements, heard };
  }, [shell, library, heard, rests, by]);
  return useJob('figured', 'schools', ask, read);
}

/** Every variant in the figures that choices are weighed by, each cut as its list has it. */
export function useVariantFigures() {
  const design = useOpenDesign();
  const { variants } = design;
  const heard = useHeard();
  const { ready } = useRests();
  const { lists } = usePays();
  const all = ready && variants.every(v => lists[v.id]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a cut list that has come in is asked for anew.
  const ask = useMemo(
    () => ({
      placements: variants.flatMap((v): { id: string; design: Placement; pay: PayBy }[] => {
        const pay = payBy(design, v.id);
        return pay ? [{ id: v.id, design: v.design, pay }] : [];
      }),
      heard,
    }),
    [variants, heard, lists, design.ready, all],
  );
  return useJob('figured', 'variants', ask, all);
}

/** What to pay rests on where nothing is settled about cutting: what is at hand, prices, whether it is the first time. */
export function useUsualPay(ready: Design['ready']): PayBy {
  const id = useDesign(s => s.id) ?? '';
  const { supplies, booked, prices, entries } = useWorkshop();
  return useMemo(
    () => ({
      ...USUAL_PAY,
      ready,
      supplies: suppliesFor({ supplies, booked }, new Set([id])),
      prices,
      firstTime: isFirstTime(entries),
    }),
    [ready, supplies, booked, prices, entries, id],
  );
}
