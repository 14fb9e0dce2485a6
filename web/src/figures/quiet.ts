import { quietWorking } from '@overcoat/core/studies/working';
import { NOISE_NAMES, noiseWeights } from '@overcoat/core/van/quiet';
import { levelBand, NOISE_WORDS, printLevel } from '../format.ts';
import { type Figure, quantity } from './figure.ts';

/** Drumming against the bare van, weighted by what it is to be quiet for. */
export const quiet: Figure = {
  key: 'quiet',
  name: 'quiet',
  zoneName: 'drumming',
  of: e => e.quiet.change.likely,
  ofZone(e, zone) {
    let [share, left] = [0, 0];
    for (const { bay, zone: z } of e.bays.values()) {
      const q = z.id === zone ? e.quiet.bays.get(bay.id) : null;
      if (!q) continue;
      share += q.share[0]! + q.share[1]!;
      left += q.left[0]! + q.left[1]!;
    }
    return share > 0 ? 10 * Math.log10(left / share) : null;
  },
  ...quantity('drumming', printLevel, 0.05),
  better: 'less',
  alert: () => false,
  note(e, { brief }) {
    if (e.quiet.change.likely > -0.05) return 'drums as bare';
    const weights = noiseWeights(brief.noises);
    const most = NOISE_NAMES.reduce((a, b) => (weights[b] > weights[a] ? b : a));
    const alike = NOISE_NAMES.filter(n => weights[n] === weights[most]).length > 1;
    // The band first: in a narrow ledger what comes last is cut off.
    return `drumming, ${levelBand(e.quiet.change)}${alike ? '' : `, ${NOISE_WORDS[most]}`}`;
  },
  working: (e, design) => quietWorking(e, design),
};
