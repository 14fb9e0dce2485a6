import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { accessible, applySchool, bay, newConversion } from './helpers.ts';

test('cold and damp: a verdict, the months, the rib, two years by the hour, gone stale after an edit', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Perigee', exact: true }).click();
  await page.getByRole('link', { name: 'Cold & damp' }).click();
  await expect(page.getByTestId('damp-verdict')).toContainText('g/m²');
  await bay(page, 'L3m').click();
  await expect(page.getByRole('img', { name: /Water at the end of each month/ })).toBeVisible();
  await expect(
    page.getByRole('img', { name: /Temperatures round the rib: coldest room face/ }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Compute' }).click();
  await expect(page.getByTestId('years')).toContainText('Steel wet', { timeout: 30_000 });
  await page.getByLabel('colour of the skin').selectOption('black');
  await expect(page.getByText('Stale: the design or the colour')).toBeVisible();
  await page.getByLabel('What to show').selectOption('U-value, clear bay');
  await expect(bay(page, 'L3m')).toHaveAttribute('aria-label', /W\/m²K/);
  await accessible(page);
});

test('a weather file is read, used and refused with its line', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Perigee', exact: true }).click();
  await page.getByRole('link', { name: 'Cold & damp' }).click();
  await bay(page, 'L3m').click();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'station’s EPW' }).click();
  const epw = await readFile(await (await waiting).path(), 'utf8');
  const give = (text: string) =>
    page
      .getByLabel('Weather file')
      .setInputFiles({ name: 'w.epw', mimeType: 'text/plain', buffer: Buffer.from(text) });
  await give(epw.split('\r\n').slice(0, 100).join('\r\n'));
  await expect(page.getByRole('alert')).toContainText('92 hourly rows of 8,760');
  await give(epw);
  await expect(page.getByRole('button', { name: /^Illustrative: Mountains/ })).toBeVisible();
  await page.getByRole('button', { name: 'Compute' }).click();
  await expect(page.getByTestId('years')).toContainText('Steel wet', { timeout: 30_000 });
});

test('the schools on this van change places as seams are closed', async ({ page }) => {
  await newConversion(page, 'Schools', 'Compact van');
  await page.getByRole('link', { name: 'Cold & damp' }).click();
  await expect(page.getByTestId('damp-verdict')).toContainText('Nothing is lined yet');
  await page.getByRole('link', { name: 'Build-ups' }).click();
  await applySchool(page, 'Board and foil, taped');
  await page.getByRole('link', { name: 'Cold & damp' }).click();
  await page.getByRole('tab', { name: 'The schools on this van' }).click();
  const table = page.getByRole('table', { name: 'Schools compared' });
  await expect(table.getByRole('row')).toHaveCount(5);
  const before = await table.textContent();
  await page.getByRole('slider').focus();
  await page.keyboard.press('Home');
  await expect(page.getByText('0 %', { exact: true })).toBeVisible();
  await expect.poll(() => table.textContent()).not.toBe(before);
  await expect(page.getByText(/change places at \d+ % closed/).first()).toBeVisible({ timeout: 30_000 });
  await accessible(page);
});

test('the night answers to people, fresh air and covers, and cautions when air gets short', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Perigee', exact: true }).click();
  await page.getByRole('link', { name: 'Cold & damp' }).click();
  await page.getByRole('tab', { name: 'The night' }).click();
  const night = page.getByTestId('night');
  await expect(night).toContainText('kWh a night');
  const before = await night.textContent();
  await page.getByRole('checkbox', { name: /covers/ }).uncheck();
  await expect(night).not.toHaveText(before!);
  await page.getByRole('slider', { name: 'fresh air' }).focus();
  await page.keyboard.press('Home');
  await expect(page.getByRole('alert')).toContainText('carbon-monoxide alarms');
  await accessible(page);
});
