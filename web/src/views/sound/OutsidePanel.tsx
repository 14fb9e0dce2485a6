import { FLANKING, type OutsideNoise } from '@overcoat/core/studies/noise';
import { printArea } from '@overcoat/core/units';
import { useCallback } from 'react';
import { printLevel } from '../../format.ts';
import { useUnits } from '../../store/preferences.ts';
import { axis } from '../../ui/axis.ts';
import { Plot } from '../../ui/Plot.tsx';
import { JobBar } from '../damp/JobBar.tsx';
import { OctaveTable } from './OctaveTable.tsx';
import { useNoise } from './useNoise.ts';

const hertz = (f: number) => (f >= 1000 ? `${f / 1000} kHz` : `${f} Hz`);

/** What of outside noise comes through the sides as they are built, by octave. */
export function OutsidePanel() {
  const job = useNoise();
  const units = useUnits();
  const outside = job.answer?.outside;
  if (!job.answer)
    return <JobBar job={job} name="Compute what comes through" doing="sound through every build-up" />;
  if (!outside) return <p>The skin has no thickness: nothing is known of what it lets through.</p>;
  return (
    <div className="flex flex-col gap-4">
      <p className="border-l-[5px] border-chalk pl-3 text-[15px]" data-testid="outside-says">
        {outsideWords(outside)}
      </p>
      <Curves outside={outside} />
      <Figures outside={outside} />
      <section>
        <h4 className="font-sign text-lg font-semibold">As they are built</h4>
        {outside.parts.slice(0, 6).map(p => (
          <p key={p.bays[0]} className="border-t border-rule py-1 text-[13px]">
            <b>
              {p.bays.length > 1 ? `${p.bays[0]} and ${p.bays.length - 1} more` : p.bays[0]},{' '}
              {printArea(p.area, units)}
            </b>
            :{' '}
            {p.dip === null
              ? 'one leaf, mass alone keeps out'
              : `skin and lining swing against each other at ${Math.round(p.dip)} Hz`}
            {p.worse.length > 0 && (
              <span className="font-medium text-signal">
                ; lets more through than the bare skin at {p.worse.map(hertz).join(', ')} (
                {printLevel(Math.min(...p.gain))})
              </span>
            )}
            .
          </p>
        ))}
      </section>
      <p className="text-[13px] text-faint">
        Transfer matrix in a diffuse field to 78°, panels without end; ± {outside.within[0]} dB to 250 Hz, ±{' '}
        {outside.within[3]} dB above. No panel is credited with more than {FLANKING} dB: glass, seals, ribs
        and battens let round it what it keeps out. Road and wind noise come by other ways too.
        {job.stale && ' The design has changed since.'}
      </p>
    </div>
  );
}

function outsideWords({ octaves, gain, glass }: OutsideNoise): string {
  const mean = (from: number, to: number) => {
    const of = gain.filter((_, o) => octaves[o]! >= from && octaves[o]! <= to);
    return of.reduce((a, b) => a + b, 0) / of.length;
  };
  const worst = gain.reduce((at, g, o) => (g < gain[at]! ? o : at), 0);
  const voices = mean(500, 2000);
  const tell = (g: number) =>
    Math.abs(g) < 1 ? 'as loud as bare' : g > 0 ? `${printLevel(g)} quieter` : `${printLevel(-g)} louder`;
  const first = `Voices and tyres (500 Hz to 2 kHz) come in ${tell(voices)}`;
  const dip =
    gain[worst]! < -1
      ? `, ${voices < -1 ? 'worst at' : 'but'} ${hertz(octaves[worst]!)}${voices < -1 ? ',' : ' comes in'} ${printLevel(-gain[worst]!)} louder than through bare metal: that is the lining’s own dip`
      : '';
  const pane = glass[4]! > 0.5 ? ' At 1 kHz more comes through the glass than through all the rest.' : '';
  return `${first}${dip}.${pane}`;
}

function Curves({ outside }: { outside: OutsideNoise }) {
  const make = useCallback(
    (colour: (name: string) => string) => ({
      type: 'line' as const,
      data: {
        labels: outside.octaves.map(f => (f >= 1000 ? `${f / 1000}k` : String(f))),
        datasets: [
          {
            label: 'bare',
            data: outside.bare,
            borderColor: colour('--faint'),
            borderDash: [5, 4],
            pointRadius: 2,
          },
          {
            label: 'as designed',
            data: outside.designed,
            borderColor: colour('--chalk'),
            borderWidth: 2,
            pointRadius: 3,
          },
        ],
      },
      options: {
        animation: false as const,
        maintainAspectRatio: false,
        scales: { x: axis(colour, 'octave, Hz'), y: { min: 0, ...axis(colour, 'kept out, dB') } },
      },
    }),
    [outside],
  );
  return <Plot label="Transmission loss by octave, bare and as designed" make={make} className="h-52" />;
}

function Figures({ outside: { octaves, bare, designed, gain, glass } }: { outside: OutsideNoise }) {
  return (
    <OctaveTable
      what="Hz"
      heads={octaves}
      rows={[
        ['bare, dB', bare.map(v => v.toFixed(0))],
        ['as designed, dB', designed.map(v => v.toFixed(0))],
        [
          'gain',
          gain.map((v, o) => (
            <span key={octaves[o]} className={v < -0.5 ? 'font-medium text-signal' : ''}>
              {v > 0 ? '+' : ''}
              {printLevel(v).replace(' dB', '')}
            </span>
          )),
        ],
        ['of it by glass', glass.map(v => `${Math.round(100 * v)} %`)],
      ]}
    />
  );
}
