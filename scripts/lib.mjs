import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildName } from './buildName.mjs';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
const cache = path.join(root, '.cache');

/** Runs a command with the terminal; resolves with its exit code. */
export function run(command, args, options = {}) {
  return new Promise(resolve => {
    const child = spawn(command, args, { cwd: root, stdio: 'inherit', ...options });
    child.on('error', () => resolve(127));
    child.on('exit', code => resolve(code ?? 1));
  });
}

/** Runs a program of node_modules. */
export const tool = (name, args, options) =>
  run(path.join(root, 'node_modules', '.bin', name), args, options);

/** Runs `work` unless `key` stood at `stamp` when it last succeeded. */
async function once(key, stamp, work) {
  const file = path.join(cache, key);
  if (existsSync(file) && readFileSync(file, 'utf8') === stamp) return;
  await work();
  mkdirSync(cache, { recursive: true });
  writeFileSync(file, stamp);
}

/** Installs what the lockfile names, when it changed or nothing is installed. */
export async function install() {
  const lock = readFileSync(path.join(root, 'package-lock.json'));
  const stamp = createHash('sha256').update(lock).update(process.version).digest('hex');
  if (!existsSync(path.join(root, 'node_modules')))
    return once('installed', `${stamp} ${Date.now()}`, installNow).then(() =>
      writeFileSync(path.join(cache, 'installed'), stamp),
    );
  return once('installed', stamp, installNow);
}

async function installNow() {
  console.log('Installing packages (the first time takes a few minutes: the database is compiled)…');
  // Not `npm ci`: it refuses a lockfile that lacks other platforms' optional packages; `install` keeps to it all the same.
  if ((await run('npm', ['install', '--no-audit', '--no-fund', '--loglevel=error'])) !== 0) {
    console.error(
      'npm install failed. Overcoat needs Node 20.19 or newer, and python3, make and a C++ compiler for its database.',
    );
    process.exit(1);
  }
}

/** Builds server and interface when their sources changed. */
export function build() {
  const stamp = sourcesStamp([
    'core/src',
    'jobs/src',
    'server/src',
    'web/src',
    'web/index.html',
    'web/vite.config.ts',
    'package-lock.json',
    'scripts/lib.mjs',
    'scripts/validators.ts',
    'scripts/buildName.mjs',
  ]);
  const built = [
    'server/dist/main.js',
    'server/dist/ahead.js',
    'server/dist/validators.js',
    'web/dist/index.html',
  ].every(file => existsSync(path.join(root, file)));
  return once('built', built ? stamp : `${stamp} `, buildNow).then(() =>
    writeFileSync(path.join(cache, 'built'), stamp),
  );
}

async function buildNow() {
  console.log('Building…');
  // Its packages are in it, but for the database, which is compiled, and other databases, which nobody has: a file is read sooner
  // than hundreds.
  const { external, alias, banner } = JSON.parse(
    readFileSync(path.join(root, 'scripts/serverBundle.json'), 'utf8'),
  );
  const server = [
    'server/src/main.ts',
    'ahead=server/src/ahead/worker.ts',
    '--bundle',
    '--platform=node',
    '--format=esm',
    '--target=node20',
    '--outdir=server/dist',
    '--entry-names=[name]',
    `--define:import.meta.env=${JSON.stringify({ VITE_BUILD: buildName() })}`,
    '--log-level=warning',
    '--minify',
    '--keep-names',
    `--banner:js=${banner}`,
    ...external.map(name => `--external:${name}`),
    // What no request needs is not read at every start: zones of time, a command line.
    ...Object.entries(alias).map(([name, file]) => `--alias:${name}=${file}`),
  ];
  const drafted = path.join(cache, 'validators.js');
  const validators = [
    drafted,
    '--bundle',
    '--platform=node',
    '--format=esm',
    '--target=node20',
    '--minify',
    '--outfile=server/dist/validators.js',
    '--log-level=warning',
  ];
  mkdirSync(cache, { recursive: true });
  if (
    (await tool('esbuild', server)) !== 0 ||
    (await tool('tsx', ['scripts/validators.ts', drafted])) !== 0 ||
    (await tool('esbuild', validators)) !== 0 ||
    (await tool('vite', ['build', '--logLevel', 'warn'], { cwd: path.join(root, 'web') })) !== 0
  ) {
    console.error('The build failed.');
    process.exit(1);
  }
}

function sourcesStamp(places) {
  const hash = createHash('sha256');
  const visit = file => {
    const stat = statSync(file);
    if (stat.isDirectory()) for (const name of readdirSync(file).sort()) visit(path.join(file, name));
    else hash.update(`${file} ${stat.size} ${stat.mtimeMs}\n`);
  };
  for (const place of places) visit(path.join(root, place));
  return hash.digest('hex');
}

/** Starts the built server; resolves with its address and the process once it listens. */
export function startServer(args) {
  const child = spawn(process.execPath, ['server/dist/main.js', '--web', 'web/dist', ...args], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve, reject) => {
    child.on('exit', code => reject(new Error(`The server ended with ${code}.`)));
    child.stdout.on('data', chunk => {
      const found = /http:\/\/[\d.:]+/.exec(String(chunk));
      if (found) resolve({ url: found[0], child });
    });
  });
}
