import path from 'node:path';
import { ensureChromium } from './chromium.mjs';
import { build, install, root, run, tool } from './lib.mjs';

await install();
await build();
if (!(await ensureChromium())) process.exit(1);
// Bundled like the product, so that what is timed is what runs.
const out = path.join(root, 'bench/dist/main.mjs');
const bundled = await tool('esbuild', [
  'bench/main.ts',
  '--bundle',
  '--platform=node',
  '--format=esm',
  // One package names as its main file what is no module.
  '--main-fields=module,main',
  ...['@playwright/test', 'highs', 'sequelize', 'sqlite3'].map(name => `--external:${name}`),
  `--outfile=${out}`,
  '--log-level=warning',
]);
process.exit(bundled !== 0 ? bundled : await run(process.execPath, [out, ...process.argv.slice(2)]));
