import { expect, test } from './app.ts';
import { accessible, applySchool, bay, figure, newConversion, partOfVan, saved, stage } from './helpers.ts';

test('the best choice is found within limits, says why, is taken by zone and as a variant, and undone', async ({
  page,
}) => {
  // A thousand lay-ups are weighed, and a front drawn: a slow machine takes its time.
  test.setTimeout(600_000);
  await partOfVan(page, 'Chosen');
  await stage(page, 'Compare');
  const best = page.getByRole('region', { name: 'The best choice' });
  await best.getByText('Limits, what matters').click();
  await best.getByLabel('Money', { exact: true }).fill('-3');
  await page.keyboard.press('Enter');
  await expect(best.getByRole('alert')).toContainText('cannot be negative');
  await best.getByLabel('Money', { exact: true }).fill('1500');
  await page.keyboard.press('Enter');
  // A compact van is lower than one stands: that limit cannot be kept.
  await best.getByLabel('Height left', { exact: true }).fill('any');
  await page.keyboard.press('Enter');
  await best.getByRole('checkbox', { name: 'Glass wool roll' }).check();
  // What is asked stays when one leaves the view, and over a reload.
  await saved(page);
  await page.reload();
  await best.getByText('Limits, what matters').click();
  await expect(best.getByLabel('Money', { exact: true })).toHaveValue('£1500');
  await expect(best.getByLabel('Height left', { exact: true })).toHaveValue('any');
  await expect(best.getByRole('checkbox', { name: 'Glass wool roll' })).toBeChecked();
  const find = best.getByRole('button', { name: /^Find/ });
  await expect(find).toBeEnabled({ timeout: 60_000 });
  await find.click();
  await expect(best.getByText(/^Best within your limits: /)).toBeVisible({ timeout: 200_000 });
  // A first answer is there long before it is proven.
  await expect(best.getByRole('button', { name: 'Find again' })).toBeVisible({ timeout: 300_000 });
  await expect(best.getByText(/Proven: nothing is better/)).toBeVisible();
  const zones = best.getByRole('table', { name: 'The best choice by zone' });
  await expect(zones.getByRole('row')).not.toHaveCount(1);
  await expect(zones).not.toContainText('Glass wool');
  const money = Number(/for £(\d+)/.exec((await best.textContent())!)![1]);
  expect(money).toBeLessThanOrEqual(1500);
  await accessible(page);
  // What was left out, and every school against it.
  await best.getByText('What was left out, and why').click();
  await expect(best.getByText('you cannot get it, or will not work with it').first()).toBeVisible();
  await best.getByText('Every school against the best').click();
  await expect(best.getByRole('table', { name: /^Worse by what/ }).getByRole('row')).toHaveCount(6);
  // One zone alone, and taken back.
  const before = await figure(page, 'heat loss').textContent();
  await best.getByRole('button', { name: 'Take the proposal for floor' }).click();
  await expect(figure(page, 'heat loss')).not.toHaveText(before!);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(figure(page, 'heat loss')).toHaveText(before!);
  // A bulkhead takes no curtain; what is put up or not is told as zones are.
  const cab = zones.getByRole('row', { name: /^Cab at night/ });
  await expect(cab).toContainText('(as now)');
  await expect(cab).not.toContainText('curtain');
  // All of it as a variant: the ledger has what was promised.
  const promised = /([\d.]+) W\/K for/.exec((await best.textContent())!)![1]!;
  await best.getByRole('button', { name: 'Make it a variant' }).click();
  await expect(page.getByRole('tab', { name: 'B · Proposal' })).toHaveAttribute('aria-selected', 'true');
  await expect(figure(page, 'heat loss')).toContainText(promised);
  await saved(page);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(page.getByRole('tab', { name: 'B · Proposal' })).toHaveCount(0);
});

test('two figures against each other: what can be had grows, is stopped and keeps what it has, and a pick becomes a variant', async ({
  page,
}) => {
  test.setTimeout(360_000);
  await partOfVan(page, 'Traded');
  await stage(page, 'Compare');
  const had = page.getByRole('region', { name: 'What can be had' });
  // Schools stand on it before anything is applied.
  await expect(had.getByText(/Board and foil, taped £/)).toBeVisible({ timeout: 60_000 });
  await page.getByText('Limits, what matters').click();
  await page.getByRole('textbox', { name: 'Height left' }).fill('any');
  await page.keyboard.press('Enter');
  await had.getByLabel('The best').selectOption('drumming');
  await had.getByLabel('for each').selectOption('added mass');
  await had.getByRole('button', { name: /^Draw/ }).click();
  await expect(had.getByText('Pick along it')).toBeVisible({ timeout: 160_000 });
  await had.getByRole('button', { name: 'Stop' }).click();
  await expect(had.getByText(/Each point proven to/)).toBeVisible();
  await had.getByRole('slider', { name: 'Pick along it' }).press('End');
  await had.getByRole('button', { name: 'Make the pick a variant' }).click();
  await expect(page.getByRole('tab', { name: 'B · Pick' })).toHaveAttribute('aria-selected', 'true');
  // Zone by zone against what was there: all of it is new.
  await page.getByLabel(/^Zone by zone/).selectOption('First design');
  await expect(page.getByRole('table', { name: /zones differ/ })).toContainText('bare');
  await accessible(page);
  await saved(page);
});

test('limits that no choice keeps are named, with the least that would do; the cheapest improvements are taken by zone', async ({
  page,
}) => {
  test.setTimeout(360_000);
  await partOfVan(page, 'Bound');
  await stage(page, 'Compare');
  const best = page.getByRole('region', { name: 'The best choice' });
  await best.getByText('Limits, what matters').click();
  for (const [name, value] of [
    ['Money', '100'],
    ['Added mass', '10 kg'],
    ['Height left', 'any'],
  ] as const) {
    await best.getByRole('textbox', { name, exact: true }).fill(value);
    await page.keyboard.press('Enter');
  }
  await best.getByRole('button', { name: 'Find the best' }).click();
  await expect(best.getByText(/^No choice keeps/)).toContainText('The least that would do', {
    timeout: 160_000,
  });
  await expect(best.getByText(/^Nothing keeps all your limits/)).toBeVisible();
  await best.getByRole('textbox', { name: 'Added mass', exact: true }).fill('300 kg');
  await page.keyboard.press('Enter');
  await expect(best.getByText('Older than what is asked now: find again.')).toBeVisible();
  await best.getByText('The cheapest improvements').click();
  await best.getByRole('button', { name: 'Look for them' }).click();
  const take = best.getByRole('button', { name: 'Take the improvement for floor' });
  await expect(take).toBeVisible({ timeout: 110_000 });
  const before = await figure(page, 'heat loss').textContent();
  await take.click();
  await expect(figure(page, 'heat loss')).not.toHaveText(before!);
  await expect(best.getByText('Older than what is laid now.')).toBeVisible();
});

test('ten disputes are answered for this van, turn with the brief, and lead to where they are tried', async ({
  page,
}) => {
  await partOfVan(page, 'Disputed');
  await stage(page, 'Build-ups');
  await applySchool(page, 'Board and foil, taped');
  await stage(page, 'Compare');
  await page.getByRole('link', { name: 'Ten disputes, answered for this van' }).click();
  await expect(page.getByRole('heading', { level: 3 })).toHaveCount(10);
  const quiet = page.getByRole('region', { name: 'A quarter or all of the deadening?' });
  await expect(quiet.getByText(/^None|by then the van drums/)).toBeVisible();
  await expect(page.getByText('Reckoned anew …')).toHaveCount(0, { timeout: 60_000 });
  await accessible(page);
  const before = await quiet.getByText(/^None|by then the van drums/).textContent();
  // Quiet matters most: more of it is worth it.
  await stage(page, 'Brief');
  await page.getByRole('combobox', { name: 'quiet' }).selectOption('most');
  await stage(page, 'Compare');
  await page.getByRole('link', { name: 'Ten disputes, answered for this van' }).click();
  await expect(quiet.getByText(/^None|by then the van drums/)).not.toHaveText(before!, { timeout: 60_000 });
  await quiet.getByRole('link').click();
  await expect(page).toHaveURL(/\/sound$/);
});

test('ribs are stuffed and screens and a curtain put up in one variant: the ledger has them, and they are taken back', async ({
  page,
}) => {
  await newConversion(page, 'Curtained', 'Long high-roof van');
  await stage(page, 'Build-ups');
  await applySchool(page, 'Fibre, no barrier, ventilated');
  const night = page.getByRole('region', { name: 'Put up at night in this variant' });
  const watts = async () =>
    Number.parseFloat((await figure(page, 'heat loss').textContent())!.replace(/^\D*/, ''));
  const open = await watts();
  await night.getByLabel('before the cab').selectOption('heavy curtain');
  await expect(page.getByRole('region', { name: 'Ledger' })).toContainText('W/K down');
  const drawn = await watts();
  expect(drawn).toBeLessThan(open);
  await night.getByRole('checkbox', { name: /^screens at the glass of the cab/ }).check();
  await expect.poll(watts).toBeLessThan(drawn);
  await accessible(page);
  await saved(page);
  await page.reload();
  await expect(night.getByRole('checkbox', { name: /^screens at the glass of the cab/ })).toBeChecked();
  await stage(page, 'Cut & buy');
  await expect(page.getByText('Interlined curtain cloth').first()).toBeVisible({ timeout: 60_000 });
  await stage(page, 'Build-ups');
  await bay(page, 'L1u').click();
  const before = await watts();
  await page.getByLabel('Ribs of the left wall').selectOption('stuffed');
  await expect(page.getByText('never stuff over cables, belt reels or airbags')).toBeVisible();
  await expect.poll(watts).toBeLessThan(before);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(watts).toBe(before);
});
