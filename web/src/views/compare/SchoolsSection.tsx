import { type School, schools } from '@overcoat/core/buildup';
import { FIGURE_KEYS, type Figured, type Weights } from '@overcoat/core/figures';
import type { Library } from '@overcoat/core/materials';
import { type ChoiceLimits, regretOf } from '@overcoat/core/studies/proposal';
import type { UnitSystem } from '@overcoat/core/units';
import { type DampState, dampMark, dampWord } from '@overcoat/core/van/wetting';
import { memo } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { brokenWords, printFigure } from '../../figures/weighed.ts';
import { WORDS } from '../../figures/words.ts';
import { useSchoolFigures } from '../../hooks/useFigured.ts';
import { duplicateVariant } from '../../store/edits.ts';
import { printMoney } from '../../store/money.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Table } from '../../ui/Table.tsx';

interface Props {
  /** Figures of the proposal. */
  best: Figured;
  limits: ChoiceLimits;
  weights: Weights;
}

/** Every school against the proposal: its figures, the limits it breaks, and by how much it is worse in all that matters. */
export const SchoolsSection = memo(function SchoolsSection({ best, limits, weights }: Props) {
  const { library } = useLibrary();
  const units = useUnits();
  const { answer } = useSchoolFigures();
  if (!answer) return null;
  const rows = answer
    .map(s => ({
      ...s,
      school: schools.find(k => k.id === s.id)!,
      regret: regretOf(s.figures, best, weights),
    }))
    .sort((a, b) => (a.regret || 0) - (b.regret || 0));
  return (
    <details className="mt-2">
      <summary className="cursor-pointer text-[13px] font-medium text-chalk underline">
        Every school against the best
      </summary>
      <Table
        caption="Worse by what all its figures cost you more, by what matters to you; each in its own year."
        shown
        look="list"
        className="mt-1 text-[14px]"
        heads={['school', 'worse by', ...FIGURE_KEYS.map(k => WORDS[k].name), 'damp', ''].map(h => ({
          key: h,
          name: h,
          className: 'pr-3',
        }))}
      >
        {rows.map(({ id, school, figures, damp, regret }) => {
          const broken = brokenWords(figures, limits, units);
          return (
            <SchoolAgainst
              key={id}
              library={library}
              units={units}
              id={id}
              school={school}
              figures={figures}
              damp={damp}
              regret={regret}
              broken={broken}
            />
          );
        })}
      </Table>
    </details>
  );
});

function SchoolAgainst({
  library,
  units,
  id,
  school,
  figures,
  damp,
  regret,
  broken,
}: {
  library: Library;
  units: UnitSystem;
  id: string;
  school: School;
  figures: Figured;
  damp: { state: DampState; wetEnd: { state: DampState; most: number }; bay: string; days: number };
  regret: number;
  broken: string[];
}) {
  return (
    <tr className="border-t border-rule align-top">
      <th scope="row" className="py-1 pr-3 text-left font-medium">
        {school.name}
        {broken.length > 0 && <span className="block text-[13px] text-signal">{broken.join(', ')}</span>}
      </th>
      <td className="py-1 pr-3 font-semibold whitespace-nowrap">
        {Number.isNaN(regret)
          ? 'reckoning'
          : regret > 0
            ? printMoney(Math.round(regret))
            : `better by ${printMoney(Math.round(-regret))}`}
      </td>
      {FIGURE_KEYS.map(k => (
        <td key={k} className="py-1 pr-3 whitespace-nowrap">
          {printFigure(k, figures[k], units)}
        </td>
      ))}
      <td className="py-1 pr-3 whitespace-nowrap">
        {dampMark(damp.state)} {dampWord(damp.state)}
      </td>
      <td className="py-1 text-right">
        <Button
          small
          onClick={() => duplicateVariant(school.name, id, library)}
          aria-label={`Make ${school.name} a variant`}
        >
          try
        </Button>
      </td>
    </tr>
  );
}
