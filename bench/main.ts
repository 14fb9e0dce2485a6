import { evaluateFigures } from './evaluate.ts';
import { hourlyFigures } from './hourly.ts';
import { mapFigures } from './map.ts';
import type { Figure } from './measure.ts';
import { pageFigures } from './page.ts';
import { sectionFigures } from './section.ts';
import { serverFigures } from './server.ts';

// The server first: saves are timed from here, and this process is still small.
const figures: Figure[] = [
  ...(await serverFigures()),
  ...(await pageFigures()),
  ...(await mapFigures()),
  ...evaluateFigures(),
  ...sectionFigures(),
  ...hourlyFigures(),
];
if (process.argv.includes('--json')) for (const f of figures) console.log(JSON.stringify(f));
else
  console.table(
    figures.map(f => ({
      figure: f.name,
      value: `${f.value} ${f.unit}`,
      goal: f.goal,
      met: f.met ? 'yes' : 'NO',
      reference: `${f.reference.name}: ${f.reference.value}`,
      ratio: f.ratio,
    })),
  );
