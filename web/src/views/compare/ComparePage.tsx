import { schools } from '@overcoat/core/buildup';
import { bayResult, type Evaluation, worstBay } from '@overcoat/core/evaluate';
import type { Library } from '@overcoat/core/materials';
import type { Variant } from '@overcoat/core/model';
import { HALF_GRAM } from '@overcoat/core/tolerance';
import { printNumber, type UnitSystem } from '@overcoat/core/units';
import { DAMP_CLASSES, dampMark, dampWord } from '@overcoat/core/van/wetting';
import type { ColumnDef } from '@tanstack/react-table';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useLibrary } from '../../api/queries.ts';
import { bestOf, FIGURES, type Figure } from '../../figures/index.ts';
import { days, grams } from '../../format.ts';
import { Legend, TEXTURE_SWATCHES } from '../../shell-map/Legend.tsx';
import { MapPanel } from '../../shell-map/MapPanel.tsx';
import { textureOf, textureWord } from '../../shell-map/textures.tsx';
import { useDesign } from '../../store/design.ts';
import { evaluation, useEvaluation, useSettling } from '../../store/evaluation.ts';
import { useHeard } from '../../store/heard.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { DataTable } from '../../ui/DataTable.tsx';
import { DifferenceSection } from './DifferenceSection.tsx';
import { ProposalSection } from './ProposalSection.tsx';

interface Row {
  letter: string;
  variant: Variant;
  e: Evaluation;
}

/** Variants side by side: the same van, the same life, other choices. */
export function Component() {
  const design = useOpenDesign();
  const { library } = useLibrary();
  const heard = useHeard();
  const units = useUnits();
  const chosen = useVariant();
  const now = useEvaluation();
  const chooseVariant = useDesign(s => s.chooseVariant);
  const [against, setAgainst] = useState('');
  const version = useSettling();
  // biome-ignore lint/correctness/useExhaustiveDependencies: what has come in is asked for anew.
  const rows = useMemo<Row[]>(
    () =>
      design.variants.map((variant, i) => ({
        letter: String.fromCharCode(65 + i),
        variant,
        e: evaluation(design, variant.design, library, heard, variant.id, true),
      })),
    [design, library, heard, version],
  );
  const columns = useColumns({ design, library, units, chooseVariant, rows });
  const other = rows.find(r => r.variant.id === against && r.variant.id !== chosen.id);
  return (
    <div className="flex min-w-0 grow flex-col overflow-auto">
      <ProposalSection />
      <p className="no-print border-b border-rule bg-sheet px-5 py-2">
        <Link to="../disputes" relative="path" className="text-chalk underline">
          Ten disputes, answered for this van
        </Link>
      </p>
      <section className="relative shrink-0 overflow-x-auto bg-sheet px-5 py-4">
        <p className="mb-2 max-w-4xl text-[16px]">{argument(rows)}</p>
        <DataTable
          rows={rows}
          columns={columns}
          caption="Variants compared"
          rowKey={r => r.variant.id}
          isChosen={r => r.variant.id === chosen.id}
        />
        <p className="mt-2 text-[13px] text-faint">
          Winter water is the most in any bay as things usually turn out, growth and drying those of the
          worst; at the wet end with joints, what is missed of them and ways round the barrier at their worst.
          ✓ marks the best of a column. Heat loss of bays, windows, ribs, edges and cab; quiet is drumming,
          weighted by use.
        </p>
      </section>
      <DifferenceSection against={against} onAgainst={setAgainst} />
      <div className="flex min-h-[600px] grow">
        <ComparedMap library={library} chosen={chosen} now={now} other={other} />
      </div>
    </div>
  );
}

function ComparedMap({
  library,
  chosen,
  now,
  other,
}: {
  library: Library;
  chosen: ReturnType<typeof useVariant>;
  now: Evaluation;
  other: Row | undefined;
}) {
  return (
    <MapPanel
      title={
        other
          ? `${chosen.name} instead of ${other.variant.name}: U-values, W/m²K`
          : `${chosen.name}: worst bay ${now.damp.worst ?? '–'}`
      }
      paint={(bay, zone) => {
        const r = bayResult(now, bay.id);
        const texture = textureOf(r.buildUp, library);
        const change = other ? now.heat.bays.get(bay.id)! - other.e.heat.bays.get(bay.id)! : 0;
        if (other)
          return {
            texture,
            small:
              Math.abs(change) < 0.005 ? '=' : `${change > 0 ? '+' : '−'}${printNumber(Math.abs(change), 2)}`,
            alert: change > 0.005,
            says: `${zone.name}, ${textureWord(texture)}, U-value ${change > 0 ? 'higher' : 'lower'} by ${printNumber(Math.abs(change), 2)} W/m²K`,
          };
        return {
          texture,
          small: dampMark(r.damp),
          alert: r.bay.id === now.damp.worst,
          says: `${zone.name}, ${textureWord(texture)}, ${dampWord(r.damp)}`,
        };
      }}
      legend={
        <>
          <Legend swatches={TEXTURE_SWATCHES} />
          <span>{DAMP_CLASSES.map(d => `${dampMark(d)} ${dampWord(d)}`).join('   ')}</span>
        </>
      }
    />
  );
}

/** Every headline figure of every variant, the best of a column marked. */
function useColumns({
  design,
  library,
  units,
  chooseVariant,
  rows,
}: {
  design: ReturnType<typeof useOpenDesign>;
  library: Library;
  units: UnitSystem;
  chooseVariant: (id: string) => void;
  rows: Row[];
}) {
  const columns = useMemo<ColumnDef<Row, unknown>[]>(() => {
    const worst = (r: Row) => worstBay(r.e)?.moisture;
    const { headline, number } = columnMakers(design, library, units, rows);
    return [
      {
        id: 'variant',
        header: 'variant',
        accessorFn: r => r.variant.name,
        cell: ({ row: { original: r } }) => (
          <button type="button" className="text-left" onClick={() => chooseVariant(r.variant.id)}>
            <span className="font-sign text-lg font-semibold">
              {r.letter} · {r.variant.name}
            </span>
            <span className="block text-[13px] text-faint">
              {schools.find(s => s.id === r.variant.school)?.name ?? 'no school'}
            </span>
          </button>
        ),
      },
      ...FIGURES.map(headline),
      number('winter water', r => r.e.damp.most.likely, grams, 'less'),
      number('at the wet end', wettest, grams, 'less'),
      number(
        'growth a year',
        r => worst(r)?.growth ?? 0,
        v => (v < HALF_GRAM ? 'none' : `+${grams(v)}`),
        null,
      ),
      number(
        '100 g leak dries in',
        r => worst(r)?.daysToDry ?? 0,
        v => (v === 0 ? '–' : days(v)),
        'less',
      ),
      number(
        'misfits',
        r => r.e.fit.misfits.length,
        v => printNumber(v),
        null,
      ),
    ];
  }, [rows, units, chooseVariant, design, library]);
  return columns;
}

/** A figure of a variant: whether it is the best of them, where it may lie, and what limit it is over. */
function FigureCell({
  wins,
  says,
  band,
  over,
}: {
  wins: boolean;
  says: string;
  band: string | null;
  over: string | null;
}) {
  return (
    <span className={wins ? 'font-semibold' : ''}>
      {wins && (
        <span title="best of these" className="mr-1 text-chalk">
          ✓<span className="sr-only">best</span>
        </span>
      )}
      {says}
      {band && <span className="block text-[13px] font-normal text-faint">{band}</span>}
      {over && (
        <span className="ml-auto block w-24 whitespace-normal border-r-2 border-signal pr-1 text-[13px] font-semibold leading-4">
          {over}
        </span>
      )}
    </span>
  );
}

/** Makes a column: of a figure anywhere, and of a headline figure. */
function columnMakers(
  design: ReturnType<typeof useOpenDesign>,
  library: Library,
  units: UnitSystem,
  rows: Row[],
) {
  const number = (
    header: string,
    pick: (r: Row) => number,
    print: (v: number) => string,
    better: Figure['better'] | null,
    over?: (r: Row) => string | null,
    band?: (r: Row) => string | null,
  ): ColumnDef<Row, unknown> => {
    const best = better ? bestOf({ better }, rows.map(pick)) : Number.NaN;
    return {
      id: header,
      header,
      accessorFn: pick,
      meta: { number: true },
      cell: ({ row }) => {
        const value = pick(row.original);
        return (
          <FigureCell
            wins={Math.abs(value - best) < 1e-9}
            says={print(value)}
            band={band?.(row.original) ?? null}
            over={over?.(row.original) ?? null}
          />
        );
      },
    };
  };
  const headline = (f: Figure): ColumnDef<Row, unknown> =>
    f.mark
      ? {
          id: f.key,
          header: f.name,
          accessorFn: r => f.of(r.e, library),
          cell: ({ row: { original: r } }) => (
            <span className="whitespace-nowrap">
              <span aria-hidden>{f.mark!(f.of(r.e, library))}</span> {f.print(f.of(r.e, library), units)}
            </span>
          ),
        }
      : number(
          f.name,
          r => f.of(r.e, library),
          v => f.print(v, units),
          f.better,
          r => (f.alert(r.e, design) ? f.note(r.e, design, units, library) : null),
          r => f.band?.(r.e) ?? null,
        );
  return { headline, number };
}

/** First winter's most in any bay at the wet end, kg/m2. */
const wettest = ({ e }: Row): number => e.damp.most.wetEnd;

/** Who wins what, in a sentence. */
function argument(rows: Row[]): string {
  if (rows.length < 2)
    return 'Only one variant so far. Duplicate it by another school to see them side by side.';
  const best = (pick: (r: Row) => number) => rows.reduce((a, b) => (pick(b) < pick(a) ? b : a));
  const firsts = [
    ['warmest', best(r => r.e.heat.asUsed)],
    // Until every variant is counted nobody knows which is lightest and cheapest.
    ...(rows.every(r => r.e.pay)
      ? ([
          ['lightest', best(r => r.e.load.mass)],
          ['cheapest', best(r => r.e.pay!.total)],
        ] as const)
      : []),
  ] as const;
  const winners = rows.flatMap(r => {
    const won = firsts.filter(([, winner]) => winner === r).map(([word]) => word);
    return won.length > 0 ? [`${r.variant.name} is ${won.join(' and ')}`] : [];
  });
  const lined = rows.filter(r => worstBay(r.e));
  const dry = best(r => (lined.includes(r) ? r.e.damp.most.likely : Number.POSITIVE_INFINITY));
  const quick = best(r => worstBay(r.e)?.moisture?.daysToDry ?? Number.POSITIVE_INFINITY);
  const water = worstBay(dry.e)?.moisture;
  const wet = water ? ` ${dry.variant.name} takes up least water, ${grams(dry.e.damp.most.likely)}` : '';
  const drying = worstBay(quick.e)?.moisture;
  const leak = drying ? `; ${quick.variant.name} dries a leak soonest, in ${days(drying.daysToDry)}.` : '.';
  const worst = best(wettest);
  const turned =
    water && worst !== dry
      ? ` At the wet end ${worst.variant.name} is the driest, with ${grams(wettest(worst))}.`
      : '';
  return `${winners.join('; ')}.${wet}${wet ? leak : ''}${turned}`;
}
