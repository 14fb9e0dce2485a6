import type { HoleTest } from '@overcoat/core/log';
import { holeUnready, nextHoleState, uncut } from '@overcoat/core/log';
import type { Fact, Hole } from '@overcoat/core/model';
import { HOLE_STATES, RAIN_SIDES } from '@overcoat/core/model/lists';
import { X } from 'lucide-react';
import { useState } from 'react';
import { useFacts, useLog } from '../../../store/log.ts';
import { dropReady, putReady } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { KeptText } from '../../../ui/KeptText.tsx';
import { Select } from '../../../ui/Select.tsx';
import { JustNoted } from '../log/JustNoted.tsx';
import { PlaceFields } from './PlaceFields.tsx';

/** One hole and its chain: planned, cut, edge primed, bonded, leak-tested. */
export function HoleRow({ hole, place = false }: { hole: Hole; place?: boolean }) {
  const facts = useFacts().holes.get(hole.id) ?? uncut;
  const { note, correct } = useLog.getState();
  const next = nextHoleState(facts.state);
  const at = HOLE_STATES.indexOf(facts.state);
  const put = (changed: Hole, label: string) => putReady(`${hole.name}: ${label}`, 'holes', changed);
  const happened = (fact: Fact) => note(fact, { bay: hole.bay, about: hole.id });
  const last = facts.tests.at(-1);
  const unready = holeUnready(facts);
  return (
    <div className="mt-2 rounded-[4px] border border-rule bg-ticket p-2" data-hole={hole.id}>
      <HoleHead hole={hole} place={place} put={put} />
      <HoleSteps at={at} last={last} />
      {hole.opening === null && (
        <PlaceFields
          bay={hole.bay}
          at={hole.at}
          size={hole.size}
          onPlace={at => put({ ...hole, at }, 'placed')}
          onSize={size => put({ ...hole, size }, 'size')}
        />
      )}
      <div className="mt-1 flex flex-wrap gap-1">
        {(next === 'cut' || next === 'edge primed' || next === 'bonded') && (
          <Button small look="strong" onClick={() => happened({ kind: 'hole step', step: next })}>
            {next}
          </Button>
        )}
        {next === 'leak-tested' && <LeakTest onTest={happened} />}
        {facts.last && (
          <Button small onClick={() => correct(facts.last!)} title="What was noted last did not happen">
            take the last back
          </Button>
        )}
      </div>
      <JustNoted about={hole.id} />
      {facts.state === 'planned' && (
        <p className="text-[13px]">
          Look behind it first: cables, lines, rib, and what rises under it. Structural cuts are for licensed
          practice.
        </p>
      )}
      {unready && facts.state !== 'planned' && (
        <p className="text-[13px] text-faint">Covering the bay waits: it {unready}.</p>
      )}
    </div>
  );
}

function HoleSteps({ at, last }: { at: number; last: HoleTest | undefined }) {
  return (
    <>
      <ol className="flex flex-wrap gap-x-2 text-[13px]">
        {HOLE_STATES.map((state, i) => (
          <li key={state} className={i <= at ? 'font-semibold text-chalk' : 'text-faint'}>
            {i <= at ? '●' : '○'} {state}
          </li>
        ))}
      </ol>
      {last && (
        <p className={`text-[13px] ${last.result === 'leaks' ? 'font-medium text-signal' : ''}`}>
          {last.by}
          {last.from && ` from ${SIDE_WORDS[last.from]}`}
          {last.at && ` on ${last.at.slice(0, 10)}`}: {last.result === 'dry' ? 'dry' : 'leaks, bond it again'}
        </p>
      )}
    </>
  );
}

function HoleHead({
  hole,
  place,
  put,
}: {
  hole: Hole;
  place: boolean;
  put: (changed: Hole, label: string) => string | null;
}) {
  return (
    <div className="flex items-start gap-2">
      <KeptText
        aria-label="Name of the hole"
        value={hole.name}
        needed
        className="grow bg-transparent font-semibold"
        onText={name => put({ ...hole, name }, 'renamed')}
      />
      {place && <span className="text-faint">{hole.bay}</span>}
      <Button
        small
        look="quiet"
        aria-label={`Remove ${hole.name}`}
        onClick={() => dropReady(`${hole.name} removed`, 'holes', hole.id)}
      >
        <X size={14} />
      </Button>
    </div>
  );
}

type Side = (typeof RAIN_SIDES)[number];
const SIDE_WORDS: Record<Side, string> = {
  above: 'above',
  front: 'the front',
  rear: 'the rear',
  left: 'the left',
  right: 'the right',
  'all round': 'all round',
};

/** A leak may show only in water from one side: the test says which. */
function LeakTest({ onTest }: { onTest(fact: Fact): void }) {
  const [from, setFrom] = useState<Side>('above');
  const [by, setBy] = useState<'hose' | 'rain'>('hose');
  const test = (result: 'dry' | 'leaks') => onTest({ kind: 'leak test', by, result, from });
  return (
    <div className="flex flex-wrap items-end gap-1">
      <Select label="water by" value={by} onChange={e => setBy(e.target.value as typeof by)}>
        <option value="hose">hose</option>
        <option value="rain">rain</option>
      </Select>
      <Select label="from" value={from} onChange={e => setFrom(e.target.value as Side)}>
        {RAIN_SIDES.map(s => (
          <option key={s} value={s}>
            {SIDE_WORDS[s]}
          </option>
        ))}
      </Select>
      <Button small look="strong" onClick={() => test('dry')}>
        {by === 'hose' ? 'hosed: dry' : 'rained on: dry'}
      </Button>
      <Button small look="danger" onClick={() => test('leaks')}>
        it leaks
      </Button>
    </div>
  );
}
