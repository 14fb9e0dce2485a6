import { readFile } from 'node:fs/promises';
import { expect, type Page, test } from './app.ts';
import { applySchool, bay, figure, newConversion, saved, stage } from './helpers.ts';

test('from a bare shell to a shopping list and back', async ({ page }) => {
  await newConversion(page, 'Acceptance');
  const address = page.url();

  // Measure: the load floor, and one bay's deepest depth off an inch tape.
  await page.getByLabel('Load-floor length').fill('3.31 m');
  await page.getByLabel('Load-floor length').press('Enter');
  await expect(page.getByText('measured, as “3.31 m”')).toBeVisible();
  await bay(page, 'L3u').click();
  await page.getByLabel('Depth, deepest').fill('1 5/8"');
  await page.getByLabel('Depth, deepest').press('Enter');
  await expect(page.getByText('measured, as “1 5/8"”')).toBeVisible();
  await expect(page.getByLabel('Depth, deepest')).toHaveValue('41 mm');
  await expect(page.getByText('Every zone closes')).toBeVisible();

  // Choose: a school for the whole van.
  await stage(page, 'Build-ups');
  await expect(figure(page, 'added')).toHaveText('0.0 kg');
  await applySchool(page, 'Board and foil, taped');
  await expect(figure(page, 'added')).not.toHaveText('0.0 kg');
  const mass = await figure(page, 'added').textContent();
  const heat = await figure(page, 'heat loss').textContent();

  // Change the floor; the ledger moves, and says why.
  await bay(page, 'F3a').click();
  await page.getByLabel('Material of the fill').selectOption('Elastomeric closed-cell foam, plain');
  await expect(figure(page, 'heat loss')).not.toHaveText(heat!);
  await expect(figure(page, 'added')).not.toHaveText(mass!);
  await expect(page.getByRole('status').filter({ hasText: 'elastomeric' })).toContainText('heat loss +');
  await page.getByRole('button', { name: 'why' }).click();
  const floor = page.getByRole('dialog').getByRole('row', { name: /F floor/ });
  await expect(floor).toContainText('W/K');
  await page.keyboard.press('Escape');
  const changed = await figure(page, 'heat loss').textContent();

  // A second variant by another school, compared.
  await page.getByRole('button', { name: 'duplicate' }).click();
  await page
    .getByLabel('Build-ups')
    .last()
    .selectOption({ label: 'by the school: Fibre, no barrier, ventilated' });
  await page.getByRole('dialog').getByRole('button', { name: 'Duplicate' }).click();
  await expect(page.getByRole('tab', { name: /Fibre, no barrier/ })).toHaveAttribute('aria-selected', 'true');
  await stage(page, 'Compare');
  const table = page.getByRole('table', { name: 'Variants compared' });
  await expect(table.getByRole('row')).toHaveCount(3);
  await expect(table).toContainText(changed!);

  // The list: print it, take the CSV.
  await stage(page, 'Cut & buy');
  await page.getByRole('tab', { name: /^To buy/ }).click();
  await expect(page.getByRole('table', { name: 'To buy' }).getByRole('row')).not.toHaveCount(1);
  await page.evaluate(() => {
    window.print = () => document.body.setAttribute('data-printed', 'yes');
  });
  await page.getByRole('button', { name: 'Print' }).click();
  await expect(page.locator('body')).toHaveAttribute('data-printed', 'yes');
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV', exact: true }).click();
  const csv = await readFile(await (await waiting).path(), 'utf8');
  expect(csv.split('\r\n')[0]).toContain('buy,under,need');
  expect(csv).toContain('Recycled polyester fibre');

  // Reload: all is there.
  await saved(page);
  await page.reload();
  await expect(page.getByRole('tab', { name: /Fibre, no barrier/ })).toBeVisible();
  await page.goto(`${address.replace(/survey.*/, '')}build-ups`);
  await expect(figure(page, 'heat loss')).toHaveText(changed!);

  // Undo to the start, redo to the end.
  const undo = page.getByRole('button', { name: 'undo' });
  const redo = page.getByRole('button', { name: 'redo' });
  let steps = 0;
  while (await undo.isEnabled()) {
    await travelled(page, 'undo', 'Control+z');
    expect(++steps).toBeLessThan(20);
  }
  expect(steps).toBe(5);
  await expect(figure(page, 'added')).toHaveText('0.0 kg');
  await expect(page.getByRole('tablist', { name: 'Variants' }).getByRole('tab')).toHaveCount(1);
  for (let i = 0; i < steps; i++) {
    await expect(redo).toBeEnabled();
    await travelled(page, 'redo', 'Control+Shift+z');
  }
  await expect(redo).toBeDisabled();
  await expect(figure(page, 'heat loss')).toHaveText(changed!);
  await expect(page.getByRole('tablist', { name: 'Variants' }).getByRole('tab')).toHaveCount(2);

  // Export, delete, import: identical.
  await page.getByRole('link', { name: /Conversions/ }).click();
  const exporting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export Acceptance' }).click();
  const file = await (await exporting).path();
  const before = JSON.parse(await readFile(file, 'utf8'));
  await page.getByRole('button', { name: 'Delete Acceptance' }).click();
  await page.getByRole('button', { name: 'Put it into the bin' }).click();
  await expect(page.getByRole('heading', { name: 'Acceptance' })).toHaveCount(0);
  await page.getByLabel('Design file').setInputFiles({
    name: 'acceptance.overcoat.json',
    mimeType: 'application/json',
    buffer: await readFile(file),
  });
  await expect(page.getByRole('heading', { name: 'Acceptance', level: 1 })).toBeVisible();
  await expect(figure(page, 'heat loss')).toHaveText(changed!);
  const id = /\/c\/([^/]+)/.exec(page.url())![1];
  const after = await (await page.request.get(`/api/conversions/${id}/export`)).json();
  expect(after).toEqual(before);
});

/** Presses the keys and waits until the server has gone there and the page shows it. */
async function travelled(page: Page, way: 'undo' | 'redo', keys: string): Promise<void> {
  const answered = page.waitForResponse(response => response.url().endsWith(`/${way}`) && response.ok());
  await page.keyboard.press(keys);
  const { revision } = await (await answered).json();
  await expect(page.locator('[data-revision]')).toHaveAttribute('data-revision', String(revision));
  await saved(page);
}
