import type { Evaluation } from '@overcoat/core/evaluate';
import { materialOf, stockFor } from '@overcoat/core/materials';
import {
  type CurvePoint,
  type Deadening,
  type Everywhere,
  type SheetPlan,
  type SheetStock,
  sheetPlan,
  withSheets,
} from '@overcoat/core/studies/deaden';
import { parseMass, printMass, type UnitSystem } from '@overcoat/core/units';
import type { DeadenAnswer } from '@overcoat/jobs/sound';
import { Printer } from 'lucide-react';
import { type Dispatch, type SetStateAction, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useLibrary } from '../../api/queries.ts';
import { printLevel } from '../../format.ts';
import { useJob } from '../../hooks/useJob.ts';
import { useDesign } from '../../store/design.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useHeard } from '../../store/heard.ts';
import { parseMoney, printMoney } from '../../store/money.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { takeSheets, usualSheet } from '../../store/sheets.ts';
import { Button } from '../../ui/Button.tsx';
import { Field } from '../../ui/Field.tsx';
import { Select } from '../../ui/Select.tsx';
import { right, Table } from '../../ui/Table.tsx';
import { JobBar } from '../damp/JobBar.tsx';
import { CurvePlot, type PlanMark } from './CurvePlot.tsx';

/** What each kilogram of sheets buys over the whole van, and a plan for so many of them. */
export function SoundVan() {
  const variant = useVariant();
  const heard = useHeard();
  const { library } = useLibrary();
  const sheets = useMemo(
    () =>
      [...library.values()]
        .filter(m => m.roles.includes('damping'))
        .flatMap(m => m.stock.map((s): SheetStock => ({ material: m.id, thickness: s.thickness }))),
    [library],
  );
  const usual = usualSheet(library);
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      sheets.findIndex(s => s.material === usual?.material && s.thickness === usual.thickness),
    ),
  );
  const stock = sheets[at];
  // The sheets that lie there change nothing of what could: the job is the same until something else does.
  const { buildUps, zones, bays } = variant.design;
  const placement = useMemo(() => ({ buildUps, zones, bays, sheets: {} }), [buildUps, zones, bays]);
  const job = useJob('deaden', variant.id, { placement, heard, stock: stock! }, stock !== undefined);
  if (!stock) return <p>The library has no material for damping.</p>;
  return (
    <div className="flex flex-col gap-4">
      <Select label="sheets of" value={at} onChange={ev => setAt(Number(ev.target.value))}>
        {sheets.map((s, i) => {
          const m = materialOf(library, s.material);
          const size = stockFor(m, s.thickness);
          return (
            <option key={`${s.material} ${s.thickness}`} value={i}>
              {m.name}, {s.thickness * 1000} mm, {size.width * 1000} × {size.length * 1000}
            </option>
          );
        })}
      </Select>
      {job.answer && !job.stale ? (
        <Choices answer={job.answer} />
      ) : (
        <JobBar job={job} name="Weigh every sheet" doing="laying every panel every way" />
      )}
    </div>
  );
}

function Choices({ answer: { deadening, quarter, all } }: { answer: DeadenAnswer }) {
  const {
    knee,
    units,
    by,
    setBy,
    curve,
    marks,
    asked,
    setLimit,
    limit,
    plans,
    brief,
    e,
    take,
    saved,
    conversion,
  } = useSheetChoices(deadening, quarter, all);
  return (
    <>
      <p className="border-l-[5px] border-chalk pl-3 text-[15px]">
        {printMass(knee.mass, units)} in the right places take {printLevel(-knee.change)} of the{' '}
        {printLevel(-all.change.likely)} that covering everything ({printMass(all.mass, units)}) would.
      </p>
      <WhatEachBuys units={units} by={by} setBy={setBy} curve={curve} marks={marks} />
      <TakePlan
        deadening={deadening}
        units={units}
        by={by}
        asked={asked}
        setLimit={setLimit}
        limit={limit}
        plans={plans}
        brief={brief}
        e={e}
        take={take}
        saved={saved}
      />
      <FirstKilograms units={units} plans={plans} />
      <Link
        to={`/c/${conversion}/sheet-plan`}
        className="inline-flex items-center gap-2 self-start font-medium text-chalk underline"
      >
        <Printer size={16} aria-hidden /> The sheet plan to print
      </Link>
    </>
  );
}

function WhatEachBuys({
  units,
  by,
  setBy,
  curve,
  marks,
}: {
  units: UnitSystem;
  by: 'cost' | 'mass';
  setBy: Dispatch<SetStateAction<'cost' | 'mass'>>;
  curve: CurvePoint[];
  marks: PlanMark[];
}) {
  return (
    <section>
      <div className="flex items-end justify-between">
        <h4 className="font-sign text-lg font-semibold">
          What each {by === 'mass' ? 'kilogram' : 'pound'} buys
        </h4>
        <Select
          label="Against"
          hideLabel
          value={by}
          onChange={ev => setBy(ev.target.value as 'mass' | 'cost')}
        >
          <option value="mass">by weight</option>
          <option value="cost">by money</option>
        </Select>
      </div>
      <CurvePlot curve={curve} marks={marks} by={by} />
      <table className="w-full text-[13px]">
        <tbody>
          {marks.map(m => (
            <tr key={m.name} className="border-t border-rule">
              <th className="py-0.5 text-left font-medium" style={{ color: `var(${m.colour})` }}>
                ● {m.name}
              </th>
              <td className="text-right">{printMass(m.mass, units)}</td>
              <td className="text-right">{printMoney(m.cost)}</td>
              <td className="text-right font-medium">{printLevel(m.change)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-[13px] text-faint">
        Grey: where it really lies, 0.4 to 1.2 of the change. Money by the sheets cut up; whole boxes are in
        Cut & buy.
      </p>
    </section>
  );
}

function FirstKilograms({
  units,
  plans,
}: {
  units: UnitSystem;
  plans: ReturnType<typeof useSheetChoices>['plans'];
}) {
  return (
    <section>
      <h4 className="font-sign text-lg font-semibold">Where the first kilograms go</h4>
      <Table
        caption="The panels that are worth their weight first"
        heads={['panel', 'sheets, mm', right('weight'), right('there'), right('of the van’s drumming')]}
      >
        {plans.limited.bays.slice(0, 10).map(({ at, rung, change, takes }) => (
          <tr key={at.bay.id} className="border-t border-rule">
            <td className="py-0.5 font-medium">{at.bay.id}</td>
            <td>
              {rung.patches
                .map(p => `${Math.round(p.width * 1000)} × ${Math.round(p.height * 1000)}`)
                .join(', ')}
            </td>
            <td className="text-right">{printMass(rung.mass, units)}</td>
            <td className="text-right">{printLevel(change)}</td>
            <td className="text-right">{(100 * takes).toFixed(1)} %</td>
          </tr>
        ))}
      </Table>
    </section>
  );
}

function TakePlan({
  deadening,
  units,
  by,
  asked,
  setLimit,
  limit,
  plans,
  brief,
  e,
  take,
  saved,
}: {
  deadening: Deadening;
  units: UnitSystem;
  by: 'cost' | 'mass';
  asked: string;
  setLimit: Dispatch<SetStateAction<{ mass: number; cost: number }>>;
  limit: ReturnType<typeof useSheetChoices>['limit'];
  plans: ReturnType<typeof useSheetChoices>['plans'];
  brief: ReturnType<typeof useSheetChoices>['brief'];
  e: Evaluation;
  take: (label: string, plan: SheetPlan) => void;
  saved: number;
}) {
  return (
    <section className="grid grid-cols-[1fr_auto] items-end gap-x-3 gap-y-2 border-t border-rule pt-3">
      <Field
        key={by}
        label={by === 'mass' ? 'sheets to carry' : 'sheets to pay for'}
        shown={asked}
        parse={text => (by === 'mass' ? parseMass(text, units) : parseMoney(text))}
        onCommit={v => {
          if (v > (by === 'mass' ? 200 : 5000))
            return by === 'mass' ? 'At most 200 kg of sheets.' : 'At most 5000 on sheets.';
          setLimit({ ...limit, [by]: v });
        }}
        note={`${printLevel(plans.limited.change)} with ${plans.limited.bays.length} of ${deadening.bays.length} panels, ${printMass(plans.limited.mass, units)}; ${printMass(brief.payload - e.load.mass, units)} of payload left today`}
      />
      <Button look="strong" className="mb-4" onClick={() => take(`sheet plan of ${asked}`, plans.limited)}>
        Take the plan for {asked}
      </Button>
      <p className="text-[15px]">
        As quiet as a quarter everywhere: {printMass(plans.quiet.mass, units)}
        {saved > 0.05 && <span className="text-chalk"> (−{printMass(saved, units)})</span>}
        <span className="block text-[13px] text-faint">
          {plans.quiet.bays.length} panels; the others do less for their weight.
        </span>
      </p>
      <Button onClick={() => take('as quiet as a quarter everywhere, at least weight', plans.quiet)}>
        Take this one
      </Button>
    </section>
  );
}

function useSheetChoices(deadening: Deadening, quarter: Everywhere, all: Everywhere) {
  const e = useEvaluation();
  const { brief } = useOpenDesign();
  const variant = useVariant();
  const conversion = useDesign(s => s.id);
  const units = useUnits();
  const { library } = useLibrary();
  const [by, setBy] = useState<'mass' | 'cost'>('mass');
  const { curve } = deadening;
  const knee = curve[deadening.knee]!;
  const [limit, setLimit] = useState({
    mass: Math.round(knee.mass * 2) / 2,
    cost: Math.round(knee.cost / 10) * 10,
  });
  const own = useMemo(() => ownOf(e, deadening, library), [e, deadening, library]);
  const plans = useMemo(
    () => ({
      limited: sheetPlan(
        deadening,
        by === 'mass' ? { by, kilograms: limit.mass } : { by, money: limit.cost },
      ),
      quiet: sheetPlan(deadening, { by: 'level', change: quarter.change.likely }),
    }),
    [deadening, by, limit, quarter],
  );
  const take = (label: string, plan: SheetPlan) =>
    takeSheets(label, withSheets(variant.design, deadening, plan).sheets);
  const asked = by === 'mass' ? printMass(limit.mass, units) : printMoney(limit.cost);
  const marks: PlanMark[] = [
    { name: 'knee', mass: knee.mass, cost: knee.cost, change: knee.change, colour: '--signal' },
    { name: 'your choice', ...own, colour: '--chalk' },
    {
      name: 'a quarter everywhere',
      mass: quarter.mass,
      cost: quarter.cost,
      change: quarter.change.likely,
      colour: '--ink',
    },
    { name: 'everything', mass: all.mass, cost: all.cost, change: all.change.likely, colour: '--ink' },
  ];
  const saved = quarter.mass - plans.quiet.mass;
  return {
    knee,
    units,
    by,
    setBy,
    curve,
    marks,
    asked,
    setLimit,
    limit,
    plans,
    brief,
    e,
    take,
    saved,
    conversion,
  };
}

/** What lies there now, as the curve counts it. */
function ownOf(
  e: ReturnType<typeof useEvaluation>,
  { stock }: Deadening,
  library: ReturnType<typeof useLibrary>['library'],
): Pick<PlanMark, 'mass' | 'cost' | 'change'> {
  let [mass, cost] = [0, 0];
  for (const { sheets } of e.bays.values()) {
    if (!sheets) continue;
    const material = materialOf(library, sheets.material);
    const size = stockFor(material, sheets.thickness);
    const area = sheets.patches.reduce((sum, p) => sum + p.width * p.height, 0);
    mass += area * sheets.thickness * material.density;
    cost += (area * size.price) / (size.perPack * size.width * size.length);
  }
  return { mass, cost, change: stock ? e.quiet.change.likely : 0 };
}
