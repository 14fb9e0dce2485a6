import { readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { ensureChromium } from './chromium.mjs';
import { build, install, root, run, tool } from './lib.mjs';

const counts = { passed: 0, failed: 0 };
const step = async (name, work) => {
  console.log(`\n— ${name}`);
  const code = await work();
  if (code !== 0) {
    console.log(`\n${name} failed.\n${counts.passed} passed, ${Math.max(1, counts.failed)} failed`);
    process.exit(1);
  }
};

await install();
process.chdir(root);
await step('types', () => tool('tsc', ['-p', 'tsconfig.json']));
await step('types of the core, on no platform', () => tool('tsc', ['-p', 'core/tsconfig.json']));
await step('lint and format', () => tool('biome', ['check', '.', '--log-level=error']));
await step('structure', () => run(process.execPath, ['scripts/structure.mjs']));
await step('dead code', () => tool('knip', []));
await step('unit tests', async () => {
  const file = path.join(root, '.cache/unit.json');
  rmSync(file, { force: true });
  const code = await tool('vitest', [
    'run',
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${file}`,
  ]);
  const report = JSON.parse(readFileSync(file, 'utf8'));
  counts.passed += report.numPassedTests;
  counts.failed += report.numFailedTests;
  return code;
});
await step('build', async () => {
  await build();
  return 0;
});
await step('end-to-end tests', async () => {
  if (!(await ensureChromium())) return 1;
  const file = path.join(root, '.cache/e2e.json');
  rmSync(file, { force: true });
  const code = await tool(
    'playwright',
    ['test', '--config', 'e2e/playwright.config.ts', '--reporter=list,json'],
    {
      env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: file },
    },
  );
  const { stats } = JSON.parse(readFileSync(file, 'utf8'));
  counts.passed += stats.expected + stats.flaky;
  counts.failed += stats.unexpected;
  return code;
});
console.log(`\n${counts.passed} passed, ${counts.failed} failed`);
