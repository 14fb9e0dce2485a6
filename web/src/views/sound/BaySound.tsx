import { type LaidSheets, sheetArea, sheetMistakes } from '@overcoat/core/buildup';
import type { BayQuiet, BayResult, Evaluation } from '@overcoat/core/evaluate';
import { type Library, materialOf, stockFor } from '@overcoat/core/materials';
import type { Patch } from '@overcoat/core/model';
import { nextSheet, type SheetStock } from '@overcoat/core/studies/deaden';
import { bareTones, type KnockTone, tonesOfBay } from '@overcoat/core/studies/knocks';
import { type BayCurve, bayCurve } from '@overcoat/core/survey/geometry';
import { printLength, printMass, printNumber, printTemperature } from '@overcoat/core/units';
import { changeAt } from '@overcoat/core/van/quiet';
import { Plus, RotateCcw, Trash2, WandSparkles } from 'lucide-react';
import { useMemo, useState } from 'react';
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

/** A bay whose panel swings, and the sheets it has. */
interface Laid {
  id: string;
  e: Evaluation;
  zone: BayResult['zone'];
  bay: BayResult['bay'];
  quiet: BayQuiet;
  area: number;
  /** Null where nothing is stuck. */
  sheets: LaidSheets | null;
  patches: readonly Patch[];
  /** What is laid next: what lies here, or what the library has for it. */
  stock: SheetStock;
  curve: BayCurve | null;
}

/** One bay: its sheets to scale, what they change by octave, how it swings, and what they weigh and cost. */
export function BaySound({ id }: { id: string }) {
  const { shell } = useOpenDesign();
  const e = useEvaluation();
  const { bay, zone, sheets, quiet, area } = useBay(id);
  const { library } = useLibrary();
  const stock = sheets ?? usualSheet(library);
  if (!quiet)
    return (
      <p>
        {shell.skin.thickness.value > 0
          ? `Openings leave ${id} no field to swing: nothing to deaden here.`
          : 'The skin has no thickness: give it one in the Survey, and the panels can swing.'}
      </p>
    );
  if (!stock) return <p>The library has no material for damping.</p>;
  const patches = sheets?.patches ?? [];
  return <Swinging laid={{ id, e, zone, bay, quiet, area, sheets, patches, stock, curve: bayCurve(bay) }} />;
}

function Swinging({ laid }: { laid: Laid }) {
  const { bay, zone, quiet, patches } = laid;
  const [tone, setTone] = useState<{ m: number; n: number } | null>(null);
  const tones = useMemo(() => ({ bare: bareTones(quiet), after: tonesOfBay(quiet) }), [quiet]);
  const laying = useLaying(laid);
  const { picked, choose, put, remove, refused } = laying;
  return (
    <div className="flex flex-col gap-4">
      <BayHead laid={laid} />
      <SheetBoard
        zone={zone}
        bay={bay}
        field={quiet.panel.rect}
        patches={patches}
        chosen={picked?.id ?? null}
        onChoose={choose}
        onPut={put}
        onRemove={remove}
        tone={tone}
      />
      <LayButtons laid={laid} laying={laying} />
      {refused && <p className="text-signal">{refused}</p>}
      {picked && <PatchFields patch={picked} bay={bay} onPut={put} />}
      {sheetMistakes(bay, patches).map(m => (
        <p key={m.patch + m.message} role="alert" className="font-medium text-signal">
          ! {m.message}
        </p>
      ))}
      <WhatItBrings laid={laid} />
      <OctavePlot quiet={quiet} kind={zone.kind} />
      <TonePictures tones={pairs(tones.bare, tones.after)} chosen={tone} onChoose={setTone} />
      <p className="text-[13px] text-faint">{crownWords(quiet, tones.bare)}</p>
    </div>
  );
}

/** What the sheets of a bay cover, weigh and cost: m², kg, the library's money. */
function amountsOf({ bay, patches, stock }: Laid, library: Library) {
  const material = materialOf(library, stock.material);
  const size = stockFor(material, stock.thickness);
  const covered = sheetArea(bay, patches);
  const mass = covered * stock.thickness * material.density;
  return { covered, mass, cost: (covered * size.price) / (size.perPack * size.width * size.length) };
}

function WhatItBrings({ laid }: { laid: Laid }) {
  const { e, zone, sheets, quiet, area, curve } = laid;
  const { library } = useLibrary();
  const units = useUnits();
  if (!sheets)
    return (
      <p className="border-l-[5px] border-chalk pl-3">Nothing is stuck here: it drums as it was found.</p>
    );
  const { covered, mass, cost } = amountsOf(laid, library);
  const at = (t: number) =>
    `${printLevel(changeAt(quiet.panel, quiet.treatment, t, e.quiet.scale, zone.kind))} at ${printTemperature(t, units)}`;
  return (
    <p className="border-l-[5px] border-chalk pl-3">
      <b className="font-sign text-xl">{printLevel(quiet.change.likely)}</b> here ({levelBand(quiet.change)})
      for {printMass(mass, units)} and {printMoney(cost)}: {printNumber((100 * covered) / area, 0)} % of the
      panel, {sheets.byHand ? 'laid by hand' : 'the share of its build-up'}.
      <span className="block text-[13px] text-faint">
        {[60, -10].map(at).join(', ')}: butyl softens in the sun.{' '}
        {curve === null && 'No crown measured: the band is wider for it.'}
      </span>
    </p>
  );
}

function LayButtons({ laid, laying }: { laid: Laid; laying: Laying }) {
  const { id, e, sheets } = laid;
  const { picked, remove, addNext, addPlain } = laying;
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

function BayHead({ laid: { id, bay, quiet, curve } }: { laid: Laid }) {
  const units = useUnits();
  const knock = useFacts().knocks.get(id);
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

type Laying = ReturnType<typeof useLaying>;

/** How sheets are laid on this bay, one after another. */
function useLaying({ id, e, sheets, patches, quiet, stock }: Laid) {
  const { shell } = useOpenDesign();
  const { library } = useLibrary();
  const [chosen, choose] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const lay = (what: string, change: (now: Patch[]) => Patch[]) => laySheets(what, id, sheets, stock, change);
  const add = (what: string, patch: Patch) => {
    lay(what, now => [...now, patch]);
    choose(patch.id);
  };
  return {
    refused,
    choose,
    picked: patches.find(p => p.id === chosen) ?? null,
    put: (patch: Patch, what: string) =>
      lay(`sheet ${what}`, now => now.map(p => (p.id === patch.id ? patch : p))),
    remove(which: string) {
      lay('sheet taken off', now => now.filter(p => p.id !== which));
      choose(null);
    },
    addNext() {
      const next = nextSheet(e, shell, id, stock, library);
      setRefused(next ? null : `There is no place left on ${id} for a sheet worth sticking.`);
      if (next) add('next best sheet', next);
    },
    addPlain() {
      const { rect } = quiet.panel;
      const size = stockFor(materialOf(library, stock.material), stock.thickness);
      const taken = patches.map(p => p.id);
      add('sheet', {
        id: freshId(taken, 's'),
        along: rect.x + rect.width / 2,
        up: rect.y + rect.height / 2,
        width: Math.min(size.width, rect.width),
        height: Math.min(size.length, rect.height),
        turn: 0,
      });
    },
  };
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
