import type { Library } from '@overcoat/core/materials';
import type { Material } from '@overcoat/core/model';
import { HOLDS } from '@overcoat/core/model/lists';
import type { Hold, Holding } from '@overcoat/core/order/holding';
import { mayBeHeld } from '@overcoat/core/order/holding';
import type { CutPiece } from '@overcoat/core/order/pieces';
import type { HeldPiece, HeldVan } from '@overcoat/core/studies/cabin';
import { printLength, printNumber, printTemperature, type UnitSystem } from '@overcoat/core/units';
import { useLibrary } from '../../api/queries.ts';
import { HOLD_NAMES } from '../../holdNames.ts';
import { useCutList } from '../../hooks/useCutList.ts';
import { useHolding } from '../../hooks/useCutting.ts';
import { useUnits } from '../../store/preferences.ts';
import { Select } from '../../ui/Select.tsx';
import { holdVerdict } from './holdWords.ts';

/** What holds a piece up and whether it will, with another way where it does not. */
export function HoldingSection({ piece }: { piece: CutPiece }) {
  const { byPiece, held } = useHolding();
  const { library } = useLibrary();
  const units = useUnits();
  const cuts = useCutList();
  const h = byPiece.get(piece.id);
  const material = library.get(piece.material);
  if (!h || !held || !material) return null;
  const choose = (by: string) => {
    const others = (cuts.list.holding ?? []).filter(
      c => c.buildUp !== piece.buildUp || c.layer !== piece.layer,
    );
    cuts.set({
      holding:
        by === '' ? others : [...others, { buildUp: piece.buildUp, layer: piece.layer, by: by as Hold }],
    });
  };
  const chosen = cuts.list.holding?.find(c => c.buildUp === piece.buildUp && c.layer === piece.layer);
  const t = (value: number) => printTemperature(value, units);
  const bad = h.verdict !== 'holds';
  return (
    <section aria-label="What holds it up">
      <h4 className="font-medium">What holds it up</h4>
      <p className={bad ? 'font-medium text-signal' : ''}>
        {bad ? '! ' : ''}
        {holdVerdict(h, t)}
      </p>
      {h.lies !== 'flat' && h.factor.dry[1] < 1e6 && (
        <p className="text-[13px] text-faint">
          Bears {times(h.factor.dry)} its weight on the road
          {h.water > 0.005 ? `, wet with ${printNumber(h.water, 2)} kg ${times(h.factor.wet)}` : ''}
          {h.heat !== null ? `, at ${t(h.heat)} ${times(h.factor.hot)}` : ''}. Common practice within bands,
          no standard.
        </p>
      )}
      <Judged held={held} library={library} h={h} material={material} t={t} />
      {bad && h.untilLined && (
        <p>Its lining holds it in the end: put it up only when that and what runs behind it are ready.</p>
      )}
      {h.instead && <p>Would hold: {HOLD_NAMES[h.instead]}.</p>}
      {h.wait && <p className="text-[13px] text-faint">{h.wait.replace(/^./, c => c.toUpperCase())}.</p>}
      <Screws units={units} h={h} />
      {h.reaches.length > 0 && (
        <p className={h.opens ? '' : 'font-medium text-signal'}>
          {h.opens ? '' : '! '}
          Behind it: {h.reaches.join(', ')}.{' '}
          {h.opens
            ? 'It comes off again.'
            : 'Held like this it comes off only in bits: leave a part of it that opens.'}
        </p>
      )}
      {h.squeaks && <p>Wood on steel squeaks: felt or foam tape on the ribs.</p>}
      <HoldChoice piece={piece} library={library} h={h} material={material} choose={choose} chosen={chosen} />
    </section>
  );
}

function Judged({
  held,
  library,
  h,
  material,
  t,
}: {
  held: HeldVan;
  library: Library;
  h: HeldPiece;
  material: Material;
  t: (value: number) => string;
}) {
  return (
    <>
      {h.refused && (
        <p role="alert" className="font-medium text-signal">
          ! {HOLD_NAMES[h.refused].replace(/^./, c => c.toUpperCase())} was chosen: its solvent dissolves{' '}
          {material.name}. Held by {HOLD_NAMES[h.by]} instead; {waysLeft(material, library)} serve as well.
        </p>
      )}
      {h.heat !== null && (
        <p className="text-[13px] text-faint">
          Judged on a clear July day, {held.where.toLowerCase()}: roof at {t(held.hottest.roof)}.
          {held.dark && h.onDark !== null && h.onDark !== h.verdict
            ? ` Were the skin black, at ${t(held.dark.roof)}, it ${h.onDark === 'holds' ? 'holds' : h.onDark === 'doubtful' ? 'would be doubtful' : 'would come down'}.`
            : ''}
        </p>
      )}
    </>
  );
}

function HoldChoice({
  piece,
  library,
  h,
  material,
  choose,
  chosen,
}: {
  piece: CutPiece;
  library: Library;
  h: HeldPiece;
  material: Material;
  choose: (by: string) => void;
  chosen: { by: Hold; buildUp: string; layer: string } | undefined;
}) {
  return (
    <>
      {h.lies !== 'flat' && piece.role !== 'damping' && (
        <Select
          compact
          className="mt-1 w-60"
          label={`How this layer is held, all of it`}
          value={chosen?.by ?? ''}
          onChange={e => choose(e.target.value)}
        >
          <option value="">as usual</option>
          {HOLDS.filter(hold => hold !== 'rests').map(hold => (
            <option key={hold} value={hold} disabled={!mayBeHeld(material, hold, library)}>
              {HOLD_NAMES[hold]}
              {mayBeHeld(material, hold, library) ? '' : ' (would dissolve it)'}
            </option>
          ))}
        </Select>
      )}
    </>
  );
}

function Screws({ units, h }: { units: UnitSystem; h: HeldPiece }) {
  return (
    <>
      {h.screw && (
        <p className={h.screw.ok ? '' : 'font-medium text-signal'}>
          {h.screw.length === null || !h.screw.ok
            ? `! No screw that is sold bites in the ${h.screw.into} and stays clear of the outer skin: it would have to be ${printLength(h.screw.least, units)} and no longer than ${most(h.screw.most, units)}. Glue it, or put battens under it.`
            : `Screws of ${printLength(h.screw.length, units)} into the ${h.screw.into}: at least ${printLength(h.screw.least, units)}, and no longer than ${most(h.screw.most, units)}, or ${h.screw.at === 'between ribs' ? 'between ribs ' : ''}they come out through the skin.`}
          {h.screw.over.length > 0 &&
            ` A ${h.screw.over.join(' and a ')} lies there: find and mark it first, and drive nothing within ${printLength(0.05, units)} of it.`}
        </p>
      )}
      {h.screw && h.besides.length > 0 && (
        <p>
          It meets a {h.besides.join(' and a ')}: no screw within {printLength(0.06, units)} of that edge, its
          cavity lies behind. Glue there.
        </p>
      )}
    </>
  );
}

/** Longest screw, never rounded up. */
const most = (metres: number, units: UnitSystem): string =>
  printLength(Math.floor(Math.max(0, metres) * 1000) / 1000, units);

/** What holds it besides, in words. */
const waysLeft = (material: Material, library: Library): string =>
  (['bead', 'tape', 'batten'] as const)
    .filter(w => mayBeHeld(material, w, library))
    .map(w => HOLD_NAMES[w])
    .join(', ');

const times = ([least, likely, most]: Holding['factor']['dry']): string =>
  `${round(likely)} times (${round(least)} to ${round(most)})`;

const round = (value: number): string => printNumber(value, value < 10 ? 1 : 0);
