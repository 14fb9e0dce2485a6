import type { Echo } from '@overcoat/core/studies/noise';
import { printNumber } from '@overcoat/core/units';
import { useCallback } from 'react';
import { printLevel } from '../../format.ts';
import { axis } from '../../ui/axis.ts';
import { Plot } from '../../ui/Plot.tsx';
import { JobBar } from '../damp/JobBar.tsx';
import { OctaveTable } from './OctaveTable.tsx';
import { useNoise } from './useNoise.ts';

const seconds = (t: number) => `${printNumber(t, 2)} s`;

/** How long sound lasts inside, by octave. */
export function EchoPanel() {
  const job = useNoise();
  if (!job.answer) return <JobBar job={job} name="Compute the echo" doing="absorption of every face" />;
  const { echo } = job.answer;
  const { octaves, bare, designed, gain, within } = echo;
  return (
    <div className="flex flex-col gap-4">
      <p className="border-l-[5px] border-chalk pl-3 text-[15px]" data-testid="echo-says">
        A clap at 1 kHz lasts {seconds(bare.eyring[3]!)} in the bare van, {seconds(designed.eyring[3]!)} as
        designed:{' '}
        {gain[3]! < 1
          ? 'the linings are hard, and echo on'
          : `${printLevel(gain[3]!)} less of it is left in the air`}
        .{gain[3]! < 6 && ' Cushions, carpet and curtains do more for it than any panel.'}
      </p>
      <EchoPlot echo={echo} />
      <OctaveTable
        what="Hz"
        heads={octaves}
        rows={[
          ['absorbing, m², bare', bare.absorption.map(v => printNumber(v, 1))],
          ['as designed', designed.absorption.map(v => printNumber(v, 1))],
          ['lasts, s, Eyring', designed.eyring.map(v => printNumber(v, 2))],
          ['lasts, s, Sabine', designed.sabine.map(v => printNumber(v, 2))],
          ['less in the air', gain.map(printLevel)],
          ['plus and minus', within.map(printLevel)],
        ]}
      />
      <p className="text-[13px] text-faint">
        Areas of the shell, absorption of rooms from memory, porous faces by Miki; beds and seats of the
        Survey count as cushions; a cab open to the room is not counted. {printNumber(echo.volume, 1)} m³:
        below {printNumber(echo.schroeder, 0)} Hz so small a room has single tones and no echo, and figures
        are only indicative. Sabine holds while little is taken up, Eyring beyond.
        {job.stale && ' The design has changed since.'}
      </p>
    </div>
  );
}

function EchoPlot({ echo }: { echo: Echo }) {
  const make = useCallback(
    (colour: (name: string) => string) => ({
      type: 'bar' as const,
      data: {
        labels: echo.octaves.map(f => (f >= 1000 ? `${f / 1000}k` : String(f))),
        datasets: [
          { label: 'bare', data: echo.bare.eyring, backgroundColor: colour('--other') },
          { label: 'as designed', data: echo.designed.eyring, backgroundColor: colour('--chalk') },
        ],
      },
      options: {
        animation: false as const,
        maintainAspectRatio: false,
        scales: { x: axis(colour, 'octave, Hz'), y: { min: 0, ...axis(colour, 'seconds for 60 dB') } },
      },
    }),
    [echo],
  );
  return <Plot label="Seconds an echo lasts by octave, bare and as designed" make={make} className="h-48" />;
}
