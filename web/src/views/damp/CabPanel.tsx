import { type CabFigures, FUELS } from '@overcoat/core/studies/cabin';
import { withCab } from '@overcoat/core/survey/patterns';
import { printNumber, printTemperature, type UnitSystem } from '@overcoat/core/units';
import { draught, USUAL_WIND } from '@overcoat/core/van/cab';
import { useMemo } from 'react';
import { useJob } from '../../hooks/useJob.ts';
import { FRONT_WORDS, FrontSelect } from '../../shell-map/FrontSelect.tsx';
import { useEvaluation } from '../../store/evaluation.ts';
import { printMoney } from '../../store/money.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { editShell } from '../../store/reshape.ts';
import { Button } from '../../ui/Button.tsx';
import { right, Table } from '../../ui/Table.tsx';
import { JobBar } from './JobBar.tsx';

const DIESEL = FUELS[0];

/** What share of the heat the cab takes, and what closing it off or screening its glass saves beside the same money in the walls. */
export function CabPanel() {
  const { shell, brief } = useOpenDesign();
  const { cab } = useEvaluation().heat;
  const units = useUnits();
  const { id, design, school } = useVariant();
  const variant = useMemo(() => ({ design, school }), [design, school]);
  const job = useJob('cab', id, { variant });
  if (!cab || !shell.cab)
    return (
      <div className="flex flex-col items-start gap-3">
        <p className="border-l-4 border-signal pl-2">
          The cab is not surveyed. An open cab takes a third to a half of the heat, and its glass is most of a
          summer’s sun: none of it is in any figure here.
        </p>
        <Button look="strong" onClick={() => editShell('cab', s => ({ ok: true, shell: withCab(s) }))}>
          Add the cab of this body
        </Button>
      </div>
    );
  const t = (celsius: number) => printTemperature(celsius, units);
  const across = brief.cabin - brief.designNight;
  return (
    <div className="flex flex-col gap-4">
      <p data-testid="cab-share">
        On the design night, once all is steady and screens are down, the cab takes{' '}
        <b>{printNumber(cab.share * 100, 0)} %</b> of what the van loses, as the ledger has it:{' '}
        {printNumber(cab.loss, 1)} W/K, {printNumber(cab.loss * Math.max(across, 0), 0)} W, past a front that
        is {FRONT_WORDS[shell.cab.front]} ({printNumber(cab.through, 0)} W/K). Its air stands at {t(cab.t)}{' '}
        with {t(brief.cabin)} behind and {t(brief.designNight)} outside.
      </p>
      <div className="max-w-56">
        <FrontSelect />
      </div>
      <JobBar job={job} name="Compare what can be done" doing="a year of the van for each change" />
      {job.answer && (
        <div className={job.stale ? 'opacity-60' : ''}>
          <Savings {...job.answer} heated={brief.heating !== 'none'} />
        </div>
      )}
      <p className="text-[13px] text-faint">
        Two airs that pass heat and vapour by buoyancy through the passage (Brown and Solvason), by cloth and
        by gaps. Gaps, the factory’s trim, draughts, screens and prices are common practice, no source: a
        curtain open at its edges may pass twice as much. Door seals and gaiters let in <Draughts /> in a wind
        of 4 m/s. Never close fixed vents, and keep screens and curtains clear of heaters.
      </p>
    </div>
  );
}

/** Of cab and load space together, as a band. */
function Draughts() {
  const { shell } = useOpenDesign();
  const of = (end: 'low' | 'high') =>
    (draught(shell, 'load space', USUAL_WIND)[end] + draught(shell, 'cab', USUAL_WIND)[end]) * 1000;
  return (
    <>
      {printNumber(of('low'), 1)} to {printNumber(of('high'), 1)} l/s
    </>
  );
}

const COLUMNS = ['', 'about', 'heater', 'diesel, a winter', 'hot day', 'runs down'];

function Savings({
  asItStands,
  cases,
  heated,
}: {
  asItStands: CabFigures;
  cases: { name: string; cost: number; figures: CabFigures; walls: CabFigures | null }[];
  heated: boolean;
}) {
  const units = useUnits();
  const litres = (f: CabFigures) => f.winter / DIESEL.heat;
  /** What changes from as it stands, less first: a saving has a true minus. */
  const by = (now: number, then: number, digits: number, unit: string) => {
    const d = then - now;
    if (Math.abs(d) < 0.5 * 10 ** -digits) return '–';
    return `${d < 0 ? '−' : '+'}${printNumber(Math.abs(d), digits)}${unit}`;
  };
  const row = (f: CabFigures) => [
    by(asItStands.watts, f.watts, 0, ' W'),
    heated ? by(litres(asItStands), litres(f), 0, ' l') : '–',
    by(asItStands.hottest, f.hottest, 1, ' K'),
    by(asItStands.ran, f.ran, 1, ' l'),
  ];
  return (
    <Table
      testId="cab-savings"
      caption="What each change at the cab saves, and the same money in the walls"
      heads={COLUMNS.map((h, i) => (i > 0 ? right(h) : h))}
    >
      <AsItStands asItStands={asItStands} heated={heated} units={units} litres={litres} />
      <SavingsRows cases={cases} row={row} />
    </Table>
  );
}

function SavingsRows({
  cases,
  row,
}: {
  cases: { name: string; cost: number; figures: CabFigures; walls: CabFigures | null }[];
  row: (f: CabFigures) => string[];
}) {
  return (
    <>
      {cases.flatMap(({ name, cost, figures, walls }) => [
        <tr key={name} className="border-t border-rule">
          <th scope="row" className="pt-1 text-left font-medium">
            {name}
          </th>
          <td className="text-right">{printMoney(cost)}</td>
          {row(figures).map((cell, i) => (
            <td key={COLUMNS[i + 2]} className="pt-1 text-right font-semibold">
              {cell}
            </td>
          ))}
        </tr>,
        walls && (
          <tr key={`${name} walls`} className="text-faint">
            <th scope="row" className="pb-1 pl-3 text-left font-normal">
              the same in the walls
            </th>
            <td />
            {row(walls).map((cell, i) => (
              <td key={COLUMNS[i + 2]} className="pb-1 text-right">
                {cell}
              </td>
            ))}
          </tr>
        ),
      ])}
    </>
  );
}

function AsItStands({
  asItStands,
  heated,
  units,
  litres,
}: {
  asItStands: CabFigures;
  heated: boolean;
  units: UnitSystem;
  litres: (f: CabFigures) => number;
}) {
  return (
    <tr className="border-t border-rule">
      <th scope="row" className="py-1 text-left font-medium">
        as it stands
      </th>
      <td />
      <td className="text-right">{printNumber(asItStands.watts, 0)} W</td>
      <td className="text-right">{heated ? `${printNumber(litres(asItStands), 0)} l` : '–'}</td>
      <td className="text-right">{printTemperature(asItStands.hottest, units)}</td>
      <td className="text-right">{printNumber(asItStands.ran, 1)} l</td>
    </tr>
  );
}
