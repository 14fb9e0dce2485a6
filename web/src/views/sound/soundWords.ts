import type { Evaluation } from '@overcoat/core/evaluate';
import { NOISE_NAMES } from '@overcoat/core/van/quiet';
import { NOISE_WORDS, printLevel } from '../../format.ts';

/** One sentence on a van's drumming: what its sheets take, and where they take least. */
export function soundVerdict(e: Evaluation): string {
  const { change, byNoise } = e.quiet;
  const bays = [...e.quiet.bays.values()].filter(b => b !== null);
  const carrying = bays.filter(b => b.treatment.sheets.length > 0).length;
  if (bays.length === 0) return 'No panel can swing: the skin has no thickness, or windows leave no field.';
  if (carrying === 0 && change.likely > -0.3)
    return 'Nothing is stuck on the skin yet: it drums as bare metal does.';
  const least = NOISE_NAMES.reduce((a, b) => (byNoise[b] > byNoise[a] ? b : a));
  const most = NOISE_NAMES.reduce((a, b) => (byNoise[b] < byNoise[a] ? b : a));
  const first = `Sheets on ${carrying} of ${bays.length} panels take ${printLevel(-change.likely)} of the drumming`;
  if (byNoise[least] - byNoise[most] < 1) return `${first}.`;
  return `${first}: most in ${NOISE_WORDS[most]} (${printLevel(byNoise[most])}), least in ${NOISE_WORDS[least]} (${printLevel(byNoise[least])}).`;
}
