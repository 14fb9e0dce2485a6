import { patchBox } from '@overcoat/core/buildup';
import type { Bay, Patch } from '@overcoat/core/model';
import type { KeyboardEvent } from 'react';

/** What a sheet is held by. */
export type Grip = 'move' | 'size' | 'turn';

/** Step of sheets under the pointer and the arrow keys, m. */
const STEP = 0.005;
const round = (v: number) => Math.round(v / STEP) * STEP;

/** A sheet as it is pulled from where it was taken hold of. */
export function pulled(
  start: Patch,
  grip: Grip,
  at: { x: number; y: number },
  from: { x: number; y: number },
  bay: Bay,
): Patch {
  if (grip === 'move')
    return keptIn(
      { ...start, along: round(start.along + at.x - from.x), up: round(start.up + at.y - from.y) },
      bay,
    );
  if (grip === 'turn') {
    const angle = (Math.atan2(at.y - start.up, at.x - start.along) * 180) / Math.PI - 90;
    const even = Math.round((((angle + 270) % 180) - 90) / 5) * 5;
    return keptIn({ ...start, turn: Math.max(-90, Math.min(90, even)) }, bay);
  }
  // The corner opposite stays where it is.
  const a = (start.turn * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  const fixed = {
    x: start.along + (-start.width / 2) * c - (start.height / 2) * s,
    y: start.up + (-start.width / 2) * s + (start.height / 2) * c,
  };
  const [dx, dy] = [at.x - fixed.x, at.y - fixed.y];
  const width = Math.max(0.04, round(dx * c + dy * s));
  const height = Math.max(0.04, round(dx * s - dy * c));
  const cut = {
    ...start,
    width,
    height,
    along: fixed.x + (width / 2) * c + (height / 2) * s,
    up: fixed.y + (width / 2) * s - (height / 2) * c,
  };
  const box = patchBox(cut);
  const inside =
    box.x > -0.003 &&
    box.y > -0.003 &&
    box.x + box.width < bay.width.value + 0.003 &&
    box.y + box.height < bay.height.value + 0.003;
  return inside ? cut : start;
}

/** Moved back into its bay where it would reach out. */
function keptIn(patch: Patch, bay: Bay): Patch {
  const { width, height } = patchBox(patch);
  const within = (v: number, size: number, whole: number) =>
    size >= whole ? whole / 2 : Math.max(size / 2, Math.min(whole - size / 2, v));
  return {
    ...patch,
    along: within(patch.along, width, bay.width.value),
    up: within(patch.up, height, bay.height.value),
  };
}

/** What a key does to a sheet; null for one that does nothing. */
export function byKey(
  event: KeyboardEvent,
  patch: Patch,
  bay: Bay,
  mirrored: boolean,
): Patch | 'remove' | null {
  const by = event.shiftKey ? 5 * STEP : STEP;
  const right = mirrored ? -by : by;
  const moves: Record<string, Partial<Patch>> = {
    ArrowLeft: { along: patch.along - right },
    ArrowRight: { along: patch.along + right },
    ArrowUp: { up: patch.up + by },
    ArrowDown: { up: patch.up - by },
    '[': { turn: Math.max(-90, patch.turn - 5) },
    ']': { turn: Math.min(90, patch.turn + 5) },
  };
  if (event.key === 'Delete' || event.key === 'Backspace') return 'remove';
  const move = moves[event.key];
  return move ? keptIn({ ...patch, ...move }, bay) : null;
}
