import { type Evaluation, worstBay } from '@overcoat/core/evaluate';
import {
  costWorking,
  dampWorking,
  headroomWorking,
  heatWorking,
  massWorking,
  type Working,
} from '@overcoat/core/studies/working';
import { printLength, printMass, printMoney, printNumber } from '@overcoat/core/units';
import { type ReactNode, useState } from 'react';
import { useLibrary } from '../api/queries.ts';
import { FIGURES, type FigureKind, figuresOf, grams, monthName } from '../format.ts';
import { DAMP_MARKS, DAMP_WORDS } from '../sentences.ts';
import { evaluation, useEvaluation, useOpenDesign, useVariant } from '../store/evaluation.ts';
import { useUnits } from '../store/preferences.ts';
import { WorkingDialog } from '../ui/WorkingDialog.tsx';
import { ChangeNote } from './ChangeNote.tsx';

/** The shop ticket of the design: six figures always in sight, each with its change; each opens its working. */
export function Ledger() {
  const design = useOpenDesign();
  const variant = useVariant();
  const e = useEvaluation();
  const units = useUnits();
  const { library } = useLibrary();
  const [working, setWorking] = useState<Working | null>(null);
  const now = figuresOf(e);
  const before = figuresOf(evaluation(design, variant.baseline.design, library));
  const worst = worstBay(e);
  const { payload, budget, headHeight } = design.brief;
  const over: Partial<Record<FigureKind['key'], boolean>> = {
    mass: e.load.mass > payload,
    cost: e.order.cost > budget,
    headroom: e.fit.headroom.left < headHeight.value,
  };
  const notes: Record<FigureKind['key'], string> = {
    mass: over.mass
      ? `${printMass(e.load.mass - payload, units)} over the payload`
      : `of ${printMass(payload, units)} payload left`,
    cost: over.cost
      ? `${printMoney(Math.round(e.order.cost - budget))} over the budget`
      : `of ${printMoney(budget)}, whole packs`,
    heat: `ribs ${printNumber(
      e.heat.zones.reduce((sum, z) => sum + z.ribs, 0),
      1,
    )}, edges ${printNumber(
      e.heat.zones.reduce((sum, z) => sum + z.edges, 0),
      1,
    )} of it`,
    headroom: over.headroom
      ? `${printLength(headHeight.value, units)} needed`
      : `floor +${printLength(e.fit.headroom.floor, units)}, ceiling −${printLength(e.fit.headroom.ceiling, units)}`,
  };
  const open: Record<FigureKind['key'], () => Working> = {
    mass: () => massWorking(e, library),
    cost: () => costWorking(e, library),
    heat: () => heatWorking(e),
    headroom: () => headroomWorking(e, design),
  };
  return (
    <section aria-label="Ledger" className="no-print border-b-2 border-ink bg-ticket">
      <div className="flex overflow-x-auto lg:grid lg:grid-cols-6">
        {FIGURES.map(f => (
          <Ticket
            key={f.key}
            name={f.name}
            value={f.print(now[f.key], units)}
            change={changeOf(f, now[f.key] - before[f.key], units)}
            note={notes[f.key]}
            alert={over[f.key] ?? false}
            onOpen={() => setWorking(open[f.key]())}
          />
        ))}
        <Ticket
          name="damp"
          value={
            <>
              <span aria-hidden className="text-sm">
                {DAMP_MARKS[e.damp.state]}
              </span>{' '}
              {DAMP_WORDS[e.damp.state]}
            </>
          }
          note={dampNote(e)}
          alert={e.damp.state === 'grows'}
          {...(worst ? { onOpen: () => setWorking(dampWorking(e, worst, design, library)) } : {})}
        />
        <Ticket name="quiet" value="–" note="not yet computed" />
      </div>
      <ChangeNote />
      <WorkingDialog working={working} onClose={() => setWorking(null)} />
    </section>
  );
}

function changeOf(figure: FigureKind, change: number, units: 'metric' | 'imperial'): string | null {
  if (Math.abs(change) < figure.noise) return null;
  const printed = figure.print(change, units).replace(/ (mm|kg|lb|W\/K)$/, '');
  return change > 0 ? `+${printed}` : printed;
}

function dampNote(e: Evaluation): string {
  const m = worstBay(e)?.moisture;
  if (!m) return 'every bay is bare';
  if (e.damp.state === 'dry') return `at most ${grams(m.highest)}, five winters`;
  return `${e.damp.worst}: ${grams(m.peak)} in ${monthName(m.peakMonth)}`;
}

interface TicketProps {
  name: string;
  value: ReactNode;
  change?: string | null;
  note: string;
  alert?: boolean;
  onOpen?(): void;
}

function Ticket({ name, value, change, note, alert = false, onOpen }: TicketProps) {
  const body = (
    <>
      <span className="block text-[13px] text-faint">{name}</span>
      <span className="flex items-baseline gap-1.5 whitespace-nowrap font-sign text-[21px] font-semibold leading-6">
        <span>{value}</span>
        {change && <span className="text-[15px] text-chalk">{change}</span>}
      </span>
      <span className={`block truncate text-[13px] ${alert ? 'font-medium text-signal' : 'text-faint'}`}>
        {alert && <span aria-hidden>! </span>}
        {note}
      </span>
    </>
  );
  const frame = 'border-r border-dashed border-rule px-3.5 py-1.5 text-left last:border-r-0 max-lg:min-w-40';
  return onOpen ? (
    <button
      type="button"
      onClick={onOpen}
      className={`${frame} hover:bg-wet`}
      aria-haspopup="dialog"
      title="Show working"
    >
      {body}
    </button>
  ) : (
    <div className={frame}>{body}</div>
  );
}
