import { ROUNDING } from '../../tolerance/index.ts';
/** Few sizes of a wheel arch seen from the cabin, m: a box with its front and rear shoulders rounded to `radius`. */
export interface ArchSizes {
  /** Along the van, m. */
  length: number;
  /** Into the van, m. */
  width: number;
  /** Over the floor, m. */
  height: number;
  /** Of both shoulders, m. */
  radius: number;
}

/** An arch laid flat, m. */
export interface DevelopedArch {
  /** Flat top. */
  top: { length: number; width: number };
  /** Front and rear: the upright part and the quarter round above it, laid straight. */
  side: { length: number; width: number };
  /** Inner face, its two upper corners rounded. */
  face: { length: number; height: number; radius: number; area: number };
  /** Triangle that fills the corner where the rounded shoulder meets wall and floor, one at each end. */
  gusset: { length: number; height: number };
  /** All along the strip from floor to floor. */
  strip: number;
}

/**
 * Develops an arch into the pieces it is covered with. With `radius` = `height` = half of `length` it is the half
 * cylinder, whose strip is pi times the radius. Throws RangeError when the radius exceeds height or half of the length.
 */
export function developArch({ length, width, height, radius }: ArchSizes): DevelopedArch {
  if (radius > height + ROUNDING || radius > length / 2 + ROUNDING)
    throw new RangeError(
      'The shoulders cannot be rounder than the arch is high, or than half of its length.',
    );
  const side = height - radius + (Math.PI / 2) * radius;
  const top = Math.max(0, length - 2 * radius);
  return {
    top: { length: top, width },
    side: { length: side, width },
    face: { length, height, radius, area: length * height - 2 * (1 - Math.PI / 4) * radius * radius },
    gusset: { length: radius, height: radius },
    strip: top + 2 * side,
  };
}
