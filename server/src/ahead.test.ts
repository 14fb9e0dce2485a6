import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { applySchool, newDesign } from '@overcoat/core/buildup';
import { library } from '@overcoat/core/testing';
import { climateAsked } from '@overcoat/jobs/asked';
import { runJob } from '@overcoat/jobs/jobs';
import { packed, unpacked } from '@overcoat/jobs/packed';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { computeAhead } from './ahead/ahead.ts';
import { wantedOf } from './ahead/wanted.ts';
import { type Database, openDatabase } from './db/database.ts';
import { openRooms, type Rooms } from './rooms.ts';

const own = { materials: [], prices: [] };
let folder: string;
let db: Database;
let rooms: Rooms;
beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'overcoat-ahead-'));
  db = await openDatabase(folder);
  rooms = openRooms(db);
});
afterEach(async () => {
  await db.close();
  rmSync(folder, { recursive: true });
});

/** A van in two variants, the second of which is built. */
function twoWays() {
  const made = newDesign('Two', 'compact');
  const [first] = made.variants;
  const laid = { ...first!, design: applySchool(made.shell, 'bonded-foam', library) };
  return { ...made, variants: [laid, { ...first!, id: 'b' }], built: 'b' };
}

describe('what is computed ahead', () => {
  it('is what the pages ask, the variant being built first; nothing twice, and no climate where nothing is laid', () => {
    const design = twoWays();
    const asked = wantedOf([{ id: 'c', design, lists: new Map() }], own, []);
    expect(asked.map(a => a.job.kind)).toEqual(['pay', 'climate', 'pay']);
    expect(asked[1]!.key).toBe(climateAsked(design, design.variants[0]!.design, own).key);
    expect(asked[1]!.job.ask.placement).toBe(design.variants[0]!.design);
  });

  it('is there for every window, as it would have computed it, and is not computed again', async () => {
    const design = twoWays();
    await rooms.conversions.create(design, 'new');
    const { signal } = new AbortController();
    await computeAhead(rooms, signal);
    const { key, job } = climateAsked(design, design.variants[0]!.design, own);
    const kept = await rooms.answers.read(key);
    const mine = await runJob(job);
    expect(unpacked(kept!.toString())).toMatchObject(
      unpacked(packed({ kind: 'climate', answer: mine.ok && mine.answer })) as object,
    );
    await rooms.answers.put(key, Buffer.from('kept'));
    await computeAhead(rooms, signal);
    expect((await rooms.answers.read(key))!.toString()).toBe('kept');
  });

  it('ends when the server does', async () => {
    await rooms.conversions.create(twoWays(), 'new');
    const ending = new AbortController();
    const done = computeAhead(rooms, ending.signal);
    setTimeout(() => ending.abort(), 50);
    await done;
  });
});

it('whoever asks for what is being computed waits for it', async () => {
  const key = '1'.repeat(64);
  let give: (text: string | null) => void = () => undefined;
  const answer = new Promise<string | null>(resolve => {
    give = resolve;
  });
  const coming = rooms.answers.coming(key, answer);
  const asked = rooms.answers.read(key);
  give('found');
  expect((await asked)!.toString()).toBe('found');
  expect(await coming).toBe('found');
  expect(await rooms.answers.read(key)).toBeNull();
});
