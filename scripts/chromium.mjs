import { existsSync } from 'node:fs';
import { run } from './lib.mjs';

export const chromium = process.env.CHROMIUM ?? '/usr/bin/chromium';

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
