import {
  type HoleConflict,
  holeConflicts,
  type ReadyWarning,
  readyWarnings,
} from '@overcoat/core/survey/ready';
import { Fragment, type JSX, useMemo } from 'react';
import { useDesign } from '../../../store/design.ts';
import { useFacts } from '../../../store/log.ts';
import { useBuilt, useOpenDesign } from '../../../store/openDesign.ts';
import { FixingRow } from './FixingRow.tsx';
import { HoleRow } from './HoleRow.tsx';
import { STILL_RINGS } from './knockAdvice.ts';
import { RustTogether } from './RustTogether.tsx';
import { TakenOut } from './TakenOut.tsx';

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
  const ringing = [...knocks].filter(([, k]) => k.damped?.fact.sounds === 'rings').map(([id]) => id);
  const go = (bay: string) => (
    <button type="button" className="font-semibold text-chalk underline" onClick={() => select([bay])}>
      {bay}
    </button>
  );
  return (
    <div className="flex flex-col gap-5">
      <First warnings={warnings} conflicts={conflicts} go={go} />
      <section>
        <h3 className="text-lg">Holes</h3>
        {ready.holes.length === 0 && <p className="text-faint">None planned. Choose a bay to plan one.</p>}
        {ready.holes.map(h => (
          <HoleRow key={h.id} hole={h} place />
        ))}
      </section>
      <section>
        <h3 className="text-lg">Rust</h3>
        <RustTogether />
      </section>
      {ready.fixings.length > 0 && (
        <section>
          <h3 className="text-lg">Holes and threads it has</h3>
          {ready.fixings.map(f => (
            <FixingRow key={f.id} fixing={f} place />
          ))}
        </section>
      )}
      <KnockTest sounding={sounding} ringing={ringing} go={go} />
      <TakenOut />
    </div>
  );
}

function First({
  warnings,
  conflicts,
  go,
}: {
  warnings: ReadyWarning[];
  conflicts: HoleConflict[];
  go: (bay: string) => JSX.Element;
}) {
  return (
    <section>
      <h2 className="text-xl">
        {warnings.length + conflicts.length === 0
          ? 'Nothing that is noted stands in the way of covering'
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
          Of every bay, lined yet or not. What is covered now cannot be primed or hosed later.
        </p>
      )}
    </section>
  );
}

function KnockTest({
  sounding,
  ringing,
  go,
}: {
  sounding: (word: string) => number;
  ringing: string[];
  go: (bay: string) => JSX.Element;
}) {
  return (
    <section>
      <h3 className="text-lg">Knock test</h3>
      <p>
        {sounding('rings')} ring, {sounding('dull')} dull, {sounding('dead')} dead. Knock on every panel; stop
        damping when it sounds dead, not when the box is empty.
      </p>
      {ringing.length > 0 && (
        <p className="border-l-4 border-tape pl-2">
          {ringing.map(id => (
            <Fragment key={id}>{go(id)} </Fragment>
          ))}
          {ringing.length === 1 ? 'is' : 'are'} damped and still ring{ringing.length === 1 ? 's' : ''}.{' '}
          {STILL_RINGS}
        </p>
      )}
    </section>
  );
}
