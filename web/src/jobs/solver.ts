import loadHighs, { type Highs } from 'highs';
import wasm from 'highs/runtime?url';

let loaded: Promise<Highs> | null = null;

/** The solver, loaded once; in a worker from where the page comes from. */
export function solver(): Promise<Highs> {
  loaded ??= 'WorkerGlobalScope' in globalThis ? loadHighs({ locateFile: () => wasm }) : loadHighs();
  return loaded;
}
