import { type RustStep, type RustStepDone, rustState } from '@overcoat/core/log';
import type { Fact, RustSpot } from '@overcoat/core/model';
import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { Where } from '../../../store/log.ts';
import { useFacts, useLog } from '../../../store/log.ts';
import { dropReady, putReady } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { Select } from '../../../ui/Select.tsx';
import { JustNoted } from '../log/JustNoted.tsx';
import { Photos } from '../log/Photos.tsx';
import { PlaceFields } from './PlaceFields.tsx';

export const RUST_WORDS: Record<RustStep, string> = {
  abrade: 'abrade to sound metal',
  convert: 'brush on converter',
  rinse: 'rinse',
  dry: 'let dry',
  patch: 'patch it',
  prime: 'prime',
  finish: 'paint or wax',
};

/** One rust spot: what was done, what comes next, and the clock of the step that works. */
export function RustRow({ spot, place = false }: { spot: RustSpot; place?: boolean }) {
  const done = useFacts().rust.get(spot.id) ?? [];
  const { note, correct } = useLog.getState();
  const now = useNow(done.length > 0);
  const { next, wait, bare, last } = rustState(done, now, spot.grade);
  const put = (change: Partial<RustSpot>, label = 'rust') =>
    putReady(`${spot.bay} ${label}`, 'rust', { ...spot, ...change });
  return (
    <div className="mt-2 rounded-[4px] border border-rule bg-ticket p-2" data-rust={spot.id}>
      <RustHead spot={spot} place={place} next={next} wait={wait} bare={bare} />
      <div className="mt-1 grid grid-cols-[1fr_auto] items-start gap-2">
        <Select
          label="grade"
          value={spot.grade}
          onChange={e => put({ grade: e.target.value as RustSpot['grade'] })}
        >
          <option value="surface">surface</option>
          <option value="pitted">pitted</option>
          <option value="hole">rusted through</option>
        </Select>
        <RustSteps spot={spot} note={note} correct={correct} next={next} wait={wait} last={last} />
      </div>
      <JustNoted about={spot.id} />
      <PlaceFields
        bay={spot.bay}
        at={spot.at}
        size={spot.size}
        onPlace={at => put({ at }, 'rust placed')}
        onSize={size => put({ size }, 'rust size')}
      />
      <Photos bay={spot.bay} about={spot.id} />
      {spot.grade === 'hole' && (
        <p className="text-[13px]">
          Cut back to sound metal and patch before priming; sills, pillars and seat or belt mounts are for a
          licensed repairer.
        </p>
      )}
      {(next === 'convert' || next === 'prime' || next === 'finish') && (
        <p className="text-[13px]">
          Air and a respirator for converter, primer and wax; no spark or flame near.
        </p>
      )}
    </div>
  );
}

function RustSteps({
  spot,
  note,
  correct,
  next,
  wait,
  last,
}: {
  spot: RustSpot;
  note: (fact: Fact, where?: Where) => void;
  correct: (id: string, instead?: Fact) => void;
  next: ReturnType<typeof rustState>['next'];
  wait: number;
  last: RustStepDone | undefined;
}) {
  return (
    <div className="mt-5 flex gap-1">
      {next && wait === 0 && (
        <Button
          small
          look="strong"
          onClick={() => note({ kind: 'rust step', step: next }, { bay: spot.bay, about: spot.id })}
        >
          {next} done
        </Button>
      )}
      {next && wait > 0 && (
        <Button
          small
          title="The step before it has not worked its time"
          onClick={() =>
            note({ kind: 'rust step', step: next, early: true }, { bay: spot.bay, about: spot.id })
          }
        >
          {next} done all the same
        </Button>
      )}
      {last && (
        <Button small onClick={() => correct(last.entry)} title={`It was not: ${RUST_WORDS[last.step]}`}>
          take back {last.step}
        </Button>
      )}
    </div>
  );
}

function RustHead({
  spot,
  place,
  next,
  wait,
  bare,
}: {
  spot: RustSpot;
  place: boolean;
  next: ReturnType<typeof rustState>['next'];
  wait: number;
  bare: boolean;
}) {
  return (
    <div className="flex items-start gap-2">
      <p className="grow">
        <b>{place ? `${spot.bay}: ` : ''}rust</b>{' '}
        {next === null ? (
          <span className="text-chalk">✓ treated</span>
        ) : wait > 0 ? (
          <span role="timer" className="font-medium">
            working, {clock(wait)} to go, then {RUST_WORDS[next]}
          </span>
        ) : (
          <span className={bare ? 'font-medium text-signal' : ''}>
            {bare ? 'bare metal: ' : ''}next {RUST_WORDS[next]}
          </span>
        )}
      </p>
      <Button
        small
        look="quiet"
        aria-label="Remove rust spot"
        onClick={() => dropReady(`${spot.bay} rust removed`, 'rust', spot.id)}
      >
        <X size={14} />
      </Button>
    </div>
  );
}

export const clock = (seconds: number) =>
  seconds < 60
    ? `${Math.ceil(seconds)} s`
    : `${Math.floor(seconds / 60)} min ${String(Math.floor(seconds % 60)).padStart(2, '0')} s`;

/** The time, told anew every second while somebody waits. */
export function useNow(ticking: boolean): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!ticking) return;
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [ticking]);
  return ticking ? Math.max(now, Date.now() - 1000) : now;
}
