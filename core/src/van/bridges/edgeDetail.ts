import { battenOf, directionOf } from '../../buildup/index.ts';
import { type Library, materialOf, usualFor } from '../../materials/index.ts';
import type { Shell } from '../../model/index.ts';
import { hollowConductivity, RSE } from '../../physics/heat/index.ts';
import type { Block } from '../../physics/heat2d/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';
import { glazing, paneLayers } from '../climate/index.ts';
import { type DetailCase, type DetailGeometry, HALF, TIMBER } from './detail.ts';
import { fieldStack } from './field.ts';

const PANE_REACH = 0.2;
/** Foam of a joint where the library offers none, W/mK (handbook, from memory). */
const FOAM = 0.035;
/** Timber that a window is clamped or bonded on, as wide. Common practice, no source. */
const FRAME = 0.025;

/**
 * The edge of a window: wall build-up, a timber frame of the wall's depth behind the opening's edge, and the pane flush
 * with the skin. The reveal meets the room's air.
 */
export function windowEdge(c: DetailCase, shell: Shell, library: Library): DetailGeometry {
  const stack = fieldStack(c, 0, HALF, shell, library);
  const { blocks, labels, skin, rsi } = stack;
  const face = Math.max(stack.ribFace, stack.across);
  const glazed = c.glazing ?? 'glass';
  const panes = paneLayers(glazed, directionOf(c.kind));
  const paneTop = panes.reduce((sum, [d]) => sum + d, 0);
  const top = Math.max(stack.top, face, paneTop);
  const end = HALF + PANE_REACH;
  const air: NonNullable<DetailGeometry['section']['air']> = [];
  const room = (x0: number, x1: number, y0: number) => {
    if (y0 > top - SAME_SIZE) return;
    blocks.push({ x0, x1, y0, y1: top, conductivity: 1 });
    air.push({ x0, x1, y0, y1: top, t: c.inside, resistance: rsi });
  };
  room(0, HALF - FRAME, stack.top);
  const frameTop = Math.max(stack.across, Math.min(face, top));
  room(HALF - FRAME, HALF, Math.max(stack.top, frameTop));
  const frame: Block = {
    x0: HALF - FRAME,
    x1: HALF,
    y0: skin,
    y1: Math.max(frameTop, paneTop),
    conductivity: TIMBER,
  };
  blocks.push(frame);
  labels.push({ ...frame, name: 'timber round the opening' });
  let y = 0;
  for (const [thickness, conductivity] of panes) {
    const pane = { x0: HALF, x1: end, y0: y, y1: y + thickness };
    blocks.push({ ...pane, conductivity });
    labels.push({ ...pane, name: glazed });
    y += thickness;
  }
  room(HALF, end, y);
  const paneU = glazing(glazed, directionOf(c.kind)).uValue;
  const tops: { from: number; to: number }[] = [];
  for (const [from, to, level] of [
    [0, HALF - FRAME, stack.top],
    [HALF - FRAME, HALF, Math.max(stack.top, frameTop)],
    [HALF, end, y],
  ] as const)
    if (level > top - SAME_SIZE) tops.push({ from, to });
  return {
    section: {
      blocks,
      air,
      edges: [
        { side: 'bottom', from: 0, to: end, t: c.outside, resistance: RSE },
        ...tops.map(({ from, to }) => ({ side: 'top' as const, from, to, t: c.inside, resistance: rsi })),
      ],
    },
    mirrored: false,
    plain: HALF * stack.uValue + PANE_REACH * paneU,
    uncovered: 0,
    metal: null,
    lining: { from: 0, to: HALF },
    view: { from: HALF - 0.12, to: HALF + 0.06 },
    labels,
  };
}

/** A joint between two boards, as wide as `gap`, from its middle line: open to its depth, or foamed. Null without boards. */
export function boardSeam(c: DetailCase, shell: Shell, library: Library): DetailGeometry | null {
  const stack = fieldStack(c, 0, HALF, shell, library);
  if (stack.boards.length === 0) return null;
  const { blocks, labels } = stack;
  const gap = c.gap ?? 0.003;
  const foam = usualFor(library, 'joint foam')?.conductivity ?? FOAM;
  for (const { y0, y1 } of stack.boards) {
    const joint = { x0: 0, x1: gap / 2, y0, y1 };
    blocks.push({
      ...joint,
      conductivity: c.foamed ? foam : hollowConductivity(y1 - y0, gap),
    });
    labels.push({ ...joint, name: c.foamed ? 'foamed joint' : 'open joint' });
  }
  return halfSection(c, stack, HALF, 0.06);
}

/** A batten between the boards of a floor, from its middle line to the middle of the board. Null without battens. */
export function floorBatten(c: DetailCase, shell: Shell, library: Library): DetailGeometry | null {
  const batten = battenOf(c.layers);
  if (!batten) return null;
  const half = batten.spacing / 2;
  const stack = fieldStack(c, 0, half, shell, library);
  const b = {
    x0: 0,
    x1: batten.width / 2,
    y0: Math.max(stack.skin, stack.across - batten.thickness),
    y1: stack.across,
  };
  stack.blocks.push({ ...b, conductivity: materialOf(library, batten.material).conductivity });
  stack.labels.push({ ...b, name: 'batten' });
  return halfSection(c, stack, half, 0.1);
}

function halfSection(
  c: DetailCase,
  { blocks, labels, rsi, uValue }: ReturnType<typeof fieldStack>,
  half: number,
  reach: number,
): DetailGeometry {
  return {
    section: {
      blocks,
      edges: [
        { side: 'bottom', from: 0, to: half, t: c.outside, resistance: RSE },
        { side: 'top', from: 0, to: half, t: c.inside, resistance: rsi },
      ],
    },
    mirrored: true,
    plain: 2 * half * uValue,
    uncovered: 0,
    metal: null,
    lining: { from: 0, to: half },
    view: { from: 0, to: Math.min(reach, half) },
    labels,
  };
}
