import type { Improvement } from '@overcoat/core/studies/proposal';
import { useLibrary } from '../../api/queries.ts';
import type { useJob } from '../../hooks/useJob.ts';
import { takeZone } from '../../store/edits.ts';
import { printMoney } from '../../store/money.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { candidateWords, changeWords } from './proposalWords.ts';
import { RunButton } from './RunButton.tsx';

/** For each zone what saves most heat for its money, the cheapest first; taken alone. */
export function ImproveSection({
  job,
  disabled,
}: {
  job: ReturnType<typeof useJob<'improve'>>;
  disabled: boolean;
}) {
  const { shell } = useOpenDesign();
  const { library } = useLibrary();
  const units = useUnits();
  return (
    <details className="mt-2">
      <summary className="cursor-pointer text-[13px] font-medium text-chalk underline">
        The cheapest improvements of what is laid
      </summary>
      <RunButton job={job} first="Look for them" again="Look again" disabled={disabled}>
        {job.answer && job.stale && <span className="text-faint">Older than what is laid now.</span>}
      </RunButton>
      {job.answer?.length === 0 && <p>Nothing saves heat anywhere within your limits.</p>}
      {job.answer && job.answer.length > 0 && (
        <table className="mt-1 w-full border-collapse">
          <caption className="sr-only">What saves most heat for its money, by zone</caption>
          <tbody>
            {job.answer.map(i => (
              <tr key={i.zone} className="border-t border-rule align-top">
                <th scope="row" className="py-1 pr-3 text-left font-medium whitespace-nowrap">
                  {i.zone} {shell.zones.find(z => z.id === i.zone)?.name}
                </th>
                <td className="py-1 pr-3 text-right font-semibold whitespace-nowrap">{rateWords(i)}</td>
                <td className="py-1 pr-3">
                  {candidateWords(i.option, library, units)}
                  <span className="block text-[13px] text-faint">{changeWords(i.changes, units)}</span>
                </td>
                <td className="py-1 text-right">
                  <Button
                    small
                    onClick={() => takeZone(i.zone, i.option)}
                    aria-label={`Take the improvement for ${shell.zones.find(z => z.id === i.zone)?.name}`}
                  >
                    take
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="text-[13px] text-faint">
        Money by the part of packs; only what is as dry as asked and no damper than now.
      </p>
    </details>
  );
}

const rateWords = ({ perHeat }: Improvement): string =>
  perHeat <= 0 ? 'warmer and cheaper' : `${printMoney(Math.round(perHeat))} a W/K`;
