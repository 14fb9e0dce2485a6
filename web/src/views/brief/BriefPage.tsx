import { bayResult, type Evaluation } from '@overcoat/core/evaluate';
import { VAN_FIGURES } from '@overcoat/core/figures';
import type { Brief } from '@overcoat/core/model';
import {
  type Parsed,
  parseMass,
  parseNumber,
  parseTemperature,
  printMass,
  printNumber,
  printTemperature,
  type UnitSystem,
} from '@overcoat/core/units';
import { climateOf, climates, moistureProduction } from '@overcoat/core/van/climate';
import { buildsUp, DAMP_CLASSES, type DampState, dampMark, dampWord } from '@overcoat/core/van/wetting';
import type { ReactNode } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { FIGURES } from '../../figures/index.ts';
import { verdict } from '../../sentences.ts';
import { Legend } from '../../shell-map/Legend.tsx';
import { MapPanel } from '../../shell-map/MapPanel.tsx';
import { useDesign } from '../../store/design.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { parseMoney, printMoney } from '../../store/money.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Field } from '../../ui/Field.tsx';
import { MeasureField } from '../../ui/MeasureField.tsx';
import { Select } from '../../ui/Select.tsx';
import { AxleFields } from './AxleFields.tsx';
import { ClimateStrip } from './ClimateStrip.tsx';

const DAMP_FILL: Record<DampState, string> = {
  reckoning: 'var(--ticket)',
  bare: 'var(--ticket)',
  dry: 'var(--fibre)',
  dries: 'var(--wet)',
  grows: 'color-mix(in srgb, var(--chalk) 55%, var(--ticket))',
};

/** How the van is lived in; every figure of the design answers to it at once. */
export function Component() {
  const e = useEvaluation();
  const { brief } = useOpenDesign();
  const edit = useDesign(s => s.edit);
  const units = useUnits();
  const set = <K extends keyof Brief>(key: K, name: string, value: Brief[K]) => {
    edit(`brief: ${name}`, draft => {
      (draft.brief as Brief)[key] = value;
    });
    return null;
  };
  const number =
    (name: string, min: number, max: number, unit: string) =>
    (text: string): Parsed => {
      const read = parseNumber(text.replace(unit, '').trim());
      if (!read.ok || read.value < min || read.value > max)
        return { ok: false, message: `${name} must be a number from ${min} to ${max}.` };
      return read;
    };
  return (
    <>
      <WinterMap e={e} />
      <aside className="w-full shrink-0 overflow-auto border-rule bg-sheet p-5 lg:w-[520px] lg:border-l">
        <p className="border-l-[5px] border-chalk bg-table px-4 py-2 text-[15px]">{verdict(e)}</p>
        <WhereAndWhen brief={brief} units={units} set={set} />
        <ClimateStrip climate={climateOf(brief.climate)} designNight={brief.designNight} />
        <Nights brief={brief} set={set} number={number} />
        <LivingAboard e={e} brief={brief} units={units} set={set} number={number} />
        {(brief.heating === 'unflued gas' || brief.cooking === 'gas') && (
          <p className="mt-1 border-l-[5px] border-signal pl-3 text-[13px]">
            Burning gas inside makes water and carbon monoxide: fixed ventilation stays open, alarms fitted,
            fitting by a licensed trade under your local rules.
          </p>
        )}
        <Limits brief={brief} units={units} set={set} />
        <Excess />
        <AxleFields />
        <QuietForWhat brief={brief} set={set} />
        <Group title="What matters">
          {(['warmth', 'dryness', 'quiet', 'weight', 'cost', 'headroom'] as const).map(key => (
            <Weight
              key={key}
              label={key}
              value={brief.priorities[key]}
              onChange={to => set('priorities', `${key} matters`, { ...brief.priorities, [key]: to })}
            />
          ))}
        </Group>
      </aside>
    </>
  );
}

function Nights({
  brief,
  set,
  number,
}: {
  brief: ReturnType<typeof useOpenDesign>['brief'];
  set: <K extends keyof Brief>(key: K, name: string, value: Brief[K]) => null;
  number: (name: string, min: number, max: number, unit: string) => (text: string) => Parsed;
}) {
  return (
    <Group title="Nights a week aboard" columns="grid-cols-4">
      {(['winter', 'spring', 'summer', 'autumn'] as const).map(season => (
        <Field
          key={season}
          label={season}
          shown={printNumber(brief.nights[season], Number.isInteger(brief.nights[season]) ? 0 : 1)}
          parse={number('Nights a week', 0, 7, 'nights')}
          onCommit={v => set('nights', `nights in ${season}`, { ...brief.nights, [season]: v })}
        />
      ))}
    </Group>
  );
}

function WinterMap({ e }: { e: Evaluation }) {
  return (
    <MapPanel
      title="What the winter does to each bay"
      paint={(bay, zone) => {
        const result = bayResult(e, bay.id);
        return {
          fill: DAMP_FILL[result.damp],
          small: dampMark(result.damp),
          says: `${zone.name}, ${dampWord(result.damp)}`,
          alert: e.damp.worst === bay.id && buildsUp(result.damp),
        };
      }}
      legend={
        <Legend
          swatches={(['bare', ...DAMP_CLASSES] as const).map(d => ({
            fill: DAMP_FILL[d],
            says: `${dampMark(d)} ${dampWord(d)}`,
          }))}
        />
      }
    />
  );
}

function QuietForWhat({
  brief,
  set,
}: {
  brief: ReturnType<typeof useOpenDesign>['brief'];
  set: <K extends keyof Brief>(key: K, name: string, value: Brief[K]) => null;
}) {
  return (
    <Group
      title="Quiet for what"
      note="Weighs the drumming of floor, walls, roof and doors in the ledger’s “quiet”."
      columns="grid-cols-2 sm:grid-cols-4"
    >
      {(
        [
          ['road', 'rough roads'],
          ['rain', 'rain on the roof'],
          ['doors', 'doors'],
          ['traffic', 'sleeping by traffic'],
        ] as const
      ).map(([key, label]) => (
        <Weight
          key={key}
          label={label}
          value={brief.noises[key]}
          onChange={to => set('noises', `${label} counts`, { ...brief.noises, [key]: to })}
        />
      ))}
    </Group>
  );
}

function Limits({
  brief,
  units,
  set,
}: {
  brief: ReturnType<typeof useOpenDesign>['brief'];
  units: UnitSystem;
  set: <K extends keyof Brief>(key: K, name: string, value: Brief[K]) => null;
}) {
  return (
    <Group title="Limits">
      <Field
        label="Payload left"
        shown={printMass(brief.payload, units)}
        parse={text => parseMass(text, units)}
        onCommit={v => (v > 5000 ? 'At most 5000 kg.' : set('payload', 'payload', v))}
        note="weigh the vehicle"
      />
      <Field
        label="Budget"
        shown={printMoney(brief.budget)}
        parse={parseMoney}
        onCommit={v => (v > 100_000 ? `At most ${printMoney(100_000)}.` : set('budget', 'budget', v))}
      />
      <MeasureField
        label="Head height needed"
        value={brief.headHeight}
        min={0.8}
        max={2.4}
        onMeasure={v => set('headHeight', 'head height', v)}
      />
    </Group>
  );
}

function LivingAboard({
  e,
  brief,
  units,
  set,
  number,
}: {
  e: Evaluation;
  brief: ReturnType<typeof useOpenDesign>['brief'];
  units: UnitSystem;
  set: <K extends keyof Brief>(key: K, name: string, value: Brief[K]) => null;
  number: (name: string, min: number, max: number, unit: string) => (text: string) => Parsed;
}) {
  return (
    <Group
      title="Living aboard"
      note={`People and cooking give off ${printNumber(moistureProduction(brief) * 3600 * 1000 * 12, 0)} g of water a night; the cabin’s dew point on the design night is ${printTemperature(e.damp.night.dewPoint, units)}.`}
    >
      <Field
        label="People"
        shown={String(brief.people)}
        parse={text => whole(number('People', 1, 8, 'people')(text))}
        onCommit={v => set('people', 'people', v)}
      />
      <Select
        label="Cooking"
        value={brief.cooking}
        onChange={ev => set('cooking', 'cooking', ev.target.value as Brief['cooking'])}
      >
        <option value="none">none inside</option>
        <option value="electric">electric</option>
        <option value="gas">gas</option>
      </Select>
      <Select
        label="Heating"
        value={brief.heating}
        onChange={ev => set('heating', 'heating', ev.target.value as Brief['heating'])}
      >
        <option value="none">none</option>
        <option value="dry">flued or electric (dry)</option>
        <option value="unflued gas">unflued gas (wet)</option>
      </Select>
      <Field
        label="Fresh air, l/s"
        shown={`${printNumber(brief.ventilation, 0)} l/s`}
        parse={number('Fresh air', 1, 100, 'l/s')}
        onCommit={v => set('ventilation', 'ventilation', v)}
      />
    </Group>
  );
}

function WhereAndWhen({
  brief,
  units,
  set,
}: {
  brief: ReturnType<typeof useOpenDesign>['brief'];
  units: UnitSystem;
  set: <K extends keyof Brief>(key: K, name: string, value: Brief[K]) => null;
}) {
  return (
    <Group title="Where and when">
      <Select
        label="Climate"
        value={brief.climate}
        onChange={ev => set('climate', 'climate', ev.target.value as Brief['climate'])}
      >
        {climates.map(c => (
          <option key={c.id} value={c.id}>
            {c.label}
          </option>
        ))}
      </Select>
      <Field
        label="Design night, outside"
        shown={printTemperature(brief.designNight, units)}
        parse={text =>
          inRange(
            parseTemperature(text, units),
            -45,
            25,
            `The design night must be from ${printTemperature(-45, units)} to ${printTemperature(25, units)}.`,
          )
        }
        onCommit={v =>
          v >= brief.cabin
            ? `A night of ${printTemperature(v, units)} is no colder than the cabin, ${printTemperature(brief.cabin, units)}: enter a colder one.`
            : set('designNight', 'design night', v)
        }
        note="the coldest night you plan for"
      />
      <Field
        label="Cabin while you are in"
        shown={printTemperature(brief.cabin, units)}
        parse={text =>
          inRange(
            parseTemperature(text, units),
            5,
            28,
            `The cabin must be from ${printTemperature(5, units)} to ${printTemperature(28, units)}.`,
          )
        }
        onCommit={v =>
          v <= brief.designNight
            ? `A cabin of ${printTemperature(v, units)} is no warmer than the night, ${printTemperature(brief.designNight, units)}: enter a warmer one.`
            : set('cabin', 'cabin', v)
        }
      />
    </Group>
  );
}

const inRange = (read: Parsed, min: number, max: number, message: string): Parsed =>
  read.ok && (read.value < min || read.value > max) ? { ok: false, message } : read;
const whole = (read: Parsed): Parsed =>
  read.ok && !Number.isInteger(read.value)
    ? { ok: false, message: 'People must be a whole number from 1 to 8.' }
    : read;

const WEIGHTS = ['not at all', 'a little', 'much', 'most'];

/** How much something counts, 0 to 3. */
function Weight({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number;
  onChange: (value: number) => void;
}) {
  return (
    <Select label={label} value={value} onChange={ev => onChange(Number(ev.target.value))}>
      {WEIGHTS.map((word, weight) => (
        <option key={word} value={weight}>
          {word}
        </option>
      ))}
    </Select>
  );
}

function Group({
  title,
  note,
  columns = 'grid-cols-2 sm:grid-cols-3',
  children,
}: {
  title: string;
  note?: string;
  columns?: string;
  children: ReactNode;
}) {
  return (
    <fieldset className="mt-5 border-t border-rule pt-2">
      <legend className="pr-3 font-sign text-lg font-semibold">{title}</legend>
      <div className={`grid gap-x-3 gap-y-1 ${columns}`}>{children}</div>
      {note && <p className="text-[13px] text-faint">{note}</p>}
    </fieldset>
  );
}

/** By how much the design goes over its limits, beside the limits themselves. */
function Excess() {
  const e = useEvaluation();
  const design = useOpenDesign();
  const units = useUnits();
  const { library } = useLibrary();
  const over = FIGURES.filter(f => VAN_FIGURES[f.key].limit && f.alert(e, design));
  return over.map(f => (
    <p key={f.key} role="note" className="mt-1 border-l-[5px] border-signal pl-3 font-medium text-signal">
      {f.name[0]!.toUpperCase() + f.name.slice(1)} {f.print(f.of(e, library), units)}:{' '}
      {f.note(e, design, units, library)}.
    </p>
  ));
}
