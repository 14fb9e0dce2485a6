import type { BayQuiet } from '@overcoat/core/evaluate';
import { writeWav } from '@overcoat/core/formats';
import type { Knock } from '@overcoat/core/log';
import type { Fact, FactOf } from '@overcoat/core/model';
import type { Knocked } from '@overcoat/core/physics/sound';
import { SOUND_RATE, simulatedKnock } from '@overcoat/core/studies/knocks';
import { FileAudio, History, Mic, Square, WandSparkles } from 'lucide-react';
import { type Dispatch, type RefObject, type SetStateAction, useEffect, useRef, useState } from 'react';
import { type OwnLibrary, useLibrary } from '../../api/queries.ts';
import { runOnce } from '../../jobs/results.ts';
import { useBay } from '../../store/evaluation.ts';
import { useFacts, useLog, type Where } from '../../store/log.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { keepRecording, keptRecording } from '../../store/photos.ts';
import { Button } from '../../ui/Button.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { Refused } from '../../ui/Refused.tsx';
import { KnockPicture } from './KnockPicture.tsx';
import { KnockAgainst, KnockTones, knockVerdict } from './KnockTones.tsx';
import { canRecord, type Recorded, readSound, record, recorded } from './recording.ts';

type On = FactOf<'knock'>['on'];
type Read = { sound: Recorded; knocked: Extract<Knocked, { ok: true }> };
const SECONDS = 4;

/** A knock on one bay: recorded, loaded or made up; read, held against the model, and kept in the log. */
export function KnockPanel({ id }: { id: string }) {
  const { shell, brief } = useOpenDesign();
  const { own: materials, prices } = useLibrary();
  const { quiet } = useBay(id);
  const { knocks } = useFacts();
  const note = useLog(s => s.note);
  const kept = knocks.get(id);
  const [on, setOn] = useState<On>(kept?.bare ? 'damped' : 'bare');
  const { state, control, hear, simulate, read, tone, setTone, keep } = useHearing({
    id,
    shell,
    brief,
    materials,
    prices,
    quiet,
    note,
    on,
  });
  return (
    <div className="flex flex-col gap-4">
      <WhenKnocked id={id} kept={kept} on={on} setOn={setOn} />
      <Sources kept={kept} on={on} state={state} control={control} hear={hear} simulate={simulate} />
      <p className="text-[13px] text-faint">
        {canRecord()
          ? 'A third of a second of quiet, one knock with a knuckle off the middle, then let it ring. Five knocks on different spots tell more than one.'
          : 'This browser lends its microphone only to this machine or over HTTPS: load a file instead.'}
      </p>
      {state.doing && <output className="text-[15px]">{state.doing}…</output>}
      <Refused why={state.failed} className="border-l-[5px] border-signal pl-3 font-medium" />
      <WhatItSays id={id} on={on} state={state} read={read} tone={tone} setTone={setTone} keep={keep} />
    </div>
  );
}

function WhatItSays({
  id,
  on,
  state,
  read,
  tone,
  setTone,
  keep,
}: {
  id: string;
  on: 'bare' | 'damped';
  state: ReturnType<typeof useHearing>['state'];
  read: Read | null;
  tone: number;
  setTone: Dispatch<SetStateAction<number>>;
  keep: () => Promise<void>;
}) {
  return (
    <>
      {read && (
        <>
          {read.sound.note && <p className="text-signal">{read.sound.note}</p>}
          <KnockPicture sound={read.sound} knocked={read.knocked} mode={read.knocked.modes[tone] ?? null} />
          <KnockTones modes={read.knocked.modes} chosen={tone} onChoose={setTone} />
          <KnockAgainst id={id} on={on} modes={read.knocked.modes} />
          <div className="flex items-center gap-3">
            <Button look="strong" disabled={state.kept} onClick={keep}>
              Keep in the log: {id} {on === 'bare' ? 'as found' : 'after damping'},{' '}
              {knockVerdict(read.knocked.modes)}
            </Button>
            {state.kept && <output>noted; the model goes by it now.</output>}
          </div>
        </>
      )}
    </>
  );
}

function Sources({
  kept,
  on,
  state,
  control,
  hear,
  simulate,
}: {
  kept: Knock | undefined;
  on: 'bare' | 'damped';
  state: ReturnType<typeof useHearing>['state'];
  control: RefObject<AbortController | null>;
  hear: ReturnType<typeof useHearing>['hear'];
  simulate: () => Promise<void>;
}) {
  return (
    <div className="flex flex-wrap gap-2 max-lg:[&>button]:min-h-11">
      {state.doing === 'recording' ? (
        <Button look="strong" onClick={() => control.current?.abort()}>
          <Square size={16} aria-hidden /> Enough
        </Button>
      ) : (
        <Button
          look="strong"
          disabled={!canRecord() || state.doing !== undefined}
          onClick={() => hear('recording', signal => record(SECONDS, signal))}
        >
          <Mic size={16} aria-hidden /> Record {SECONDS} s
        </Button>
      )}
      <FileButton
        file="Recording of a knock"
        accept="audio/*,.wav"
        disabled={state.doing !== undefined}
        onFiles={([file]) => void hear('reading the file', () => readSound(file!))}
      >
        <FileAudio size={16} aria-hidden /> Load a recording
      </FileButton>
      <Button disabled={state.doing !== undefined} onClick={simulate}>
        <WandSparkles size={16} aria-hidden /> Take a simulated one
      </Button>
      {kept?.[on]?.fact.recording && (
        <Button
          disabled={state.doing !== undefined}
          onClick={() =>
            hear('fetching the recording', async () =>
              readSound(await keptRecording(kept[on]!.fact.recording!.hash)),
            )
          }
        >
          <History size={16} aria-hidden /> Look at the one kept
        </Button>
      )}
    </div>
  );
}

function WhenKnocked({
  id,
  kept,
  on,
  setOn,
}: {
  id: string;
  kept: Knock | undefined;
  on: 'bare' | 'damped';
  setOn: Dispatch<SetStateAction<'bare' | 'damped'>>;
}) {
  return (
    <div role="radiogroup" aria-label="When it is knocked" className="flex gap-4 text-[15px]">
      {(['bare', 'damped'] as const).map(when => (
        <label key={when} className="flex items-center gap-2">
          <input type="radio" name="knocked" checked={on === when} onChange={() => setOn(when)} />
          {when === 'bare' ? `${id} as found` : `${id} after its sheets`}
          {kept?.[when] && <span className="text-faint">({kept[when].fact.sounds})</span>}
        </label>
      ))}
    </div>
  );
}

/** A recording that is read, and what it says. */
function useHearing({
  id,
  shell,
  brief,
  materials,
  prices,
  quiet,
  note,
  on,
}: {
  id: string;
  shell: ReturnType<typeof useOpenDesign>['shell'];
  brief: ReturnType<typeof useOpenDesign>['brief'];
  materials: OwnLibrary['own'];
  prices: OwnLibrary['prices'];
  quiet: BayQuiet | null;
  note: (fact: Fact, where?: Where) => void;
  on: 'bare' | 'damped';
}) {
  const [read, setRead] = useState<Read | null>(null);
  const [state, setState] = useState<{ doing?: string; failed?: string; kept?: boolean }>({});
  const [tone, setTone] = useState(0);
  const control = useRef<AbortController | null>(null);
  useEffect(() => () => control.current?.abort(), []);

  const hear = async (doing: string, get: (signal: AbortSignal) => Recorded | Promise<Recorded>) => {
    control.current?.abort();
    control.current = new AbortController();
    const { signal } = control.current;
    setState({ doing });
    try {
      const sound = await get(signal);
      setState({ doing: 'reading its tones' });
      const ask = { samples: sound.samples, rate: sound.rate };
      const knocked = await runOnce(
        { kind: 'ringDown', design: { shell, brief }, materials, prices, ask },
        null,
        new AbortController().signal,
      );
      if (!knocked.ok) return setState({ failed: knocked.message });
      setRead({ sound, knocked });
      setTone(
        Math.max(
          0,
          knocked.modes.findIndex(m => m.level === 0),
        ),
      );
      setState({});
    } catch (error) {
      setState({ failed: error instanceof Error ? error.message : String(error) });
    }
  };
  const simulate = simulating(id, quiet, on, hear);
  const keep = keeping({ id, note, on, read, setState });
  return { state, control, hear, simulate, read, tone, setTone, keep };
}

/** A knock as the model would hear it. */
function simulating(
  id: string,
  quiet: BayQuiet | null,
  on: 'bare' | 'damped',
  hear: (doing: string, get: (signal: AbortSignal) => Recorded | Promise<Recorded>) => Promise<void>,
) {
  return () =>
    hear('knocking', () => {
      if (!quiet) throw new Error(`${id} has no field to swing.`);
      const seed = [...`${id} ${on}`].reduce((sum, c) => (sum * 31 + c.charCodeAt(0)) >>> 0, 7);
      return recorded([simulatedKnock(quiet, on === 'damped', seed)], SOUND_RATE, 'simulated');
    });
}

function keeping({
  id,
  note,
  on,
  read,
  setState,
}: {
  id: string;
  note: (fact: Fact, where?: Where) => void;
  on: 'bare' | 'damped';
  read: Read | null;
  setState: Dispatch<SetStateAction<{ doing?: string; failed?: string; kept?: boolean }>>;
}) {
  return async () => {
    if (!read) return;
    try {
      const hash = await keepRecording(writeWav(read.sound.samples, read.sound.rate));
      note(factOf(on, read, hash), { bay: id });
      setState({ kept: true });
    } catch (error) {
      setState({ failed: error instanceof Error ? error.message : String(error) });
    }
  };
}

const factOf = (on: On, { sound: { from }, knocked }: Read, hash: string): Fact => ({
  kind: 'knock',
  on,
  sounds: knockVerdict(knocked.modes),
  recording: {
    hash,
    simulated: from === 'simulated',
    modes: knocked.modes.map(({ frequency, lossFactor, confidence }) => ({
      frequency,
      lossFactor,
      confidence,
    })),
  },
});
