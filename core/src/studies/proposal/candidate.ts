import type { BuildUp, Placement, Zone } from '../../model/index.ts';

/** What may be laid into a zone. */
export interface Candidate {
  buildUp: BuildUp;
  /** In place of it in single bays, by bay id; null leaves one bare. */
  bays: Record<string, BuildUp | null>;
  /** How its ribs are left; null as was meant when they were surveyed. */
  ribs: 'clear' | 'stuffed' | null;
}

/** What lies in single bays, each build-up made anew once. */
export function inBays(bays: Candidate['bays'], made: (b: BuildUp) => BuildUp): Candidate['bays'] {
  const all = new Map<BuildUp, BuildUp>();
  const again = (b: BuildUp) => {
    if (!all.has(b)) all.set(b, made(b));
    return all.get(b)!;
  };
  return Object.fromEntries(Object.entries(bays).map(([bay, b]) => [bay, b && again(b)]));
}

/** One build-up in all bays, ribs as they were surveyed. */
export const throughout = (buildUp: BuildUp): Candidate => ({ buildUp, bays: {}, ribs: null });

/** A zone alone with one candidate. */
export function only({ id }: Zone, { buildUp, bays, ribs }: Candidate): Placement {
  const own = new Map([
    [buildUp.id, buildUp],
    ...Object.values(bays).flatMap(b => (b ? [[b.id, b] as const] : [])),
  ]);
  return {
    buildUps: [...own.values()],
    zones: { [id]: buildUp.id },
    bays: Object.fromEntries(Object.entries(bays).map(([bay, b]) => [bay, b?.id ?? null])),
    sheets: {},
    ...(ribs && { ribs: { [id]: ribs } }),
  };
}

/** What a candidate is made of, whatever its parts are called: alike for two that are the same work. */
export function makeOf({ buildUp, bays, ribs }: Candidate): string {
  const layers = (b: BuildUp | null) => b && [b.layers.map(({ id: _, ...l }) => l), b.seams];
  return JSON.stringify([layers(buildUp), Object.entries(bays).map(([bay, b]) => [bay, layers(b)]), ribs]);
}

/** Every build-up of a candidate. */
export const buildUpsOf = ({ buildUp, bays }: Candidate): BuildUp[] => [
  ...new Set([buildUp, ...Object.values(bays).flatMap(b => b ?? [])]),
];
