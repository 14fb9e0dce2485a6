import { bayBand } from '@overcoat/core/studies/damp';
import { HALF_GRAM } from '@overcoat/core/tolerance';
import { useMemo } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { grams } from '../../format.ts';
import { BAND_WORDS, hasBand } from '../../sentences.ts';
import { useBay, useEvaluation } from '../../store/evaluation.ts';
import { useOpenDesign } from '../../store/openDesign.ts';

/** What separates the likely and the wet end of a bay. */
export function BandNote({ id }: { id: string }) {
  const e = useEvaluation();
  const design = useOpenDesign();
  const { library } = useLibrary();
  const r = useBay(id);
  const band = useMemo(() => bayBand(e, design, id, library), [e, design, id, library]);
  if (!band || !hasBand(r))
    return <p className="text-[13px] text-faint">The wet end is no wetter: no air reaches the skin here.</p>;
  const apart = band.alone.filter(a => a.peak > 1.02 * band.likely + HALF_GRAM);
  return (
    <div className="text-[13px]" data-testid="band">
      <p>
        <b>{grams(band.likely)}</b> likely, <b>{grams(band.wetEnd)}</b> at the wet end.
        {apart.length > 0 && ' Alone would come to:'}
      </p>
      {apart.length > 0 && (
        <ul className="list-disc pl-5">
          {apart.map(a => (
            <li key={a.what}>
              {BAND_WORDS[a.what]}: {grams(a.peak)}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
