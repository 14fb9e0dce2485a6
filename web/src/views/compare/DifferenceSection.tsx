import type { Library } from '@overcoat/core/materials';
import type { Variant } from '@overcoat/core/model';
import { difference, type ZoneFigures, zoneFigures } from '@overcoat/core/studies/difference';
import { HALF_GRAM, HALF_MM } from '@overcoat/core/tolerance';
import { printLength, printMass, printNumber, type UnitSystem } from '@overcoat/core/units';
import { dampMark, dampWord } from '@overcoat/core/van/wetting';
import { useMemo } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { grams } from '../../format.ts';
import { evaluation, useSettling } from '../../store/evaluation.ts';
import { useHeard } from '../../store/heard.ts';
import { printMoney } from '../../store/money.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Select } from '../../ui/Select.tsx';
import { right, Table } from '../../ui/Table.tsx';
import { candidateWords } from './proposalWords.ts';

interface Props {
  /** Id of the other variant; empty for none. */
  against: string;
  onAgainst(id: string): void;
}

/** The variant in view against another, zone by zone: what lies there, and what that changes. */
export function DifferenceSection({ against, onAgainst }: Props) {
  const { variants } = useOpenDesign();
  const chosen = useVariant();
  const other = variants.find(v => v.id === against && v.id !== chosen.id);
  return (
    <section
      aria-label="Difference"
      className="relative shrink-0 overflow-x-auto border-t border-rule bg-sheet px-5 py-3"
    >
      <Select
        compact
        className="w-56"
        label={`Zone by zone, ${chosen.name} against`}
        value={other?.id ?? ''}
        onChange={e => onAgainst(e.target.value)}
      >
        <option value="">no other</option>
        {variants
          .filter(v => v.id !== chosen.id)
          .map(v => (
            <option key={v.id} value={v.id}>
              {v.name}
            </option>
          ))}
      </Select>
      {other && <Differences from={other} to={chosen} />}
    </section>
  );
}

/** Zones of a variant: an edit of one leaves the other's as they were. */
function useZoneFigures(variant: Variant): ZoneFigures[] {
  const { shell, brief, ready } = useOpenDesign();
  const { library } = useLibrary();
  const heard = useHeard();
  const version = useSettling();
  // biome-ignore lint/correctness/useExhaustiveDependencies: what has come in is asked for anew.
  return useMemo(() => {
    const e = evaluation({ shell, brief, ready }, variant.design, library, heard, variant.id, true);
    return zoneFigures(shell, variant.design, e);
  }, [shell, brief, ready, library, heard, variant, version]);
}

function Differences({ from, to }: { from: Variant; to: Variant }) {
  const design = useOpenDesign();
  const { library } = useLibrary();
  const units = useUnits();
  const a = useZoneFigures(from);
  const b = useZoneFigures(to);
  const found = useMemo(() => difference(a, b), [a, b]);
  if (found.length === 0)
    return (
      <p>
        Nothing differs: {from.name} and {to.name} lay the same everywhere.
      </p>
    );
  const sum = (of: (z: ZoneFigures) => number) => found.reduce((s, d) => s + of(d.b) - of(d.a), 0);
  const cells = (a: ZoneFigures, b: ZoneFigures) => [
    signed(b.thickness - a.thickness, v => printLength(v, units), HALF_MM),
    signed(b.mass - a.mass, v => printMass(v, units), 0.05),
    signed(b.money - a.money, v => printMoney(Math.round(v)), 0.5),
    signed(b.heat - a.heat, v => `${printNumber(v, 1)} W/K`, 0.05),
  ];
  const { layers, damp } = wordsOf(library, units);
  return (
    <Table
      caption={<DifferenceCaption from={from} to={to} units={units} found={found} sum={sum} />}
      shown
      look="list"
      className="mt-2"
      heads={[
        'zone',
        `in ${to.name}`,
        `in ${from.name}`,
        ...['thick', 'mass', 'money', 'heat'].map(h => right(h, 'pr-3')),
        'damp',
      ]}
    >
      {found.map(({ zone, a, b }) => (
        <ZoneDifference
          key={zone}
          design={design}
          cells={cells}
          layers={layers}
          damp={damp}
          zone={zone}
          a={a}
          b={b}
        />
      ))}
    </Table>
  );
}

/** What of a zone is laid, and how damp it is, in words. */
function wordsOf(library: Library, units: UnitSystem) {
  const layers = ({ laid, screens }: ZoneFigures) =>
    [
      laid ? candidateWords(laid, library, units) : 'bare',
      screens > 0 ? `screens at ${screens} pane${screens === 1 ? '' : 's'}` : '',
    ]
      .filter(Boolean)
      .join('; ');
  const damp = ({ damp: d }: ZoneFigures) =>
    `${dampMark(d.state)} ${dampWord(d.state)}${d.water > HALF_GRAM ? `, ${grams(d.water)}` : ''}`;
  return { layers, damp };
}

function DifferenceCaption({
  from,
  to,
  units,
  found,
  sum,
}: {
  from: Variant;
  to: Variant;
  units: UnitSystem;
  found: { zone: string; a: ZoneFigures; b: ZoneFigures }[];
  sum: (of: (z: ZoneFigures) => number) => number;
}) {
  return (
    <span className="text-[16px] text-ink">
      {to.name} instead of {from.name}: {found.length} zones differ, together{' '}
      {signed(
        sum(z => z.heat),
        v => `${printNumber(v, 1)} W/K`,
        0.05,
      ) || 'no more heat'}
      ,{' '}
      {signed(
        sum(z => z.mass),
        v => printMass(v, units),
        0.05,
      ) || 'no more mass'}
      ,{' '}
      {signed(
        sum(z => z.money),
        v => printMoney(Math.round(v)),
        0.5,
      ) || 'no more money'}{' '}
      of material.
    </span>
  );
}

function ZoneDifference({
  design,
  cells,
  layers,
  damp,
  zone,
  a,
  b,
}: {
  design: ReturnType<typeof useOpenDesign>;
  cells: (a: ZoneFigures, b: ZoneFigures) => string[];
  layers: (z: ZoneFigures) => string;
  damp: (z: ZoneFigures) => string;
  zone: string;
  a: ZoneFigures;
  b: ZoneFigures;
}) {
  return (
    <tr className="border-t border-rule align-top">
      <th scope="row" className="py-1 pr-3 text-left font-medium whitespace-nowrap">
        {zone} {design.shell.zones.find(z => z.id === zone)?.name}
      </th>
      <td className="py-1 pr-3">{layers(b)}</td>
      <td className="py-1 pr-3 text-[13px] text-faint">{layers(a)}</td>
      {cells(a, b).map((c, i) => (
        <td key={i} className="py-1 pr-3 text-right whitespace-nowrap">
          {c || '–'}
        </td>
      ))}
      <td className="py-1 whitespace-nowrap">
        {damp(b)}
        {damp(a) !== damp(b) && <span className="block text-[13px] text-faint">was {damp(a)}</span>}
      </td>
    </tr>
  );
}

/** A change with its sign; empty for a trifle. */
const signed = (value: number, print: (v: number) => string, trifle: number): string =>
  Math.abs(value) < trifle ? '' : `${value > 0 ? '+' : '−'}${print(Math.abs(value))}`;
