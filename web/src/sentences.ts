import { type BayResult, bayResult, type Evaluation, worstBay } from '@overcoat/core/evaluate';
import type { Library } from '@overcoat/core/materials';
import type { BandInput, ByHours } from '@overcoat/core/studies/damp';
import { type FitAdvice, STRIP_GAP } from '@overcoat/core/studies/junctions';
import { keptClear } from '@overcoat/core/survey/geometry';
import { HALF_GRAM, HALF_MM } from '@overcoat/core/tolerance';
import { printLength, printResistance, type UnitSystem } from '@overcoat/core/units';
import { buildsUp, type DampClass, dampLevel, dampWord, growsYearly } from '@overcoat/core/van/wetting';
import { days, grams, monthName } from './format.ts';

/** "left wall, third bay, upper" cannot be known of every van: zone, sizes and depth can. */
export function bayPlace({ bay, zone }: Pick<BayResult, 'bay' | 'zone'>, units: UnitSystem): string {
  const p = (m: number) => printLength(m, units);
  const depth =
    bay.depthMax.value < HALF_MM
      ? 'no depth to fill'
      : bay.depthMin.value === bay.depthMax.value
        ? `${p(bay.depthMin.value)} deep`
        : `${p(bay.depthMin.value)} to ${p(bay.depthMax.value)} deep`;
  return `${zone.name} · ${p(bay.width.value)} × ${p(bay.height.value)} · ${depth}`;
}

/** What a bay's water does, in one sentence with its numbers. */
export function dampSentence(result: BayResult): string {
  const m = result.moisture;
  const name = result.bay.id;
  if (result.damp === 'reckoning') return `${name}: its water in the van’s own year is being reckoned.`;
  if (!m) return `${name} is bare: steel below the cabin’s dew point sweats where you can see it.`;
  const leak = `a 100 g leak dries in ${days(m.daysToDry)}`;
  if (result.damp === 'dry')
    return `${name}: dry, at most ${grams(m.highest)} at the skin in five winters; ${leak}.${wetEndSentence(result)}`;
  const gone = m.goneBy === null ? 'not gone by the next autumn' : `gone by ${monthName(m.goneBy)}`;
  const growth = growsYearly(m.growth) ? `, and ${grams(m.growth)} more every year` : '';
  const runs =
    m.ran > HALF_GRAM
      ? ` Steel holds about 200 g/m²: ${grams(m.ran)} of it runs down or drips in the first year.`
      : '';
  return `${name}: ${grams(m.peak)} by ${monthName(m.peakMonth)}, ${gone}${growth}; ${leak}.${runs}${wetEndSentence(result)}`;
}

/** Whether the wet end of a bay is worth telling from what is likely. */
export const hasBand = ({ damp, moisture, wetEnd }: BayResult): boolean =>
  moisture !== null &&
  wetEnd !== null &&
  (wetEnd.state !== damp ||
    wetEnd.moisture.highest > 1.05 * moisture.highest + 0.001 ||
    wetEnd.moisture.peak > 1.05 * moisture.peak + 0.001);

/** What it comes to with all that nobody knows exactly gone wrong; nothing where that makes no difference. */
function wetEndSentence(result: BayResult): string {
  if (!hasBand(result)) return '';
  const { state, moisture } = result.wetEnd!;
  const verdict = state === result.damp ? '' : `${dampWord(state)}, `;
  return ` At the wet end: ${verdict}${grams(state === 'dry' ? moisture.highest : moisture.peak)}.`;
}

/** The same for a zone, of which the bay that is worst off speaks. */
export function zoneSentence(worst: BayResult): string {
  const m = worst.moisture;
  if (worst.damp === 'reckoning') return 'in the van’s own year.';
  if (!m) return 'bare: it sweats where you can see it.';
  if (worst.damp === 'dry') return `at most ${grams(m.highest)} in five winters.${wetEndSentence(worst)}`;
  const gone = m.goneBy === null ? 'not gone by autumn' : `gone by ${monthName(m.goneBy)}`;
  const growth = growsYearly(m.growth) ? `, ${grams(m.growth)} more every year` : '';
  return `${grams(m.peak)} by ${monthName(m.peakMonth)}, ${gone}${growth}.${wetEndSentence(worst)}`;
}

/** The bay with most water at the wet end, where neither of those spoken of is. */
function mostAtWetEnd(e: Evaluation): string {
  const { most, worst, wetEnd } = e.damp;
  const spoken = [worst, wetEnd.worst].flatMap(id =>
    id === null ? [] : (e.damp.bays.get(id)!.wetEnd ?? []),
  );
  if (spoken.some(w => w.moisture.peak >= most.wetEnd - HALF_GRAM)) return '';
  const there = [...e.damp.bays].find(([, b]) => b.wetEnd && b.wetEnd.moisture.peak >= most.wetEnd - 1e-9);
  return there ? ` Most water at the wet end: ${there[0]}, ${grams(most.wetEnd)}.` : '';
}

/** What a verdict is close to, after “close to”. */
const CLOSE_TO: Record<DampClass, string> = { dry: 'dry', dries: 'drying each summer', grows: 'building up' };

/** The verdict on the whole van: the worst bay speaks for it. */
export function verdict(e: Evaluation): string {
  const { state, bareBays, near } = e.damp;
  const worst = worstBay(e);
  if (state === 'reckoning')
    return 'The van’s own year is being reckoned: heater, people, glass and linings, hour by hour.';
  if (!worst) return 'Nothing is lined yet. Choose a school for the whole van, or give a zone a build-up.';
  const bare = bareBays > 0 ? ` ${bareBays} bay${bareBays === 1 ? ' is' : 's are'} still bare.` : '';
  const close = near ? `, close to ${CLOSE_TO[near]}` : '';
  const lead =
    state === 'dry'
      ? `Dry everywhere${close}; the worst is `
      : buildsUp(state)
        ? `Water builds up year by year${close}: `
        : `Wet in winter, dry again by autumn${close}: `;
  const other = e.damp.wetEnd.worst;
  const wettest = other !== null && other !== worst.bay.id ? bayResult(e, other) : null;
  const beyond =
    wettest && hasBand(wettest)
      ? ` Worst at the wet end: ${other}, ${dampWord(wettest.wetEnd!.state)}, ${grams(wettest.wetEnd!.moisture.peak)}.`
      : '';
  return `${lead}${dampSentence(worst)}${beyond}${mostAtWetEnd(e)}${bare}`;
}

/** Where hours put the van into another class than its verdict by months: said first, and the worse of the two is the one to go by. */
export function hoursWords(e: Evaluation, hours: ByHours | null): { says: string; worse: boolean } | null {
  const { state } = e.damp;
  if (
    !hours ||
    e.damp.worst === null ||
    e.damp.standing !== 'settled' ||
    dampLevel(state) === dampLevel(hours.state)
  )
    return null;
  const worse = dampLevel(hours.state) > dampLevel(state);
  const carried = buildsUp(hours.state) ? `, ${grams(hours.carried)} more the next year` : '';
  const says = `By the hour: ${dampWord(hours.state)}, ${grams(hours.peak)} at ${hours.bays[0]}${carried}. By months: ${dampWord(state)}.`;
  return {
    says: `${says} Go by the worse, ${worse ? 'the hours' : 'the months'}.`,
    worse,
  };
}

/** What the two ends of the band are, wherever only figures stand. */
export const BAND_NOTE =
  'Likely first. At the wet end joints stand as wide as bad work leaves them, twice as much is missed, drains are shut and ways round the barrier that nobody looked for are open (common practice, no source).';

/** What separates the ends of a bay's band, if only one thing turns out badly. */
export const BAND_WORDS: Record<BandInput, string> = {
  ways: 'ways round the barrier (rib ends, rails, pillars)',
  width: 'joints as wide as bad work leaves them',
  missed: 'twice as much of the joints missed',
  nights: 'a winter night a week more',
  people: 'one person more',
  air: 'half the fresh air',
};

/** How the stack lies in its bay. */
export function fitSentence(result: BayResult, units: UnitSystem): { says: string; wrong: boolean } {
  const fit = result.fit;
  if (!fit || !result.buildUp || result.buildUp.layers.length === 0)
    return { says: 'Nothing in this bay.', wrong: false };
  const p = (m: number) => printLength(m, units);
  if (fit.unborne)
    return {
      says: 'Nothing bears the floor over its air gap: add battens, or take the gap out.',
      wrong: true,
    };
  if (fit.misfit)
    return { says: `Pushes the lining off by ${p(fit.push)} at the ${fit.where} point.`, wrong: true };
  const parts: string[] = [];
  for (const s of fit.squeezed)
    parts.push(
      `${p(s.from)} squeezed to ${p(s.to)} (${printResistance(s.resistance, units)}) where it is shallow`,
    );
  const gap = Math.max(fit.deep.gap, fit.shallow.gap);
  if (gap > HALF_MM && !result.buildUp.layers.some(l => l.role === 'air gap'))
    parts.push(
      `leaves a gap of ${fit.shallow.gap > HALF_MM ? `${p(fit.shallow.gap)} to ` : 'up to '}${p(gap)}`,
    );
  const space = result.buildUp.layers.findIndex(l => l.role === 'air gap');
  if (space >= 0) {
    const at = (f: typeof fit.shallow) => f.thickness[space]! + f.gap;
    const [narrow, wide] = [at(fit.shallow), at(fit.deep)];
    if (wide - narrow > 0.0015)
      parts.push(`its air space runs from ${p(narrow)} where it is shallow to ${p(wide)} where it is deep`);
  }
  if (fit.shallow.battenGap > HALF_MM) parts.push(`${p(fit.shallow.battenGap)} of air between the battens`);
  return { says: parts.length > 0 ? `Fits: ${parts.join('; ')}.` : 'Fits flush.', wrong: false };
}

/** What a bay asks of its build-up, beyond whether it fits. */
export function adviceSentences(advice: FitAdvice | null, library: Library, units: UnitSystem): string[] {
  if (!advice) return [];
  const p = (m: number) => printLength(m, units);
  const says: string[] = [];
  if (advice.thinner)
    says.push(
      `${p(advice.thinner.thickness)} of ${library.get(advice.thinner.material)?.name ?? 'it'} would fit everywhere.`,
    );
  if (advice.wedge)
    says.push(
      `On a straight taper the full sheet fits over ${Math.round(advice.wedge.share * 100)} % of the way from the deep end; the rest wants a wedge or a thinner piece.`,
    );
  if (advice.curved && advice.curved.gap > 0.001)
    says.push(
      `The skin is curved: one flat board leaves ${p(advice.curved.gap)} behind it, ${advice.curved.strips} strips no more than ${p(STRIP_GAP)} each; foam the gap.`,
    );
  return says;
}

/** What is cut out of a bay's fill for what must stay free. */
export function keptSentences({ zone, bay, buildUp }: BayResult, units: UnitSystem): string[] {
  if (!buildUp) return [];
  return keptClear(zone, bay, 'fill').map(
    k =>
      `Cut ${printLength(k.width, units)} × ${printLength(k.height, units)} out of the fill for the ${k.kind} ${k.id}, ${printLength(k.along, units)} and ${printLength(k.up, units)} from its edges.`,
  );
}
