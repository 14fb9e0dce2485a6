import type { StripItem } from '@overcoat/core/model';
import { holeConflicts, readyWarnings } from '@overcoat/core/survey/ready';
import { Plus, X } from 'lucide-react';
import { useMemo } from 'react';
import { useDesign } from '../../store/design.ts';
import { useOpenDesign, useVariant } from '../../store/evaluation.ts';
import { dropReady, freshReadyId, putReady } from '../../store/reshape.ts';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { HoleRow } from './HoleRow.tsx';
import { RustRow } from './RustRow.tsx';

function useReadyWarnings() {
  const { shell, ready } = useOpenDesign();
  const variant = useVariant();
  return useMemo(
    () => ({
      warnings: readyWarnings(shell, ready, variant.design),
      conflicts: holeConflicts(shell, ready),
    }),
    [shell, ready, variant.design],
  );
}

/** How much stands in the way of covering bays. */
export function useReadyCount(): number {
  const { warnings, conflicts } = useReadyWarnings();
  return warnings.length + conflicts.length;
}

/** All of making ready: what stands in the way, rust, holes, the knock test, and what came out. */
export function ReadyPanel() {
  const { ready } = useOpenDesign();
  const select = useDesign(s => s.select);
  const { warnings, conflicts } = useReadyWarnings();
  const taps = (word: string) => ready.taps.filter(t => (t.after ?? t.before) === word).length;
  const go = (bay: string) => (
    <button type="button" className="font-semibold text-chalk underline" onClick={() => select([bay])}>
      {bay}
    </button>
  );
  return (
    <div className="flex flex-col gap-5">
      <section>
        <h2 className="text-xl">
          {warnings.length + conflicts.length === 0
            ? 'Nothing stands in the way of covering'
            : `${warnings.length + conflicts.length} things first`}
        </h2>
        <ul className="mt-1 flex flex-col gap-1">
          {conflicts.map(c => (
            <li key={`${c.bay}${c.about}${c.says}`} className="border-l-4 border-signal pl-2">
              {go(c.bay)}: {c.says}
            </li>
          ))}
          {warnings.map(w => (
            <li key={w.about}>
              {go(w.bay)}: {w.says}
            </li>
          ))}
        </ul>
        {warnings.length > 0 && (
          <p className="mt-1 text-[13px] text-faint">
            Bays with a build-up in this variant. What is covered now cannot be primed or hosed later.
          </p>
        )}
      </section>
      <section>
        <h3 className="text-lg">Holes</h3>
        {ready.holes.length === 0 && <p className="text-faint">None planned. Choose a bay to plan one.</p>}
        {ready.holes.map(h => (
          <HoleRow key={h.id} hole={h} place />
        ))}
      </section>
      <section>
        <h3 className="text-lg">Rust</h3>
        {ready.rust.length === 0 && <p className="text-faint">No spot noted. Choose a bay to note one.</p>}
        {ready.rust.map(r => (
          <RustRow key={r.id} spot={r} place />
        ))}
      </section>
      <section>
        <h3 className="text-lg">Knock test</h3>
        <p>
          {taps('rings')} ring, {taps('dull')} dull, {taps('dead')} dead. Knock on every panel; stop damping
          when it sounds dead, not when the box is empty.
        </p>
      </section>
      <StripList />
    </div>
  );
}

const BECOMES: StripItem['becomes'][] = ['template', 'goes back', 'sold', 'scrap'];

function StripList() {
  const { ready, shell } = useOpenDesign();
  const text = (item: StripItem, field: 'name' | 'fixings' | 'kept', label: string) => (
    <input
      aria-label={`${label} of ${item.name}`}
      defaultValue={item[field]}
      placeholder={label}
      maxLength={field === 'name' ? 120 : 500}
      className="min-h-8 w-full rounded-[4px] border border-rule bg-ticket px-2"
      onBlur={e => {
        const value = e.target.value.trim();
        if (value !== item[field] && (field !== 'name' || value))
          putReady(`${item.name}: ${label}`, 'strip', { ...item, [field]: value });
      }}
    />
  );
  return (
    <section>
      <div className="flex items-center justify-between">
        <h3 className="text-lg">Taken out</h3>
        <Button
          small
          onClick={() =>
            putReady('taken out', 'strip', {
              id: freshReadyId('strip', 'strip'),
              name: 'Panel',
              zone: shell.zones[0]!.id,
              becomes: 'template',
              fixings: '',
              kept: '',
            })
          }
        >
          <Plus size={14} aria-hidden /> something
        </Button>
      </div>
      <p className="text-[13px] text-faint">
        Old floors and linings are the best templates. Headliners and pillar trims may hide airbags: do not
        pry there.
      </p>
      {ready.strip.map(item => (
        <div key={item.id} className="mt-2 grid grid-cols-[1.5fr_1fr_auto] gap-1.5">
          {text(item, 'name', 'name')}
          <Select
            label="becomes"
            hideLabel
            value={item.becomes}
            onChange={e =>
              putReady(`${item.name} becomes`, 'strip', {
                ...item,
                becomes: e.target.value as StripItem['becomes'],
              })
            }
          >
            {BECOMES.map(b => (
              <option key={b}>{b}</option>
            ))}
          </Select>
          <Button
            small
            look="quiet"
            aria-label={`Remove ${item.name}`}
            onClick={() => dropReady(`${item.name} removed`, 'strip', item.id)}
          >
            <X size={14} />
          </Button>
          {text(item, 'fixings', 'fixings')}
          {text(item, 'kept', 'where it is')}
        </div>
      ))}
    </section>
  );
}
