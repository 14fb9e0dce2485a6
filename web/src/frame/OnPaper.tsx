import { climateAsked } from '@overcoat/jobs/asked';
import { format } from 'date-fns';
import { useEffect, useState } from 'react';
import { flushSync } from 'react-dom';
import { ownOf } from '../api/own.ts';
import { useLibrary } from '../api/queries.ts';
import { originOf } from '../jobs/answers.ts';
import { isCounted, useEvaluation } from '../store/evaluation.ts';
import { useOpenDesign, useVariant } from '../store/openDesign.ts';
import { askedOf } from '../store/pays.ts';

/** Said on paper alone: figures that had not settled when it was printed, or who reckoned those that had. */
export function OnPaper() {
  const e = useEvaluation();
  const says = useReckonedBy();
  const settled = (e.damp.standing === 'settled' || e.damp.state === 'bare') && isCounted(e);
  if (settled) return says && <p className="hidden print:block">{says}</p>;
  return (
    <p className="hidden font-medium print:block">
      ! Printed while damp and what is to pay were still being reckoned for the last change: print it again.
    </p>
  );
}

/** Which figures another window or the server reckoned, and when; asked as something is printed. */
function useReckonedBy(): string | null {
  const design = useOpenDesign();
  const { id, design: placement } = useVariant();
  const { library } = useLibrary();
  const [says, setSays] = useState<string | null>(null);
  useEffect(() => {
    const ask = () => {
      const own = ownOf(library);
      const pay = askedOf(design, placement, library, id);
      if (!own || !pay) return;
      const parts = [
        ['Damp', climateAsked(design, placement, own).key],
        ['What is to pay', pay.key],
      ].flatMap(([what, key]) => {
        const from = originOf(key!);
        if (!from) return [];
        const when = format(new Date(from.at), 'd MMM HH:mm');
        return `${what} was reckoned ${from.by === 'server' ? 'by the server' : 'in another window'}, ${when}.`;
      });
      // Before the page is drawn for paper.
      flushSync(() => setSays(parts.length > 0 ? parts.join(' ') : null));
    };
    addEventListener('beforeprint', ask);
    return () => removeEventListener('beforeprint', ask);
  }, [design, placement, library, id]);
  return says;
}
