import { expect, test } from './app.ts';
import { accessible, figure, newConversion, saved } from './helpers.ts';

test('the best choice is found within limits, says why, is taken by zone and as a variant, and undone', async ({
  page,
}) => {
  // A thousand lay-ups are weighed, and a front drawn: a slow machine takes its time.
  test.setTimeout(360_000);
  await newConversion(page, 'Chosen', 'Compact van');
  await page.getByRole('link', { name: 'Compare' }).click();
  const best = page.getByRole('region', { name: 'The best choice' });
  await best.getByText('Limits, what matters').click();
  await best.getByLabel('Money', { exact: true }).fill('-3');
  await page.keyboard.press('Enter');
  await expect(best.getByRole('alert')).toContainText('cannot be negative');
  await best.getByLabel('Money', { exact: true }).fill('900');
  await page.keyboard.press('Enter');
  // A compact van is lower than one stands: that limit cannot be kept.
  await best.getByLabel('Height left').fill('any');
  await page.keyboard.press('Enter');
  await best.getByRole('checkbox', { name: 'Glass wool roll' }).check();
  const find = best.getByRole('button', { name: /^Find/ });
  await expect(find).toBeEnabled({ timeout: 60_000 });
  await find.click();
  await expect(best.getByText(/^Best within your limits: /)).toBeVisible({ timeout: 110_000 });
  const zones = best.getByRole('table', { name: 'The best choice by zone' });
  await expect(zones.getByRole('row')).not.toHaveCount(1);
  await expect(zones).not.toContainText('Glass wool');
  const money = Number(/for £(\d+)/.exec((await best.textContent())!)![1]);
  expect(money).toBeLessThanOrEqual(900);
  await accessible(page);
  // What money buys, with the proposal on it.
  await best.getByText('What money buys').click();
  await best.getByRole('button', { name: 'Draw it' }).click();
  await expect(best.getByText(/Below the line nothing was found/)).toContainText('the proposal', {
    timeout: 110_000,
  });
  await expect(best.getByText(/another £100/i)).toBeVisible();
  // One zone alone, and taken back.
  const before = await figure(page, 'heat loss').textContent();
  await best.getByRole('button', { name: 'Take the proposal for floor' }).click();
  await expect(figure(page, 'heat loss')).not.toHaveText(before!);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(figure(page, 'heat loss')).toHaveText(before!);
  // All of it as a variant: the ledger has what was promised.
  const promised = /([\d.]+) W\/K for/.exec((await best.textContent())!)![1]!;
  await best.getByRole('button', { name: 'Make it a variant' }).click();
  await expect(page.getByRole('tab', { name: 'B · Proposal' })).toHaveAttribute('aria-selected', 'true');
  await expect(figure(page, 'heat loss')).toContainText(promised);
  await saved(page);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(page.getByRole('tab', { name: 'B · Proposal' })).toHaveCount(0);
});
