import { writeWav } from '@overcoat/core/formats';
import type { Fact, FactOf } from '@overcoat/core/model';
import type { Knocked, RungMode } from '@overcoat/core/physics/sound';
import {
  bareTones,
  comparison,
  SOUND_RATE,
  simulatedKnock,
  stillRings,
  tonesOfBay,
} from '@overcoat/core/studies/knocks';
import { printNumber } from '@overcoat/core/units';
import { wordOf } from '@overcoat/core/van/quiet';
import { FileAudio, Mic, Square, WandSparkles } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { printLevel } from '../../format.ts';
import { runOnce } from '../../jobs/results.ts';
import { useBay } from '../../store/evaluation.ts';
import { useFacts, useLog } from '../../store/log.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { keepRecording } from '../../store/photos.ts';
import { Button } from '../../ui/Button.tsx';
import { KnockPicture } from './KnockPicture.tsx';
import { canRecord, type Heard, heard, readSound, record } from './recording.ts';

type On = FactOf<'knock'>['on'];
type Read = { heard: Heard; knocked: Extract<Knocked, { ok: true }> };
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
  const [read, setRead] = useState<Read | null>(null);
  const [state, setState] = useState<{ doing?: string; failed?: string; kept?: boolean }>({});
  const [tone, setTone] = useState(0);
  const control = useRef<AbortController | null>(null);
  const file = useRef<HTMLInputElement>(null);
  useEffect(() => () => control.current?.abort(), []);

  const hear = async (doing: string, get: (signal: AbortSignal) => Heard | Promise<Heard>) => {
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
        new AbortController().signal,
      );
      if (!knocked.ok) return setState({ failed: knocked.message });
      setRead({ heard: sound, knocked });
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
  const simulate = () =>
    hear('knocking', () => {
      if (!quiet) throw new Error(`${id} has no field to swing.`);
      const seed = [...`${id} ${on}`].reduce((sum, c) => (sum * 31 + c.charCodeAt(0)) >>> 0, 7);
      return heard([simulatedKnock(quiet, on === 'damped', seed)], SOUND_RATE, 'simulated');
    });
  const keep = async () => {
    if (!read) return;
    try {
      const hash = await keepRecording(writeWav(read.heard.samples, read.heard.rate));
      note(factOf(on, read, hash), { bay: id });
      setState({ kept: true });
    } catch (error) {
      setState({ failed: error instanceof Error ? error.message : String(error) });
    }
  };
  return (
    <div className="flex flex-col gap-4">
      <div role="radiogroup" aria-label="When it is knocked" className="flex gap-4 text-[15px]">
        {(['bare', 'damped'] as const).map(when => (
          <label key={when} className="flex items-center gap-2">
            <input type="radio" name="knocked" checked={on === when} onChange={() => setOn(when)} />
            {when === 'bare' ? `${id} as found` : `${id} after its sheets`}
            {kept?.[when] && <span className="text-faint">({kept[when].fact.sounds})</span>}
          </label>
        ))}
      </div>
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
        <Button disabled={state.doing !== undefined} onClick={() => file.current?.click()}>
          <FileAudio size={16} aria-hidden /> Load a recording
        </Button>
        <Button disabled={state.doing !== undefined} onClick={simulate}>
          <WandSparkles size={16} aria-hidden /> Take a simulated one
        </Button>
        <input
          ref={file}
          type="file"
          accept="audio/*,.wav"
          className="hidden"
          aria-label="Recording of a knock"
          onChange={e => {
            const [chosen] = e.target.files ?? [];
            e.target.value = '';
            if (chosen) void hear('reading the file', () => readSound(chosen));
          }}
        />
      </div>
      <p className="text-[13px] text-faint">
        {canRecord()
          ? 'A third of a second of quiet, one knock with a knuckle off the middle, then let it ring. Five knocks on different spots tell more than one.'
          : 'This browser lends its microphone only to this machine or over HTTPS: load a file instead.'}
      </p>
      {state.doing && <output className="text-[15px]">{state.doing}…</output>}
      {state.failed && (
        <p role="alert" className="border-l-[5px] border-signal pl-3 font-medium">
          {state.failed}
        </p>
      )}
      {read && (
        <>
          {read.heard.note && <p className="text-signal">{read.heard.note}</p>}
          <KnockPicture heard={read.heard} knocked={read.knocked} mode={read.knocked.modes[tone] ?? null} />
          <Tones modes={read.knocked.modes} chosen={tone} onChoose={setTone} />
          <Against id={id} on={on} read={read} />
          <div className="flex items-center gap-3">
            <Button look="strong" disabled={state.kept} onClick={keep}>
              Keep in the log: {id} {on === 'bare' ? 'as found' : 'after damping'},{' '}
              {verdictOf(read.knocked.modes)}
            </Button>
            {state.kept && <output>noted; the model goes by it now.</output>}
          </div>
        </>
      )}
    </div>
  );
}

/** The middle of the loss factors told; what is damped too well for that is dead. */
function verdictOf(modes: readonly RungMode[]): FactOf<'knock'>['sounds'] {
  const losses = modes.flatMap(m => m.lossFactor ?? []).sort((a, b) => a - b);
  return losses.length === 0 ? 'dead' : wordOf(losses[Math.floor(losses.length / 2)]!);
}

const factOf = (on: On, { heard: { from }, knocked }: Read, hash: string): Fact => ({
  kind: 'knock',
  on,
  sounds: verdictOf(knocked.modes),
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

interface TonesProps {
  modes: readonly RungMode[];
  chosen: number;
  onChoose(index: number): void;
}

function Tones({ modes, chosen, onChoose }: TonesProps) {
  return (
    <table className="w-full text-[14px]">
      <thead className="text-left text-[13px] text-faint">
        <tr>
          <th className="font-normal">tone</th>
          <th className="font-normal">loss factor</th>
          <th className="font-normal">rings</th>
          <th className="text-right font-normal">confidence</th>
        </tr>
      </thead>
      <tbody>
        {modes.map((m, i) => (
          <tr key={m.frequency} className={`border-t border-rule ${i === chosen ? 'bg-wet' : ''}`}>
            <td className="py-1">
              <button
                type="button"
                className="font-semibold underline decoration-rule underline-offset-4"
                aria-pressed={i === chosen}
                onClick={() => onChoose(i)}
              >
                {printNumber(m.frequency, 0)} Hz
              </button>
            </td>
            <td>
              {m.lossFactor === null ? (
                'well damped'
              ) : (
                <>
                  {printNumber(m.lossFactor, 4)} ± {printNumber(m.within, 4)}
                </>
              )}
            </td>
            <td>
              {m.lossFactor === null
                ? '–'
                : `${printNumber(Math.log(1e6) / (2 * Math.PI * m.frequency * m.lossFactor), 1)} s`}
            </td>
            <td className="text-right">{Math.round(100 * m.confidence)} %</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The knock against what was computed, and what to do where a damped panel still rings. */
function Against({ id, on, read }: { id: string; on: On; read: Read }) {
  const { quiet } = useBay(id);
  if (!quiet) return null;
  const tones = on === 'bare' ? bareTones(quiet) : tonesOfBay(quiet);
  const held = comparison(read.knocked.modes, tones);
  const rings = on === 'damped' && verdictOf(read.knocked.modes) !== 'dead';
  return (
    <section className="border-l-[5px] border-chalk pl-3">
      <p data-testid="knock-against">
        {held.off === null || held.tune === null
          ? 'No tone is sure enough to hold against the model.'
          : `The model’s losses were ${printLevel(Math.abs(held.off))} too ${held.off < 0 ? 'high' : 'low'}, its tones ${printNumber(100 * Math.abs(held.tune - 1), 0)} % too ${held.tune < 1 ? 'high' : 'low'}; kept, the knock sets both right.`}
      </p>
      {rings && (
        <>
          <h4 className="mt-2 font-sign text-lg font-semibold">A damped panel still rings</h4>
          <ul className="list-disc pl-5">
            {stillRings(quiet, held).map(s => (
              <li key={s}>{s}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
