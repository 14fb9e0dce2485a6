import { execFile } from 'node:child_process';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { dampWord } from '@overcoat/core/van/wetting';
import Papa from 'papaparse';
import { type App, expect, type Page, startApp, test } from './app.ts';
import { figure, linedPart, saved, stage } from './helpers.ts';

const SCHOOL = 'Board and foil, taped';
const NAMES = ['added', 'to pay', 'heat loss', 'headroom', 'damp', 'quiet', 'work', 'fire load'] as const;

/** A van that is lined, with all of its figures settled. */
async function settled(page: Page, name: string): Promise<Record<(typeof NAMES)[number], string>> {
  await linedPart(page, name, { school: SCHOOL });
  await saved(page);
  return read(page);
}

/** What the ledger says once nothing in it is being reckoned, each figure with its mark and note left out. */
async function read(page: Page): Promise<Record<(typeof NAMES)[number], string>> {
  const ledger = page.getByRole('region', { name: 'Ledger' });
  await expect(ledger).not.toContainText(/reckoning|being counted|before:/, { timeout: 180_000 });
  const all = {} as Record<(typeof NAMES)[number], string>;
  for (const name of NAMES)
    all[name] = (await figure(page, name).textContent())!.replace(/^[●◐▲○]/, '').trim();
  return all;
}

test('every place that shows a figure of a van shows the same: rail, working, dialog, tables, order, its file and paper', async ({
  page,
}) => {
  test.setTimeout(600_000);
  await settled(page, 'Same');
  // The order as it lies may yet be cheaper than its first count: from then on it is what everything shows.
  await stage(page, 'Cut & buy');
  await page.getByRole('tab', { name: /^To buy/ }).click();
  await expect(page.getByText(/Sheets as they lie/)).toBeVisible({ timeout: 180_000 });
  const shown = await read(page);
  const pays = shown['to pay'];

  await expect(page.getByRole('heading', { name: /to pay in \d+ packs/ })).toContainText(`${pays} to pay`);
  await expect(page.getByRole('link', { name: /^Cut & buy/ })).toContainText(`${pays} to pay`);
  await expect(page.getByRole('link', { name: /^Cold & damp/ })).toContainText(shown.damp);
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV', exact: true }).click();
  const csv = await readFile(await (await waiting).path(), 'utf8');
  const { data } = Papa.parse<Record<string, string>>(csv, { header: true, skipEmptyLines: true });
  const cost = data.reduce((sum, row) => sum + Number(row.cost), 0);
  expect(`£${Math.round(cost)}`).toBe(pays);
  // On paper the same heading, and nothing that says it was printed too early.
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('heading', { name: /to pay in \d+ packs/ })).toContainText(pays);
  await expect(page.getByText(/Printed while/)).toBeHidden();
  await page.emulateMedia({ media: 'screen' });

  // Each opens a working with itself as its result.
  for (const [name, title] of [
    ['to pay', 'To pay'],
    ['heat loss', ''],
    ['fire load', 'Fire load'],
  ] as const) {
    await page.getByRole('region', { name: 'Ledger' }).getByText(name, { exact: true }).click();
    const working = page.getByRole('dialog', { name: /^Working/ });
    const number = Number(shown[name].replace(/[^\d.]/g, ''));
    const result = (await working.locator('p').first().textContent())!;
    expect(result).toContain(title);
    const told = Number(/: £?([\d,.]+)/.exec(result)![1]!.replaceAll(',', ''));
    // Printed to more or fewer figures there, and the same to those of the ledger.
    const decimals = (/\.(\d+)/.exec(shown[name])?.[1] ?? '').length;
    expect(Math.abs(told - number), `${name}: ${result}`).toBeLessThanOrEqual(0.5 * 10 ** -decimals + 1e-9);
    await page.keyboard.press('Escape');
  }

  // What the school would come to here is what it came to.
  await stage(page, 'Build-ups');
  await page.getByRole('button', { name: 'Apply a school…' }).click();
  const school = page
    .getByRole('dialog')
    .getByRole('listitem')
    .filter({ has: page.getByRole('button', { name: `Apply ${SCHOOL}` }) });
  const says = school.getByText(/^In this van/);
  await expect(says).not.toContainText('reckoning', { timeout: 240_000 });
  await expect(says).toContainText(`heat loss ${shown['heat loss']}`);
  await expect(says).toContainText(`fire load ${shown['fire load']}`);
  await expect(says).toContainText(`headroom ${shown.headroom}`);
  await expect(says).toContainText(`damp ${shown.damp}`);
  await page.keyboard.press('Escape');

  // Compare: the variant's row.
  await stage(page, 'Compare');
  const row = page.getByRole('table', { name: 'Variants compared' }).getByRole('row').nth(1);
  for (const name of NAMES) await expect(row, name).toContainText(shown[name]);
});

/** A server of the test below alone. */
let own: App | null = null;
test.afterAll(() => void own?.child.kill());

test('the command line says what the screen says', async ({ browser }, { outputDir }) => {
  test.setTimeout(300_000);
  // Nothing at hand and no price of one's own, as the command line has it: not what other tests left on a shelf.
  const folder = path.join(outputDir, 'data');
  await mkdir(folder, { recursive: true });
  own = await startApp(folder);
  const page = await browser.newPage({ baseURL: own.url });
  const shown = await settled(page, 'Asked');
  const id = new URL(page.url()).pathname.split('/')[2]!;
  const file = path.join(outputDir, 'asked.overcoat.json');
  const exported = await page.request.get(`/api/conversions/${id}/export`);
  await writeFile(file, await exported.body());
  const root = path.resolve(import.meta.dirname, '..');
  const tsx = path.join(root, 'node_modules/tsx/dist/cli.mjs');
  const ask = async (question: string) => {
    const args = [tsx, 'ask/src/main.ts', question, file];
    const { stdout } = await promisify(execFile)(process.execPath, args, { cwd: root, maxBuffer: 1e8 });
    return JSON.parse(stdout);
  };
  const { figures, about } = await ask('evaluate');
  const number = (name: (typeof NAMES)[number]) => Number(shown[name].replace(/[^\d.]/g, ''));
  expect(Math.round(figures.money)).toBe(number('to pay'));
  expect(Math.round(figures.heat * 10) / 10).toBe(number('heat loss'));
  expect(Math.round(figures.headroom * 1000)).toBe(number('headroom'));
  expect(Math.round(figures.fire)).toBe(number('fire load'));
  expect(Math.abs(figures.mass - number('added'))).toBeLessThanOrEqual(number('added') < 100 ? 0.051 : 0.51);
  expect(Math.abs(figures.hours - number('work'))).toBeLessThanOrEqual(0.51);
  expect(dampWord(about.damp)).toBe(shown.damp);

  // A dispute rests on the same year on the screen and by command line.
  const { disputes } = await ask('disputes');
  const barrier = disputes.find((d: { id: string }) => d.id === 'barrier');
  await stage(page, 'Compare');
  await page.getByRole('link', { name: /^Ten disputes/ }).click();
  const says = page.getByText(/the worst bay takes up [\d.]+ (m?g)\/m² less/);
  await expect(says).toBeVisible({ timeout: 120_000 });
  const [, grams] = /takes up ([\d.]+) g\/m² less/.exec((await says.textContent())!)!;
  expect(Math.abs(barrier.number.value * 1000 - Number(grams))).toBeLessThanOrEqual(0.51);
  await page.close();
});

test('another browser shows what this one has computed, and computes none of it', async ({
  page,
  browser,
}) => {
  const here = await settled(page, 'Shared');
  const context = await browser.newContext();
  // Its workers never answer: whatever stands there was computed elsewhere.
  await context.addInitScript(() => {
    class Mute extends EventTarget {
      postMessage() {}
      terminate() {}
    }
    Object.assign(globalThis, { Worker: Mute });
  });
  const other = await context.newPage();
  await other.goto(page.url());
  expect(await read(other)).toEqual(here);
  await context.close();
});
