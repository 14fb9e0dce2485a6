import { buyingFigures } from './buying.ts';
import { choosingFigures } from './choosing.ts';
import { crowdFigures } from './crowd.ts';
import { evaluateFigures } from './evaluate.ts';
import { hourlyFigures } from './hourly.ts';
import { mapFigures } from './map.ts';
import type { Figure } from './measure.ts';
import { nestingFigures } from './nesting.ts';
import { pageFigures } from './page.ts';
import { sectionFigures } from './section.ts';
import { serverFigures } from './server.ts';
import { settledFigures } from './settled.ts';
import { soundFigures } from './sound.ts';

/** In this order, the server first: saves are timed from here, and this process is still small. */
const GROUPS: Record<string, () => Figure[] | Promise<Figure[]>> = {
  server: serverFigures,
  page: pageFigures,
  map: mapFigures,
  crowd: crowdFigures,
  evaluate: evaluateFigures,
  section: sectionFigures,
  hourly: hourlyFigures,
  sound: soundFigures,
  nesting: nestingFigures,
  buying: buyingFigures,
  choosing: choosingFigures,
  settled: settledFigures,
};
const named = process.argv.slice(2).filter(arg => arg in GROUPS);
const figures: Figure[] = [];
for (const [name, measure] of Object.entries(GROUPS))
  if (named.length === 0 || named.includes(name)) figures.push(...(await measure()));
if (process.argv.includes('--json')) for (const f of figures) console.log(JSON.stringify(f));
else
  console.table(
    figures.map(f => ({
      figure: f.name,
      value: `${f.value} ${f.unit}`,
      reference: `${f.reference.name}: ${f.reference.value}`,
      ratio: f.ratio,
      goal: f.goal,
      met: f.met ? 'yes' : 'NO',
    })),
  );
