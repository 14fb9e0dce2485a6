import type { Knocked, RungMode } from '@overcoat/core/physics/sound';
import { printNumber } from '@overcoat/core/units';
import { useCallback, useMemo } from 'react';
import { axis, lineChart } from '../../ui/axis.ts';
import { Plot } from '../../ui/Plot.tsx';
import type { Recorded } from './recording.ts';

const WIDE = 500;
const HIGH = 110;
/** Seconds shown of a knock. */
const SPAN = 1.6;

interface Props {
  sound: Recorded;
  knocked: Extract<Knocked, { ok: true }>;
  mode: RungMode | null;
}

/** The wave with the chosen tone's decay over it, its level as it falls, and the spectrum. */
export function KnockPicture({ sound: { samples, rate }, knocked, mode }: Props) {
  const start = Math.max(0, knocked.onset - 0.1);
  const wave = useMemo(() => waveOf(samples, rate, start), [samples, rate, start]);
  const x = (t: number) => ((t - start) / SPAN) * WIDE;
  const decay = mode?.lossFactor
    ? Array.from({ length: 60 }, (_, i) => {
        const t = (i / 59) * (SPAN - 0.1);
        const fall = Math.exp(-Math.PI * mode.frequency * mode.lossFactor! * t);
        return `${x(knocked.onset + t).toFixed(1)} ${(HIGH / 2 - (HIGH / 2 - 6) * fall).toFixed(1)}`;
      })
    : null;
  return (
    <div className="flex flex-col gap-2">
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH + 14}`}
        className="w-full rounded-[4px] border border-rule bg-ticket"
        role="img"
        aria-label={`The recording round the knock${mode ? `, and how its tone at ${Math.round(mode.frequency)} Hz falls` : ''}`}
      >
        <path d={wave} stroke="var(--ink)" strokeWidth={0.8} fill="none" />
        {decay && <path d={`M${decay.join('L')}`} stroke="var(--signal)" strokeWidth={2} fill="none" />}
        {mode && (
          <text x={WIDE - 6} y={16} textAnchor="end" fontSize={14} fontWeight={600} fill="var(--signal)">
            {printNumber(mode.frequency, 0)} Hz:{' '}
            {mode.lossFactor === null ? 'well damped' : `η ${printNumber(mode.lossFactor, 4)}`}
          </text>
        )}
        {[0, 0.5, 1].map(t => (
          <text
            key={t}
            x={x(knocked.onset + t)}
            y={HIGH + 10}
            fontSize={10}
            textAnchor="middle"
            fill="var(--faint)"
          >
            {t} s
          </text>
        ))}
      </svg>
      <div className="grid grid-cols-2 gap-2">
        <DecayPlot mode={mode} />
        <SpectrumPlot knocked={knocked} mode={mode} />
      </div>
    </div>
  );
}

/** Lowest and highest sample under each step of the picture. */
function waveOf(samples: Float32Array, rate: number, start: number): string {
  let most = 1e-9;
  for (const v of samples) most = Math.max(most, Math.abs(v));
  const out: string[] = [];
  for (let px = 0; px < WIDE; px++) {
    const [a, b] = [start + (px / WIDE) * SPAN, start + ((px + 1) / WIDE) * SPAN];
    let [low, high] = [0, 0];
    for (let i = Math.floor(a * rate); i < Math.min(samples.length, b * rate); i++) {
      low = Math.min(low, samples[i]!);
      high = Math.max(high, samples[i]!);
    }
    const y = (v: number) => (HIGH / 2 - (v / most) * (HIGH / 2 - 6)).toFixed(1);
    out.push(`M${px} ${y(low)}V${y(high)}`);
  }
  return out.join('');
}

function DecayPlot({ mode }: { mode: RungMode | null }) {
  const make = useCallback(
    (colour: (name: string) => string) => {
      const step = mode?.decay.step ?? 1;
      const data = [...(mode?.decay.levels ?? [])].map((y, i) => ({ x: i * step, y })).filter(p => p.y > -45);
      const line =
        mode?.lossFactor == null
          ? []
          : [0, 30].map(db => ({ x: db / (27.287 * mode.frequency * mode.lossFactor!), y: -db }));
      return lineChart(
        [
          { label: 'its level', data, borderColor: colour('--chalk'), borderWidth: 1.5, pointRadius: 0 },
          {
            label: 'its loss factor',
            data: line,
            borderColor: colour('--signal'),
            borderDash: [5, 4],
            pointRadius: 0,
          },
        ],
        {
          x: { type: 'linear' as const, min: 0, ...axis(colour, 's after the knock') },
          y: { max: 0, min: -45, ...axis(colour, 'dB') },
        },
      );
    },
    [mode],
  );
  return <Plot label="How the tone’s level falls" make={make} className="h-36" />;
}

function SpectrumPlot({ knocked, mode }: { knocked: Props['knocked']; mode: RungMode | null }) {
  const make = useCallback(
    (colour: (name: string) => string) => {
      const { step, levels } = knocked.spectrum;
      // The highest of each 4 Hz: what is drawn is a few hundred points.
      const wide = Math.max(1, Math.round(4 / step));
      const data: { x: number; y: number }[] = [];
      for (let i = Math.ceil(20 / step); i < levels.length; i += wide) {
        let y = -80;
        for (let k = i; k < Math.min(levels.length, i + wide); k++) y = Math.max(y, levels[k]!);
        data.push({ x: i * step, y });
      }
      return lineChart(
        [
          {
            label: 'tones',
            data: knocked.modes.map(m => ({ x: m.frequency, y: m.level })),
            showLine: false,
            pointRadius: knocked.modes.map(m => (m === mode ? 5 : 3)),
            pointBackgroundColor: knocked.modes.map(m => colour(m === mode ? '--signal' : '--ink')),
          },
          { label: 'spectrum', data, borderColor: colour('--chalk'), borderWidth: 1.2, pointRadius: 0 },
        ],
        {
          x: { type: 'linear' as const, min: 0, max: 800, ...axis(colour, 'Hz') },
          y: { max: 5, min: -60, ...axis(colour, 'dB') },
        },
      );
    },
    [knocked, mode],
  );
  return <Plot label="Spectrum of the second after the knock" make={make} className="h-36" />;
}
