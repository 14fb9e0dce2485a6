import { demoDesigns } from '../demo/index.ts';
import { type Evaluation, evaluate } from '../evaluate/index.ts';
import { makeLibrary } from '../materials/index.ts';
import type { Design } from '../model/index.ts';
import { evaluateOwn } from '../studies/cabin/index.ts';

export { sweep } from './sweep.ts';

/** What tests stand on, made once for all files that one worker runs: it is frozen, so that no test changes another's. */
export const library = makeLibrary();

/** The two vans that ship. */
export const [perigee, sandpiper] = demoDesigns(library).map(frozen) as [Design, Design];

/** A variant of a van evaluated in the climate of its brief. */
export const laid = once(
  (design: Design, variant: number): Evaluation =>
    evaluate(design, design.variants[variant]!.design, library),
);

/** A variant of a van evaluated in its own year. */
export const laidOwn = once(
  (design: Design, variant: number): Evaluation =>
    evaluateOwn(design, design.variants[variant]!.design, library),
);

function once<T>(make: (design: Design, variant: number) => T) {
  const made = new WeakMap<Design, Map<number, T>>();
  return (design: Design, variant = 0): T => {
    const own = made.get(design) ?? new Map<number, T>();
    made.set(design, own);
    const known = own.get(variant);
    if (known !== undefined) return known;
    const fresh = make(design, variant);
    own.set(variant, fresh);
    return fresh;
  };
}

function frozen<T>(value: T): T {
  if (typeof value !== 'object' || value === null || Object.isFrozen(value)) return value;
  Object.values(value).forEach(frozen);
  return Object.freeze(value);
}
