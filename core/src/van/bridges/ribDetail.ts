import { battenOf } from '../../buildup/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { Shell } from '../../model/index.ts';
import { hollowConductivity, RSE } from '../../physics/heat/index.ts';
import type { Block, Section2d } from '../../physics/heat2d/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';
import { type DetailCase, type DetailGeometry, HALF, RIB_SHEET, TIMBER } from './detail.ts';
import { type FieldStack, fieldStack } from './field.ts';

/**
 * A rib or rail between two bays of one build-up, from its middle line to the middle of the bay: skin, the layers as
 * they lie at the rib's depth, the rib (pressed steel, or timber on a plywood skin), a batten along it if the build-up
 * has battens, and the room's air between bare ribs.
 */
export function ribDetail(c: DetailCase, shell: Shell, library: Library): DetailGeometry {
  const stack = fieldStack(c, 0, HALF, shell, library);
  const { blocks, labels, skin, ribFace: face, rsi } = stack;
  const side = c.width / 2;
  const bare = stack.top < face - SAME_SIZE;
  const air = roomBetween(stack, side, HALF, face, c.inside);
  blocks.push(...air.filler, ...hollowRib(c, stack, 0, side, shell, library));
  labels.push({
    x0: 0,
    x1: side,
    y0: skin,
    y1: face,
    name: stack.timber ? 'timber rib' : c.stuffed ? 'rib, stuffed' : 'rib, hollow',
  });
  const batten = battenOf(c.layers);
  if (batten) {
    const b = { x0: 0, x1: batten.width / 2, y0: face, y1: face + batten.thickness };
    blocks.push({ ...b, conductivity: materialOf(library, batten.material).conductivity });
    labels.push({ ...b, name: 'batten' });
  }
  return {
    section: {
      blocks,
      air: air.pockets,
      edges: [
        { side: 'bottom', from: 0, to: HALF, t: c.outside, resistance: RSE },
        { side: 'top', from: 0, to: bare ? side : HALF, t: c.inside, resistance: rsi },
      ],
    },
    mirrored: true,
    plain: 2 * HALF * stack.uValue,
    uncovered: c.width * stack.uValue,
    metal: stack.timber ? null : { x0: 0, x1: side, y0: face - RIB_SHEET, y1: face },
    lining: { from: 0, to: HALF },
    view: { from: 0, to: 0.14 },
    labels,
  };
}

/** The end of a zone's last bay: the skin turned in as a web with a lip of 20 mm behind the lining, and a closed pillar beyond. */
export function bayEnd(c: DetailCase, shell: Shell, library: Library): DetailGeometry {
  const stack = fieldStack(c, 0, HALF, shell, library);
  const { blocks, labels, skin, ribFace: face, rsi } = stack;
  const lip = 0.02;
  const bare = stack.top < face - SAME_SIZE;
  const air = roomBetween(stack, lip, HALF, face, c.inside);
  const conductivity = stack.timber ? TIMBER : materialOf(library, shell.skin.material).conductivity;
  const sheet = stack.timber ? 0.012 : RIB_SHEET;
  // Room air does not get under the lip: what is below it is as the bay beside.
  blocks.push(
    ...air.filler,
    ...(bare
      ? [{ x0: 0, x1: lip, y0: stack.top, y1: face, conductivity: hollowConductivity(face - stack.top, lip) }]
      : []),
    { x0: 0, x1: sheet, y0: skin, y1: face, conductivity },
    { x0: 0, x1: lip, y0: face - sheet, y1: face, conductivity },
  );
  labels.push({ x0: 0, x1: sheet, y0: skin, y1: face, name: 'end web and lip' });
  labels.push({ x0: 0, x1: lip, y0: face - sheet, y1: face, name: 'end web and lip' });
  return {
    section: {
      blocks,
      air: air.pockets,
      edges: [
        { side: 'bottom', from: 0, to: HALF, t: c.outside, resistance: RSE },
        { side: 'top', from: 0, to: bare ? lip : HALF, t: c.inside, resistance: rsi },
      ],
    },
    mirrored: false,
    plain: HALF * stack.uValue,
    uncovered: 0,
    metal: stack.timber ? null : { x0: 0, x1: lip, y0: face - sheet, y1: face },
    lining: { from: 0, to: HALF },
    view: { from: 0, to: 0.14 },
    labels,
  };
}

/**
 * The edge of a door: its inner frame as a closed box that the lining leaves bare, the seal on its outer side (no heat
 * passes there), and the door's bay beside it.
 */
export function doorFrame(c: DetailCase, shell: Shell, library: Library): DetailGeometry {
  const { width } = c;
  const stack = fieldStack(c, width, width + HALF, shell, library);
  const { blocks, labels, skin, ribFace: face, rsi } = stack;
  const top = Math.max(stack.top, face);
  const bare = stack.top < face - SAME_SIZE;
  const air = roomBetween(stack, width, width + HALF, face, c.inside);
  const pockets = [...air.pockets];
  blocks.push(...air.filler, { x0: 0, x1: width, y0: 0, y1: skin, conductivity: skinOf(shell, library) });
  if (top > face + SAME_SIZE) {
    blocks.push({ x0: 0, x1: width, y0: face, y1: top, conductivity: 1 });
    pockets.push({ x0: 0, x1: width, y0: face, y1: top, t: c.inside, resistance: rsi });
  }
  blocks.push(...hollowRib(c, stack, 0, width, shell, library, true));
  labels.push({ x0: 0, x1: width, y0: skin, y1: face, name: 'door’s frame, bare' });
  return {
    section: {
      blocks,
      air: pockets,
      edges: [
        { side: 'bottom', from: 0, to: width + HALF, t: c.outside, resistance: RSE },
        ...(bare
          ? [{ side: 'top' as const, from: 0, to: width, t: c.inside, resistance: rsi }]
          : [
              { side: 'top' as const, from: width, to: width + HALF, t: c.inside, resistance: rsi },
              ...(top > face + SAME_SIZE
                ? []
                : [{ side: 'top' as const, from: 0, to: width, t: c.inside, resistance: rsi }]),
            ]),
      ],
    },
    mirrored: false,
    plain: HALF * stack.uValue,
    uncovered: 0,
    metal: stack.timber ? null : { x0: 0, x1: width, y0: face - RIB_SHEET, y1: face },
    lining: { from: 0, to: width + HALF },
    view: { from: 0, to: width + 0.12 },
    labels,
  };
}

const skinOf = (shell: Shell, library: Library) => materialOf(library, shell.skin.material).conductivity;

/** Air of the room that reaches down to the build-up where it does not fill the rib's depth. */
function roomBetween(stack: FieldStack, x0: number, x1: number, face: number, inside: number) {
  const pockets: NonNullable<Section2d['air']> = [];
  const filler: Block[] = [];
  if (stack.top < face - SAME_SIZE) {
    filler.push({ x0: 0, x1, y0: stack.top, y1: face, conductivity: 1 });
    pockets.push({ x0, x1, y0: stack.top, y1: face, t: inside, resistance: stack.rsi });
  }
  return { pockets, filler };
}

/** The rib's hollow with its webs and flange between x0 (a middle line unless `closed`) and x1; solid on a timber body. */
function hollowRib(
  c: DetailCase,
  { skin, ribFace: face, timber }: FieldStack,
  x0: number,
  x1: number,
  shell: Shell,
  library: Library,
  closed = false,
): Block[] {
  if (timber) return [{ x0, x1, y0: skin, y1: face, conductivity: TIMBER }];
  const steel = skinOf(shell, library);
  const hollow = c.stuffed ?? hollowConductivity(c.depth - RIB_SHEET, c.width - 2 * RIB_SHEET);
  return [
    { x0, x1, y0: skin, y1: face, conductivity: hollow },
    { x0: x1 - RIB_SHEET, x1, y0: skin, y1: face, conductivity: steel },
    ...(closed ? [{ x0, x1: x0 + RIB_SHEET, y0: skin, y1: face, conductivity: steel }] : []),
    { x0, x1, y0: face - RIB_SHEET, y1: face, conductivity: steel },
  ];
}
