import path from 'node:path';
import { install, root, run, tool } from './lib.mjs';

await install();
const server = run(process.execPath, [
  '--watch',
  '--import',
  'tsx',
  'server/src/main.ts',
  '--demo',
  '--data',
  'data/dev',
  '--port',
  '4181',
]);
const web = tool('vite', [], { cwd: path.join(root, 'web') });
await Promise.race([server, web]);
process.exit(1);
