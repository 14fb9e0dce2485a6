import { stiffEnough, type Verdict, widestSpan } from '@overcoat/core/order/boards';
import type { CutPiece, EdgeClearance } from '@overcoat/core/order/pieces';
import type { EdgeName } from '@overcoat/core/survey/layout';
import { inUnits, parseLength, printLength, printNumber, type UnitSystem } from '@overcoat/core/units';
import { useLibrary } from '../../api/queries.ts';
import { useCutList } from '../../hooks/useCutList.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Field } from '../../ui/Field.tsx';
import { right, Table } from '../../ui/Table.tsx';

const WORDS: Record<Verdict['what'], string> = {
  gives: 'gives',
  'gives at a cut-out': 'gives beside its cut-out',
  hangs: 'hangs through',
  drums: 'rings from',
  cracks: 'is bent to a radius of',
  pulls: 'pulls at each fixing',
};

const printed = (value: number, unit: Verdict['unit'], units: UnitSystem): string =>
  unit === 'm' ? printLength(value, units) : `${printNumber(value, 0)} ${unit}`;

/** Whether a lining is stiff enough over its battens or ribs, and how far apart those might stand. */
export function BoardCheck({ piece }: { piece: CutPiece }) {
  const units = useUnits();
  const { library } = useLibrary();
  const { shell } = useOpenDesign();
  const material = library.get(piece.material);
  const kind = shell.zones.find(z => z.id === piece.zone)?.kind;
  if (piece.span === null || !material?.stiffness || !kind) return null;
  const { radius, span } = piece;
  const board = { modulus: material.stiffness, thickness: piece.thickness, density: material.density, span };
  const asked = {
    kind,
    cutOut: piece.holes.length > 0 || piece.outline.length > 4,
    wood: material.sorption === 'wood',
    radius,
    length: Math.max(...piece.outline.map(p => p.y)),
  };
  const verdicts = stiffEnough(board, asked);
  const ok = verdicts.every(v => v.ok);
  const widest = widestSpan(board, asked);
  const thicker = material.stock
    .filter(s => s.thickness > piece.thickness)
    .sort((a, b) => a.thickness - b.thickness)
    .find(s => stiffEnough({ ...board, thickness: s.thickness }, asked).every(v => v.ok));
  return (
    <details open={!ok}>
      <summary className="cursor-pointer font-medium">
        {ok ? 'Stiff enough' : '! Not stiff enough'} over {printLength(span, units)} from support to support
      </summary>
      <ul className="mt-1 pl-4">
        {verdicts.map(v => (
          <li key={v.what} className={v.ok ? '' : 'font-medium text-signal'}>
            {v.ok ? '' : '! '}
            {WORDS[v.what]} {printed(v.value, v.unit, units)}
            {v.under && ` under ${inUnits(v.under, units)}`}{' '}
            <span className="text-faint">
              ({v.what === 'drums' || v.what === 'cracks' ? 'at least' : 'at most'}{' '}
              {printed(v.limit, v.unit, units)})
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-[13px] text-faint">
        {widest > 0.02
          ? `This thickness may span up to ${printLength(widest, units)}. `
          : 'No spacing of battens helps here. '}
        {!ok &&
          (thicker
            ? `${printLength(thicker.thickness, units)} of the same would do as it stands. `
            : 'No thickness it is sold in would do. ')}
        Plate formulas for a board resting on two supports; one that runs on over more gives less. The limits
        are chosen for what feels firm, not a standard.
      </p>
    </details>
  );
}

/** What is left off at each edge of a rigid sheet, and where to take off more. */
export function EdgeClearances({ piece }: { piece: CutPiece }) {
  const units = useUnits();
  const cuts = useCutList();
  if (piece.edges.length === 0) return null;
  const { trims = [] } = cuts.list;
  const own = (edge: EdgeName) => trims.filter(t => t.piece === piece.id && t.edge === edge);
  const took = (edge: EdgeName) => own(edge).reduce((sum, t) => sum + t.by, 0);
  const put = (edge: EdgeName, by: number) =>
    cuts.set({
      trims: [
        ...trims.filter(t => t.piece !== piece.id || t.edge !== edge),
        ...(by > 0 ? [{ piece: piece.id, edge, by }] : []),
      ],
    });
  const ofTwin = trims.filter(t => t.piece === piece.twin);
  const widest = piece.edges.reduce((a, b) => (b.leave > a.leave ? b : a));
  return (
    <section>
      <h4 className="font-medium">Left off, so that it goes in</h4>
      <Table
        caption="Left off at each edge"
        look="page"
        className="mt-1"
        heads={['edge', right('left off', 'pr-2'), 'for', right('it bound by')]}
      >
        {piece.edges.map(e => (
          <EdgeRow key={e.edge} units={units} took={took} put={put} e={e} />
        ))}
      </Table>
      <p className="mt-1 text-[13px] text-faint">
        Set the {widest.edge} edge last, from a slant. If it binds, take a millimetre at a time off there
        first: that edge is the least certain, and note beside it what came off: the template follows.
        {ofTwin.map(
          t => ` Its twin bound by ${printLength(t.by, units)} at the ${t.edge}: look there first.`,
        )}
      </p>
    </section>
  );
}

function EdgeRow({
  units,
  took,
  put,
  e,
}: {
  units: UnitSystem;
  took: (edge: EdgeName) => number;
  put: (edge: EdgeName, by: number) => undefined;
  e: EdgeClearance;
}) {
  return (
    <tr className="border-t border-rule align-top">
      <th scope="row" className="pr-2 text-left font-medium">
        {e.edge}
      </th>
      <td className="pr-2 text-right whitespace-nowrap">{printLength(e.leave, units)}</td>
      <td className="text-[13px] text-faint">{inUnits(e.why, units)}</td>
      <td className="w-20 pl-1">
        <Field
          compact
          hideLabel
          label={`Taken off at the ${e.edge}`}
          shown={took(e.edge) === 0 ? '' : printLength(took(e.edge), units)}
          parse={text =>
            text.trim() === ''
              ? { ok: true, value: 0 }
              : parseLength(text, { system: units, min: 0, max: 0.1 })
          }
          onCommit={by => void put(e.edge, by)}
        />
      </td>
    </tr>
  );
}
