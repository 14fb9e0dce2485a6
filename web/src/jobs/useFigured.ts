import { applySchool, schools } from '@overcoat/core/buildup';
import type { Placement } from '@overcoat/core/model';
import { climateFor } from '@overcoat/core/van/wetting';
import { useMemo } from 'react';
import { useLibrary } from '../api/queries.ts';
import { useWorkshopRead } from '../api/workshop.ts';
import { useEvaluation } from '../store/evaluation.ts';
import { useHeard } from '../store/heard.ts';
import { useOpenDesign } from '../store/openDesign.ts';
import { useWorkshop } from '../store/workshop.ts';
import { useJob } from './useJob.ts';

/** What the shelf holds, once it has been read. */
export function useRests() {
  useWorkshopRead();
  const { rests, ready } = useWorkshop();
  return { rests, ready };
}

/** Every school in this van, before one is applied: in a guessed year, whatever is laid now. */
export function useSchoolFigures() {
  const { shell, brief } = useOpenDesign();
  const { library } = useLibrary();
  const heard = useHeard();
  const { rests: offcuts, ready } = useRests();
  const ask = useMemo(() => {
    const placements = schools.map(s => ({ id: s.id, design: applySchool(shell, s.id, library) }));
    return { placements, heard, climate: climateFor(shell, brief), offcuts };
  }, [shell, brief, library, heard, offcuts]);
  return useJob('figured', 'schools', ask, ready);
}

/** Every variant in the figures that choices are weighed by. */
export function useVariantFigures() {
  const { variants } = useOpenDesign();
  const heard = useHeard();
  const { climate } = useEvaluation().damp;
  const { rests: offcuts, ready } = useRests();
  const ask = useMemo(() => {
    const placements = variants.map((v): { id: string; design: Placement } => ({
      id: v.id,
      design: v.design,
    }));
    return { placements, heard, climate, offcuts };
  }, [variants, heard, climate, offcuts]);
  return useJob('figured', 'variants', ask, ready);
}
