import loadHighs, { type Highs } from 'highs';

let loaded: Promise<Highs> | null = null;
let place: string | null = null;

/** Says where the solver's program is fetched from; without, it is looked for beside its package. */
export function locateSolver(url: string): void {
  place = url;
}

/** The solver, loaded once. */
export function solver(): Promise<Highs> {
  loaded ??= place === null ? loadHighs() : loadHighs({ locateFile: () => place! });
  return loaded;
}
