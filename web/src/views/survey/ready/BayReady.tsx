import type { Facts, Knock, Standing } from '@overcoat/core/log';
import {
  type Bay,
  type Design,
  type Fact,
  type FactOf,
  findBay,
  type Opening,
  type Ready,
  type Shell,
} from '@overcoat/core/model';
import { setPads } from '@overcoat/core/survey/edits';
import { holeConflicts, readyWarnings } from '@overcoat/core/survey/ready';
import { Flag, Plus } from 'lucide-react';
import type { Where } from '../../../store/log.ts';
import { useFacts, useLog } from '../../../store/log.ts';
import { useBuilt, useOpenDesign } from '../../../store/openDesign.ts';
import { editShell, putReady } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { KeptText } from '../../../ui/KeptText.tsx';
import { Select } from '../../../ui/Select.tsx';
import { JustNoted } from '../log/JustNoted.tsx';
import { Photos } from '../log/Photos.tsx';
import { newFixing, newHole, newRust } from '../map/newItems.ts';
import { FixingRow } from './FixingRow.tsx';
import { HoleRow } from './HoleRow.tsx';
import { STILL_RINGS } from './knockAdvice.ts';
import { RustRow } from './RustRow.tsx';

const HERE: readonly Fact['kind'][] = ['knock', 'flag', 'flag off'];
type Sound = FactOf<'knock'>['sounds'];

/** What one bay still needs before it is covered: knock, rust, holes, photos. */
export function BayReady({ bay: id }: { bay: string }) {
  const design = useOpenDesign();
  const built = useBuilt();
  const facts = useFacts();
  const { note, correct } = useLog.getState();
  const { ready, shell } = design;
  const { zone, bay } = findBay(shell, id)!;
  const knock = facts.knocks.get(id);
  const flag = facts.flags.get(id);
  const rust = ready.rust.filter(r => r.bay === id);
  const holes = ready.holes.filter(h => h.bay === id);
  const unmade = zone.openings.filter(o => o.bay === id && !ready.holes.some(h => h.opening === o.id));
  const warnings = warningsOf({ id, design, built, facts, ready, shell });
  const knocked = (on: 'bare' | 'damped', sounds: string) => {
    if (sounds) return note({ kind: 'knock', on, sounds: sounds as Sound }, { bay: id });
    for (const told of facts.all)
      if (told.bay === id && told.fact.kind === 'knock' && told.fact.on === on) correct(told.id);
  };
  return (
    <section className="mt-3 border-t border-rule pt-2">
      <h3 className="text-lg">Make ready</h3>
      {warnings.length > 0 && (
        <div role="alert" className="my-1 border-l-4 border-signal pl-2">
          <b>Before {id} is covered:</b> {warnings.join(' ')}
        </div>
      )}
      <KnocksAndPads id={id} bay={bay} knock={knock} knocked={knocked} />
      <JustNoted bay={id} kinds={HERE} />
      {knock?.damped?.fact.sounds === 'rings' && (
        <p role="note" className="mt-1 border-l-4 border-tape pl-2">
          <b>Damped, and it still rings.</b> {STILL_RINGS}
        </p>
      )}
      {rust.map(spot => (
        <RustRow key={spot.id} spot={spot} />
      ))}
      {holes.map(hole => (
        <HoleRow key={hole.id} hole={hole} />
      ))}
      {ready.fixings
        .filter(f => f.bay === id)
        .map(f => (
          <FixingRow key={f.id} fixing={f} />
        ))}
      <NoteHere id={id} note={note} flag={flag} unmade={unmade} />
      {flag && <FlagNote key={flag.id} id={id} correct={correct} flag={flag} />}
      <Photos bay={id} />
    </section>
  );
}

function FlagNote({
  id,
  correct,
  flag,
}: {
  id: string;
  correct: (id: string, instead?: Fact) => void;
  flag: Standing<{ note: string; kind: 'flag' }>;
}) {
  return (
    <KeptText
      aria-label={`Why ${id} is flagged`}
      value={flag.fact.note}
      placeholder="what to come back for"
      className="mt-1 min-h-9 w-full rounded-[4px] border border-rule bg-ticket px-2"
      onText={note => correct(flag.id, { kind: 'flag', note })}
    />
  );
}

function NoteHere({
  id,
  note,
  flag,
  unmade,
}: {
  id: string;
  note: (fact: Fact, where?: Where) => void;
  flag: Standing<{ kind: 'flag'; note: string }> | undefined;
  unmade: Opening[];
}) {
  return (
    <div className="mt-2 flex flex-wrap gap-1.5">
      <Button small onClick={() => putReady(`rust in ${id}`, 'rust', newRust(id))}>
        <Plus size={14} aria-hidden /> rust spot
      </Button>
      <Button small onClick={() => putReady(`gland in ${id}`, 'holes', newHole(id, null))}>
        <Plus size={14} aria-hidden /> gland or flue
      </Button>
      <Button small onClick={() => putReady(`old hole in ${id}`, 'fixings', newFixing(id))}>
        <Plus size={14} aria-hidden /> old hole or thread
      </Button>
      {unmade.map(o => (
        <Button key={o.id} small onClick={() => putReady(`${o.id} to be cut`, 'holes', newHole(id, o))}>
          <Plus size={14} aria-hidden /> {o.id} is to be cut
        </Button>
      ))}
      <Button
        small
        aria-pressed={Boolean(flag)}
        onClick={() => note(flag ? { kind: 'flag off' } : { kind: 'flag', note: '' }, { bay: id })}
      >
        <Flag size={14} aria-hidden /> {flag ? 'flagged: take off' : 'flag'}
      </Button>
    </div>
  );
}

function KnocksAndPads({
  id,
  bay,
  knock,
  knocked,
}: {
  id: string;
  bay: Bay;
  knock: Knock | undefined;
  knocked: (on: 'bare' | 'damped', sounds: string) => void;
}) {
  return (
    <div className="mt-1 grid grid-cols-3 gap-2">
      <Select
        label="knock, as found"
        value={knock?.bare?.fact.sounds ?? ''}
        onChange={e => knocked('bare', e.target.value)}
      >
        <KnockOptions />
      </Select>
      <Select
        label="factory pads"
        value={bay.pads === undefined ? '' : String(bay.pads)}
        onChange={e => {
          const pads = e.target.value === '' ? null : Number(e.target.value);
          editShell(`${id} factory pads`, s => setPads(s, id, pads));
        }}
      >
        <option value="">not looked</option>
        {[...new Set([0, 0.1, 0.2, 0.25, 0.5, 1, ...(bay.pads === undefined ? [] : [bay.pads])])]
          .sort((a, b) => a - b)
          .map(p => (
            <option key={p} value={p}>
              {p === 0 ? 'none' : p === 1 ? 'all over' : `${Math.round(p * 100)} % of it`}
            </option>
          ))}
      </Select>
      <Select
        label="after damping"
        value={knock?.damped?.fact.sounds ?? ''}
        onChange={e => knocked('damped', e.target.value)}
      >
        <KnockOptions />
      </Select>
    </div>
  );
}

function warningsOf({
  id,
  design,
  built,
  facts,
  ready,
  shell,
}: {
  id: string;
  design: Design;
  built: ReturnType<typeof useBuilt>;
  facts: Facts;
  ready: Ready;
  shell: Shell;
}) {
  const warnings = [
    ...readyWarnings(design, facts, built.design, new Set([id])).map(w => w.says),
    ...holeConflicts(shell, ready)
      .filter(c => c.bay === id)
      .map(c => c.says),
  ];
  return warnings;
}

const KnockOptions = () => (
  <>
    <option value="">not knocked</option>
    <option value="rings">rings</option>
    <option value="dull">dull</option>
    <option value="dead">dead</option>
  </>
);
