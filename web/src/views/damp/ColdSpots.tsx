import { type ColdSpot, coldSpots } from '@overcoat/core/studies/damp';
import { inUnits, printNumber, printTemperature, type UnitSystem } from '@overcoat/core/units';
import type { DetailResult } from '@overcoat/core/van/bridges';
import { type Dispatch, type SetStateAction, useMemo, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { useJob } from '../../hooks/useJob.ts';
import { useBay, useEvaluation } from '../../store/evaluation.ts';
import { useUnits } from '../../store/preferences.ts';
import { Select } from '../../ui/Select.tsx';
import { right, Table } from '../../ui/Table.tsx';
import { DetailPicture } from './DetailPicture.tsx';
import { JobBar } from './JobBar.tsx';

/** The ribs, edges and joints of a bay's build-up on the design night, and what can be done about its rib. */
export function ColdSpots({ id }: { id: string }) {
  const e = useEvaluation();
  const { library } = useLibrary();
  const units = useUnits();
  const r = useBay(id);
  const [chosen, setChosen] = useState(0);
  const { outside, inside } = e.damp.night;
  const named = useMemo(
    () => coldSpots(r, { outside: outside.t, inside: inside.t }, library),
    [r, library, outside.t, inside.t],
  );
  const cases = useMemo(() => named.map(n => n.case), [named]);
  const job = useJob('details', id, { cases }, true);
  const { answer, stale, running, failed, stopped } = job;
  if (named.length === 0) return <p>This bay has no ribs, edges or joints that are solved in section.</p>;
  const results = stale ? null : answer;
  const at = Math.min(chosen, named.length - 1);
  const shown = results?.[at] ?? null;
  const t = (celsius: number) => printTemperature(celsius, units);
  const dew = e.damp.night.dewPoint;
  return (
    <div className="flex flex-col gap-3">
      <SpotVerdict shown={shown} t={t} dew={dew} />
      <Select label="which place" value={at} onChange={ev => setChosen(Number(ev.target.value))}>
        {named.map((n, i) => (
          <option key={n.name} value={i}>
            {inUnits(n.name, units)}
          </option>
        ))}
      </Select>
      {shown && <DetailPicture result={shown} dewPoint={dew} />}
      {(running !== null || failed || stopped) && (
        <JobBar job={job} name="Solve" doing="solving the sections" />
      )}
      <SpotsTable
        units={units}
        setChosen={setChosen}
        named={named}
        results={results}
        at={at}
        t={t}
        dew={dew}
      />
      <p className="text-[13px] text-faint">
        ◆ below the dew point. Foam over a rib warms the room’s face and cools the rib’s own flange: less
        sweat on the lining, more behind it if air gets there. ISO 10211 in two dimensions, flat skin, sizes
        of rib and frame as surveyed or typical; blue is below the dew point, the strong line is the dew
        point, thin lines 2 K apart.
      </p>
    </div>
  );
}

function SpotVerdict({
  shown,
  t,
  dew,
}: {
  shown: DetailResult | null;
  t: (celsius: number) => string;
  dew: number;
}) {
  return (
    <p data-testid="cold-spot">
      {shown ? (
        <>
          <b>{shown.coldest < dew ? 'It sweats: ' : 'It stays dry: '}</b>
          the coldest place the room touches is at {t(shown.coldest)} on the design night, the dew point at{' '}
          {t(dew)}, {printNumber(Math.abs(shown.coldest - dew), 1)} K{' '}
          {shown.coldest < dew ? 'too cold' : 'to spare'}.
          {shown.metal !== null &&
            shown.metal < dew &&
            ` Behind it the metal is at ${t(shown.metal)}: cabin air must not reach it.`}
        </>
      ) : (
        'Solving the sections…'
      )}
    </p>
  );
}

function SpotsTable({
  units,
  setChosen,
  named,
  results,
  at,
  t,
  dew,
}: {
  units: UnitSystem;
  setChosen: Dispatch<SetStateAction<number>>;
  named: ColdSpot[];
  results: (DetailResult | null)[] | null;
  at: number;
  t: (celsius: number) => string;
  dew: number;
}) {
  return (
    <>
      {results && (
        <Table
          caption="Cold spots beside this build-up on the design night"
          heads={['place', 'room’s face', 'f Rsi', 'its metal', 'psi W/mK'].map((h, i) =>
            i > 0 ? right(h, 'pl-3') : h,
          )}
        >
          {named.map((n, i) => {
            const s = results[i];
            if (!s) return null;
            return (
              <tr key={n.name} className={`border-t border-rule ${i === at ? 'bg-wet' : ''}`}>
                <th scope="row" className="py-1 text-left font-medium">
                  <button type="button" className="text-left underline" onClick={() => setChosen(i)}>
                    {inUnits(n.name, units)}
                  </button>
                </th>
                <td className="pl-3 text-right whitespace-nowrap">
                  {s.coldest < dew ? '◆ ' : ''}
                  {t(s.coldest)}
                </td>
                <td className="pl-3 text-right">{printNumber(s.fRsi, 2)}</td>
                <td className="pl-3 text-right whitespace-nowrap">{s.metal === null ? '–' : t(s.metal)}</td>
                <td className="pl-3 text-right">{printNumber(s.psi, 3)}</td>
              </tr>
            );
          })}
        </Table>
      )}
    </>
  );
}
