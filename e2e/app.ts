import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { test as base } from '@playwright/test';

export { expect, type Page } from '@playwright/test';

const root = path.resolve(import.meta.dirname, '..');

export interface App {
  url: string;
  port: string;
  child: ChildProcess;
}

/** The built application on a data folder; on a port that is free unless one is named. Resolves once it listens. */
export function startApp(folder: string, { port = '0', demo = false } = {}): Promise<App> {
  const child = spawn(
    process.execPath,
    [
      'server/dist/main.js',
      '--web',
      'web/dist',
      ...(demo ? ['--demo'] : []),
      '--data',
      folder,
      '--port',
      port,
      // What a window shows while it computes is looked at too.
      '--no-ahead',
    ],
    { cwd: root, stdio: ['ignore', 'pipe', 'inherit'] },
  );
  return new Promise((resolve, reject) => {
    child.once('exit', code => reject(new Error(`The server ended with ${code}.`)));
    child.stdout.on('data', (chunk: Buffer) => {
      const found = /http:\/\/[\d.]+:(\d+)/.exec(chunk.toString());
      if (found) resolve({ url: found[0], port: found[1]!, child });
    });
  });
}

/** A worker's tests have a server, a port and a database of their own. */
export const test = base.extend<object, { app: App }>({
  app: [
    // biome-ignore lint/correctness/noEmptyPattern: a fixture without fixtures says so by this.
    async ({}, use) => {
      const folder = mkdtempSync(path.join(tmpdir(), 'overcoat-e2e-'));
      const app = await startApp(folder, { demo: true });
      await use(app);
      const gone = new Promise(resolve => app.child.once('close', resolve));
      app.child.kill();
      await gone;
      rmSync(folder, { recursive: true, force: true });
    },
    { scope: 'worker', auto: true },
  ],
  baseURL: async ({ app }, use) => use(app.url),
});
