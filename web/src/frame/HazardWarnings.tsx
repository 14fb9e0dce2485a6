import { hotWarnings, seatWarnings } from '@overcoat/core/studies/junctions';
import { inUnits } from '@overcoat/core/units';
import { TriangleAlert } from 'lucide-react';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useLibrary } from '../api/queries.ts';
import { useDesign } from '../store/design.ts';
import { useEvaluation } from '../store/evaluation.ts';
import { useOpenDesign } from '../store/openDesign.ts';
import { useUnits } from '../store/preferences.ts';

/** A flue, hob or exhaust near what burns, or a seat on something soft, on every view until it is put right. */
export function HazardWarnings() {
  const { shell } = useOpenDesign();
  const e = useEvaluation();
  const { library } = useLibrary();
  const units = useUnits();
  const select = useDesign(s => s.select);
  const fires = useMemo(() => hotWarnings(shell, e, library), [shell, e, library]);
  const seats = useMemo(() => seatWarnings(shell, e, library), [shell, e, library]);
  if (fires.length + seats.length === 0) return null;
  return (
    <div
      role="alert"
      data-testid="hazards"
      className="border-b-2 border-ink bg-signal px-5 py-1.5 text-sheet"
    >
      {[...fires, ...seats].map(w => (
        <p key={w.about} className="flex items-start gap-2 font-medium">
          <TriangleAlert size={17} aria-hidden className="mt-0.5 shrink-0" />
          <span>
            {inUnits(w.says, units)}{' '}
            <Link to="survey" className="no-print underline" onClick={() => select([w.bay])}>
              Show {w.bay}
            </Link>
          </span>
        </p>
      ))}
      {fires.length > 0 && (
        <p className="text-[13px]">
          The appliance maker’s instructions and local codes come first; smoke and carbon-monoxide alarms stay
          up.
        </p>
      )}
    </div>
  );
}
