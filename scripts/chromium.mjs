import { existsSync } from 'node:fs';
import { run } from './lib.mjs';

export const chromium = process.env.CHROMIUM ?? '/usr/bin/chromium';

/** Headless, and quiet on the network: without these it looks for hosts at every start. */
export const chromiumFlags = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

/** Makes sure Debian's Chromium is there, installing it where that is allowed; says plainly when it cannot. */
export async function ensureChromium() {
  if (existsSync(chromium)) return true;
  console.log('Installing Chromium from Debian’s packages…');
  const quiet = { stdio: 'ignore', env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } };
  await run('apt-get', ['update'], quiet);
  await run('apt-get', ['install', '-y', '--no-install-recommends', 'chromium'], quiet);
  if (existsSync(chromium)) return true;
  console.error(
    'The end-to-end tests need Chromium: install Debian’s package “chromium”, or name one in the variable CHROMIUM.',
  );
  return false;
}
