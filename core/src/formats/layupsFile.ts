import type { ChoiceProblem } from '../choosing/index.ts';
import { ROUNDING } from '../tolerance/index.ts';

interface Candidate {
  id: string;
  heatLoss: number;
  mass: number;
  cost: number;
  thickness: number;
  usage: Record<string, number>;
}
interface Instance {
  name: string;
  zones: { id: string; maxThickness: number; candidates: Candidate[] }[];
  materials: { id: string; packSize: number; packPrice: number; maxPacks: number | null }[];
  limits: { mass: number; budget: number; thickness?: number };
}

/** What was read of a file of lay-ups, or why not in one sentence. */
export type LayupsRead =
  | { ok: true; problem: ChoiceProblem; zones: string[]; candidates: string[][] }
  | { ok: false; message: string };

/**
 * Reads one instance of choosing a lay-up a zone: heat loss to be least, mass, money and (where given) thickness limited, whole
 * packs shared. The first where none is named. Candidates that are thicker than their zone takes are left out.
 */
export function readLayups(text: string, name?: string): LayupsRead {
  let read: { instances?: Instance[] };
  try {
    read = JSON.parse(text);
  } catch {
    return { ok: false, message: 'The file is not complete JSON.' };
  }
  if (!Array.isArray(read?.instances))
    return { ok: false, message: 'The file holds no instances of lay-ups: “instances” is missing.' };
  const instance = name === undefined ? read.instances[0] : read.instances.find(i => i.name === name);
  if (!instance) {
    const names = read.instances.map(i => i.name).join(', ');
    return { ok: false, message: `There is no instance “${name}”; the file has ${names}.` };
  }
  try {
    return problemOf(instance);
  } catch (error) {
    return {
      ok: false,
      message: `The instance “${instance.name}” is not complete: ${(error as Error).message}.`,
    };
  }
}

function problemOf({ zones, materials, limits }: Instance): LayupsRead {
  const index = new Map(materials.map((m, i) => [m.id, i]));
  const fitting = zones.map(z => z.candidates.filter(c => c.thickness <= z.maxThickness + ROUNDING));
  const empty = zones.find((_, i) => fitting[i]!.length === 0);
  if (empty)
    return { ok: false, message: `Nothing fits the zone “${empty.id}” of ${empty.maxThickness} mm.` };
  const thick = limits.thickness === undefined ? [] : [limits.thickness];
  const problem: ChoiceProblem = {
    groups: zones.map((z, i) => ({
      id: z.id,
      options: fitting[i]!.map(c => ({
        id: c.id,
        value: c.heatLoss,
        takes: [c.mass, c.cost, ...thick.map(() => c.thickness)],
        uses: Object.entries(c.usage).map(([m, amount]) => {
          const pack = index.get(m);
          if (pack === undefined) throw new RangeError(`material ${m} is unknown`);
          return [pack, amount] as const;
        }),
      })),
    })),
    limits: [limits.mass, limits.budget, ...thick],
    packs: materials.map(m => ({
      size: m.packSize,
      value: 0,
      takes: [0, m.packPrice, ...thick.map(() => 0)],
      most: m.maxPacks,
    })),
  };
  return { ok: true, problem, zones: zones.map(z => z.id), candidates: fitting.map(f => f.map(c => c.id)) };
}
