import { closesJoints } from '@overcoat/core/buildup';
import { type BayResult, bayResult, type Evaluation } from '@overcoat/core/evaluate';
import type { Library } from '@overcoat/core/materials';
import type { Zone } from '@overcoat/core/model';
import type { VanYear } from '@overcoat/core/studies/cabin';
import { roomFace, runsDown } from '@overcoat/core/studies/damp';
import { dampWorking, type Working } from '@overcoat/core/studies/working';
import { printNumber, printTemperature } from '@overcoat/core/units';
import { buildsUp, dampMark, dampRank, dampWord } from '@overcoat/core/van/wetting';
import { type Dispatch, type SetStateAction, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { grams } from '../../format.ts';
import { BAND_NOTE, zoneSentence } from '../../sentences.ts';
import { useDesign } from '../../store/design.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { WorkingDialog } from '../../ui/WorkingDialog.tsx';
import { BandNote } from './BandNote.tsx';
import { WetCellVerdict } from './WetCellVerdict.tsx';

const rank = (e: Evaluation, bay: string) => dampRank(e.damp.bays.get(bay)!);

/** The bay of a zone that is worst off speaks for it. */
function worstOf(e: Evaluation, zone: Zone): BayResult {
  const ids = zone.bays.map(b => b.id);
  return bayResult(
    e,
    ids.reduce((a, b) => (rank(e, b) > rank(e, a) ? b : a)),
  );
}

/** A verdict for each zone in a sentence with its number, and why. */
export function DampZones({ year, onBay }: { year: VanYear | null; onBay(): void }) {
  const e = useEvaluation();
  const select = useDesign(s => s.select);
  const [working, setWorking] = useState<Working | null>(null);
  // What separates the ends of a band is computed for those who ask.
  const [opened, setOpened] = useState<string[]>([]);
  const design = useOpenDesign();
  const { library } = useLibrary();
  const order = e.heat.zones
    .map(z => ({ ...z, worst: worstOf(e, z.zone) }))
    .sort((a, b) => rank(e, b.worst.bay.id) - rank(e, a.worst.bay.id));
  return (
    <>
      {design.shell.uses
        .filter(u => u.kind === 'shower')
        .map(u => (
          <div key={u.id} className="border-b border-rule py-2">
            <WetCellVerdict use={u.id} />
          </div>
        ))}
      <ul className="flex flex-col">
        {order.map(({ zone, loss, worst }) => {
          return (
            <ZoneLine
              key={zone.id}
              year={year}
              onBay={onBay}
              e={e}
              select={select}
              setWorking={setWorking}
              opened={opened}
              setOpened={setOpened}
              design={design}
              library={library}
              zone={zone}
              loss={loss}
              worst={worst}
            />
          );
        })}
      </ul>
      <p className="mt-2 text-[13px] text-faint">
        Sentences by the months of ISO 13788, with sun and sky. {BAND_NOTE}
        {year
          ? ' What the whole year by the hour says stands under “why”.'
          : ' The year by the hour is under “Year”.'}
      </p>
      <WorkingDialog working={working} onClose={() => setWorking(null)} />
    </>
  );
}

function ZoneLine({
  year,
  onBay,
  e,
  select,
  setWorking,
  opened,
  setOpened,
  design,
  library,
  zone,
  loss,
  worst,
}: {
  year: VanYear | null;
  onBay: () => void;
  e: Evaluation;
  select: (bays: string[]) => void;
  setWorking: Dispatch<SetStateAction<Working | null>>;
  opened: string[];
  setOpened: Dispatch<SetStateAction<string[]>>;
  design: ReturnType<typeof useOpenDesign>;
  library: Library;
  zone: Zone;
  loss: number;
  worst: BayResult;
}) {
  return (
    <li className="border-b border-rule py-2">
      <p>
        <span className={buildsUp(worst.damp) ? 'text-signal' : ''}>
          {dampMark(worst.damp)} <b>{zone.name}</b>, {dampWord(worst.damp)}:
        </span>{' '}
        {zoneSentence(worst)}
      </p>
      <details
        onToggle={ev => {
          const { open } = ev.currentTarget;
          setOpened(was => (open ? [...was, zone.id] : was.filter(id => id !== zone.id)));
        }}
      >
        <summary className="cursor-pointer text-[13px] text-chalk underline">why</summary>
        <Why e={e} worst={worst} heatLoss={loss} year={year} />
        {worst.moisture && opened.includes(zone.id) && <BandNote id={worst.bay.id} />}
        <ZoneButtons
          onBay={onBay}
          e={e}
          select={select}
          setWorking={setWorking}
          design={design}
          library={library}
          worst={worst}
        />
      </details>
    </li>
  );
}

function ZoneButtons({
  onBay,
  e,
  select,
  setWorking,
  design,
  library,
  worst,
}: {
  onBay: () => void;
  e: Evaluation;
  select: (bays: string[]) => void;
  setWorking: Dispatch<SetStateAction<Working | null>>;
  design: ReturnType<typeof useOpenDesign>;
  library: Library;
  worst: BayResult;
}) {
  return (
    <div className="mt-1 flex gap-2">
      <Button
        small
        onClick={() => {
          select([worst.bay.id]);
          onBay();
        }}
      >
        look at {worst.bay.id}
      </Button>
      {worst.moisture && (
        <Button small onClick={() => setWorking(dampWorking(e, worst, design, library))}>
          working
        </Button>
      )}
    </div>
  );
}

function Why({
  e,
  worst,
  heatLoss,
  year,
}: {
  e: Evaluation;
  worst: BayResult;
  heatLoss: number;
  year: VanYear | null;
}) {
  const { brief } = useOpenDesign();
  const units = useUnits();
  const t = (celsius: number) => printTemperature(celsius, units);
  const m = worst.moisture;
  const face = roomFace(e, worst.bay.id);
  const part = year?.parts.find(p => p.bays.includes(worst.bay.id));
  return (
    <ul className="list-disc pl-5 text-[13px]">
      {m && (
        <li>
          On the design night {grams(m.nightDiffusion)} come through the layers and {grams(m.nightLeakage)}{' '}
          with air through open joints ({printNumber(m.seamLength, 1)} m of joint a m²
          {worst.buildUp && closesJoints(worst.buildUp)
            ? `, ${printNumber((1 - worst.buildUp.sealQuality) * 100, 0)} % of it missed`
            : ', none closed'}
          ) and ways round.
          {worst.wetEnd && ` At the wet end ${grams(worst.wetEnd.moisture.nightLeakage)} come with air.`}
        </li>
      )}
      {m && (
        <li>
          The skin stands at {t(m.skin)}, the cabin’s dew point is {t(e.damp.night.dewPoint)};{' '}
          {brief.nights.winter} winter nights a week put water in, the other hours take it out.
        </li>
      )}
      {face && (
        <li>
          Coldest place the room touches: {t(face.coldest)} at {face.where}
          {face.coldest < e.damp.night.dewPoint
            ? ', below the dew point: it sweats'
            : ', above the dew point'}
          . The zone loses {printNumber(heatLoss, 1)} W/K.
        </li>
      )}
      {part && (
        <li>
          By the hour, with sun: at most {grams(part.peaks[0]!)}
          {runsDown(part.runOff) &&
            ` and ${grams(part.runOff / part.peaks.length)} a year running down or dripping`}
          , steel wet {printNumber(part.wetness.hours, 0)} h a year ({part.wetness.class}).
        </li>
      )}
    </ul>
  );
}
