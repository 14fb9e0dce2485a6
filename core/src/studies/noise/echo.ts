import type { LaidBay } from '../../buildup/index.ts';
import type { Evaluation } from '../../evaluate/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import { inCab, type Shell } from '../../model/index.ts';
import { absorbed, ECHO_OCTAVES, type Element, eyring, sabine } from '../../physics/sound/index.ts';
import { openingSize } from '../../survey/geometry/index.ts';

/** How long a van echoes, by octave. */
export interface Echo {
  /** Hz. */
  octaves: readonly number[];
  /** m3. */
  volume: number;
  /** Bare and as designed: absorption in m2, and seconds for 60 dB by both formulas. */
  bare: EchoState;
  designed: EchoState;
  /** How much less of it is left, dB, by octave; capped. */
  gain: number[];
  /** Plus and minus, dB. */
  within: number[];
  /** Below this a room so small has single tones and no echo: only indicative, Hz. */
  schroeder: number;
}

interface EchoState {
  absorption: number[];
  sabine: number[];
  eyring: number[];
}

/** Absorption by octave from 125 Hz to 4 kHz, from memory; values of rooms, common practice. */
const FACES = {
  metal: [0.05, 0.04, 0.03, 0.02, 0.02, 0.02],
  hard: [0.04, 0.04, 0.05, 0.05, 0.05, 0.05],
  /** A thin lining over a cavity swings and takes up the lowest. */
  lining: [0.25, 0.2, 0.1, 0.08, 0.07, 0.07],
  glass: [0.1, 0.06, 0.04, 0.03, 0.02, 0.02],
  /** Mattress and cushions, a square metre of them. */
  cushion: [0.2, 0.35, 0.55, 0.65, 0.65, 0.6],
} as const;

/** No more is shown: furniture takes up much of it in any case, dB. */
const MOST = 10;

/** Echo of an evaluated van from its areas, without and with what is laid; beds and seats count with it. */
export function echo(e: Evaluation, shell: Shell, library: Library): Echo {
  const volume = shell.length.value * shell.width.value * shell.height.value;
  const faces = new Map<string, readonly number[]>();
  let surface = 0;
  const bare = ECHO_OCTAVES.map(() => 0);
  const designed = ECHO_OCTAVES.map(() => 0);
  const add = (to: number[], area: number, face: readonly number[]) => {
    for (let o = 0; o < to.length; o++) to[o]! += area * face[o]!;
  };
  for (const laid of e.bays.values()) {
    if (inCab(laid.zone.kind)) continue;
    surface += laid.area;
    add(bare, laid.area, FACES.metal);
    const key = laid.buildUp ? JSON.stringify(laid.buildUp.layers.slice(-3)) : '';
    const face = faces.get(key) ?? faceOf(laid, library);
    faces.set(key, face);
    add(designed, laid.area, face);
  }
  for (const o of shell.zones.filter(z => !inCab(z.kind)).flatMap(z => z.openings)) {
    const area = openingSize(o);
    surface += area;
    add(bare, area, FACES.glass);
    add(designed, area, FACES.glass);
  }
  for (const u of shell.uses)
    if (u.kind === 'bed' || u.kind === 'seat') add(designed, u.width.value * u.height.value, FACES.cushion);
  const state = (absorption: number[]): EchoState => ({
    absorption,
    sabine: absorption.map(a => sabine(volume, a)),
    eyring: absorption.map(a => eyring(volume, surface, a)),
  });
  const after = state(designed);
  return {
    octaves: ECHO_OCTAVES,
    volume,
    bare: state(bare),
    designed: after,
    gain: designed.map((a, o) => Math.min(MOST, 10 * Math.log10(a / bare[o]!))),
    within: ECHO_OCTAVES.map(f => (f >= 500 ? 2 : 3)),
    schroeder: 2000 * Math.sqrt(after.eyring[2]! / volume),
  };
}

/** What the room sees of a bay: porous layers in front of the first hard one by their own absorption, on what it is. */
function faceOf({ buildUp }: LaidBay, library: Library): readonly number[] {
  if (!buildUp) return FACES.metal;
  const { layers } = buildUp;
  const porous: Element[] = [];
  let back: readonly number[] = FACES.metal;
  for (const layer of [...layers].reverse()) {
    if (layer.role === 'air gap' || layer.role === 'batten') continue;
    const { flowResistivity } = materialOf(library, layer.material);
    if (flowResistivity !== null) {
      porous.push({ by: 'fluid', thickness: layer.thickness, resistivity: flowResistivity });
      continue;
    }
    const hollow = layers.some(
      l => l.role === 'fill' && materialOf(library, l.material).flowResistivity !== null,
    );
    back = layer.role === 'lining' && hollow ? FACES.lining : FACES.hard;
    break;
  }
  if (porous.length === 0) return back;
  return ECHO_OCTAVES.map((f, o) => Math.max(back[o]!, absorbed(porous, f)));
}
