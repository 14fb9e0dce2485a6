import { nextFixingStep } from '@overcoat/core/log';
import { type Fixing, guess } from '@overcoat/core/model';
import { FIXINGS } from '@overcoat/core/model/lists';
import { printNumber } from '@overcoat/core/units';
import { X } from 'lucide-react';
import { useFacts, useLog } from '../../../store/log.ts';
import { dropReady, putReady } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { MeasureField } from '../../../ui/MeasureField.tsx';
import { Select } from '../../../ui/Select.tsx';
import { JustNoted } from '../log/JustNoted.tsx';

/** A pitch in its hundredths: 1.25 mm is not 1.3. */
const pitch = (metres: number): string => `${printNumber(metres * 1000, 2)} mm`;

const DO = { patched: 'patch it', primed: 'prime it', sealed: 'seal it' } as const;

/** A hole, thread or captive nut the van has already: its size, and whether it is closed or used. */
export function FixingRow({ fixing, place = false }: { fixing: Fixing; place?: boolean }) {
  const done = useFacts().fixings.get(fixing.id) ?? [];
  const { note } = useLog.getState();
  const put = (change: Partial<Fixing>, label: string) =>
    putReady(`${fixing.kind} ${label}`, 'fixings', { ...fixing, ...change });
  const threaded = fixing.kind === 'thread' || fixing.kind === 'captive nut';
  const next = fixing.becomes === 'closed' ? nextFixingStep(done) : null;
  return (
    <div className="mt-2 rounded-[4px] border border-rule bg-ticket p-2" data-fixing={fixing.id}>
      <FixingHead fixing={fixing} place={place} next={next} />
      <FixingFields fixing={fixing} put={put} threaded={threaded} />
      {next && (
        <Button
          small
          look="strong"
          className="mt-1"
          onClick={() => note({ kind: 'fixing step', step: next }, { bay: fixing.bay, about: fixing.id })}
        >
          {next}
        </Button>
      )}
      <JustNoted about={fixing.id} />
      {fixing.becomes === 'used' && (
        <p className="text-[13px]">
          No screw longer than the depth behind it; belt and seat threads stay with belts and seats.
        </p>
      )}
    </div>
  );
}

function FixingHead({
  fixing,
  place,
  next,
}: {
  fixing: Fixing;
  place: boolean;
  next: 'patched' | 'primed' | 'sealed' | null;
}) {
  return (
    <div className="flex items-start gap-2">
      <p className="grow">
        <b>
          {place ? `${fixing.bay}: ` : ''}
          {fixing.count > 1 ? `${fixing.count} × ` : ''}
          {fixing.kind}
        </b>{' '}
        {fixing.becomes === 'used' ? (
          <span className="text-chalk">kept, to fix by</span>
        ) : next ? (
          <span className="font-medium text-signal">next {DO[next]}</span>
        ) : (
          <span className="text-chalk">✓ closed</span>
        )}
      </p>
      <Button
        small
        look="quiet"
        aria-label={`Remove ${fixing.kind}`}
        onClick={() => dropReady(`${fixing.kind} removed`, 'fixings', fixing.id)}
      >
        <X size={14} />
      </Button>
    </div>
  );
}

function FixingFields({
  fixing,
  put,
  threaded,
}: {
  fixing: Fixing;
  put: (change: Partial<Fixing>, label: string) => string | null;
  threaded: boolean;
}) {
  return (
    <div className="mt-1 grid grid-cols-3 gap-1.5">
      <Select
        label="what"
        value={fixing.kind}
        onChange={e => put({ kind: e.target.value as Fixing['kind'] }, 'kind')}
      >
        {FIXINGS.map(k => (
          <option key={k}>{k}</option>
        ))}
      </Select>
      <Select
        label="becomes"
        value={fixing.becomes}
        onChange={e => put({ becomes: e.target.value as Fixing['becomes'] }, 'use')}
      >
        <option value="closed">closed</option>
        <option value="used">used</option>
      </Select>
      <HowMany fixing={fixing} put={put} />
      <MeasureField
        label="diameter"
        value={fixing.diameter}
        min={0.001}
        max={0.2}
        onMeasure={diameter => put({ diameter }, 'diameter')}
      />
      {threaded && (
        <MeasureField
          label="pitch of its thread"
          print={pitch}
          value={fixing.pitch ?? guess(0.00125)}
          min={0.0002}
          max={0.006}
          onMeasure={m => put({ pitch: m }, 'pitch')}
        />
      )}
      <MeasureField
        label="free depth behind"
        value={fixing.reach ?? guess(0.03)}
        min={0}
        max={1}
        onMeasure={reach => put({ reach }, 'depth behind')}
      />
    </div>
  );
}

function HowMany({
  fixing,
  put,
}: {
  fixing: Fixing;
  put: (change: Partial<Fixing>, label: string) => string | null;
}) {
  return (
    <label className="text-[13px] text-faint">
      how many alike
      <input
        key={fixing.count}
        type="number"
        min={1}
        max={200}
        defaultValue={fixing.count}
        className="min-h-9 w-full rounded-[4px] border border-rule bg-ticket px-2 font-medium text-ink"
        onBlur={e => {
          const count = Math.min(200, Math.max(1, Math.round(Number(e.target.value) || 1)));
          if (count !== fixing.count) put({ count }, 'count');
        }}
      />
    </label>
  );
}
