import { acrossRibs, battenOf, withRibStrip } from '@overcoat/core/buildup';
import { usualFor } from '@overcoat/core/materials';
import type { Layer } from '@overcoat/core/model';
import { printNumber, printTemperature } from '@overcoat/core/units';
import type { DetailCase } from '@overcoat/core/van/bridges';
import { useMemo, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { useBay, useEvaluation } from '../../store/evaluation.ts';
import { useUnits } from '../../store/preferences.ts';
import { Select } from '../../ui/Select.tsx';
import { useDampJob } from '../../workers/useDampJob.ts';
import { DetailPicture } from './DetailPicture.tsx';
import { JobBar } from './JobBar.tsx';

/** A batten and loose fibre, as one would add them. */
const BATTEN = { thickness: 0.018, width: 0.038 };
const STUFFING = 0.04;
const DOOR_FRAME = 0.05;

interface Named {
  name: string;
  case: DetailCase;
}

/** The ribs, edges and joints of a bay's build-up on the design night, and what can be done about its rib. */
export function ColdSpots({ id }: { id: string }) {
  const e = useEvaluation();
  const { library } = useLibrary();
  const units = useUnits();
  const r = useBay(id);
  const [chosen, setChosen] = useState(0);
  const { outside, inside } = e.damp.night;
  const named = useMemo((): Named[] => {
    const { zone, bay } = r;
    const layers = r.buildUp?.layers ?? [];
    const rib = zone.ribs[0];
    const base: DetailCase = {
      of: 'rib',
      layers,
      kind: zone.kind,
      width: rib?.width.value ?? 0.06,
      depth: rib?.depth.value ?? Math.max(0.02, bay.depthMin.value),
      stuffed: null,
      outside: outside.t,
      inside: inside.t,
    };
    const all: Named[] = [];
    const add = (name: string, change: Partial<DetailCase>) =>
      all.push({ name, case: { ...base, ...change } });
    if (zone.kind !== 'floor' && zone.kind !== 'arch') {
      add('rib as it is, hollow', {});
      add('rib stuffed with fibre', { stuffed: STUFFING });
      const stripped = withRibStrip(layers, library);
      if (stripped) add('6 mm foam over the rib', { layers: stripped });
      const timber = usualFor(library, 'batten');
      if (timber && !battenOf(layers) && layers.some(l => l.role === 'lining')) {
        const batten: Layer = { id: 'batten', role: 'batten', material: timber.id, spacing: 0.4, ...BATTEN };
        add('18 mm batten on the rib', { layers: acrossRibs(layers, batten) });
      }
      add('end of the last bay', { of: 'bay end' });
    }
    if (zone.kind === 'sliding door' || zone.kind === 'rear door')
      add('edge of the door', { of: 'door frame', width: DOOR_FRAME });
    for (const glazing of new Set(zone.openings.map(o => o.glazing)))
      add(`edge of a window, ${glazing}`, { of: 'window edge', glazing });
    if (zone.kind === 'floor' && battenOf(layers))
      add('batten between the boards', { of: 'floor batten', depth: bay.depthMin.value });
    if (layers.some(l => l.role === 'fill' && library.get(l.material)?.jointed)) {
      add('joint of two boards, 3 mm open', { of: 'board seam', gap: 0.003, foamed: false });
      add('joint of two boards, foamed', { of: 'board seam', gap: 0.003, foamed: true });
    }
    return all;
  }, [r, library, outside.t, inside.t]);
  const job = useDampJob('details', id, { cases: named.map(n => n.case) }, true);
  const { answer, stale, running, failed, stopped } = job;
  if (named.length === 0) return <p>This bay has no ribs, edges or joints that are solved in section.</p>;
  const results = stale ? null : answer;
  const at = Math.min(chosen, named.length - 1);
  const shown = results?.[at] ?? null;
  const t = (celsius: number) => printTemperature(celsius, units);
  const dew = e.damp.night.dewPoint;
  return (
    <div className="flex flex-col gap-3">
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
      <Select label="which place" value={at} onChange={ev => setChosen(Number(ev.target.value))}>
        {named.map((n, i) => (
          <option key={n.name} value={i}>
            {n.name}
          </option>
        ))}
      </Select>
      {shown && <DetailPicture result={shown} dewPoint={dew} />}
      {(running !== null || failed || stopped) && (
        <JobBar job={job} name="Solve" doing="solving the sections" />
      )}
      {results && (
        <table className="w-full text-[13px]">
          <caption className="sr-only">Cold spots beside this build-up on the design night</caption>
          <thead className="text-left text-faint">
            <tr>
              {['place', 'room’s face', 'f Rsi', 'its metal', 'psi W/mK'].map((h, i) => (
                <th key={h} scope="col" className={`py-1 font-medium ${i > 0 ? 'pl-3 text-right' : ''}`}>
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {named.map((n, i) => {
              const s = results[i];
              if (!s) return null;
              return (
                <tr key={n.name} className={`border-t border-rule ${i === at ? 'bg-wet' : ''}`}>
                  <th scope="row" className="py-1 text-left font-medium">
                    <button type="button" className="text-left underline" onClick={() => setChosen(i)}>
                      {n.name}
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
          </tbody>
        </table>
      )}
      <p className="text-[13px] text-faint">
        ◆ below the dew point. Foam over a rib warms the room’s face and cools the rib’s own flange: less
        sweat on the lining, more behind it if air gets there. ISO 10211 in two dimensions, flat skin, sizes
        of rib and frame as surveyed or typical; blue is below the dew point, the strong line is the dew
        point, thin lines 2 K apart.
      </p>
    </div>
  );
}
