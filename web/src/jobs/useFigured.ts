import { applySchool, schools } from '@overcoat/core/buildup';
import type { Placement } from '@overcoat/core/model';
import { climateFor } from '@overcoat/core/van/wetting';
import { useMemo } from 'react';
import { useLibrary } from '../api/queries.ts';
import { useEvaluation } from '../store/evaluation.ts';
import { useHeard } from '../store/heard.ts';
import { useOpenDesign } from '../store/openDesign.ts';
import { useJob } from './useJob.ts';

/** Every school in this van, before one is applied: in a guessed year, whatever is laid now. */
export function useSchoolFigures() {
  const { shell, brief } = useOpenDesign();
  const { library } = useLibrary();
  const heard = useHeard();
  const ask = useMemo(() => {
    const placements = schools.map(s => ({ id: s.id, design: applySchool(shell, s.id, library) }));
    return { placements, heard, climate: climateFor(shell, brief) };
  }, [shell, brief, library, heard]);
  return useJob('figured', 'schools', ask, true);
}

/** Every variant in the figures that choices are weighed by. */
export function useVariantFigures() {
  const { variants } = useOpenDesign();
  const heard = useHeard();
  const { climate } = useEvaluation().damp;
  const ask = useMemo(() => {
    const placements = variants.map((v): { id: string; design: Placement } => ({
      id: v.id,
      design: v.design,
    }));
    return { placements, heard, climate };
  }, [variants, heard, climate]);
  return useJob('figured', 'variants', ask, true);
}
