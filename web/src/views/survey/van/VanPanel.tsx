import type { Bay, Shell, Zone } from '@overcoat/core/model';
import { junctions } from '@overcoat/core/studies/junctions';
import { areaErrorOf, zoneArea } from '@overcoat/core/survey/geometry';
import {
  closure,
  mirrorTargets,
  mirrorZone,
  type SideDifference,
  sideDifferences,
} from '@overcoat/core/survey/layout';
import { inUnits, printArea, printLength, type UnitSystem } from '@overcoat/core/units';
import { useState } from 'react';
import { SkinColour } from '../../../shell-map/SkinColour.tsx';
import { useDesign } from '../../../store/design.ts';
import { useEvaluation } from '../../../store/evaluation.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { useUnits } from '../../../store/preferences.ts';
import { editShell } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { MeasureField } from '../../../ui/MeasureField.tsx';
import { Select } from '../../../ui/Select.tsx';
import { BodyCheck } from './BodyCheck.tsx';
import { CabFields } from './CabFields.tsx';
import { Clearances } from './Clearances.tsx';
import { Pockets } from './Pockets.tsx';
import { PointBridges } from './PointBridges.tsx';
import { RoomLeftPanel } from './RoomLeft.tsx';
import { RoundWays } from './RoundWays.tsx';
import { Features, Uses } from './UsesAndFeatures.tsx';
import { WoodLines } from './WoodLines.tsx';
import { ZonesPanel } from './ZonesPanel.tsx';

const FIELD_WORDS = {
  width: 'width',
  height: 'height',
  depthMin: 'shallowest depth',
  depthMax: 'deepest depth',
};

/** Does it add up, and what does one part do to another? */
export function VanPanel() {
  const design = useOpenDesign();
  const { shell } = design;
  const e = useEvaluation();
  const units = useUnits();
  const select = useDesign(s => s.select);
  const p = (m: number) => printLength(Math.abs(m), units);
  const closures = shell.zones.map(zone => ({ zone, c: closure(zone, shell.tapeError) }));
  const open = closures.flatMap(({ zone, c }) => [
    ...c.along
      .filter(a => Math.abs(a.error) >= 0.0015)
      .map(a => ({ zone, where: `strip ${a.strip}, along`, ...a })),
    ...c.across
      .filter(a => Math.abs(a.error) >= 0.0015)
      .map(a => ({ zone, where: `station ${a.station}, across`, ...a })),
  ]);
  const sides = sideDifferences(shell);
  const told = junctions(shell, e);
  const bays = shell.zones.flatMap(z => z.bays);
  const area = shell.zones.reduce((sum, z) => sum + zoneArea(z, shell).area, 0);
  return (
    <div className="flex flex-col gap-5">
      <div className="max-w-44">
        <SkinColour />
      </div>
      <Closing
        shell={shell}
        units={units}
        select={select}
        p={p}
        open={open}
        sides={sides}
        bays={bays}
        area={area}
      />
      <ZonesPanel />
      <Clearances />
      <CabFields />
      <section>
        <h2 className="text-xl">One part and another</h2>
        <ul className="mt-1 flex flex-col gap-1.5">
          {told.map(j => (
            <li key={j.says} className={j.act ? 'border-l-4 border-tape pl-2' : 'pl-3'}>
              <b>{j.zone}</b> {inUnits(j.says, units)}
            </li>
          ))}
        </ul>
      </section>
      <RoomLeftPanel />
      <Mirror />
      <Uses />
      <WoodLines />
      <Features />
      <Pockets />
      <RoundWays />
      <PointBridges />
    </div>
  );
}

function Closing({
  shell,
  units,
  select,
  p,
  open,
  sides,
  bays,
  area,
}: {
  shell: Shell;
  units: UnitSystem;
  select: (bays: string[]) => void;
  p: (m: number) => string;
  open: (
    | { strip: number; error: number; tolerance: number; assumed: boolean; zone: Zone; where: string }
    | { station: number; error: number; tolerance: number; assumed: boolean; zone: Zone; where: string }
  )[];
  sides: SideDifference[];
  bays: Bay[];
  area: number;
}) {
  return (
    <section>
      <h2 className="text-xl">{open.length === 0 ? 'Every zone closes' : 'What does not add up'}</h2>
      {open.length === 0 && <p>Bays, ribs and rails add up to each zone’s length and height, both ways.</p>}
      <OpenPlaces p={p} open={open} />
      {sides.length > 0 && (
        <ul className="mt-2">
          {sides.map(s => (
            <li key={`${s.left}${s.field}`}>
              <button
                type="button"
                className="font-semibold text-chalk underline"
                onClick={() => select([s.left, s.right])}
              >
                {s.left} and {s.right}
              </button>{' '}
              differ by {p(s.difference)} in {FIELD_WORDS[s.field]}: a van may, a tape may not.
            </li>
          ))}
        </ul>
      )}
      <p className="mt-2 text-[13px] text-faint">
        Bays together {printArea(area, units)} ± {printArea(areaErrorOf(bays, shell.tapeError), units)}.
      </p>
      <BodyCheck />
      <div className="mt-1 w-44">
        <MeasureField
          label="one reading is good to about"
          value={{ basis: 'measured', value: shell.tapeError, entered: '' }}
          min={0.0002}
          max={0.05}
          onMeasure={m => editShell('tape error', s => ({ ok: true, shell: { ...s, tapeError: m.value } }))}
        />
      </div>
    </section>
  );
}

function OpenPlaces({
  p,
  open,
}: {
  p: (m: number) => string;
  open: (
    | { strip: number; error: number; tolerance: number; assumed: boolean; zone: Zone; where: string }
    | { station: number; error: number; tolerance: number; assumed: boolean; zone: Zone; where: string }
  )[];
}) {
  return (
    <ul>
      {open.map(o => (
        <li
          key={`${o.zone.id}${o.where}`}
          className={Math.abs(o.error) > o.tolerance ? 'font-medium text-signal' : ''}
        >
          <b>{o.zone.id}</b> {o.zone.name}, {o.where}: {p(o.error)}{' '}
          {o.error > 0 ? 'unaccounted for' : 'too much'} between bays and ribs
          {Math.abs(o.error) > o.tolerance
            ? `: measure again, ${o.assumed ? 'what is still assumed' : 'the tape over so many readings'} explains no more than ${p(o.tolerance)}.`
            : o.assumed
              ? ': sizes that are still assumed may explain it.'
              : `: reading the tape may explain it, which over so many sizes adds up to ${p(o.tolerance)}.`}
        </li>
      ))}
    </ul>
  );
}

function Mirror() {
  const { shell } = useOpenDesign();
  const edit = useDesign(s => s.edit);
  const units = useUnits();
  const sources = shell.zones.filter(z => mirrorTargets(shell, z.id).length > 0);
  const [from, setFrom] = useState(sources[0]?.id ?? '');
  const [report, setReport] = useState<string[]>([]);
  const targets = mirrorTargets(shell, from);
  if (sources.length === 0) return null;
  const copy = (to: string) => {
    const mirrored = mirrorZone(shell, from, to);
    edit(`${from} mirrored to ${to}`, draft => {
      draft.shell = mirrored.shell;
    });
    setReport([
      `${mirrored.copied.length} bays of ${to} now follow ${from}, as assumed: walk round and confirm them.`,
      ...mirrored.kept.map(
        k =>
          `${k.bay} keeps its own ${FIELD_WORDS[k.field as keyof typeof FIELD_WORDS]}, measured ${printLength(k.here, units)} against ${printLength(k.there, units)}.`,
      ),
    ]);
  };
  return (
    <section>
      <h2 className="text-xl">Mirror</h2>
      <div className="flex items-end gap-2">
        <Select label="copy the sizes of" value={from} onChange={e => setFrom(e.target.value)}>
          {sources.map(z => (
            <option key={z.id} value={z.id}>
              {z.id} {z.name}
            </option>
          ))}
        </Select>
        {targets.map(t => (
          <Button key={t.id} onClick={() => copy(t.id)}>
            to {t.id} {t.name}
          </Button>
        ))}
      </div>
      <p className="text-[13px] text-faint">What is measured there stays.</p>
      <ul>
        {report.map(says => (
          <li key={says}>{says}</li>
        ))}
      </ul>
    </section>
  );
}
