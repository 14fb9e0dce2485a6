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

export async function applySchool(page: Page, school: string): Promise<void> {
  await page.getByRole('button', { name: 'Apply a school…' }).click();
  await page.getByRole('button', { name: `Apply ${school}` }).click();
}
