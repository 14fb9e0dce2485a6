import { evaluateFigures } from './evaluate.ts';
import type { Figure } from './measure.ts';
import { pageFigures } from './page.ts';
import { serverFigures } from './server.ts';

const figures: Figure[] = [...evaluateFigures(), ...(await serverFigures()), ...(await pageFigures())];
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
