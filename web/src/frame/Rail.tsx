import { lazy, Suspense } from 'react';
import { useMatch } from 'react-router';
import { Conversions } from './Conversions.tsx';

// The open design and the states of its stages: that code comes with the first conversion opened.
const Stages = lazy(() => import('./Stages.tsx'));

/** The tape: stages of the work as its graduations, each with its state in a mark and a word. */
export function Rail() {
  const id = useMatch('/c/:id/*')?.params.id;
  return (
    <nav
      aria-label="Stages of the work"
      className="no-print tape-marks z-20 flex shrink-0 overflow-x-auto bg-tape text-tape-ink max-lg:sticky max-lg:top-0 max-lg:bg-none lg:w-[166px] lg:flex-col lg:overflow-visible lg:border-r-2 lg:border-tape-ink"
    >
      {id ? (
        <Suspense fallback={<Conversions says="all of them" />}>
          <Stages id={id} />
        </Suspense>
      ) : (
        <Conversions mark="●" says="all of them" />
      )}
    </nav>
  );
}
