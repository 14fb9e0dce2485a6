import { applySchool, schools } from '@overcoat/core/buildup';
import type { Placement } from '@overcoat/core/model';
import { useMemo } from 'react';
import { useLibrary } from '../api/queries.ts';
import { useWorkshopRead } from '../api/workshop.ts';
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

/** Every school in this van, before one is applied, each in its own year. */
export function useSchoolFigures() {
  const { shell } = useOpenDesign();
  const { library } = useLibrary();
  const heard = useHeard();
  const { rests: offcuts, ready } = useRests();
  const ask = useMemo(() => {
    const placements = schools.map(s => ({ id: s.id, design: applySchool(shell, s.id, library) }));
    return { placements, heard, offcuts };
  }, [shell, library, heard, offcuts]);
  return useJob('figured', 'schools', ask, ready);
}

/** Every variant in the figures that choices are weighed by. */
export function useVariantFigures() {
  const { variants } = useOpenDesign();
  const heard = useHeard();
  const { rests: offcuts, ready } = useRests();
  const ask = useMemo(() => {
    const placements = variants.map((v): { id: string; design: Placement } => ({
      id: v.id,
      design: v.design,
    }));
    return { placements, heard, offcuts };
  }, [variants, heard, offcuts]);
  return useJob('figured', 'variants', ask, ready);
}
