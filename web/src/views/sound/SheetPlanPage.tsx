import { type Library, materialOf } from '@overcoat/core/materials';
import type { Patch, Zone } from '@overcoat/core/model';
import type { OrderLine } from '@overcoat/core/order/takeoff';
import { type Instruction, instructions, type LeftOut } from '@overcoat/core/studies/deaden';
import { flatten, outlineOf } from '@overcoat/core/survey/geometry';
import { edgesOf, seenMirrored } from '@overcoat/core/survey/layout';
import { printLength, printMass, printTemperature, type UnitSystem } from '@overcoat/core/units';
import { ArrowLeft, Printer } from 'lucide-react';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useLibrary } from '../../api/queries.ts';
import { levelBand, printLevel } from '../../format.ts';
import { edgeWord } from '../../shell-map/edgeWord.ts';
import { PanelMarks } from '../../shell-map/PanelMarks.tsx';
import { useEvaluation } from '../../store/evaluation.ts';
import { printMoney } from '../../store/money.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';

/** The sheets on paper: bay by bay in the order to stick them, what to mind there, and what was left out. */
export function Component() {
  const { name, brief } = useOpenDesign();
  const variant = useVariant();
  const e = useEvaluation();
  const { library } = useLibrary();
  const units = useUnits();
  const { stick, leftOut } = useMemo(
    () => instructions(e, id => materialOf(library, id).density),
    [e, library],
  );
  const mass = stick.reduce((sum, s) => sum + s.mass, 0);
  const used = new Set([...e.bays.values()].flatMap(b => b.sheets?.material ?? []));
  const lines = e.order.lines.filter(l => used.has(l.material));
  const reasons = new Map<string, string[]>();
  for (const { bay, why } of leftOut) reasons.set(why, [...(reasons.get(why) ?? []), bay.id]);
  return (
    <div className="table-ground min-h-0 grow overflow-auto p-6 print-whole">
      <div className="no-print mb-4 flex flex-wrap items-center gap-2">
        <Link to="../sound" relative="path" className="inline-flex items-center gap-1 text-chalk underline">
          <ArrowLeft size={15} aria-hidden /> Sound
        </Link>
        <Button look="strong" onClick={() => print()} disabled={stick.length === 0}>
          <Printer size={15} aria-hidden /> Print
        </Button>
      </div>
      <article className="mx-auto max-w-[900px] bg-sheet p-6 print:p-0">
        <h2 className="text-2xl">
          Sheet plan: {name}, {variant.name}
        </h2>
        {stick.length === 0 ? (
          <p>
            Nothing is stuck in this variant yet: take a plan under “Whole van” in Sound, or lay a bay by
            hand.
          </p>
        ) : (
          <>
            <p className="text-[15px]">
              {stick.length} panels, {printMass(mass, units)} of {printMass(brief.payload, units)} payload (
              {printMass(brief.payload - e.load.mass, units)} left with all else laid); drumming{' '}
              {printLevel(e.quiet.change.likely)} ({levelBand(e.quiet.change)}).
            </p>
            <Boxes library={library} units={units} lines={lines} />
            <HowToStick units={units} />
            <p className="mt-2 text-[13px] text-faint">
              Every drawing is seen from inside; its edges say which way round it goes.
            </p>
            <ol className="mt-1">
              {stick.map((s, i) => (
                <PanelLine key={s.bay.id} units={units} s={s} i={i} />
              ))}
            </ol>
          </>
        )}
        <LeftOutList leftOut={leftOut} reasons={reasons} />
      </article>
    </div>
  );
}

function LeftOutList({ leftOut, reasons }: { leftOut: LeftOut[]; reasons: Map<string, string[]> }) {
  return (
    <>
      {leftOut.length > 0 && (
        <section className="mt-4 border-t-2 border-ink pt-2">
          <h3 className="font-sign text-lg font-semibold">Left out</h3>
          {[...reasons].map(([why, bays]) => (
            <p key={why} className="text-[13px]">
              <b>{bays.length}</b>, {why}: {bays.join(', ')}.
            </p>
          ))}
        </section>
      )}
    </>
  );
}

function Boxes({ library, units, lines }: { library: Library; units: UnitSystem; lines: OrderLine[] }) {
  return (
    <>
      {lines.map(l => (
        <p key={`${l.material} ${l.stock.thickness}`} className="text-[15px]">
          <b>
            {l.packs} {l.packs === 1 ? 'box' : 'boxes'}
          </b>{' '}
          of {materialOf(library, l.material).name}, {printLength(l.stock.thickness, units)}: {l.items} of{' '}
          {l.packs * l.stock.perPack} sheets of {printLength(l.stock.width, units)} ×{' '}
          {printLength(l.stock.length, units)}, {printMoney(l.cost)}; {l.pieces} pieces cut from them, offcuts
          used for the smaller.
        </p>
      ))}
    </>
  );
}

function HowToStick({ units }: { units: UnitSystem }) {
  return (
    <ul className="mt-2 list-disc border-l-[5px] border-signal pl-7 text-[13px]">
      <li>Gloves: foil edges and the rolled edges in sills and pillars cut.</li>
      <li>
        Steel clean, dry and warm ({printTemperature(15, units)} and more); roll until the embossing is flat,
        edges last.
      </li>
      <li>Drain holes, belt reels, airbags, door mechanisms and window drop stay free.</li>
      <li>
        Near exhaust and flue mind what the sheet bears; the maker of the vehicle says what may be covered.
      </li>
    </ul>
  );
}

function PanelLine({ units, s, i }: { units: UnitSystem; s: Instruction; i: number }) {
  return (
    <li className="grid break-inside-avoid grid-cols-[2.2rem_96px_1fr_6.5rem] gap-3 border-t border-rule py-2">
      <span className="font-sign text-xl font-semibold">{i + 1}</span>
      <Small zone={s.zone} bay={s.bay} patches={s.patches} />
      <span>
        <b className="font-sign text-lg">{s.bay.id}</b>{' '}
        <span className="text-faint">
          {s.zone.name}, {printLength(s.bay.width.value, units)} × {printLength(s.bay.height.value, units)}
        </span>
        {s.patches.map(p => (
          <span key={p.id} className="block text-[13px]">
            {printLength(p.width, units)} × {printLength(p.height, units)}, middle{' '}
            {printLength(p.along, units)} from {edgeWord(edgesOf(s.zone).start)}, {printLength(p.up, units)}{' '}
            from {edgeWord(edgesOf(s.zone).low)}
            {p.turn !== 0 && `, turned ${p.turn}°`}
          </span>
        ))}
        {s.cautions.map(c => (
          <span key={c} className="block text-[13px] font-medium text-signal">
            ! {c}
          </span>
        ))}
      </span>
      <span className="text-right text-[13px]">
        {printMass(s.mass, units)}
        <span className="block">{printLevel(s.change)} here</span>
        <span className="block text-faint">☐ stuck</span>
        <span className="block text-faint">☐ knocked</span>
      </span>
    </li>
  );
}

interface SmallProps {
  zone: Zone;
  bay: Parameters<typeof outlineOf>[0];
  patches: readonly Patch[];
}

/** A bay with its sheets, small, seen from inside. */
function Small({ zone, bay, patches }: SmallProps) {
  const mirrored = seenMirrored(zone);
  const read = outlineOf(bay);
  const [w, h] = [bay.width.value * 1000, bay.height.value * 1000];
  const line = Math.max(w, h) / 90;
  const letters = Math.max(w, h) * 0.11;
  const room = letters * 1.5;
  return (
    <figure>
      <svg
        viewBox={`${-room} ${-room} ${w + 2 * room} ${h + room + line}`}
        className="max-h-24 w-full"
        role="img"
        aria-label={`${bay.id} with its sheets, seen from inside`}
      >
        <g
          transform={`translate(${mirrored ? w : 0} ${h}) scale(${mirrored ? -1 : 1} -1)`}
          stroke="var(--ink)"
          strokeWidth={line}
        >
          <path
            d={`M${(read.ok ? flatten(read.outline) : []).map(p => `${p.x * 1000} ${p.y * 1000}`).join('L')}Z`}
            fill="none"
          />
          {patches.map(p => (
            <rect
              key={p.id}
              x={-p.width * 500}
              y={-p.height * 500}
              width={p.width * 1000}
              height={p.height * 1000}
              transform={`translate(${p.along * 1000} ${p.up * 1000}) rotate(${p.turn})`}
              fill="var(--foam)"
            />
          ))}
        </g>
        <PanelMarks zone={zone} width={w} height={h} size={letters} />
      </svg>
    </figure>
  );
}
