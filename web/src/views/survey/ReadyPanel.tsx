import type { Fact, FactOf } from '@overcoat/core/model';
import { holeConflicts, readyWarnings } from '@overcoat/core/survey/ready';
import { Plus, X } from 'lucide-react';
import { useMemo } from 'react';
import { useDesign } from '../../store/design.ts';
import { useFacts, useLog } from '../../store/log.ts';
import { useBuilt, useOpenDesign } from '../../store/openDesign.ts';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { HoleRow } from './HoleRow.tsx';
import { RustRow } from './RustRow.tsx';

function useReadyWarnings() {
  const design = useOpenDesign();
  const facts = useFacts();
  const built = useBuilt();
  return useMemo(
    () => ({
      warnings: readyWarnings(design, facts, built.design),
      conflicts: holeConflicts(design.shell, design.ready),
    }),
    [design, facts, built.design],
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
  const { knocks } = useFacts();
  const select = useDesign(s => s.select);
  const { warnings, conflicts } = useReadyWarnings();
  const sounding = (word: string) =>
    [...knocks.values()].filter(k => (k.damped ?? k.bare)?.fact.sounds === word).length;
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
            Bays with a build-up in the variant being built. What is covered now cannot be primed or hosed
            later.
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
          {sounding('rings')} ring, {sounding('dull')} dull, {sounding('dead')} dead. Knock on every panel;
          stop damping when it sounds dead, not when the box is empty.
        </p>
      </section>
      <TakenOut />
    </div>
  );
}

type Item = FactOf<'taken out'>;
const BECOMES: Item['becomes'][] = ['template', 'goes back', 'sold', 'scrap'];

function TakenOut() {
  const { shell } = useOpenDesign();
  const items = useFacts().takenOut;
  const { note, correct } = useLog.getState();
  return (
    <section>
      <div className="flex items-center justify-between">
        <h3 className="text-lg">Taken out</h3>
        <Button
          small
          onClick={() =>
            note(
              { kind: 'taken out', name: 'Panel', becomes: 'template', fixings: '', kept: '' },
              { zone: shell.zones[0]!.id },
            )
          }
        >
          <Plus size={14} aria-hidden /> something
        </Button>
      </div>
      <p className="text-[13px] text-faint">
        Old floors and linings are the best templates. Headliners and pillar trims may hide airbags: do not
        pry there.
      </p>
      {items.map(({ id, fact }) => (
        <ItemRow key={id} item={fact} onChange={instead => correct(id, instead)} onDrop={() => correct(id)} />
      ))}
    </section>
  );
}

function ItemRow({ item, onChange, onDrop }: { item: Item; onChange(instead: Fact): void; onDrop(): void }) {
  const text = (field: 'name' | 'fixings' | 'kept', label: string) => (
    <input
      aria-label={`${label} of ${item.name}`}
      defaultValue={item[field]}
      placeholder={label}
      maxLength={field === 'name' ? 120 : 500}
      className="min-h-8 w-full rounded-[4px] border border-rule bg-ticket px-2"
      onBlur={e => {
        const value = e.target.value.trim();
        if (value !== item[field] && (field !== 'name' || value)) onChange({ ...item, [field]: value });
      }}
    />
  );
  return (
    <div className="mt-2 grid grid-cols-[1.5fr_1fr_auto] gap-1.5">
      {text('name', 'name')}
      <Select
        label="becomes"
        hideLabel
        value={item.becomes}
        onChange={e => onChange({ ...item, becomes: e.target.value as Item['becomes'] })}
      >
        {BECOMES.map(b => (
          <option key={b}>{b}</option>
        ))}
      </Select>
      <Button small look="quiet" aria-label={`Take back: ${item.name}`} onClick={onDrop}>
        <X size={14} />
      </Button>
      {text('fixings', 'fixings')}
      {text('kept', 'where it is')}
    </div>
  );
}
