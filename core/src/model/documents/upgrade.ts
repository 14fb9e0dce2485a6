import { FORMAT } from '../lists/index.ts';
import { partFacts } from './partFacts.ts';
import { type UpgradeResult, upgradeOwnLists } from './upgradeLibrary.ts';

/** One step a format version: what turns a document of version N into one of version N + 1. */
type Upgrades = Record<number, (document: Record<string, unknown>) => Record<string, unknown>>;

type Json = Record<string, unknown>;

/** Format 2 knew the skin's colour, pockets, keep-clears, features and uses of the shell, the tape's error, and making ready. */
function fromDesign1(design: Json): Json {
  const shell = design.shell as Json | undefined;
  // What is too broken to be brought up is left for the schema to name its mistakes.
  if (!Array.isArray(shell?.zones)) return { ...design, format: 2 };
  const zones = shell.zones as Json[];
  return {
    ...design,
    format: 2,
    shell: {
      ...shell,
      skin: { ...(shell.skin as Json), colour: 'grey' },
      zones: zones.map(z => ({ pockets: [], keepClears: [], features: [], ...z })),
      uses: [],
      tapeError: 0.002,
    },
    ready: { rust: [], holes: [], taps: [], strip: [], photos: [], flags: [] },
  };
}

/** Format 2 was written for two days before it knew the skin's colour. */
function withColour(design: Json): Json {
  const shell = design.shell as Json | undefined;
  const skin = shell?.skin as Json | undefined;
  if (!skin || typeof skin !== 'object' || 'colour' in skin) return design;
  return { ...design, shell: { ...shell, skin: { ...skin, colour: 'grey' } } };
}

/** A change to a design, whether it stands alone or in its file. */
const inDesign = (document: Json, change: (design: Json) => Json): Json =>
  typeof document.design === 'object' && document.design !== null
    ? { ...document, design: change(document.design as Json) }
    : change(document);

/** What happened leaves the design: a file keeps it as its log, a design alone without it. */
function fromDocument2(document: Json): Json {
  if (typeof document.design !== 'object' || document.design === null)
    return partFacts(withColour(document)).design;
  const { design, log } = partFacts(withColour(document.design as Json));
  return { ...document, design, log };
}

/** Format 4 knew sheets laid by hand, and what the van is to be quiet for. */
function fromDesign3(design: Json): Json {
  // What is too broken to be brought up is left for the schema to name its mistakes.
  if (!Array.isArray(design.variants)) return { ...design, format: 4 };
  const laid = (placement: unknown) => ({ sheets: {}, ...(placement as Json) });
  return {
    ...design,
    format: 4,
    variants: (design.variants as Json[]).map(v => {
      const baseline = v.baseline as Json | undefined;
      return {
        ...v,
        design: laid(v.design),
        baseline: { ...baseline, design: laid(baseline?.design) },
      };
    }),
    brief: { noises: { road: 2, rain: 2, doors: 1, traffic: 1 }, ...(design.brief as Json) },
  };
}

/** Format 5 knew how joints are made, metal through the insulation, and ways round the barrier, which nobody had looked for. */
function fromDesign4(design: Json): Json {
  const shell = design.shell as Json | undefined;
  if (!Array.isArray(design.variants) || !Array.isArray(shell?.zones)) return { ...design, format: 5 };
  const joined = (placement: Json) => ({
    ...placement,
    buildUps: ((placement.buildUps ?? []) as Json[]).map(b =>
      b.seams === 'open' ? { ...b, seams: 'butted' } : b,
    ),
  });
  return {
    ...design,
    format: 5,
    shell: { ...shell, zones: (shell.zones as Json[]).map(z => ({ points: [], ...z })) },
    variants: (design.variants as Json[]).map(v => {
      const baseline = v.baseline as Json;
      return {
        ...v,
        design: joined(v.design as Json),
        baseline: { ...baseline, design: joined(baseline.design as Json) },
      };
    }),
  };
}

/** Format 6 knew the cab, frames, tinted glass and where screens go: nobody had surveyed them. */
const fromDesign5 = (design: Json): Json => ({ ...design, format: 6 });

/**
 * Format 7 knew holes and threads the van has already, which nobody had noted, and that of an arch's face only the
 * corners beside its top are round.
 */
function fromDesign6(design: Json): Json {
  const ready = design.ready as Json | undefined;
  const shell = design.shell as Json | undefined;
  const hung = (zone: Json): Json =>
    zone.kind === 'arch' && Array.isArray(zone.bays)
      ? {
          ...zone,
          bays: (zone.bays as Json[]).map(b =>
            b.strip === 2 && b.cornerRadius && !b.outline ? { ...b, rounded: 'lower' } : b,
          ),
        }
      : zone;
  return {
    ...design,
    format: 7,
    ...(ready ? { ready: { fixings: [], ...ready } } : {}),
    ...(Array.isArray(shell?.zones) ? { shell: { ...shell, zones: (shell.zones as Json[]).map(hung) } } : {}),
  };
}

/** Format 8 knew what a variant stuffs, screens and draws: none of them had any. */
const fromDesign7 = (design: Json): Json => ({ ...design, format: 8 });

/** A file holds its design inside; what a revision holds is the design alone. No version before 1 was ever written. */
const UPGRADES: Upgrades = {
  1: document => inDesign(document, fromDesign1),
  2: fromDocument2,
  3: document => inDesign(document, fromDesign3),
  4: document => inDesign(document, fromDesign4),
  5: document => inDesign(document, fromDesign5),
  6: document => inDesign(document, fromDesign6),
  7: document => inDesign(document, fromDesign7),
};

/** The same for a design alone, in their order. */
export const DESIGN_STEPS = Object.values(UPGRADES);

/**
 * Brings a document of any earlier format to `latest`, own materials and prices with it. A newer or unnamed format is
 * refused with the versions that can be read; the document itself is left as it was.
 */
export function upgrade(document: unknown, latest: number = FORMAT, upgrades = UPGRADES): UpgradeResult {
  const readable = latest === 1 ? 'format 1' : `formats 1 to ${latest}`;
  if (typeof document !== 'object' || document === null || Array.isArray(document))
    return { ok: false, message: `This is not a design file: it should hold one object of ${readable}.` };
  let current = document as Record<string, unknown>;
  const version = current.format;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return { ok: false, message: `The file names no format version; this program reads ${readable}.` };
  if (version > latest)
    return {
      ok: false,
      message: `The file is of format ${version}; this program reads ${readable}. Open it with a newer version.`,
    };
  for (let v = version; v < latest; v++) {
    const step = upgrades[v];
    if (!step) return { ok: false, message: `Format ${v} cannot be read; this program reads ${readable}.` };
    current = { ...step(current), format: v + 1 };
  }
  return upgradeOwnLists(current);
}
