import type { Zone } from '@overcoat/core/model';
import { edgesOf } from '@overcoat/core/survey/layout';

/** What a bay's width is called: it runs along the van, or across it where its zone stands across. */
export function widthWords(zone: Pick<Zone, 'kind'>): { name: string; hint: string } {
  const { start } = edgesOf(zone);
  if (start === 'FRONT') return { name: 'Along the van', hint: 'rib to rib' };
  return { name: 'Across the van', hint: start === 'HINGE' ? 'hinges to middle' : 'left to right' };
}
