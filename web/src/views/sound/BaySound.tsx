import { type LaidSheets, sheetArea, sheetMistakes } from '@overcoat/core/buildup';
import type { BayQuiet, BayResult, Evaluation } from '@overcoat/core/evaluate';
import type { Knock } from '@overcoat/core/log';
import { type Library, materialOf, stockFor } from '@overcoat/core/materials';
import type { Patch } from '@overcoat/core/model';
import { nextSheet, type SheetStock } from '@overcoat/core/studies/deaden';
import { bareTones, type KnockTone, tonesOfBay } from '@overcoat/core/studies/knocks';
import { type BayCurve, bayCurve } from '@overcoat/core/survey/geometry';
import { printLength, printMass, printNumber, printTemperature, type UnitSystem } from '@overcoat/core/units';
import { changeAt } from '@overcoat/core/van/quiet';
import { Plus, RotateCcw, Trash2, WandSparkles } from 'lucide-react';
import { type Dispatch, type SetStateAction, useMemo, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { levelBand, printLevel } from '../../format.ts';
import { freshId } from '../../store/edits.ts';
import { useBay, useEvaluation } from '../../store/evaluation.ts';
import { useFacts } from '../../store/log.ts';
import { printMoney } from '../../store/money.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { backToShare, laySheets, usualSheet } from '../../store/sheets.ts';
import { Button } from '../../ui/Button.tsx';
import { OctavePlot } from './OctavePlot.tsx';
import { PatchFields } from './PatchFields.tsx';
import { SheetBoard } from './SheetBoard.tsx';
import { TonePictures } from './TonePictures.tsx';

const FROM = {
  'ring-down': 'from its recorded knock',
  word: 'by how it sounded',
  pads: 'by its factory pads',
  assumed: 'assumed, not knocked',
} as const;

/** One bay: its sheets to scale, what they change by octave, how it swings, and what they weigh and cost. */
export function BaySound({ id }: { id: string }) {
  const { shell } = useOpenDesign();
  const e = useEvaluation();
  const { bay, zone, sheets, quiet, area } = useBay(id);
  const { library } = useLibrary();
  const { knocks } = useFacts();
  const units = useUnits();
  const [chosen, setChosen] = useState<string | null>(null);
  const [tone, setTone] = useState<{ m: number; n: number } | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const stock = sheets ?? usualSheet(library);
  const tones = useMemo(() => (quiet ? { bare: bareTones(quiet), after: tonesOfBay(quiet) } : null), [quiet]);
  if (!quiet || !tones)
    return (
      <p>
        {shell.skin.thickness.value > 0
          ? `Openings leave ${id} no field to swing: nothing to deaden here.`
          : 'The skin has no thickness: give it one in the Survey, and the panels can swing.'}
      </p>
    );
  if (!stock) return <p>The library has no material for damping.</p>;
  const { patches, size, covered, mass, cost } = amountsOf(bay, sheets, library, stock);
  const { put, remove, addNext, addPlain } = layingOn({
    id,
    shell,
    e,
    sheets,
    quiet,
    library,
    setChosen,
    setRefused,
    stock,
    patches,
    size,
  });
  const curve = bayCurve(bay);
  const knock = knocks.get(id);
  const mistakes = sheetMistakes(bay, patches);
  const picked = patches.find(p => p.id === chosen) ?? null;
  return (
    <div className="flex flex-col gap-4">
      <BayHead id={id} bay={bay} quiet={quiet} units={units} curve={curve} knock={knock} />
      <SheetBoard
        zone={zone}
        bay={bay}
        field={quiet.panel.rect}
        patches={patches}
        chosen={chosen}
        onChoose={setChosen}
        onPut={put}
        onRemove={remove}
        tone={tone}
      />
      <LayButtons
        id={id}
        e={e}
        sheets={sheets}
        remove={remove}
        addNext={addNext}
        addPlain={addPlain}
        picked={picked}
      />
      {refused && <p className="text-signal">{refused}</p>}
      {picked && <PatchFields patch={picked} bay={bay} onPut={put} />}
      <Mistakes mistakes={mistakes} />
      <WhatItBrings
        e={e}
        zone={zone}
        sheets={sheets}
        quiet={quiet}
        area={area}
        units={units}
        covered={covered}
        mass={mass}
        cost={cost}
        curve={curve}
      />
      <OctavePlot quiet={quiet} kind={zone.kind} />
      <TonePictures tones={pairs(tones.bare, tones.after)} chosen={tone} onChoose={setTone} />
      <p className="text-[13px] text-faint">{crownWords(quiet, tones.bare)}</p>
    </div>
  );
}

function Mistakes({ mistakes }: { mistakes: ReturnType<typeof sheetMistakes> }) {
  return (
    <>
      {mistakes.map(m => (
        <p key={m.patch + m.message} role="alert" className="font-medium text-signal">
          ! {m.message}
        </p>
      ))}
    </>
  );
}

/** What the sheets of a bay cover, weigh and cost. */
function amountsOf(bay: BayResult['bay'], sheets: LaidSheets | null, library: Library, stock: SheetStock) {
  const patches = sheets?.patches ?? [];
  const material = materialOf(library, stock.material);
  const size = stockFor(material, stock.thickness);
  const covered = sheetArea(bay, patches);
  const mass = covered * stock.thickness * material.density;
  const cost = (covered * size.price) / (size.perPack * size.width * size.length);
  return { patches, size, covered, mass, cost };
}

function WhatItBrings({
  e,
  zone,
  sheets,
  quiet,
  area,
  units,
  covered,
  mass,
  cost,
  curve,
}: {
  e: Evaluation;
  zone: BayResult['zone'];
  sheets: LaidSheets | null;
  quiet: BayQuiet;
  area: number;
  units: UnitSystem;
  covered: number;
  mass: number;
  cost: number;
  curve: BayCurve | null;
}) {
  return (
    <p className="border-l-[5px] border-chalk pl-3">
      {sheets ? (
        <>
          <b className="font-sign text-xl">{printLevel(quiet.change.likely)}</b> here (
          {levelBand(quiet.change)}) for {printMass(mass, units)} and {printMoney(cost)}:{' '}
          {printNumber((100 * covered) / area, 0)} % of the panel,{' '}
          {sheets.byHand ? 'laid by hand' : 'the share of its build-up'}.
        </>
      ) : (
        'Nothing is stuck here: it drums as it was found.'
      )}
      {sheets && (
        <span className="block text-[13px] text-faint">
          {[60, -10]
            .map(
              t =>
                `${printLevel(changeAt(quiet.panel, quiet.treatment, t, e.quiet.scale, zone.kind))} at ${printTemperature(t, units)}`,
            )
            .join(', ')}
          : butyl softens in the sun. {curve === null && 'No crown measured: the band is wider for it.'}
        </span>
      )}
    </p>
  );
}

function LayButtons({
  id,
  e,
  sheets,
  remove,
  addNext,
  addPlain,
  picked,
}: {
  id: string;
  e: Evaluation;
  sheets: LaidSheets | null;
  remove: (which: string) => void;
  addNext: () => void;
  addPlain: () => void;
  picked: Patch | null;
}) {
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Button look="strong" onClick={addNext}>
        <WandSparkles size={16} aria-hidden /> Add the next best sheet
      </Button>
      <Button onClick={addPlain}>
        <Plus size={16} aria-hidden /> a sheet
      </Button>
      {picked && (
        <Button onClick={() => remove(picked.id)}>
          <Trash2 size={16} aria-hidden /> take off {picked.id}
        </Button>
      )}
      {sheets?.byHand || e.bays.get(id)?.sheets?.byHand ? (
        <Button onClick={() => backToShare(id)}>
          <RotateCcw size={16} aria-hidden /> back to its share
        </Button>
      ) : null}
    </div>
  );
}

function BayHead({
  id,
  bay,
  quiet,
  units,
  curve,
  knock,
}: {
  id: string;
  bay: BayResult['bay'];
  quiet: BayQuiet;
  units: UnitSystem;
  curve: BayCurve | null;
  knock: Knock | undefined;
}) {
  return (
    <header>
      <h3 className="font-sign text-xl font-semibold">
        {id}{' '}
        <span className="font-sans text-[14px] font-normal text-faint">
          {printLength(bay.width.value, units)} × {printLength(bay.height.value, units)},{' '}
          {curve ? `crown ${printNumber(curve.radius, 1)} m` : 'flat'},{' '}
          {knock?.bare ? knock.bare.fact.sounds : 'not knocked'}
        </span>
      </h3>
      <p className="text-[13px] text-faint">
        Loss factor as found {printNumber(quiet.treatment.base, 3)}, {FROM[quiet.lossFrom]}.
      </p>
    </header>
  );
}

/** How sheets are laid on this bay, one after another. */
function layingOn({
  id,
  shell,
  e,
  sheets,
  quiet,
  library,
  setChosen,
  setRefused,
  stock,
  patches,
  size,
}: {
  id: string;
  shell: ReturnType<typeof useOpenDesign>['shell'];
  e: Evaluation;
  sheets: LaidSheets | null;
  quiet: BayQuiet;
  library: Library;
  setChosen: Dispatch<SetStateAction<string | null>>;
  setRefused: Dispatch<SetStateAction<string | null>>;
  stock: SheetStock;
  patches: readonly Patch[];
  size: ReturnType<typeof stockFor>;
}) {
  const lay = (what: string, change: (now: Patch[]) => Patch[]) => laySheets(what, id, sheets, stock, change);
  const put = (patch: Patch, what: string) =>
    lay(`sheet ${what}`, now => now.map(p => (p.id === patch.id ? patch : p)));
  const remove = (which: string) => {
    lay('sheet taken off', now => now.filter(p => p.id !== which));
    setChosen(null);
  };
  const addNext = () => {
    const next = nextSheet(e, shell, id, stock, library);
    setRefused(next ? null : `There is no place left on ${id} for a sheet worth sticking.`);
    if (!next) return;
    lay('next best sheet', now => [...now, next]);
    setChosen(next.id);
  };
  const addPlain = () => {
    const { rect } = quiet.panel;
    const patch: Patch = {
      id: freshId(
        patches.map(p => p.id),
        's',
      ),
      along: rect.x + rect.width / 2,
      up: rect.y + rect.height / 2,
      width: Math.min(size.width, rect.width),
      height: Math.min(size.length, rect.height),
      turn: 0,
    };
    lay('sheet', now => [...now, patch]);
    setChosen(patch.id);
  };
  return { put, remove, addNext, addPlain };
}

const pairs = (bare: readonly KnockTone[], after: readonly KnockTone[]) =>
  bare.slice(0, 8).map(b => ({ bare: b, after: after.find(a => a.m === b.m && a.n === b.n) ?? b }));

/** What of a panel's tones its crown makes. */
function crownWords({ panel }: BayQuiet, tones: readonly KnockTone[]): string {
  const made = tones.find(t => t.bending < 0.3);
  if (made)
    return `Its crown makes the tone at ${Math.round(made.frequency)} Hz: the skin stretches more than it bends there, and a sheet hardly damps it.`;
  const low = panel.panel.edges.map(edge => edge.modes.frequency[0] ?? 0);
  return `Lowest tone between ${Math.round(low[0]!)} Hz (edges hinged) and ${Math.round(low[1]!)} Hz (edges held fast); a flat panel’s tones are lower bounds, the least crown lifts them.`;
}
