import type { Evaluation } from '../../evaluate/index.ts';
import type { Design } from '../../model/index.ts';
import { NOISE_NAMES, noiseWeights } from '../../van/quiet/index.ts';
import { type Working, WorkingBuilder } from './working.ts';

/** Drumming against the bare van, dB: what each zone leaves of it, with supported and with clamped edges. */
export function quietWorking(e: Evaluation, { brief, shell }: Pick<Design, 'brief' | 'shell'>): Working {
  const w = new WorkingBuilder();
  const weights = noiseWeights(brief.noises);
  for (const n of NOISE_NAMES)
    w.given(`How much ${n} counts`, weights[n], '', 'brief', 'priorities of the brief');
  const levels = (['supported', 'clamped'] as const).map((edge, i) => {
    const sum = (id: string, of: 'share' | 'left') =>
      [...e.bays.values()].reduce(
        (total, b) => (b.zone.id === id ? total + (e.quiet.bays.get(b.bay.id)?.[of][i] ?? 0) : total),
        0,
      );
    const bare = shell.zones.map(z =>
      w.given(`${z.id} of the bare van’s drumming, edges ${edge}`, sum(z.id, 'share'), '', 'computed'),
    );
    const left = shell.zones.map(z =>
      w.given(`${z.id} leaves, edges ${edge}`, sum(z.id, 'left'), '', 'computed'),
    );
    const ratio = w.step(
      `Left of it, edges ${edge}`,
      'quotient',
      [
        w.step(`All left, edges ${edge}`, 'sum', left, ''),
        w.step(`All bare, edges ${edge}`, 'sum', bare, ''),
      ],
      '',
    );
    return w.step(`Level, edges ${edge}`, 'decibel', [ratio], 'dB');
  });
  const { low, high } = e.quiet.change;
  return {
    title: 'Drumming against the bare van',
    steps: w.steps,
    result: w.step(
      'Drumming',
      'quotient',
      [w.step('Both levels', 'sum', levels, 'dB'), w.given('Kinds of edges', 2, '', 'method')],
      'dB',
    ),
    notes: [
      'Vibration of the panels, by modes of each field; not the noise that comes through them nor the echo inside.',
      `Likely between ${high.toFixed(1)} and ${low.toFixed(1)} dB: how well sheets are rolled down, crowns nobody measured, and edges between hinge and clamp.`,
      `${e.quiet.knocked.of} of ${e.quiet.knocked.all} bays were knocked on; the others are taken to ring as bare metal does, loss factor 0.01.`,
      'At 20 °C; a roof in the sun damps several dB less.',
    ],
  };
}
