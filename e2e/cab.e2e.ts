import { expect, test } from './app.ts';
import { accessible, bay, newConversion, saved, stage } from './helpers.ts';

test('the cab: measured in the survey, its share of the heat, what closing it off saves beside the walls', async ({
  page,
}) => {
  await newConversion(page, 'Cabby', 'Long high-roof van');
  // Its glass can be measured, tinted and screened like any other.
  await bay(page, 'Va').click();
  await expect(page.getByRole('heading', { name: 'Va' })).toBeVisible();
  await page.getByLabel('glazing').selectOption('single, tinted');
  await page.getByLabel('its screen').selectOption('outside');
  await page.getByRole('tab', { name: 'Whole van' }).click();
  const check = page.getByTestId('body-check');
  await expect(check).toContainText('The load space');
  await expect(check).toContainText('The cab');
  await expect(check.getByText('adds up')).toHaveCount(2);
  // A longer box than its zones: the check says what is missing.
  const cab = page.getByTestId('cab');
  await cab.getByLabel('length, dash to door post').fill('1600');
  await cab.getByLabel('length, dash to door post').press('Enter');
  await expect(check).toContainText('belong to no zone');
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(check.getByText('adds up')).toHaveCount(2);

  await stage(page, 'Cold & damp');
  await page.getByRole('tab', { name: 'Cab', exact: true }).click();
  const share = page.getByTestId('cab-share');
  const percent = async () => Number(/takes (\d+)/.exec((await share.textContent())!)?.[1] ?? Number.NaN);
  const open = await percent();
  await page.getByLabel('front of the load space').selectOption('heavy curtain');
  await expect.poll(percent).toBeLessThan(open - 3);
  await expect(share).toContainText('heavy curtain');
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(percent).toBe(open);
  await page.getByRole('button', { name: 'Compare what can be done' }).click();
  const table = page.getByTestId('cab-savings');
  await expect(table).toContainText('a heavy curtain', { timeout: 120_000 });
  await expect(table.getByRole('row')).toHaveCount(1 + 1 + 5);
  await accessible(page);
  await page.getByRole('tab', { name: 'Night', exact: true }).click();
  await expect(page.getByTestId('night')).toContainText(/the cab takes \d+ %/);
  await saved(page);
});
