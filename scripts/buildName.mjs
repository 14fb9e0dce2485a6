import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

const root = path.resolve(import.meta.dirname, '..');

/** What an answer of a long job rests on besides what it was asked: the core, the jobs themselves, the packages. */
const PLACES = ['core/src', 'jobs/src', 'package-lock.json'];

/** The name of the computation: it changes when any of its sources does, and with nothing else. */
export function buildName() {
  const hash = createHash('sha256');
  for (const place of PLACES)
    for (const file of filesIn(path.join(root, place)))
      hash.update(`${path.relative(root, file)}\n`).update(readFileSync(file));
  return hash.digest('hex').slice(0, 20);
}

/** Every source in a folder, tests and what only they read left out, by name. */
function filesIn(place) {
  if (place.endsWith('.json')) return [place];
  return readdirSync(place, { recursive: true, withFileTypes: true })
    .filter(e => e.isFile() && !/\.test\.ts$/.test(e.name) && !e.parentPath.includes('fixtures'))
    .map(e => path.join(e.parentPath, e.name))
    .sort();
}
