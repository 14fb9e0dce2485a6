import type { PatternName } from '../../model/index.ts';

/** What a body pattern assumes, in mm. Sizes are plausible inventions for a body of that class, no vehicle's. */
export interface Pattern {
  /** Stable name in files. */
  name: PatternName;
  label: string;
  /** What such a body is, in a sentence. */
  says: string;
  /** Material of the skin. */
  skin: 'steel' | 'birch-ply';
  /** mm. */
  skinThickness: number;
  /** Of the load floor, mm. */
  length: number;
  /** Between the walls, mm. */
  width: number;
  /** Floor to rib face of the roof, mm. */
  height: number;
  /** Bays along a wall. */
  stations: number;
  /** Width of a rib, mm. */
  rib: number;
  /** Of a rib, mm. */
  ribDepth: number;
  /** Width between strips, mm. */
  rail: number;
  /** Height, mm, and its strips from below. */
  wall: { height: number; strips: Strip[] };
  /** Breadth, mm, and its strips from the left. */
  ceiling: { height: number; strips: Strip[] };
  /** Shallowest and deepest, mm. */
  floorDepth: [number, number];
  /** First and last station beside the wheel arches, and what they take off the floor on each side. */
  arches: { from: number; to: number; width: number; height: number; radius: number } | null;
  /** Stations the sliding door on the right takes, from the front. */
  slidingDoor: { stations: number; height: number } | null;
  /** Of one leaf, mm, and what of it is above the waist. */
  rearDoors: { width: number; height: number; upperShare: number };
  /** What closes the load space. */
  front: 'cab overhead' | 'bulkhead';
  /** The driver's cab as a box: length and height, and its passage to the load space, width and height, mm. */
  cab: { length: number; height: number; passage: [number, number] };
  /** As such a body often has them, mm. */
  windows: {
    bay: string;
    kind: 'window' | 'roof vent';
    width: number;
    height: number;
    glazing: 'glass' | 'double acrylic';
  }[];
}

/** A strip of bays: its letter, its share of the zone, and shallowest and deepest depth. */
export interface Strip {
  /** In the bays' ids. */
  letter: string;
  /** Of the height that is not rails, 0 to 1. */
  share: number;
  /** Shallowest and deepest, mm. */
  depth: [number, number];
}

const strip = (letter: string, share: number, shallow: number, deep: number): Strip => ({
  letter,
  share,
  depth: [shallow, deep],
});

export const patterns: readonly Pattern[] = [
  {
    name: 'compact',
    label: 'Compact van',
    says: 'Low roof, one sliding door; sit up, do not stand.',
    skin: 'steel',
    skinThickness: 0.8,
    length: 1780,
    width: 1480,
    height: 1240,
    stations: 4,
    rib: 58,
    ribDepth: 40,
    rail: 40,
    wall: { height: 1110, strips: [strip('w', 0.52, 35, 70), strip('u', 0.48, 30, 55)] },
    ceiling: { height: 1290, strips: [strip('a', 0.5, 20, 32), strip('b', 0.5, 20, 32)] },
    floorDepth: [0, 6],
    arches: { from: 3, to: 3, width: 190, height: 300, radius: 130 },
    slidingDoor: { stations: 2, height: 1030 },
    rearDoors: { width: 620, height: 1060, upperShare: 0.45 },
    front: 'bulkhead',
    cab: { length: 1250, height: 1180, passage: [1180, 980] },
    windows: [{ bay: 'S1u', kind: 'window', width: 330, height: 300, glazing: 'glass' }],
  },
  {
    name: 'mid',
    label: 'Mid-size van',
    says: 'Medium length and roof; most people stoop.',
    skin: 'steel',
    skinThickness: 0.8,
    length: 2560,
    width: 1690,
    height: 1420,
    stations: 5,
    rib: 60,
    ribDepth: 45,
    rail: 42,
    wall: {
      height: 1330,
      strips: [strip('w', 0.36, 40, 80), strip('m', 0.34, 38, 62), strip('u', 0.3, 32, 50)],
    },
    ceiling: { height: 1480, strips: [strip('a', 0.5, 20, 38), strip('b', 0.5, 20, 38)] },
    floorDepth: [0, 8],
    arches: { from: 4, to: 4, width: 210, height: 320, radius: 150 },
    slidingDoor: { stations: 2, height: 1260 },
    rearDoors: { width: 700, height: 1290, upperShare: 0.45 },
    front: 'bulkhead',
    cab: { length: 1300, height: 1300, passage: [1330, 1120] },
    windows: [
      { bay: 'S2u', kind: 'window', width: 400, height: 360, glazing: 'glass' },
      { bay: 'L2m', kind: 'window', width: 400, height: 380, glazing: 'glass' },
    ],
  },
  {
    name: 'long high-roof',
    label: 'Long high-roof van',
    says: 'Standing height; seven stations of ribs.',
    skin: 'steel',
    skinThickness: 0.8,
    length: 3270,
    width: 1780,
    height: 1910,
    stations: 7,
    rib: 60,
    ribDepth: 50,
    rail: 45,
    wall: {
      height: 1800,
      strips: [strip('w', 0.36, 42, 90), strip('m', 0.34, 40, 66), strip('u', 0.3, 41, 58)],
    },
    ceiling: {
      height: 1560,
      strips: [strip('a', 0.32, 24, 45), strip('b', 0.36, 24, 34), strip('c', 0.32, 24, 45)],
    },
    floorDepth: [0, 8],
    arches: { from: 5, to: 6, width: 215, height: 330, radius: 160 },
    slidingDoor: { stations: 2, height: 1650 },
    rearDoors: { width: 760, height: 1720, upperShare: 0.48 },
    front: 'cab overhead',
    cab: { length: 1350, height: 1450, passage: [1450, 1300] },
    windows: [
      { bay: 'S2u', kind: 'window', width: 380, height: 500, glazing: 'double acrylic' },
      { bay: 'C4b', kind: 'roof vent', width: 400, height: 400, glazing: 'double acrylic' },
    ],
  },
  {
    name: 'extra-long high-roof',
    label: 'Extra-long high-roof van',
    says: 'The long one with a bay more behind the axle; standing height.',
    skin: 'steel',
    skinThickness: 0.8,
    length: 4180,
    width: 1780,
    height: 1930,
    stations: 9,
    rib: 60,
    ribDepth: 50,
    rail: 45,
    wall: {
      height: 1820,
      strips: [strip('w', 0.36, 42, 90), strip('m', 0.34, 40, 66), strip('u', 0.3, 41, 58)],
    },
    ceiling: {
      height: 1560,
      strips: [strip('a', 0.32, 24, 45), strip('b', 0.36, 24, 34), strip('c', 0.32, 24, 45)],
    },
    floorDepth: [0, 8],
    arches: { from: 6, to: 7, width: 220, height: 335, radius: 165 },
    slidingDoor: { stations: 2, height: 1670 },
    rearDoors: { width: 760, height: 1740, upperShare: 0.48 },
    front: 'cab overhead',
    cab: { length: 1350, height: 1450, passage: [1450, 1300] },
    windows: [
      { bay: 'S2u', kind: 'window', width: 380, height: 500, glazing: 'double acrylic' },
      { bay: 'L3m', kind: 'window', width: 380, height: 440, glazing: 'double acrylic' },
      { bay: 'C5b', kind: 'roof vent', width: 390, height: 400, glazing: 'double acrylic' },
    ],
  },
  {
    name: 'minibus',
    label: 'Minibus',
    says: 'Glazed all round: little wall, much window.',
    skin: 'steel',
    skinThickness: 0.8,
    length: 2940,
    width: 1690,
    height: 1560,
    stations: 5,
    rib: 62,
    ribDepth: 42,
    rail: 46,
    wall: { height: 1450, strips: [strip('w', 0.5, 38, 84), strip('u', 0.5, 26, 44)] },
    ceiling: { height: 1500, strips: [strip('a', 0.5, 20, 36), strip('b', 0.5, 20, 36)] },
    floorDepth: [0, 6],
    arches: { from: 4, to: 4, width: 205, height: 310, radius: 145 },
    slidingDoor: { stations: 2, height: 1380 },
    rearDoors: { width: 710, height: 1400, upperShare: 0.46 },
    front: 'bulkhead',
    cab: { length: 1350, height: 1400, passage: [1380, 1220] },
    windows: [
      ...['L1u', 'L2u', 'L3u', 'L4u', 'L5u', 'R3u', 'R4u', 'R5u', 'S1u', 'S2u'].map(bay => ({
        bay,
        kind: 'window' as const,
        width: 420,
        height: 480,
        glazing: 'glass' as const,
      })),
      { bay: 'D1u', kind: 'window', width: 560, height: 440, glazing: 'glass' },
      { bay: 'D2u', kind: 'window', width: 560, height: 440, glazing: 'glass' },
    ],
  },
  {
    name: 'box body',
    label: 'Box body, plywood skin',
    says: 'Square walls of skinned plywood; flat floor.',
    skin: 'birch-ply',
    skinThickness: 15,
    length: 3600,
    width: 2050,
    height: 2100,
    stations: 6,
    rib: 45,
    ribDepth: 40,
    rail: 45,
    wall: {
      height: 2060,
      strips: [strip('w', 0.34, 40, 40), strip('m', 0.33, 40, 40), strip('u', 0.33, 40, 40)],
    },
    ceiling: {
      height: 2050,
      strips: [strip('a', 0.34, 50, 50), strip('b', 0.32, 50, 50), strip('c', 0.34, 50, 50)],
    },
    floorDepth: [0, 0],
    arches: null,
    slidingDoor: null,
    rearDoors: { width: 980, height: 2000, upperShare: 0.5 },
    front: 'bulkhead',
    cab: { length: 1350, height: 1450, passage: [1000, 1250] },
    windows: [
      { bay: 'L3m', kind: 'window', width: 480, height: 440, glazing: 'double acrylic' },
      { bay: 'R2m', kind: 'window', width: 480, height: 440, glazing: 'double acrylic' },
    ],
  },
];

export const patternOf = (name: PatternName): Pattern => patterns.find(p => p.name === name)!;
