import type { Library } from '../../materials/index.ts';
import type { Material, Zone } from '../../model/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';

/** Thicknesses of a fill that are tried: the thickest that fit. */
const THICKEST = 2;
/** No fill that stands in the room is thicker, m. */
const STANDS_AT_MOST = 0.06;

/** Whether a zone takes a fill by its kind: what is poured goes into voids that close; what rests on the floor bears people. */
export const suits = (material: Material, zone: Zone, wood: number | 'as the fill'): boolean =>
  (material.form !== 'bag' || zone.kind === 'frame') &&
  (zone.kind !== 'floor' || wood !== 0 || !material.flexible);

/** A floor, an arch and a bulkhead take what stands in the room. */
export const standsProud = ({ kind }: Zone): boolean =>
  kind === 'floor' || kind === 'arch' || kind === 'bulkhead';

/** The thickest of a material that a zone takes, m, where battens of `wood` stand before it. */
export const roomFor = (material: Material, zone: Zone, wood: number): number =>
  standsProud(zone)
    ? STANDS_AT_MOST
    : (Math.min(...zone.bays.map(b => b.depthMin.value)) + wood) / material.squeeze;

/** Sizes that have a price: what has none would be chosen for it. */
export const priced = ({ stock }: Material): Material['stock'] => stock.filter(s => s.price > 0);

/** Fills by material and thickness: none, and the thickest sold that the zone's bays may take. */
export function fillsOf(
  zone: Zone,
  wood: number | 'as the fill',
  library: Library,
  may: (id: string) => boolean,
): readonly ([Material, number] | null)[] {
  const found: ([Material, number] | null)[] = wood === 'as the fill' ? [] : [null];
  for (const material of library.values()) {
    if (!material.roles.includes('fill') || !may(material.id) || material.family === 'damping') continue;
    if (!suits(material, zone, wood)) continue;
    const room = roomFor(material, zone, typeof wood === 'number' ? wood : 0);
    const sold = [...new Set(priced(material).map(s => s.thickness))]
      .filter(t => t <= room + SAME_SIZE)
      .sort((a, b) => b - a);
    for (const thickness of sold.slice(0, THICKEST)) found.push([material, thickness]);
  }
  return found.filter(
    f => f === null || !found.some(o => o !== null && o !== f && beats(o, f, standsProud(zone))),
  );
}

/** Whether a fill is no worse than another of its kind in anything that is asked of it: warmth, price, mass, thickness. */
function beats(a: [Material, number], b: [Material, number], proud: boolean): boolean {
  const kind = ([m]: [Material, number]) =>
    `${m.sorption} ${m.flowResistivity === null} ${m.jointed} ${m.flexible || m.family === 'fibre'} ${m.selfAdhesive} ${m.toleratesWet}`;
  const weighed = ([m, t]: [Material, number]) => {
    const stock = m.stock.find(s => Math.abs(s.thickness - t) < SAME_SIZE)!;
    return [
      -t / m.conductivity,
      stock.price / (stock.width * stock.length * stock.perPack),
      t * m.density,
      proud ? t : 0,
    ];
  };
  if (kind(a) !== kind(b)) return false;
  const [wa, wb] = [weighed(a), weighed(b)];
  return wa.every((w, i) => w <= wb[i]! + 1e-12) && wa.some((w, i) => w < wb[i]! - 1e-12);
}

/** Whether a film makes sense before it: closed-cell foam and board keep the air off the steel themselves. */
export const breathes = (fill: [Material, number] | null): boolean =>
  fill !== null && fill[0].flowResistivity !== null;
