import type { BayQuiet } from '../../evaluate/index.ts';
import type { Comparison } from './heardOf.ts';

/** What to do about a panel that was damped and still rings, the likeliest first. */
export function stillRings(quiet: BayQuiet, { pairs, off }: Comparison): string[] {
  const out: string[] = [];
  const loudest = pairs.find(p => p.heard.lossFactor !== null && p.heard.lossFactor < 0.03) ?? null;
  if (off !== null && off < -2)
    out.push(
      `It loses ${Math.abs(off).toFixed(0)} dB less than was computed: warm the sheet, roll it down until its embossing is flat, press its edges, and knock again.`,
    );
  if (loudest?.computed && loudest.computed.bending < 0.3)
    out.push(
      `What rings at ${Math.round(loudest.heard.frequency)} Hz is made by the panel’s crown, which a sheet hardly bends: more sheets will not stop it. A glued strut or a board across it will, or leave it.`,
    );
  else if (loudest?.computed)
    out.push(
      `What rings at ${Math.round(loudest.heard.frequency)} Hz swings in ${loudest.computed.m} by ${loudest.computed.n} fields: put the next sheet on the middle of one that has none.`,
    );
  if (quiet.treatment.sheets.length === 0)
    out.push('Nothing is stuck on this bay in the variant being built.');
  out.push(
    'Hold a hand flat on the panels and ribs beside it and knock again: what stops then is what rings.',
  );
  return out;
}
