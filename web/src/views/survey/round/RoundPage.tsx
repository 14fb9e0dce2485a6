import { type Bay, findBay, isMeasured, type Measurement, measured, type Zone } from '@overcoat/core/model';
import { BAY_LIMITS, type BayField, setBay } from '@overcoat/core/survey/edits';
import { twinOf, walkingOrder } from '@overcoat/core/survey/layout';
import { parseLength, printLength, type UnitSystem } from '@overcoat/core/units';
import { ArrowLeft, ArrowRight, Flag, X } from 'lucide-react';
import {
  type Dispatch,
  type FormEvent,
  type SetStateAction,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { Link } from 'react-router';
import { widthWords } from '../../../shell-map/widthWords.ts';
import { useDesign } from '../../../store/design.ts';
import { useFacts, useLog } from '../../../store/log.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { useUnits } from '../../../store/preferences.ts';
import { editShell } from '../../../store/reshape.ts';
import { sending } from '../../../store/sendQueue.ts';
import { Button } from '../../../ui/Button.tsx';
import { Photos } from '../log/Photos.tsx';
import { NumberPad } from './NumberPad.tsx';

const FIELDS: { field: BayField; name: string; hint: string }[] = [
  { field: 'width', name: 'Along the van', hint: 'rib to rib' },
  { field: 'height', name: 'Across', hint: 'rail to rail' },
  {
    field: 'depthMin',
    name: 'Depth, shallowest',
    hint: 'rib face to skin, where it is least',
  },
  { field: 'depthMax', name: 'Depth, deepest', hint: 'rib face to skin, where it is most' },
];

/** Bay after bay in walking order, one size at a time, for the van: a tape in one hand, this in the other. */
export function Component() {
  const round = useRound();
  const { steps, left, submit, zone, at, walk, id, value, units, words, input, text, refused, setText } =
    round;

  return (
    <div className="fixed inset-0 z-20 flex flex-col overflow-auto bg-sheet" data-round>
      <RoundHead steps={steps} left={left} />
      <form onSubmit={submit} className="mx-auto flex w-full max-w-[520px] grow flex-col px-4 py-2">
        <p className="font-sign text-[15px] text-faint">
          {zone.name} · bay {Math.floor(at / FIELDS.length) + 1} of {walk.length}
        </p>
        <h2 className="flex items-baseline justify-between gap-3 text-4xl">
          {id}
          <span className="font-sans text-[15px] font-normal">
            {isMeasured(value) ? 'measured ' : 'assumed '}
            <b>{printLength(value.value, units)}</b>
          </span>
        </h2>
        <label htmlFor="round-size" className="mt-1 block text-xl font-medium">
          {words.name} <span className="text-[15px] font-normal text-faint">{words.hint}</span>
        </label>
        <div className="flex gap-2">
          <input
            id="round-size"
            ref={input}
            value={text}
            inputMode="none"
            autoComplete="off"
            aria-invalid={refused !== null}
            aria-describedby="round-refused"
            placeholder={units === 'metric' ? 'mm' : 'inches'}
            onChange={e => setText(e.target.value)}
            className={`min-h-14 min-w-0 grow rounded-[4px] border-2 bg-ticket px-3 text-3xl font-medium text-chalk ${refused ? 'border-signal' : 'border-ink'}`}
          />
          <Button type="submit" look="strong" className="min-h-14 min-w-20 text-xl">
            {text.trim() === '' ? 'skip' : 'next'}
          </Button>
        </div>
        <p id="round-refused" role="alert" className="min-h-5 text-[14px] font-medium text-signal">
          {refused}
        </p>
        <SameAs round={round} />
        <NumberPad units={units} text={text} onText={setText} />
        <GoOn round={round} />
        <Photos bay={id} large />
      </form>
    </div>
  );
}

function GoOn({ round }: { round: ReturnType<typeof useRound> }) {
  const { steps, at, id, go, flagged, note } = round;
  return (
    <div className="mt-1.5 grid grid-cols-3 gap-1.5">
      <Button className="min-h-12" disabled={at === 0} onClick={() => go(at - 1)}>
        <ArrowLeft size={18} aria-hidden /> back
      </Button>
      <Button
        className="min-h-12"
        aria-pressed={flagged}
        onClick={() => note(flagged ? { kind: 'flag off' } : { kind: 'flag', note: '' }, { bay: id })}
      >
        <Flag size={18} aria-hidden className={flagged ? 'fill-signal text-signal' : ''} />{' '}
        {flagged ? 'flagged' : 'flag'}
      </Button>
      <Button
        className="min-h-12"
        disabled={at >= steps - FIELDS.length}
        onClick={() => go((Math.floor(at / FIELDS.length) + 1) * FIELDS.length)}
      >
        next bay <ArrowRight size={18} aria-hidden />
      </Button>
    </div>
  );
}

function SameAs({ round }: { round: ReturnType<typeof useRound> }) {
  const { value, units, take, previousId, previous, same, twin, what } = round;
  return (
    <div className="grid grid-cols-3 gap-1.5">
      <Choice
        name="as assumed"
        value={isMeasured(value) ? undefined : value}
        onClick={() => take(measured(value.value, printLength(value.value, units)))}
      />
      <Choice
        name={previousId ? `as ${previousId}` : 'as previous'}
        value={previous}
        onClick={() => previous && same(previous, previousId!)}
      />
      <Choice
        name={twin ? `as mirror ${twin.id}` : 'no mirror'}
        value={twin?.[what.field]}
        onClick={() => twin && same(twin[what.field], twin.id)}
      />
    </div>
  );
}

function RoundHead({ steps, left }: { steps: number; left: number }) {
  return (
    <header className="flex items-center gap-3 border-b border-rule bg-table px-3 py-1.5">
      <Link to="../survey" relative="path" className="flex min-h-11 items-center gap-1 text-chalk underline">
        <X size={18} aria-hidden /> end
      </Link>
      <div className="grow">
        <div
          role="progressbar"
          aria-label="Sizes measured"
          aria-valuemin={0}
          aria-valuemax={steps}
          aria-valuenow={steps - left}
          className="h-2.5 overflow-hidden rounded-full border border-ink bg-ticket"
        >
          <div className="h-full bg-tape" style={{ width: `${((steps - left) / steps) * 100}%` }} />
        </div>
        <p className="text-[13px]">
          {left === 0 ? 'every size is measured' : `${left} of ${steps} sizes to go`} · <RoundSave />
        </p>
      </div>
    </header>
  );
}

/** Which size is asked, what is known of it, and how an answer is taken. */
function useRound() {
  const { shell } = useOpenDesign();
  const facts = useFacts();
  const note = useLog(s => s.note);
  const units = useUnits();
  const walk = useMemo(() => walkingOrder(shell).map(w => w.bay.id), [shell]);
  const steps = walk.length * FIELDS.length;
  const isDone = (step: number) => {
    const bay = findBay(shell, walk[Math.floor(step / FIELDS.length)]!)!.bay;
    return isMeasured(bay[FIELDS[step % FIELDS.length]!.field]);
  };
  const [step, setStep] = useState(() => {
    const at = Array.from({ length: steps }, (_, i) => i).findIndex(i => !isDone(i));
    return Math.max(0, at);
  });
  const [text, setText] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const at = Math.min(step, steps - 1);
  const id = walk[Math.floor(at / FIELDS.length)]!;
  const { zone, bay } = findBay(shell, id)!;
  const what = FIELDS[at % FIELDS.length]!;
  const words = what.field === 'width' ? widthWords(zone) : what;
  const value = bay[what.field];
  const { previousId, previous, twin } = answersNear({ shell, walk, at, zone, bay, what });
  const flagged = facts.flags.has(id);
  const left = Array.from({ length: steps }, (_, i) => i).filter(i => !isDone(i)).length;
  // biome-ignore lint/correctness/useExhaustiveDependencies: each new question takes the focus.
  useEffect(() => {
    if (matchMedia('(pointer: fine)').matches) input.current?.focus();
  }, [at]);
  const { submit, take, same, go } = answering({
    units,
    steps,
    setStep,
    text,
    setText,
    setRefused,
    at,
    id,
    what,
  });
  return {
    steps,
    left,
    submit,
    zone,
    at,
    walk,
    id,
    value,
    units,
    words,
    input,
    text,
    refused,
    setText,
    take,
    previousId,
    previous,
    same,
    twin,
    what,
    go,
    flagged,
    note,
  };
}

/** How an answer is taken, and where it goes on. */
function answering({
  units,
  steps,
  setStep,
  text,
  setText,
  setRefused,
  at,
  id,
  what,
}: {
  units: UnitSystem;
  steps: number;
  setStep: Dispatch<SetStateAction<number>>;
  text: string;
  setText: Dispatch<SetStateAction<string>>;
  setRefused: Dispatch<SetStateAction<string | null>>;
  at: number;
  id: string;
  what: { field: BayField; name: string; hint: string };
}) {
  const go = (to: number) => {
    setStep(Math.max(0, Math.min(steps - 1, to)));
    setText('');
    setRefused(null);
  };
  const take = (m: Measurement) => {
    const why = editShell(`${id} ${what.name.toLowerCase()} ${m.basis === 'measured' ? m.entered : ''}`, s =>
      setBay(s, id, what.field, m),
    );
    if (why) setRefused(why);
    else go(at + 1);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() === '') return go(at + 1);
    const read = parseLength(text, { system: units, ...BAY_LIMITS[what.field] });
    if (read.ok) take(measured(read.value, text.trim()));
    else setRefused(read.message);
  };
  const same = (m: Measurement, as: string) => take(measured(m.value, `same as ${as}`));
  return { submit, take, same, go };
}

/** The same size where it was read before: on the bay before, on the mirror side. */
function answersNear({
  shell,
  walk,
  at,
  zone,
  bay,
  what,
}: {
  shell: ReturnType<typeof useOpenDesign>['shell'];
  walk: string[];
  at: number;
  zone: Zone;
  bay: Bay;
  what: { field: BayField; name: string; hint: string };
}) {
  const previousId = walk[Math.floor(at / FIELDS.length) - 1];
  const previous = previousId ? findBay(shell, previousId)?.bay[what.field] : undefined;
  const twin = twinOf(shell, zone, bay);
  return { previousId, previous, twin };
}

function Choice({ name, value, onClick }: { name: string; value: Measurement | undefined; onClick(): void }) {
  const units = useUnits();
  return (
    <Button className="min-h-12 flex-col gap-0 leading-tight" disabled={!value} onClick={onClick}>
      <span className="max-w-full truncate text-[12px] text-faint">{name}</span>
      <span className="text-base">{value ? printLength(value.value, units) : '–'}</span>
    </Button>
  );
}

/** Where the readings are: with the server, or kept on this device. */
function RoundSave() {
  const { state: design, pending, refused, message } = useDesign();
  const notes = useLog(s => s.waiting.length);
  const away = useLog(s => s.away);
  const state = design === 'saved' && notes > 0 ? (away ? 'offline' : 'saving') : design;
  const says = {
    saved: refused.length > 0 ? `${refused.length} not taken: see the top of Survey` : 'all saved',
    saving: 'saving…',
    offline: `server away: ${pending.length + notes} kept here, sent when it is back`,
    conflict: 'another window changed the same size: it will ask',
    gone: `not taken: ${message}`,
  }[state];
  return (
    <output
      data-save={state}
      className={state === 'saved' || state === 'saving' ? 'text-faint' : 'font-medium text-signal'}
    >
      {says}{' '}
      {state === 'offline' && (
        <button type="button" className="underline" onClick={() => void sending.try()}>
          try now
        </button>
      )}
    </output>
  );
}
