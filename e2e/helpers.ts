import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** A ledger figure as it is shown, such as "154 kg". */
export const figure = (page: Page, name: string) =>
  page
    .getByRole('region', { name: 'Ledger' })
    .locator(`:is(button, div):has(> span:first-child:text-is("${name}"))`)
    .locator('> span')
    .nth(1)
    .locator('> span')
    .first();

export const saved = (page: Page) =>
  expect(page.locator('[data-save]')).toHaveAttribute('data-save', 'saved');

/** Every entry of the log is with the server. */
export const noted = (page: Page) => expect(page.locator('[data-notes]')).toHaveAttribute('data-notes', '0');

/** Opens a stage by the rail, and waits until its view has taken the place of the one before. */
export async function stage(page: Page, name: string): Promise<void> {
  const stop = page.getByRole('link', { name: new RegExp(`^${name}`) });
  await stop.click();
  await expect(stop).toHaveAttribute('aria-current', 'page');
}

export const bay = (page: Page, id: string) => page.locator(`[data-bay="${id}"]`);

/** No serious or critical violation that axe can find, by all its rules or by some. */
export async function accessible(page: Page, rules?: string[]): Promise<void> {
  // What passes need not be told node by node, and there are no foreign frames to ask: together most of the time.
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
  const { violations } = await (rules ? axe.withRules(rules) : axe).analyze();
  const grave = violations.filter(v => v.impact === 'serious' || v.impact === 'critical');
  expect(grave.map(v => `${v.id}: ${v.nodes.map(n => n.target.join(' ')).join(' | ')}`)).toEqual([]);
}

export async function newConversion(page: Page, name: string, pattern = 'Long high-roof van'): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New conversion' }).click();
  await page.getByLabel('Name of the van').fill(name);
  await page.getByText(pattern, { exact: true }).click();
  await page.getByRole('button', { name: 'Start measuring' }).click();
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
}

/** As much of a compact van as most questions need: floor, a wall, the ceiling and what of the cab is glass. */
const PART: readonly string[] = ['F', 'L', 'C', 'V', 'K1', 'K2'];

/** A conversion of a compact van surveyed in part, opened: what takes long takes a third as long. */
export async function partOfVan(page: Page, name: string, zones: readonly string[] = PART): Promise<void> {
  const made = await page.request.post('/api/conversions', { data: { name, pattern: 'compact' } });
  const { id, revision, design } = await made.json();
  const shell = {
    ...design.shell,
    zones: design.shell.zones.filter((z: { id: string }) => zones.includes(z.id)),
  };
  const put = await page.request.put(`/api/conversions/${id}`, {
    headers: { 'If-Match': `"${revision}"` },
    data: { design: { ...design, shell }, label: 'surveyed in part' },
  });
  expect(put.status()).toBe(200);
  await page.goto(`/c/${id}/survey`);
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
}

export async function applySchool(page: Page, school: string): Promise<void> {
  await page.getByRole('button', { name: 'Apply a school…' }).click();
  await page.getByRole('button', { name: `Apply ${school}` }).click();
}

/** Part of a van, lined by a school that most tests take. */
export async function linedPart(
  page: Page,
  name: string,
  { school = 'Board and foil, taped', zones = PART }: { school?: string; zones?: readonly string[] } = {},
): Promise<void> {
  await partOfVan(page, name, zones);
  await stage(page, 'Build-ups');
  await applySchool(page, school);
}
