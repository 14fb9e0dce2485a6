import { existsSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { demoConversions } from '@overcoat/core/demo';
import { makeLibrary } from '@overcoat/core/materials';
import { computeAhead } from './ahead/ahead.ts';
import { createApp } from './app.ts';
import { warmUpChanges } from './contract/designCheck.ts';
import { takeWritten, warmUp } from './contract/validate.ts';
import { openDatabase } from './db/database.ts';
import { Unopened } from './db/unopened.ts';
import { keepHouse } from './housekeeping.ts';
import { openRooms } from './rooms.ts';

const DAY = 86_400_000;
const SOON = 300;

/** What checks saves is taken in once answers can be given; run from its sources there is none, and schemas are compiled. */
async function ready(): Promise<void> {
  const validators = new URL('./validators.js', import.meta.url);
  if (existsSync(validators)) await takeWritten(validators);
  warmUp();
  warmUpChanges();
}

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4180' },
    data: { type: 'string', default: 'data' },
    web: { type: 'string' },
    demo: { type: 'boolean', default: false },
    // Verdicts are computed ahead of the first window.
    ahead: { type: 'boolean', default: true },
  },
  allowNegative: true,
});

const db = await openDatabase(path.resolve(values.data)).catch((error: unknown) => {
  if (!(error instanceof Unopened)) throw error;
  console.error(error.message);
  process.exit(1);
});
const rooms = openRooms(db);
if (values.demo && (await rooms.conversions.empty()))
  for (const { design, log } of demoConversions(makeLibrary()).reverse())
    await rooms.conversions.create(design, 'demo', log);
let tidied: Promise<void> = Promise.resolve();
const tidy = () => {
  tidied = keepHouse(rooms).catch(error => console.error(error));
};
setInterval(tidy, DAY).unref();
const ending = new AbortController();
let ahead: Promise<void> = Promise.resolve();
const app = createApp(rooms, values.web ? path.resolve(values.web) : null);
const server = app.listen(Number(values.port), '127.0.0.1', error => {
  if (error) {
    console.error(`Port ${values.port} cannot be used: ${error.message}. Choose another with --port.`);
    process.exit(1);
  }
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : values.port;
  console.log(`Overcoat is at http://127.0.0.1:${port}`);
  // Whoever waits for the address asks at once.
  setTimeout(() => {
    ahead = ready()
      .then(() => (values.ahead ? computeAhead(rooms, ending.signal) : undefined))
      .catch(error => console.error(error));
  }, SOON);
  setImmediate(tidy);
});

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    ending.abort();
    server.close();
    server.closeAllConnections();
    void Promise.all([tidied, ahead])
      .then(() => db.close())
      .then(() => process.exit(0));
  });
