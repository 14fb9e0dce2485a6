import { HOLE_STATES, type Hole } from '@overcoat/core/model';
import { holeUnready, nextHoleState, stepHole, testHole } from '@overcoat/core/survey/ready';
import { X } from 'lucide-react';
import { dropReady, nowText, putReady } from '../../store/reshape.ts';
import { Button } from '../../ui/Button.tsx';
import { PlaceFields } from './PlaceFields.tsx';

/** One hole and its chain: planned, cut, edge primed, bonded, leak-tested. */
export function HoleRow({ hole, place = false }: { hole: Hole; place?: boolean }) {
  const next = nextHoleState(hole.state);
  const at = HOLE_STATES.indexOf(hole.state);
  const put = (changed: Hole, label: string) => putReady(`${hole.name}: ${label}`, 'holes', changed);
  const test = (by: 'rain' | 'hose', result: 'dry' | 'leaks') =>
    put(testHole(hole, { by, on: nowText().slice(0, 10), result }), `${by}, ${result}`);
  const last = hole.tests.at(-1);
  return (
    <div className="mt-2 rounded-[4px] border border-rule bg-ticket p-2" data-hole={hole.id}>
      <div className="flex items-start gap-2">
        <input
          aria-label="Name of the hole"
          defaultValue={hole.name}
          maxLength={120}
          className="grow bg-transparent font-semibold"
          onBlur={e =>
            e.target.value.trim() &&
            e.target.value !== hole.name &&
            put({ ...hole, name: e.target.value.trim() }, 'renamed')
          }
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
      <ol className="flex flex-wrap gap-x-2 text-[13px]">
        {HOLE_STATES.map((state, i) => (
          <li key={state} className={i <= at ? 'font-semibold text-chalk' : 'text-faint'}>
            {i <= at ? '●' : '○'} {state}
          </li>
        ))}
      </ol>
      {last && (
        <p className={`text-[13px] ${last.result === 'leaks' ? 'font-medium text-signal' : ''}`}>
          {last.by} on {last.on.slice(0, 10)}: {last.result === 'dry' ? 'dry' : 'leaks, bond it again'}
        </p>
      )}
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
        {next && next !== 'leak-tested' && (
          <Button small look="strong" onClick={() => put(stepHole(hole, 1), next)}>
            {next}
          </Button>
        )}
        {next === 'leak-tested' && (
          <>
            <Button small look="strong" onClick={() => test('hose', 'dry')}>
              hosed: dry
            </Button>
            <Button small look="strong" onClick={() => test('rain', 'dry')}>
              rained on: dry
            </Button>
            <Button small look="danger" onClick={() => test('hose', 'leaks')}>
              it leaks
            </Button>
          </>
        )}
        {at > 0 && (
          <Button small onClick={() => put(stepHole(hole, -1), 'one step back')}>
            back
          </Button>
        )}
      </div>
      {hole.state === 'planned' && (
        <p className="text-[13px]">
          Look behind it first: cables, lines, rib, and what rises under it. Structural cuts are for licensed
          practice.
        </p>
      )}
      {holeUnready(hole) && hole.state !== 'planned' && (
        <p className="text-[13px] text-faint">Covering the bay waits: it {holeUnready(hole)}.</p>
      )}
    </div>
  );
}
