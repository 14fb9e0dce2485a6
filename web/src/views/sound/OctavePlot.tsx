import type { BayQuiet } from '@overcoat/core/evaluate';
import type { ZoneKind } from '@overcoat/core/model';
import { DRUM_OCTAVES } from '@overcoat/core/physics/sound';
import { type Scale, shareByOctave } from '@overcoat/core/van/quiet';
import { useCallback, useMemo } from 'react';
import { printLevel } from '../../format.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { axis } from '../../ui/axis.ts';
import { Plot } from '../../ui/Plot.tsx';
import { OctaveTable } from './OctaveTable.tsx';

/** How loud each octave of a bay is in what the van is to be quiet for, before and after, and by either way of driving it. */
export function OctavePlot({ quiet, kind }: { quiet: BayQuiet; kind: ZoneKind }) {
  const { scale } = useEvaluation().quiet;
  const rows = useMemo(() => {
    return octaveRows(quiet, kind, scale);
  }, [quiet, scale, kind]);
  const make = useCallback(
    (colour: (name: string) => string) => ({
      type: 'bar' as const,
      data: {
        labels: DRUM_OCTAVES.map(f => (f >= 1000 ? `${f / 1000}k` : String(f))),
        datasets: [
          { label: 'bare', data: rows.bare, base: -30, backgroundColor: colour('--other') },
          { label: 'as designed', data: rows.after, base: -30, backgroundColor: colour('--chalk') },
        ],
      },
      options: {
        animation: false as const,
        maintainAspectRatio: false,
        scales: {
          x: axis(colour, 'octave, Hz'),
          y: { ...axis(colour, 'dB'), min: -30, max: 0 },
        },
      },
    }),
    [rows],
  );
  return (
    <section>
      <h4 className="font-sign text-lg font-semibold">Before and after, by octave</h4>
      <Plot label="Drumming by octave, bare and as designed" make={make} className="h-44" />
      <ChangeTable rows={rows} />
      <p className="text-[13px] text-faint">
        Rain, doors and traffic press with a given force; a rough road pushes power in through the frame. 63
        Hz is indicative only: few tones, and the crown decides them.
      </p>
    </section>
  );
}

function ChangeTable({
  rows,
}: {
  rows: {
    bare: (number | null)[];
    after: (number | null)[];
    force: (number | null)[];
    power: (number | null)[];
    total: { force: number; power: number };
  };
}) {
  return (
    <OctaveTable
      what="change"
      heads={[...DRUM_OCTAVES.map(f => `${f >= 1000 ? `${f / 1000}k` : f} Hz`), 'in total']}
      rows={(['force', 'power'] as const).map(by => [
        `by given ${by}`,
        [
          ...rows[by].map(v => (v === null ? 'no tone' : printLevel(v).replace(' dB', ''))),
          <b key="total" className="font-medium">
            {printLevel(rows.total[by]).replace(' dB', '')}
          </b>,
        ],
      ])}
    />
  );
}

/** Levels against the loudest octave bare, and the change by octave and in total, dB. */
function octaveRows(quiet: BayQuiet, kind: ZoneKind, scale: Scale) {
  const sum = (when: 'bare' | 'after') => {
    const [a, b] = quiet.swings[when].map((v, e) => shareByOctave(scale, v, e, kind)) as [number[], number[]];
    return a.map((v, o) => Math.sqrt(Math.max(0, v) * Math.max(0, b[o]!)));
  };
  const [bare, after] = [sum('bare'), sum('after')];
  const most = Math.max(...bare, 1e-30);
  const change = (by: 'force' | 'power') =>
    DRUM_OCTAVES.map((_, o) => {
      const ends = [0, 1].flatMap(e => {
        const before = quiet.swings.bare[e]![by][o]!;
        return before > 0 ? [10 * Math.log10(quiet.swings.after[e]![by][o]! / before)] : [];
      });
      return ends.length === 0 ? null : ends.reduce((x, y) => x + y, 0) / ends.length;
    });
  /** Over all octaves but the lowest, as much of each as there is. */
  const total = (by: 'force' | 'power') => {
    const ends = [0, 1].map(e => {
      const all = (when: 'bare' | 'after') =>
        quiet.swings[when][e]![by].reduce((x, v, o) => (o > 0 ? x + v : x), 0);
      return 10 * Math.log10(all('after') / all('bare'));
    });
    return (ends[0]! + ends[1]!) / 2;
  };
  const level = (v: number) => (v > 0 ? Math.max(-30, 10 * Math.log10(v / most)) : null);
  return {
    bare: bare.map(level),
    after: after.map(level),
    force: change('force'),
    power: change('power'),
    total: { force: total('force'), power: total('power') },
  };
}
