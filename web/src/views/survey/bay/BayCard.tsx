import { type BayResult, bayResult } from '@overcoat/core/evaluate';
import type { Library } from '@overcoat/core/materials';
import {
  type Bay,
  buildUpOf,
  type Design,
  findBay,
  isMeasured,
  type Measurement,
  measured,
  type Zone,
} from '@overcoat/core/model';
import { fitAdvice } from '@overcoat/core/studies/junctions';
import { BAY_LIMITS, type BayField, type Edited, setBay } from '@overcoat/core/survey/edits';
import { areaError } from '@overcoat/core/survey/geometry';
import { closure, walkingOrder } from '@overcoat/core/survey/layout';
import { printArea, printLength, printNumber, type UnitSystem } from '@overcoat/core/units';
import type { Draft } from 'immer';
import { ArrowRight } from 'lucide-react';
import { memo, type RefObject, useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { useLibrary } from '../../../api/queries.ts';
import { adviceSentences, bayPlace, dampSentence, fitSentence, keptSentences } from '../../../sentences.ts';
import { widthWords } from '../../../shell-map/widthWords.ts';
import { useDesign } from '../../../store/design.ts';
import { useEvaluation } from '../../../store/evaluation.ts';
import { useOpenDesign, useVariant } from '../../../store/openDesign.ts';
import { useUnits } from '../../../store/preferences.ts';
import { editShell } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { MeasureField } from '../../../ui/MeasureField.tsx';
import { BayReady } from '../ready/BayReady.tsx';
import { BayActions } from './BayActions.tsx';
import { BayShape } from './BayShape.tsx';
import { KeepClears } from './KeepClears.tsx';
import { Openings } from './Openings.tsx';

const FIELDS: { field: BayField; name: string }[] = [
  { field: 'width', name: 'Along the van, rib to rib' },
  { field: 'height', name: 'Across, rail to rail' },
  { field: 'depthMin', name: 'Depth, shallowest' },
  { field: 'depthMax', name: 'Depth, deepest' },
];

/** The next bay was asked for from here: its first size takes the keyboard. */
let goingOn = false;

/** One bay (or the first of several): its sizes, openings, build-up and results. */
export const BayCard = memo(function BayCard({ ids }: { ids: readonly string[] }) {
  const design = useOpenDesign();
  const variant = useVariant();
  const e = useEvaluation();
  const { library } = useLibrary();
  const units = useUnits();
  const edit = useDesign(s => s.edit);
  const sizes = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!goingOn) return;
    goingOn = false;
    sizes.current?.querySelector('input')?.focus();
  }, []);
  const [first] = ids;
  const found = first ? findBay(design.shell, first) : undefined;
  const result = first && e.bays.has(first) ? bayResult(e, first) : undefined;
  if (!found || !result) return null;
  const { bay, zone } = found;

  const set = (field: BayField) => (value: Measurement) => {
    const name = FIELDS.find(f => f.field === field)!.name.toLowerCase();
    const whose = ids.length > 1 ? `${ids.length} bays` : bay.id;
    return editShell(`${whose} ${name} ${value.basis === 'measured' ? value.entered : ''}`, before =>
      ids.reduce<Edited>((e, id) => (e.ok ? setBay(e.shell, id, field, value) : e), {
        ok: true,
        shell: before,
      }),
    );
  };
  const confirmAll = () => {
    if (allMeasured) return;
    confirmSizes(ids, design, units, edit);
  };
  const allMeasured = ids.every(id => FIELDS.every(f => isMeasured(findBay(design.shell, id)!.bay[f.field])));
  const along = widthWords(zone);
  const walk = walkingOrder(design.shell).map(w => w.bay.id);
  const next = ids.length === 1 ? walk[walk.indexOf(bay.id) + 1] : undefined;
  const buildUp = buildUpOf(variant.design, zone.id, bay.id);
  const fit = fitSentence(result, units);
  const bays = ids.flatMap(id => (e.bays.has(id) ? [bayResult(e, id)] : []));
  const area = {
    all: bays.reduce((sum, b) => sum + b.area, 0),
    // Readings of one bay tell nothing of another's.
    error: Math.hypot(...bays.map(b => areaError(b.bay, design.shell.tapeError))),
  };

  return (
    <div key={bay.id}>
      <BayTitle ids={ids} units={units} result={result} bay={bay} />
      <Sizes sizes={sizes} bay={bay} set={set} along={along} />
      <BayClosure bay={bay} zone={zone} />
      <ConfirmAndNext confirmAll={confirmAll} allMeasured={allMeasured} next={next} />
      {ids.length === 1 && <BayShape bay={bay} zone={zone} />}
      <BayActions ids={ids} bay={bay} zone={zone} />
      {ids.length === 1 && <OfOneBay bay={bay} />}
      <WhatGoesHere
        ids={ids}
        library={library}
        units={units}
        result={result}
        bay={bay}
        buildUp={buildUp}
        fit={fit}
        area={area}
      />
    </div>
  );
});

function OfOneBay({ bay }: { bay: Bay }) {
  return (
    <>
      <Openings bay={bay.id} />
      <KeepClears bay={bay.id} />
      <BayReady bay={bay.id} />
    </>
  );
}

function BayTitle({
  ids,
  units,
  result,
  bay,
}: {
  ids: readonly string[];
  units: UnitSystem;
  result: BayResult;
  bay: Bay;
}) {
  return (
    <>
      <h2 className="text-2xl">
        {ids.length > 1
          ? `${ids.length} bays: ${ids.slice(0, 4).join(', ')}${ids.length > 4 ? '…' : ''}`
          : bay.id}
      </h2>
      <p className="text-faint">
        {ids.length > 1 ? 'A size entered here goes to all of them.' : bayPlace(result, units)}
      </p>
    </>
  );
}

/** What is assumed of these bays is taken as measured. */
function confirmSizes(
  ids: readonly string[],
  design: Design,
  units: UnitSystem,
  edit: (label: string, recipe: (draft: Draft<Design>) => void) => string | null,
) {
  let shell = design.shell;
  for (const id of ids)
    for (const { field } of FIELDS) {
      const value = findBay(shell, id)!.bay[field];
      if (isMeasured(value)) continue;
      const edited = setBay(shell, id, field, measured(value.value, printLength(value.value, units)));
      if (edited.ok) shell = edited.shell;
    }
  edit(`${ids.join(', ')} confirmed`, draft => {
    draft.shell = shell;
  });
}

function Sizes({
  sizes,
  bay,
  set,
  along,
}: {
  sizes: RefObject<HTMLDivElement | null>;
  bay: Bay;
  set: (field: BayField) => (value: Measurement) => string | null;
  along: ReturnType<typeof widthWords>;
}) {
  return (
    <div ref={sizes} data-sizes className="mt-3 grid grid-cols-2 gap-x-3 gap-y-2">
      {FIELDS.map(f => (
        <MeasureField
          key={`${bay.id}${f.field}`}
          label={f.field === 'width' ? `${along.name}, ${along.hint}` : f.name}
          value={bay[f.field]}
          {...BAY_LIMITS[f.field]}
          onMeasure={set(f.field)}
        />
      ))}
    </div>
  );
}

function ConfirmAndNext({
  confirmAll,
  allMeasured,
  next,
}: {
  confirmAll: () => void;
  allMeasured: boolean;
  next: string | undefined;
}) {
  return (
    <div className="mt-1 flex gap-1.5">
      <Button small aria-disabled={allMeasured} onClick={confirmAll}>
        {allMeasured ? 'All four are measured' : 'All of these are right'}
      </Button>
      {next && (
        <Button
          small
          onClick={() => {
            goingOn = true;
            useDesign.getState().select([next]);
          }}
        >
          next: {next} <ArrowRight size={14} aria-hidden />
        </Button>
      )}
    </div>
  );
}

function WhatGoesHere({
  ids,
  library,
  units,
  result,
  bay,
  buildUp,
  fit,
  area,
}: {
  ids: readonly string[];
  library: Library;
  units: UnitSystem;
  result: BayResult;
  bay: Bay;
  buildUp: ReturnType<typeof buildUpOf>;
  fit: ReturnType<typeof fitSentence>;
  area: { all: number; error: number };
}) {
  return (
    <section className="mt-5 border-t border-rule pt-3">
      <h3 className="text-lg">{buildUp ? buildUp.name : 'Bare'}</h3>
      <dl className="mt-1 grid grid-cols-2 gap-x-3 text-[13px]">
        <dt className="text-faint">
          {ids.length > 1 ? `Area of these ${ids.length}` : 'Area'}, openings off
        </dt>
        <dd className="text-right font-medium">{printArea(area.all, units)}</dd>
        <dt className="text-faint">tape error on it</dt>
        <dd className="text-right">± {printArea(area.error, units)}</dd>
        <dt className="text-faint">U-value, clear bay{ids.length > 1 ? ` ${bay.id}` : ''}</dt>
        <dd className="text-right font-medium">{printNumber(result.uValue, 2)} W/m²K</dd>
      </dl>
      <p className={`mt-2 ${fit.wrong ? 'font-medium text-signal' : ''}`}>{fit.says}</p>
      {[...adviceSentences(fitAdvice(result, library), library, units), ...keptSentences(result, units)].map(
        says => (
          <p key={says} className="mt-1 text-[13px]">
            {says}
          </p>
        ),
      )}
      <p className="mt-1">{dampSentence(result)}</p>
      <Link to="../build-ups" relative="path" className="mt-2 inline-block text-chalk underline">
        Choose what goes here
      </Link>
    </section>
  );
}

/** Less does not show on a tape, m. */
const TELLS = 0.0015;

/** What the bay's own row and column leave over, beside the sizes that make it. */
function BayClosure({ bay, zone }: { bay: Bay; zone: Zone }) {
  const { shell } = useOpenDesign();
  const units = useUnits();
  const { along, across } = closure(zone, shell.tapeError);
  const open = [
    ...along.flatMap(c => (c.strip === bay.strip ? [{ ...c, of: 'row', whole: zone.length }] : [])),
    ...across.flatMap(c => (c.station === bay.station ? [{ ...c, of: 'column', whole: zone.height }] : [])),
  ].filter(c => Math.abs(c.error) >= TELLS);
  return open.map(c => (
    <p
      key={c.of}
      role="note"
      className={`mt-1 text-[13px] ${Math.abs(c.error) > c.tolerance ? 'font-medium text-signal' : 'text-faint'}`}
    >
      Bays and {c.of === 'row' ? 'ribs' : 'rails'} of this {c.of} come to{' '}
      {printLength(c.whole.value - c.error, units)}, the zone is {printLength(c.whole.value, units)}:{' '}
      {printLength(Math.abs(c.error), units)} {c.error > 0 ? 'are missing' : 'are too much'}
      {Math.abs(c.error) > c.tolerance
        ? '. Measure one of them again.'
        : c.assumed
          ? ', which sizes that are still assumed may explain.'
          : `, which the tape may explain (${printLength(c.tolerance, units)}).`}
    </p>
  ));
}

/** What to do while no bay is chosen. */
export function Advice() {
  return (
    <div>
      <h2 className="text-xl">Measure what you will cover</h2>
      <p className="mt-2">
        Everything dashed is assumed from the body pattern. Start with the three large sizes above the map,
        then choose a bay and read its depth where it is shallowest and where it is deepest. In the van, start
        a <b>Round</b>: it asks for one size after another.
      </p>
      <p className="mt-2 text-faint">
        Type as the tape says it: 955, 1.2 m, 120 cm, 47 1/4", 3' 11 1/4". Arrow keys walk from bay to bay,
        Shift adds, Z takes the whole zone. + and − zoom, 0 shows the whole sheet.
      </p>
    </div>
  );
}

/** Whether the zones close, in a line; the whole of it is told under “Whole van”. */
export function ClosureNote() {
  const { shell } = useOpenDesign();
  const units = useUnits();
  const open = shell.zones
    .map(zone => ({ zone, error: closure(zone).worst }))
    .filter(c => Math.abs(c.error) >= TELLS);
  if (open.length === 0)
    return (
      <p className="mt-5 border-t border-rule pt-2 text-[13px]">
        Every zone closes: bays and ribs add up to its length and height.
      </p>
    );
  return (
    <ul className="mt-5 border-t border-rule pt-2 text-[13px] text-signal">
      {open.map(({ zone, error }) => (
        <li key={zone.id}>
          <b>{zone.id}</b> {zone.name}: {printLength(Math.abs(error), units)}{' '}
          {error > 0 ? 'unaccounted for' : 'too much'} between bays and ribs.
        </li>
      ))}
    </ul>
  );
}
