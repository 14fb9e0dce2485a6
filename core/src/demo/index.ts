import { defaultBrief, nothingReady, variantBySchool } from '../buildup/index.ts';
import type { Library } from '../materials/index.ts';
import { assumed, type Design, type Entry, measured, type Shell } from '../model/index.ts';
import { FORMAT } from '../model/lists/index.ts';
import { type BayField, setBay, setMaster } from '../survey/edits/index.ts';
import { generateShell } from '../survey/patterns/index.ts';
import { demoBrief } from './brief.ts';
import { perigeeReady, perigeeShell } from './perigee.ts';
import { perigeeLog } from './perigeeLog.ts';

export { anyVan } from './anyVan.ts';

/** The two conversions that ship: invented vans of invented people. */
export const demoDesigns = (library: Library): Design[] => demoConversions(library).map(c => c.design);

/** Each with the log of what happened in it. */
export const demoConversions = (library: Library): { design: Design; log: Entry[] }[] => [
  { design: perigee(library), log: perigeeLog },
  { design: sandpiper(library), log: [] },
];

/** A long high-roof van for two night-sky photographers who winter at 1,400 m. */
function perigee(library: Library): Design {
  let shell = setMaster(generateShell('long high-roof'), 'length', measured(3.285, '3.285 m'));
  for (const [zone, stations, depths] of [
    ['L', [1, 2, 3, 4, 5, 6, 7], { w: ['43', '88'], m: ['40', '64'], u: ['41', '58'] }],
    ['R', [3, 4, 5], { w: ['44', '90'], m: ['40', '66'], u: ['41', '57'] }],
    ['C', [1, 2, 3, 4], { a: ['24', '44'], b: ['25', '33'], c: ['24', '44'] }],
  ] as const)
    for (const station of stations)
      for (const [strip, [min, max]] of Object.entries(depths) as [string, [string, string]][])
        shell = measure(shell, `${zone}${station}${strip}`, min, max);
  shell = perigeeShell(shell);
  const variants = [
    variantBySchool('a', shell, 'board-foil', library),
    variantBySchool('b', shell, 'bonded-foam', library),
    variantBySchool('c', shell, 'fibre-open', library),
  ];
  for (const [i, name] of ['Board and foil', 'Bonded foam', 'Breathing fibre'].entries())
    variants[i]!.name = name;
  return {
    format: FORMAT,
    name: 'Perigee',
    note: 'Two night-sky photographers; four nights a week up at 1,400 m from December to February.',
    shell,
    ready: perigeeReady,
    brief: { ...demoBrief, headHeight: measured(1.78, '1.78 m') },
    variants,
    built: 'a',
  };
}

/** A compact van for a coastal bird counter: quiet first, and light. */
function sandpiper(library: Library): Design {
  const shell = generateShell('compact');
  const variant = variantBySchool('a', shell, 'mixed', library);
  return {
    format: FORMAT,
    name: 'Sandpiper',
    note: 'One bird counter on the estuaries; quiet first, and light.',
    shell,
    ready: nothingReady(),
    brief: {
      ...defaultBrief,
      people: 1,
      nights: { winter: 1, spring: 3, summer: 2, autumn: 3 },
      payload: 240,
      headHeight: assumed(1.68, 'guess'),
      budget: 900,
      priorities: { warmth: 1, dryness: 2, quiet: 3, weight: 3, cost: 2, headroom: 1 },
    },
    variants: [{ ...variant, name: 'Light and quiet' }],
    built: 'a',
  };
}

/** Confirms a bay: its widths as found, its depths as read off the tape, mm. */
function measure(shell: Shell, bay: string, min: string, max: string): Shell {
  const zone = shell.zones.find(z => z.bays.some(b => b.id === bay))!;
  const found = zone.bays.find(b => b.id === bay)!;
  const as = (text: string) => measured(Number(text) / 1000, text);
  const read = (m: number) => as(String(Math.round(m * 1000)));
  const sizes: [BayField, ReturnType<typeof measured>][] = [
    ['width', read(found.width.value)],
    ['height', read(found.height.value)],
    ['depthMin', as(min)],
    ['depthMax', as(max)],
  ];
  return sizes.reduce((s, [field, size]) => {
    const edited = setBay(s, bay, field, size);
    if (!edited.ok) throw new Error(`${bay} ${field}: ${edited.message}`);
    return edited.shell;
  }, shell);
}
