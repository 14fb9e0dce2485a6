import { build, install, root, run } from './lib.mjs';

await install();
await build();
process.chdir(root);
const args = process.argv.slice(2);
const port = args.includes('--port') ? [] : ['--port', process.env.PORT ?? '4180'];
process.exit(
  await run(process.execPath, ['server/dist/main.js', '--web', 'web/dist', '--demo', ...port, ...args]),
);
