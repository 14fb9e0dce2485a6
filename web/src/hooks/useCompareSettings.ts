import { FIGURE_KEYS, type Weights } from '@overcoat/core/figures';
import type { CompareSettings } from '@overcoat/core/model';
import type { ChoiceLimits } from '@overcoat/core/studies/proposal';
import { DAMP_CLASSES } from '@overcoat/core/van/wetting';
import { useMemo } from 'react';
import { useDesign } from '../store/design.ts';
import { documentOf, useDocuments } from '../store/documents.ts';
import { useVariant } from '../store/openDesign.ts';
import { useDocument } from './useDocument.ts';

const NOTHING: CompareSettings = { format: 1, limits: {}, weights: {}, locked: [], refused: [] };

/** What the person asks of the best choice for the variant in view, where it is not as the brief has it; what is no figure any more is left out. */
export function useCompareSettings() {
  const id = useDesign(s => s.id) ?? '';
  const variant = useVariant().id;
  const { reading, document, put } = useDocument('compare', variant);
  const settings = document ?? NOTHING;
  const known = useMemo(() => {
    const of = <V>(all: Record<string, V>): [string, V][] =>
      FIGURE_KEYS.flatMap(k => (all[k] === undefined ? [] : [[k, all[k]] as [string, V]]));
    const damp = DAMP_CLASSES.find(d => d === settings.damp);
    const limits: Partial<ChoiceLimits> = {
      ...Object.fromEntries(of(settings.limits)),
      ...(settings.soft && { soft: FIGURE_KEYS.filter(k => settings.soft!.includes(k)) }),
      ...(settings.wet !== undefined && { wet: settings.wet }),
      ...(damp && { damp }),
    };
    const weights: Partial<Weights> = Object.fromEntries(of(settings.weights));
    return { limits, weights };
  }, [settings]);
  /** On what stands by now: one changes faster than a page is drawn. */
  const set = (label: string, change: (standing: CompareSettings) => Partial<CompareSettings>) => {
    const held = documentOf(useDocuments.getState().held, { id, kind: 'compare', key: variant });
    const standing = held ?? NOTHING;
    void put({ ...standing, ...change(standing) }, label);
  };
  return {
    ...known,
    reading,
    locked: settings.locked,
    refused: settings.refused,
    setLimits({ soft, wet, damp, ...figures }: Partial<ChoiceLimits>) {
      set('limits of the choice', standing => ({
        limits: { ...standing.limits, ...figures },
        ...(soft && { soft: [...soft] }),
        ...(wet !== undefined && { wet }),
        ...(damp && { damp }),
      }));
    },
    setWeights: (weights: Partial<Weights>) =>
      set('what matters how much', standing => ({ weights: { ...standing.weights, ...weights } })),
    setLocked: (locked: string[]) => set('zones that stay', () => ({ locked })),
    setRefused: (refused: string[]) => set('materials not worked with', () => ({ refused })),
  };
}
