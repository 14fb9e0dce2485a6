import { guess, type Measurement, type Shell } from '@overcoat/core/model';
import type { AxleLoads } from '@overcoat/core/order/load';
import { parseMass, printLength, printMass, type UnitSystem } from '@overcoat/core/units';
import type { JSX } from 'react/jsx-runtime';
import { useEvaluation } from '../../store/evaluation.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { editShell } from '../../store/reshape.ts';
import { Button } from '../../ui/Button.tsx';
import { Field } from '../../ui/Field.tsx';
import { MeasureField } from '../../ui/MeasureField.tsx';
import { right, Table } from '../../ui/Table.tsx';

type Axles = NonNullable<Shell['axles']>;

/** Axle loads off the weighbridge and the plate, and what the build adds to each. */
export function AxleFields() {
  const { shell } = useOpenDesign();
  const { axles: loads } = useEvaluation().load;
  const units = useUnits();
  const put = (label: string, axles: Axles) => editShell(label, s => ({ ok: true, shell: { ...s, axles } }));
  const { axles } = shell;
  if (!axles || !loads) return <NoAxles shell={shell} put={put} />;
  const kg = (label: string, value: number, onPut: (v: number) => Axles) => (
    <Field
      label={label}
      shown={printMass(value, units)}
      parse={text => parseMass(text, units)}
      onCommit={v => (v > 10_000 ? 'At most 10 000 kg.' : put(label, onPut(v)))}
    />
  );
  const rows = [
    ['front axle', 'front'],
    ['rear axle', 'rear'],
    ['whole', 'whole'],
  ] as const;
  return (
    <section className="mt-4" data-testid="axles">
      <h3 className="text-lg">Axles</h3>
      <AxleSizes put={put} axles={axles} kg={kg} />
      <Table
        caption="Load on each axle"
        look="page"
        className="mt-2"
        heads={['as built', right('empty'), right('with what is added'), right('plate')]}
      >
        {rows.map(([name, key]) => {
          const empty = key === 'whole' ? axles.empty.front + axles.empty.rear : axles.empty[key];
          const over = loads.over[key];
          return (
            <AxleRow
              key={key}
              loads={loads}
              units={units}
              axles={axles}
              name={name}
              axle={key}
              empty={empty}
              over={over}
            />
          );
        })}
      </Table>
      <p className="mt-1 text-[13px] text-faint">
        What is added has its middle {printLength(loads.centre, units)} behind the front axle. People, water,
        furniture and load are not in it: weigh the vehicle as it travels.
      </p>
    </section>
  );
}

function AxleSizes({
  put,
  axles,
  kg,
}: {
  put: (label: string, axles: Axles) => string | null;
  axles: {
    wheelbase: Measurement;
    floorAfter: Measurement;
    empty: { front: number; rear: number };
    plated: { front: number; rear: number; whole: number };
  };
  kg: (label: string, value: number, onPut: (v: number) => Axles) => JSX.Element;
}) {
  return (
    <div className="mt-1 grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-4">
      <MeasureField
        label="wheelbase"
        value={axles.wheelbase}
        min={1}
        max={6}
        onMeasure={wheelbase => put('wheelbase', { ...axles, wheelbase })}
      />
      <MeasureField
        label="front axle to load floor"
        value={axles.floorAfter}
        max={4}
        onMeasure={floorAfter => put('front axle to load floor', { ...axles, floorAfter })}
      />
      {kg('empty, front', axles.empty.front, front => ({ ...axles, empty: { ...axles.empty, front } }))}
      {kg('empty, rear', axles.empty.rear, rear => ({ ...axles, empty: { ...axles.empty, rear } }))}
      {kg('plate, front', axles.plated.front, front => ({
        ...axles,
        plated: { ...axles.plated, front },
      }))}
      {kg('plate, rear', axles.plated.rear, rear => ({ ...axles, plated: { ...axles.plated, rear } }))}
      {kg('plate, whole', axles.plated.whole, whole => ({
        ...axles,
        plated: { ...axles.plated, whole },
      }))}
    </div>
  );
}

function NoAxles({
  shell,
  put,
}: {
  shell: ReturnType<typeof useOpenDesign>['shell'];
  put: (label: string, axles: Axles) => string | null;
}) {
  return (
    <section className="mt-4">
      <h3 className="text-lg">Axles</h3>
      <p className="text-[13px] text-faint">
        With the wheelbase, the plate and a weighbridge slip, what each axle carries is reckoned as you build.
      </p>
      <Button
        small
        className="mt-1"
        onClick={() =>
          put('axles entered', {
            wheelbase: guess(Math.round((shell.length.value + 0.6) * 100) / 100),
            floorAfter: guess(1.3),
            empty: { front: 0, rear: 0 },
            plated: { front: 0, rear: 0, whole: 0 },
          })
        }
      >
        Enter axle weights
      </Button>
    </section>
  );
}

function AxleRow({
  loads,
  units,
  axles,
  name,
  axle,
  empty,
  over,
}: {
  loads: AxleLoads;
  units: UnitSystem;
  axles: Axles;
  name: 'whole' | 'front axle' | 'rear axle';
  axle: 'front' | 'rear' | 'whole';
  empty: number;
  over: number;
}) {
  return (
    <tr className="border-t border-rule">
      <td>{name}</td>
      <td className="text-right">{empty > 0 ? printMass(empty, units) : 'not weighed'}</td>
      <td className={`text-right font-medium ${over > 0 ? 'text-signal' : ''}`}>
        {empty > 0 ? '' : '+'}
        {printMass(loads.built[axle], units)}
        {over > 0 && `, ${printMass(over, units)} over`}
      </td>
      <td className="text-right">{axles.plated[axle] > 0 ? printMass(axles.plated[axle], units) : '–'}</td>
    </tr>
  );
}
