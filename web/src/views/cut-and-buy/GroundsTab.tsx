import type { Design, Zone } from '@overcoat/core/model';
import type { Spacing } from '@overcoat/core/order/grounds';
import type { CutPiece } from '@overcoat/core/order/pieces';
import { printLength, printNumber, type UnitSystem } from '@overcoat/core/units';
import type { Grounds } from '@overcoat/jobs/cut';
import type { ColumnDef } from '@tanstack/react-table';
import { type ReactNode, useMemo } from 'react';
import { editBuildUp } from '../../store/edits.ts';
import { printMoney } from '../../store/money.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { GroundsDrawing } from './GroundsDrawing.tsx';

interface Props {
  grounds: Grounds | null;
  pieces: readonly CutPiece[];
  zone: Zone;
  onZone(id: string): void;
}

/** Zones that are lined on ribs or battens. */
const LINED: readonly Zone['kind'][] = [
  'floor',
  'wall',
  'ceiling',
  'sliding door',
  'rear door',
  'bulkhead',
  'partition',
  'cab overhead',
];

const lined = ({ shell }: Pick<Design, 'shell'>): Zone[] => shell.zones.filter(z => LINED.includes(z.kind));

/** The zone whose grounds are shown: the chosen one, or the floor. */
export const groundsZone = (design: Pick<Design, 'shell'>, chosen: string | null): Zone =>
  design.shell.zones.find(z => z.id === chosen) ?? lined(design)[0] ?? design.shell.zones[0]!;

const WHY: Record<Spacing['fails'][number], string> = {
  gives: 'gives',
  'gives at a cut-out': 'gives at a cut-out',
  hangs: 'hangs through',
  drums: 'drums',
  cracks: 'cracks',
  pulls: 'pulls loose',
};

/** What bears the boards of a zone: drawn as the wall is before it is lined, and what another spacing would come to. */
export function GroundsTab({ grounds, pieces, zone, onZone }: Props) {
  const design = useOpenDesign();
  const variant = useVariant();
  const own = grounds?.spacings.filter(s => s.zone === zone.id && s.options.length > 0) ?? [];
  return (
    <div className="mt-3">
      <div role="listbox" aria-label="Grounds of" className="no-print flex flex-wrap gap-1">
        {lined(design).map(z => (
          <button
            key={z.id}
            type="button"
            role="option"
            aria-selected={z.id === zone.id}
            onClick={() => onZone(z.id)}
            className={`min-h-8 rounded-[4px] border px-2 ${z.id === zone.id ? 'border-ink bg-ticket font-medium' : 'border-rule text-faint hover:bg-wet'}`}
          >
            {z.name}
          </button>
        ))}
      </div>
      {own.map(s => (
        <SpacingVerdict key={s.buildUp} options={s.options} zone={zone} />
      ))}
      {grounds && own.length === 0 && (
        <p className="mt-3 border-l-4 border-chalk pl-2.5 text-lg font-medium">
          No battens here: linings are screwed to the ribs. Give its build-up a batten layer under Build-ups
          where they shall stand on wood.
        </p>
      )}
      <GroundsDrawing zone={zone} pieces={pieces} />
      {own.map(s => (
        <SpacingTable
          key={s.buildUp}
          options={s.options}
          name={variant.design.buildUps.find(b => b.id === s.buildUp)?.name ?? s.buildUp}
          buildUp={s.buildUp}
        />
      ))}
    </div>
  );
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const hours = ([least, likely, most]: Spacing['hours']): string =>
  `${printNumber(likely, 1)} h (${printNumber(least, 1)} to ${printNumber(most, 1)})`;

/** What the battens take now, and whether others would take less. */
function SpacingVerdict({ options, zone }: { options: Spacing[]; zone: Zone }) {
  const units = useUnits();
  const now = options.find(o => o.now)!;
  const best = options.find(o => o.best)!;
  const weak = now.fails.map(f => WHY[f]).join(', ');
  return (
    <p className={`mt-3 border-l-4 pl-2.5 text-lg font-medium ${weak ? 'border-signal' : 'border-chalk'}`}>
      {capital(zone.name)}: {now.battens} battens every {printLength(now.spacing, units)}, {hours(now.hours)}{' '}
      of work. {weak && `! Over that the lining ${weak}. `}
      {now.best
        ? 'No other spacing that is stiff enough takes less.'
        : best.fails.length > 0
          ? 'No spacing makes this lining stiff enough: take a thicker one.'
          : `Every ${printLength(best.spacing, units)} takes ${best.battens} and ${hours(best.hours)}${weak ? ', and is stiff enough' : ', and stays stiff enough'}.`}
    </p>
  );
}

function SpacingTable({ options, name, buildUp }: { options: Spacing[]; name: string; buildUp: string }) {
  const units = useUnits();
  const columns = useMemo(() => columnsOf(options, units, buildUp, name), [options, units, buildUp, name]);
  return (
    <div className="mt-4 overflow-x-auto">
      <DataTable
        rows={options}
        columns={columns}
        caption={`Spacings of ${name}`}
        rowKey={o => `${o.spacing}`}
        isChosen={o => o.now}
      />
      <p className="mt-1 text-[13px] text-faint">
        Battens stand on every rib besides and share the space between evenly. Work: a batten 6 to 16 minutes,
        a ground of its own under an edge 8 to 20, a board 2 to 5 and a new size 4 to 10; common practice.
        Stiffness by plate formulas from support to support.
      </p>
    </div>
  );
}

const column = (
  id: string,
  header: string,
  value: (o: Spacing) => number,
  print: (o: Spacing) => ReactNode,
  under?: (o: Spacing) => ReactNode,
): ColumnDef<Spacing, unknown> => ({
  id,
  header,
  accessorFn: value,
  meta: { number: true },
  cell: ({ row: { original: o } }) => (
    <>
      {print(o)}
      {under && <span className="block text-[13px] whitespace-nowrap text-faint">{under(o)}</span>}
    </>
  ),
});

/** What only some zones have: boards, edges on wood, cross-pieces, marks. */
const COUNTED: readonly { when(o: Spacing): number; column: ColumnDef<Spacing, unknown> }[] = [
  {
    when: o => o.boards,
    column: column(
      'boards',
      'boards',
      o => o.boards,
      o => o.boards,
      o => `${o.sizes} sizes`,
    ),
  },
  {
    when: o => o.edges,
    column: column(
      'edges',
      'edges on wood',
      o => o.edgesMet,
      o => `${o.edgesMet} of ${o.edges}`,
    ),
  },
  {
    when: o => o.cross,
    column: column(
      'cross',
      'cross-pieces',
      o => o.cross,
      o => o.cross,
    ),
  },
  {
    when: o => o.marks,
    column: column(
      'marks',
      'marks on wood',
      o => o.marksMet,
      o => `${o.marksMet} of ${o.marks}`,
    ),
  },
];

const LINING: ColumnDef<Spacing, unknown> = {
  id: 'lining',
  header: 'lining',
  accessorFn: o => o.fails.length,
  cell: ({ row: { original: o } }) =>
    o.fails.length > 0 ? (
      <span className="font-medium text-signal">! {o.fails.map(f => WHY[f]).join(', ')}</span>
    ) : (
      'stiff enough'
    ),
};

const columnsOf = (
  options: readonly Spacing[],
  units: UnitSystem,
  buildUp: string,
  name: string,
): ColumnDef<Spacing, unknown>[] => {
  const run = (m: number) =>
    units === 'metric' ? `${printNumber(m, 1)} m` : `${printNumber(m / 0.3048)} ft`;
  return [
    column(
      'spacing',
      'every',
      o => o.spacing,
      o => <b>{printLength(o.spacing, units)}</b>,
    ),
    column(
      'battens',
      'battens',
      o => o.battens,
      o => o.battens,
      o => `${printLength(o.widest, units)} apart`,
    ),
    ...COUNTED.filter(c => options.some(o => c.when(o) > 0)).map(c => c.column),
    column(
      'timber',
      'timber',
      o => o.metres,
      o => run(o.metres),
      o => `${printNumber(o.mass, 1)} kg, ${printMoney(Math.round(o.cost))}`,
    ),
    column(
      'hours',
      'work',
      o => o.hours[1],
      o => `${printNumber(o.hours[1], 1)} h`,
      o => `${printNumber(o.hours[0], 1)} to ${printNumber(o.hours[2], 1)}`,
    ),
    LINING,
    {
      id: 'use',
      header: '',
      enableSorting: false,
      cell: ({ row: { original: o } }) =>
        o.now ? 'as it is' : <TakeIt units={units} buildUp={buildUp} name={name} o={o} />,
    },
  ];
};

function TakeIt({
  units,
  buildUp,
  name,
  o,
}: {
  units: UnitSystem;
  buildUp: string;
  name: string;
  o: Spacing;
}) {
  return (
    <span className="whitespace-nowrap">
      <Button
        small
        aria-label={`Battens every ${printLength(o.spacing, units)}`}
        onClick={() =>
          editBuildUp(`${name}: battens every ${printLength(o.spacing, units)}`, buildUp, b => {
            const batten = b.layers.find(l => l.role === 'batten');
            if (batten) Object.assign(batten, { spacing: o.spacing });
          })
        }
      >
        take it
      </Button>
      {o.best && <span className="block text-[13px] text-faint">fewest hours of the stiff</span>}
    </span>
  );
}
