import { readFile } from 'node:fs/promises';
import { expect, test } from './app.ts';
import {
  accessible,
  applySchool,
  bay,
  figure,
  linedPart,
  newConversion,
  partOfVan,
  saved,
  stage,
} from './helpers.ts';

test.describe('the ledger', () => {
  test('counts from a baseline the person sets, and tells changes zone by zone', async ({ page }) => {
    await linedPart(page, 'Baseline');
    const ledger = page.getByRole('region', { name: 'Ledger' });
    await expect(ledger.getByRole('button', { name: /^added/ })).toContainText('+');
    await page.getByRole('button', { name: 'count from here' }).click();
    await expect(page.getByText('against First design, as it was')).toBeVisible();
    await expect(ledger.getByRole('button', { name: /^added/ })).not.toContainText('+');
    await applySchool(page, 'Closed-cell foam, bonded');
    await expect(ledger.getByRole('button', { name: /^heat loss/ })).toContainText('+');
    await page.getByRole('button', { name: 'by zone' }).click();
    await expect(page.getByRole('dialog').getByRole('row', { name: /L left wall/ })).toContainText('W/K');
  });

  test('warns when payload, budget or headroom are overrun', async ({ page }) => {
    await newConversion(page, 'Limits');
    await stage(page, 'Build-ups');
    await applySchool(page, 'Board and foil, taped');
    await stage(page, 'Brief');
    for (const [field, text] of [
      ['Payload left', '50 kg'],
      ['Budget', '£900'],
      ['Head height needed', '1.95 m'],
    ] as const) {
      await page.getByRole('textbox', { name: field, exact: true }).fill(text);
      await page.getByRole('textbox', { name: field, exact: true }).press('Enter');
    }
    const ledger = page.getByRole('region', { name: 'Ledger' });
    for (const name of ['added', 'to pay', 'headroom'])
      await expect(ledger.getByRole('button', { name: new RegExp(`^${name}`) })).toContainText('!');
  });
});

test.describe('the brief', () => {
  test('answers at once, and refuses what cannot be in a sentence', async ({ page }) => {
    await linedPart(page, 'Living', { school: 'Fibre, no barrier, ventilated' });
    await stage(page, 'Brief');
    const damp = page.getByRole('region', { name: 'Ledger' }).getByRole('button', { name: /^damp/ });
    const before = await damp.textContent();
    await page.getByRole('textbox', { name: 'winter' }).fill('7');
    await page.getByRole('textbox', { name: 'winter' }).press('Enter');
    await expect(damp).not.toHaveText(before!);
    for (const [field, text, says] of [
      ['winter', '9', 'from 0 to 7'],
      ['People', '2.5', 'whole number'],
      ['Design night, outside', '-80', 'between −60 and 80'],
      ['Fresh air, l/s', '0', 'from 1 to 100'],
      ['Payload left', 'heavy', 'is not a mass'],
      ['Budget', '-1', 'cannot be negative'],
    ] as const) {
      await page.getByRole('textbox', { name: field, exact: true }).fill(text);
      await page.getByRole('textbox', { name: field, exact: true }).press('Enter');
      await expect(page.getByRole('alert').filter({ hasText: says })).toBeVisible();
      await page.getByRole('textbox', { name: field, exact: true }).press('Escape');
      await expect(page.getByRole('alert')).toHaveCount(0);
    }
    await page.getByLabel('Heating').selectOption('unflued gas (wet)');
    await expect(page.getByText('carbon monoxide')).toBeVisible();
  });
});

test.describe('the survey', () => {
  test('sizes several bays at once, a whole zone by its name, and confirms what is assumed', async ({
    page,
  }) => {
    await newConversion(page, 'Many', 'Compact van');
    await bay(page, 'L1w').click();
    await bay(page, 'L2w').click({ modifiers: ['Shift'] });
    await page.getByLabel('Depth, deepest').fill('66');
    await page.getByLabel('Depth, deepest').press('Enter');
    await bay(page, 'L2w').click();
    await expect(page.getByLabel('Depth, deepest')).toHaveValue('66 mm');
    await page.locator('[data-zone="C"]').click();
    await expect(page.getByRole('heading', { name: /^8 bays: C1a/ })).toBeVisible();
    await page.getByRole('button', { name: 'All of these are right' }).click();
    await expect(page.getByRole('link', { name: /Survey/ })).toContainText('8 of 65 measured');
  });

  test('shows millimetres that do not add up', async ({ page }) => {
    await partOfVan(page, 'Closure');
    await bay(page, 'L2u').click();
    await page.getByLabel('Along the van, rib to rib').fill('350');
    await page.getByLabel('Along the van, rib to rib').press('Enter');
    await expect(page.getByText(/L left wall: \d+ mm unaccounted for between bays and ribs/)).toBeVisible();
  });

  test('adds a window, which takes its area off the bay and its heat onto the ledger; removing it undoes that', async ({
    page,
  }) => {
    await newConversion(page, 'Window', 'Mid-size van');
    await stage(page, 'Build-ups');
    await applySchool(page, 'Board and foil, taped');
    await stage(page, 'Survey');
    await bay(page, 'L3m').click();
    const before = await figure(page, 'heat loss').textContent();
    await page.getByRole('button', { name: 'add an opening' }).click();
    await expect(figure(page, 'heat loss')).not.toHaveText(before!);
    const withWindow = await figure(page, 'heat loss').textContent();
    await page.getByLabel('glazing').selectOption('single glass');
    await expect(figure(page, 'heat loss')).not.toHaveText(withWindow!);
    await page.getByRole('button', { name: 'Remove window' }).click();
    await expect(figure(page, 'heat loss')).toHaveText(before!);
  });

  test('reads and shows inches for those who measure so', async ({ page }) => {
    await partOfVan(page, 'Inches');
    await page.getByRole('button', { name: 'mm', exact: true }).click();
    await bay(page, 'L2u').click();
    await page.getByLabel('Depth, deepest').fill('2 3/8');
    await page.getByLabel('Depth, deepest').press('Enter');
    await expect(page.getByLabel('Depth, deepest')).toHaveValue('2 3/8"');
    // What cannot be, and what one lining does to the next, are said in inches too.
    await page.getByLabel('Depth, shallowest').fill('3');
    await page.getByLabel('Depth, shallowest').press('Enter');
    await expect(page.getByRole('alert').filter({ hasText: 'cannot exceed the deepest' })).toContainText(
      '2 3/8"',
    );
    await page.getByLabel('Depth, shallowest').press('Escape');
    await page.getByRole('tab', { name: 'Whole van' }).click();
    await expect(page.getByText(/takes [\d' /"]+ × [\d' /"]+ out of/).first()).toBeVisible();
    await expect(page.getByText(/⟦|\d mm/)).toHaveCount(0);
    await page.getByRole('tab', { name: 'Bay' }).click();
    await page.getByRole('button', { name: 'inches' }).click();
    await expect(page.getByLabel('Depth, deepest')).toHaveValue('60 mm');
  });
});

test.describe('build-ups', () => {
  test('reorder by dragging, and answer to seal quality', async ({ page }) => {
    await linedPart(page, 'Drag');
    await bay(page, 'L2u').click();
    const layers = page.getByRole('region', { name: 'Layers, skin to room' }).getByRole('listitem');
    await expect(layers.nth(2)).toContainText('lining');
    const grip = page.getByRole('button', { name: /^Move Birch ply/ });
    await grip.scrollIntoViewIfNeeded();
    const from = (await grip.boundingBox())!;
    const to = (await page.getByRole('button', { name: /^Move Butyl damping/ }).boundingBox())!;
    await page.mouse.move(from.x + 5, from.y + 5);
    await page.mouse.down();
    await page.mouse.move(to.x + 5, to.y + 20, { steps: 8 });
    await page.mouse.move(to.x + 5, to.y, { steps: 4 });
    await page.mouse.up();
    await expect(layers.first()).toContainText('lining');
    await saved(page);
    await page.keyboard.press('Control+z');
    await expect(layers.first()).toContainText('damping');

    const slider = page.getByRole('slider');
    const sentence = await page.getByTestId('verdict').textContent();
    await slider.focus();
    for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowLeft');
    await expect(page.getByText('85 %', { exact: true })).toBeVisible();
    await expect(page.getByTestId('verdict')).not.toHaveText(sentence!);
    const seams = page.getByLabel('Joints of what keeps air in');
    const wide = page.getByLabel('Where open, wide');
    await expect(wide).toHaveValue('0.5 mm');
    await seams.selectOption('foamed, cut 2 to 3 mm under');
    await expect(wide).toHaveValue('2.5 mm');
    await wide.fill('5 cm');
    await wide.press('Enter');
    await expect(page.getByRole('alert')).toContainText('too long here: at most 20 mm');
    await wide.fill('1.2');
    await wide.press('Enter');
    await expect(wide).toHaveValue('1.2 mm');
    await page.getByRole('button', { name: 'as usual' }).click();
    await expect(wide).toHaveValue('2.5 mm');
    await seams.selectOption('butted, open');
    await expect(page.getByText('Every joint is open over its whole length')).toBeVisible();
  });

  test('show cautions of what is in hand', async ({ page }) => {
    await linedPart(page, 'Care');
    await bay(page, 'L2u').click();
    await page.getByText(/Before you start: \d+ cautions/).click();
    await expect(page.getByText('Isocyanates')).toBeVisible();
    await expect(page.getByText('Local codes and the makers')).toBeVisible();
  });
});

test.describe('variants', () => {
  test('are renamed and removed, and come back with undo', async ({ page }) => {
    await partOfVan(page, 'Variants');
    await page.getByRole('button', { name: 'duplicate' }).click();
    await page.getByRole('dialog').getByLabel('Name').fill('Second thoughts');
    await page.getByRole('dialog').getByRole('button', { name: 'Duplicate' }).click();
    await page.getByRole('button', { name: 'Rename variant' }).click();
    await page.getByRole('dialog').getByLabel('Name').fill('Third thoughts');
    await page.getByRole('dialog').getByRole('button', { name: 'Rename' }).click();
    await expect(page.getByRole('tab', { name: 'B · Third thoughts' })).toBeVisible();
    await page.getByRole('button', { name: 'Remove variant' }).click();
    await expect(page.getByRole('tablist', { name: 'Variants' }).getByRole('tab')).toHaveCount(1);
    await saved(page);
    await page.getByRole('button', { name: 'undo' }).click();
    await expect(page.getByRole('tab', { name: 'B · Third thoughts' })).toBeVisible();
  });
});

test.describe('cut and buy', () => {
  test('prints both lists and nothing else', async ({ page }) => {
    await linedPart(page, 'Print');
    await stage(page, 'Cut & buy');
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('table', { name: 'To buy' })).toBeVisible();
    await expect(page.getByRole('table', { name: 'To cut' })).toBeVisible();
    await expect(page.getByRole('navigation')).toBeHidden();
    await expect(page.getByRole('region', { name: 'Ledger' })).toBeHidden();
    const pdf = await page.pdf();
    expect(pdf.length).toBeGreaterThan(20_000);
  });

  test('shows where a line goes, cuts the list to it, sorts, and gives the pieces as CSV', async ({
    page,
  }) => {
    await partOfVan(page, 'Pieces');
    await stage(page, 'Cut & buy');
    await expect(page.getByText('No bay has a build-up')).toBeVisible();
    await stage(page, 'Build-ups');
    await applySchool(page, 'Board and foil, taped');
    await stage(page, 'Cut & buy');
    await page.getByRole('tab', { name: /^To buy/ }).click();
    await page
      .getByRole('table', { name: 'To buy' })
      .getByRole('button', { name: /^Vinyl floor covering/ })
      .click();
    await expect(page.getByRole('heading', { name: /^Waits for it: Vinyl floor covering/ })).toBeVisible();
    await expect(bay(page, 'F1a')).toHaveAttribute('aria-label', /waits for this/);
    await expect(bay(page, 'L1w')).not.toHaveAttribute('aria-label', /waits for this/);
    await page.getByRole('tab', { name: /To cut/ }).click();
    const rows = page.getByRole('table', { name: 'To cut' }).getByRole('row');
    // Pieces are worked out off the page's thread.
    await expect(rows.nth(1)).toBeVisible();
    const few = await rows.count();
    await page.getByRole('button', { name: /show all/ }).click();
    expect(await rows.count()).toBeGreaterThan(few);
    await page.getByRole('button', { name: 'wide' }).click();
    await expect(page.getByRole('columnheader', { name: 'wide' })).toHaveAttribute('aria-sort', /ending/);
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Pieces CSV' }).click();
    const csv = await readFile(await (await waiting).path(), 'utf8');
    expect(csv.trim().split('\r\n')).toHaveLength(await rows.count());
  });
});

test('materials are found by name and family', async ({ page }) => {
  await partOfVan(page, 'Shelf');
  await stage(page, 'Materials');
  await page.getByLabel('Find').fill('wool');
  await expect(page.getByRole('table', { name: 'Materials' }).getByRole('row')).toHaveCount(4);
  await page.getByLabel('Find').fill('unobtainium');
  await expect(page.getByText('No material matches')).toBeVisible();
  await page.getByLabel('Find').fill('');
  await page.getByLabel('Family').selectOption('tape');
  await expect(page.getByRole('table', { name: 'Materials' })).toContainText('Aluminium foil tape, 75 mm');
});

test('a new conversion needs a name; deleting asks first', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New conversion' }).click();
  await page.getByRole('button', { name: 'Start measuring' }).click();
  await expect(page.getByRole('alert')).toContainText('Give the van a name');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Delete Sandpiper' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('heading', { name: 'Sandpiper' })).toBeVisible();
});

test('what is deleted lies in the bin, comes back whole, and is erased when asked', async ({ page }) => {
  await partOfVan(page, 'Binned');
  const bin = async () => {
    await page.goto('/');
    await page.getByRole('button', { name: 'Delete Binned', exact: true }).click();
    await page.getByRole('button', { name: 'Put it into the bin' }).click();
    await expect(page.getByRole('heading', { name: 'In the bin' })).toBeVisible();
  };
  const at = page.url();
  await bin();
  await accessible(page);
  await page.goto(at);
  await expect(page.getByText('This conversion is in the bin')).toBeVisible();
  await page.getByRole('link', { name: 'Go to your conversions' }).click();
  await page.getByRole('button', { name: 'Put Binned back', exact: true }).click();
  await page.getByRole('button', { name: 'Start another from Binned' }).click();
  await expect(page.getByRole('link', { name: 'Binned again', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Delete Binned again' }).click();
  await page.getByRole('button', { name: 'Put it into the bin' }).click();
  await page.getByRole('link', { name: 'Binned', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Binned', level: 1 })).toBeVisible();
  await bin();
  await page.getByRole('button', { name: 'Erase Binned', exact: true }).click();
  await page.getByRole('button', { name: 'Erase it' }).click();
  await expect(page.getByRole('button', { name: 'Put Binned back', exact: true })).toHaveCount(0);
});
