import type { Role, ZoneKind } from '../model/index.ts';

/** A layer a school asks for; thickness in m, or 'fit' for the thickest sold that the zone takes. */
export interface LayerSpec {
  role: Exclude<Role, 'air gap'>;
  /** Id in the reference library. */
  material: string;
  /** m, or the thickest sold that fits. */
  thickness: number | 'fit';
  /** Share of the panel, 0 to 1; all of it when left out. */
  coverage?: number;
}

type Place = 'floor' | 'wall' | 'door' | 'ceiling' | 'arch' | 'bulkhead' | 'frame';

/** A coherent set of choices that practitioners defend as a whole (common practice, no source). */
export interface School {
  /** Stable name in files. */
  id: string;
  name: string;
  /** What its people say for it. */
  holds: string;
  /** What others say against it. */
  against: string;
  /** Whether it tapes its joints. */
  seams: 'taped' | 'butted';
  /** Share of joint length it is reckoned to close, 0 to 1. */
  sealQuality: number;
  /** Layers from skin to room by kind of place. */
  places: Record<Place, readonly LayerSpec[]>;
}

const PLACES: Partial<Record<ZoneKind, Place>> = {
  floor: 'floor',
  wall: 'wall',
  ceiling: 'ceiling',
  'cab overhead': 'ceiling',
  'sliding door': 'door',
  'rear door': 'door',
  arch: 'arch',
  bulkhead: 'bulkhead',
  frame: 'frame',
};

/** What a school sees in a zone; null where it leaves what the factory put in, as round the cab. */
export const placeOf = (kind: ZoneKind): Place | null => PLACES[kind] ?? null;

const damp = (coverage = 0.25): LayerSpec => ({
  role: 'damping',
  material: 'damping-sheet',
  thickness: 0.002,
  coverage,
});
const fill = (material: string, thickness: number | 'fit' = 'fit'): LayerSpec => ({
  role: 'fill',
  material,
  thickness,
});
const batten = (thickness: number, material = 'batten'): LayerSpec => ({
  role: 'batten',
  material,
  thickness,
});
const lining = (material: string, thickness: number): LayerSpec => ({ role: 'lining', material, thickness });
const control = (material: string, thickness = 0.0002): LayerSpec => ({
  role: 'vapour control',
  material,
  thickness,
});
const carpet: LayerSpec = { role: 'finish', material: 'lining-carpet', thickness: 0.004 };
const vinyl: LayerSpec = { role: 'finish', material: 'vinyl', thickness: 0.002 };
const arch = [damp(0.6), fill('elastomeric-plain', 0.01), carpet];
/** Cant rails and door posts: bonded foam, whatever lies between them. */
const frame = [fill('elastomeric-plain', 0.01)];

export const schools: readonly School[] = [
  {
    id: 'board-foil',
    name: 'Board and foil, taped',
    holds: 'A continuous foil on the warm side with every seam taped keeps cabin air off the cold steel.',
    against: 'Missed seams let air in that cannot get out; after a leak it hardly dries.',
    seams: 'taped',
    sealQuality: 0.95,
    places: {
      floor: [batten(0.025), fill('pir', 0.025), lining('birch-ply', 0.009), vinyl],
      wall: [damp(), fill('pir'), lining('birch-ply', 0.006)],
      door: [damp(), fill('pir'), lining('birch-ply', 0.004)],
      ceiling: [damp(), fill('pir'), lining('poplar-ply', 0.004)],
      arch,
      frame,
      bulkhead: [fill('pir', 0.02), lining('birch-ply', 0.006)],
    },
  },
  {
    id: 'fibre-open',
    name: 'Fibre, no barrier, ventilated',
    holds: 'The steel is the barrier and can never be sealed in; let it get damp a little and dry again.',
    against: 'What a night puts in, a day must take out: with many nights a week it may not.',
    seams: 'butted',
    sealQuality: 0,
    places: {
      floor: [batten(0.03), fill('cork-sheet', 0.03), lining('birch-ply', 0.009), vinyl],
      wall: [damp(), fill('recycled-polyester'), lining('poplar-ply', 0.006)],
      door: [damp(), fill('recycled-polyester'), lining('poplar-ply', 0.004)],
      ceiling: [damp(), fill('recycled-polyester'), lining('poplar-ply', 0.004)],
      arch,
      frame,
      bulkhead: [fill('wood-fibre', 0.04), lining('poplar-ply', 0.006)],
    },
  },
  {
    id: 'bonded-foam',
    name: 'Closed-cell foam, bonded',
    holds: 'Foam glued to the steel leaves no cold face that air can reach.',
    against: 'Dear for its warmth, ribs stay bare, and water behind a loose edge stays there.',
    seams: 'butted',
    sealQuality: 0,
    places: {
      floor: [batten(0.032), fill('elastomeric-plain', 0.032), lining('birch-ply', 0.009), vinyl],
      wall: [damp(), fill('elastomeric-plain', 0.019), lining('birch-ply', 0.004)],
      door: [damp(), fill('elastomeric-plain', 0.019), lining('birch-ply', 0.004)],
      ceiling: [damp(), fill('elastomeric-plain', 0.019), lining('poplar-ply', 0.004)],
      arch: [damp(0.6), fill('elastomeric-plain', 0.019), carpet],
      frame,
      bulkhead: [fill('elastomeric-plain', 0.019), lining('birch-ply', 0.004)],
    },
  },
  {
    id: 'mixed',
    name: 'Mixed, with a membrane',
    holds: 'Board where it is flat, fibre where it is not, and a membrane that tightens in winter over both.',
    against: 'Three crafts to get right; the membrane is only as good as its joints.',
    seams: 'taped',
    sealQuality: 0.9,
    places: {
      floor: [batten(0.03), fill('xps', 0.03), lining('birch-ply', 0.009), vinyl],
      wall: [
        damp(),
        fill('pir'),
        control('variable-membrane'),
        batten(0.012, 'kerfed-batten'),
        lining('poplar-ply', 0.006),
      ],
      door: [damp(), fill('recycled-polyester'), control('variable-membrane'), lining('poplar-ply', 0.004)],
      ceiling: [
        damp(),
        fill('recycled-polyester'),
        control('variable-membrane'),
        lining('poplar-ply', 0.004),
      ],
      arch,
      frame,
      bulkhead: [fill('pir', 0.02), control('variable-membrane'), lining('birch-ply', 0.006)],
    },
  },
  {
    id: 'wool-buffer',
    name: 'Sheep’s wool, breathing',
    holds:
      'Wool takes up a night’s vapour in its fibres before it reaches the steel, and gives it back by day.',
    against: 'A buffer is not a bin: many nights running fill it, and then it wets like any other fibre.',
    seams: 'butted',
    sealQuality: 0,
    places: {
      floor: [batten(0.03), fill('cork-sheet', 0.03), lining('birch-ply', 0.009), vinyl],
      wall: [damp(), fill('sheep-wool'), lining('poplar-ply', 0.006)],
      door: [damp(), fill('sheep-wool'), lining('poplar-ply', 0.004)],
      ceiling: [damp(), fill('sheep-wool'), lining('poplar-ply', 0.004)],
      arch,
      frame,
      bulkhead: [fill('wood-fibre', 0.04), lining('poplar-ply', 0.006)],
    },
  },
];
