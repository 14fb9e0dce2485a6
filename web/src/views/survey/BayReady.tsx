import { findBay, type TapTest } from '@overcoat/core/model';
import { holeConflicts, readyWarnings } from '@overcoat/core/survey/ready';
import { Flag, Plus } from 'lucide-react';
import { useOpenDesign, useVariant } from '../../store/evaluation.ts';
import { dropReady, putReady } from '../../store/reshape.ts';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { HoleRow } from './HoleRow.tsx';
import { newHole, newRust } from './newItems.ts';
import { Photos } from './Photos.tsx';
import { RustRow } from './RustRow.tsx';

/** What one bay still needs before it is covered: knock, rust, holes, photos. */
export function BayReady({ bay }: { bay: string }) {
  const design = useOpenDesign();
  const variant = useVariant();
  const { ready, shell } = design;
  const found = findBay(shell, bay)!;
  const tap: TapTest = ready.taps.find(t => t.id === bay) ?? { id: bay, before: null, pads: 0, after: null };
  const flag = ready.flags.find(f => f.id === bay);
  const rust = ready.rust.filter(r => r.bay === bay);
  const holes = ready.holes.filter(h => h.bay === bay);
  const unmade = found.zone.openings.filter(o => o.bay === bay && !ready.holes.some(h => h.opening === o.id));
  const warnings = [
    ...readyWarnings(shell, ready, variant.design, new Set([bay])).map(w => w.says),
    ...holeConflicts(shell, ready)
      .filter(c => c.bay === bay)
      .map(c => c.says),
  ];
  const sound = (value: string) => (value || null) as TapTest['before'];
  return (
    <section className="mt-3 border-t border-rule pt-2">
      <h3 className="text-lg">Make ready</h3>
      {warnings.length > 0 && (
        <div role="alert" className="my-1 border-l-4 border-signal pl-2">
          <b>Before {bay} is covered:</b> {warnings.join(' ')}
        </div>
      )}
      <div className="mt-1 grid grid-cols-3 gap-2">
        <Select
          label="knock, as found"
          value={tap.before ?? ''}
          onChange={e => putReady(`${bay} tap test`, 'taps', { ...tap, before: sound(e.target.value) })}
        >
          <TapOptions />
        </Select>
        <Select
          label="factory pads"
          value={String(tap.pads)}
          onChange={e => putReady(`${bay} pads`, 'taps', { ...tap, pads: Number(e.target.value) })}
        >
          {[0, 0.1, 0.2, 0.25, 0.5, 1].map(p => (
            <option key={p} value={p}>
              {p === 0 ? 'none' : p === 1 ? 'all over' : `${p * 100} % of it`}
            </option>
          ))}
        </Select>
        <Select
          label="after damping"
          value={tap.after ?? ''}
          onChange={e => putReady(`${bay} tap test after`, 'taps', { ...tap, after: sound(e.target.value) })}
        >
          <TapOptions />
        </Select>
      </div>
      {rust.map(spot => (
        <RustRow key={spot.id} spot={spot} />
      ))}
      {holes.map(hole => (
        <HoleRow key={hole.id} hole={hole} />
      ))}
      <div className="mt-2 flex flex-wrap gap-1.5">
        <Button small onClick={() => putReady(`rust in ${bay}`, 'rust', newRust(bay))}>
          <Plus size={14} aria-hidden /> rust spot
        </Button>
        <Button small onClick={() => putReady(`gland in ${bay}`, 'holes', newHole(bay, null))}>
          <Plus size={14} aria-hidden /> gland or flue
        </Button>
        {unmade.map(o => (
          <Button key={o.id} small onClick={() => putReady(`${o.id} to be cut`, 'holes', newHole(bay, o))}>
            <Plus size={14} aria-hidden /> {o.id} is to be cut
          </Button>
        ))}
        <Button
          small
          aria-pressed={Boolean(flag)}
          onClick={() =>
            flag
              ? dropReady(`${bay} flag`, 'flags', bay)
              : putReady(`${bay} flagged`, 'flags', { id: bay, note: '' })
          }
        >
          <Flag size={14} aria-hidden /> {flag ? 'flagged: take off' : 'flag'}
        </Button>
      </div>
      {flag && (
        <input
          aria-label={`Why ${bay} is flagged`}
          defaultValue={flag.note}
          placeholder="what to come back for"
          maxLength={500}
          className="mt-1 min-h-9 w-full rounded-[4px] border border-rule bg-ticket px-2"
          onBlur={e =>
            e.target.value !== flag.note &&
            putReady(`${bay} flag`, 'flags', { id: bay, note: e.target.value })
          }
        />
      )}
      <Photos bay={bay} />
    </section>
  );
}

const TapOptions = () => (
  <>
    <option value="">not knocked</option>
    <option value="rings">rings</option>
    <option value="dull">dull</option>
    <option value="dead">dead</option>
  </>
);
