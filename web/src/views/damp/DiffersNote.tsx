import { type Differs, differs } from '@overcoat/core/studies/damp';
import { printNumber } from '@overcoat/core/units';
import { useLibrary } from '../../api/queries.ts';
import { grams } from '../../format.ts';
import { useBay } from '../../store/evaluation.ts';

const WHY: Record<Differs['why'][number], string> = {
  storage: 'layers that bind water, which months leave out',
  'run-off': 'what runs off, and when',
  hours: 'sun and weather by the hour',
};

/** How a study by the hour stands to the verdict on its bay, and why; the verdict is the months'. */
export function DiffersNote({ id, peak, ran }: { id: string; peak: number; ran: number }) {
  const { moisture, buildUp } = useBay(id);
  const { library } = useLibrary();
  if (!moisture) return null;
  const { months, hours, by, why } = differs(moisture, { peak, ran }, buildUp, library);
  return (
    <p data-testid="differs" className="border-l-4 border-tape pl-2 text-[13px]">
      The verdict on {id} is the months’: {grams(months)} in the first winter. By the hour it is{' '}
      {grams(hours)} at the wettest month’s end
      {Math.abs(by) < 0.005
        ? ', the same'
        : `, ${printNumber(Math.abs(by) * 100, 0)} % ${by > 0 ? 'more' : 'less'}: ${why.map(w => WHY[w]).join('; ')}`}
      .
    </p>
  );
}
