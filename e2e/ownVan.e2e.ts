import { readFileSync } from 'node:fs';
import { newDesign } from '@overcoat/core/buildup';
import { measured } from '@overcoat/core/model';
import { expect, type Page, test } from './app.ts';
import { applySchool, bay, figure, linedPart, newConversion, noted, saved, stage } from './helpers.ts';

const focused = (page: Page) =>
  page.evaluate(() => {
    const { activeElement: e } = document;
    return e instanceof HTMLInputElement
      ? (e.labels?.[0]?.textContent ?? e.name)
      : (e?.getAttribute('data-bay') ?? e?.textContent ?? '');
  });

test('a first own van, by keyboard from the start screen: named, sized, and surveyed bay by bay', async ({
  page,
}) => {
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'New conversion' })).toBeVisible();
  let keys = 0;
  const press = async (...names: string[]) => {
    for (const name of names) await page.keyboard.press(name);
    keys += names.length;
  };
  const type = async (text: string) => {
    await page.keyboard.type(text);
    keys += text.length;
  };
  while ((await focused(page)).trim() !== 'New conversion') await press('Tab');
  await press('Enter');
  await expect.poll(() => focused(page)).toBe('Name of the van');
  await type('Own');
  await press('Tab');
  await type('2890');
  await press('Tab');
  await type('1740');
  await press('Tab');
  await type('1850');
  await press('Enter');
  await expect(page.getByRole('heading', { name: 'Own', level: 1 })).toBeVisible();
  expect(keys).toBeLessThanOrEqual(40);
  await expect(page.getByLabel('Load-floor length')).toHaveValue('2890 mm');
  await expect(page.getByText('measured', { exact: true }).first()).toBeVisible();

  // Past rail and ledger at once, then to the map and into a bay's sizes.
  await page.evaluate(() => document.body.focus());
  await page.getByRole('button', { name: 'Skip to the work' }).focus();
  await page.keyboard.press('Enter');
  await expect.poll(() => page.evaluate(() => document.activeElement?.tagName)).toBe('MAIN');
  for (
    let i = 0;
    i < 30 && !(await page.evaluate(() => document.activeElement?.hasAttribute('data-bay')));
    i++
  )
    await page.keyboard.press('Tab');
  const first = await focused(page);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: first, level: 2 })).toBeVisible();
  await page.keyboard.press('Enter');
  for (let i = 0; i < 3; i++) {
    await expect.poll(() => focused(page)).toBe('Along the van, rib to rib');
    for (const [label, size] of [
      ['Along the van, rib to rib', '402'],
      ['Across, rail to rail', '511'],
      ['Depth, shallowest', '21'],
      ['Depth, deepest', `${40 + i}`],
    ] as const) {
      // Tab commits and goes on to the next field, never onto something that vanishes.
      expect(await focused(page)).toBe(label);
      await page.keyboard.type(size);
      await page.keyboard.press('Tab');
    }
    await expect.poll(() => focused(page)).toBe('All four are measured');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
  }
  await saved(page);
  await page.reload();
  await expect(page.getByText(/3 of \d+ measured/)).toBeVisible();
});

test('Enter takes an assumed size as right; an error leaves with its cause; a refused name can be given again', async ({
  page,
}) => {
  await newConversion(page, 'Errors', 'Mid-size van');
  await bay(page, 'L3m').click();
  const [min, max] = [page.getByLabel('Depth, shallowest'), page.getByLabel('Depth, deepest')];
  const across = page.getByLabel('Across, rail to rail');
  const before = await across.inputValue();
  await across.focus();
  await across.press('Enter');
  await expect(page.locator('[data-sizes]').getByText('measured', { exact: true })).toHaveCount(1);
  await expect(across).toHaveValue(before);
  await max.fill('50');
  await max.press('Enter');
  await min.fill('60');
  await min.press('Tab');
  await expect(page.getByRole('alert')).toContainText('cannot exceed');
  await max.fill('70');
  await max.press('Enter');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(min).toHaveValue('60 mm');
  await expect(page.getByText('measured', { exact: true })).not.toHaveCount(0);

  await page.getByText('Change the bays').click();
  const name = page.getByLabel('new name');
  await name.fill('no good!');
  await name.press('Enter');
  await expect(page.getByRole('alert')).toContainText('A name is made of');
  await name.fill('Galley-1');
  await name.press('Enter');
  await expect(page.getByRole('heading', { name: 'Galley-1', level: 2 })).toBeVisible();

  const along = page.getByLabel('Along the van, rib to rib');
  await along.fill('9'.repeat(60));
  await along.press('Enter');
  await expect(page.getByRole('alert')).toContainText('far too long: at most 9000 mm');
});

test('undo after a price takes no variant away: the price is taken back where it was put', async ({
  page,
}) => {
  await linedPart(page, 'Prices', { school: 'Closed-cell foam, bonded' });
  await page.getByRole('button', { name: 'duplicate' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Duplicate' }).click();
  await expect(page.getByRole('tab', { name: /^B · / })).toBeVisible();
  await saved(page);
  await stage(page, 'Cut & buy');
  await page.getByRole('tab', { name: /^To buy/ }).click();
  const price = page.getByLabel(/^Price a pack of .*lastomeric/).first();
  const was = await price.inputValue();
  await price.fill('77');
  await price.press('Enter');
  await expect(page.getByTitle(/^Your prices: .*£77 on [^,]+$/)).toBeVisible();
  await page.locator('h2').first().click();
  await page.keyboard.press('Control+z');
  const notice = page.getByRole('alert');
  await expect(notice).toContainText('is taken back where it was put');
  await expect(notice).toContainText('Press undo once more to take back: variant:');
  await expect(page.getByRole('tab', { name: /^B · / })).toBeVisible();
  await page.getByRole('button', { name: /^Take back the price/ }).click();
  await expect(price).toHaveValue(was);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('tab', { name: /^B · / })).toHaveCount(0);
});

test('paper has every piece its heading counts, whatever is chosen on the screen', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Perigee', exact: true }).click();
  await stage(page, 'Cut & buy');
  await page.getByRole('tab', { name: /^To buy/ }).click();
  // How linings are parted is known once they are laid out.
  await expect(page.getByText(/Sheets as they lie/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('heading', { name: /[1-9]\d* pieces to cut/ })).toBeVisible();
  const heading = page.getByRole('heading', { name: /pieces to cut/ });
  await page
    .getByRole('button', { name: /^Birch ply/ })
    .first()
    .click();
  await page.getByRole('tab', { name: /^To cut/ }).click();
  // As a browser does before it prints.
  await page.evaluate(() => dispatchEvent(new Event('beforeprint')));
  await page.emulateMedia({ media: 'print' });
  const counted = /(\d+) pieces to cut/.exec((await heading.textContent())!)![1];
  const rows = page.getByRole('table', { name: 'To cut' }).filter({ visible: true }).locator('tbody tr');
  await expect(rows).toHaveCount(Number(counted));
});

test('a hundred rust spots are treated together, each step waits its time, and a spot rusted through is patched', async ({
  page,
  app,
}) => {
  const design = newDesign('Rusty', 'mid');
  const bays = design.shell.zones.flatMap(z => z.bays.map(b => b.id));
  design.ready.rust = Array.from({ length: 100 }, (_, i) => ({
    id: `r${i}`,
    bay: bays[i % bays.length]!,
    at: { along: measured(0.05, '50'), up: measured(0.05, '50') },
    size: measured(0.02, '20'),
    grade: i === 7 ? 'hole' : 'surface',
    note: '',
  }));
  const file = { format: design.format, design, materials: [], prices: [], log: [] };
  const answer = await fetch(`${app.url}/api/import`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(file),
  });
  const { conversion } = await answer.json();
  await page.goto(`/c/${conversion.id}/survey`);
  await page.getByRole('tab', { name: /Making ready/ }).click();
  const group = (step: string) => page.locator(`[data-rust-group="${step}"]`);
  await group('abrade').getByRole('button', { name: 'abrade done, all 100' }).click();
  await group('convert').getByRole('button', { name: 'convert done, all 100' }).click();
  await expect(group('rinse')).toContainText('100 still working');
  await expect(group('rinse').getByRole('button', { name: /^rinse done/ })).toHaveCount(0);
  await page.locator('[data-rust-spot="r7"]').click();
  // The group it is in has a button for the same step.
  const row = page.locator('[data-rust="r7"]');
  await row.getByRole('button', { name: 'rinse done all the same' }).click();
  await row.getByRole('button', { name: 'dry done' }).click();
  await row.getByRole('button', { name: 'patch done all the same' }).click();
  await noted(page);
  await page.getByRole('tab', { name: 'Log' }).click();
  await expect(page.getByText('rust, rinse, before its time')).toBeVisible();
});

test('a flue beside what burns is a warning on every view until its maker’s distance is entered', async ({
  page,
}) => {
  await newConversion(page, 'Warm', 'Mid-size van');
  await stage(page, 'Build-ups');
  await applySchool(page, 'Board and foil, taped');
  await stage(page, 'Survey');
  await bay(page, 'L3m').click();
  const loss = await figure(page, 'heat loss').textContent();
  await page.getByRole('button', { name: 'keep a place clear' }).click();
  await page.locator('aside select').filter({ hasText: 'drain hole' }).selectOption('flue');
  await expect(page.getByTestId('hazards')).toContainText('ask its maker for the distance');
  await expect(figure(page, 'heat loss')).not.toHaveText(loss!);
  await stage(page, 'Sound');
  await expect(page.getByTestId('hazards')).toBeVisible();
  await page.getByRole('link', { name: 'Show L3m' }).click();
  const distance = page.getByLabel('its maker’s distance');
  await distance.fill('50');
  await distance.press('Enter');
  await expect(page.getByTestId('hazards')).toHaveCount(0);
});

test('every drawing says which side is seen: the sheet, a bay’s shape, the file', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Perigee', exact: true }).click();
  await stage(page, 'Survey');
  // The view before it has a map too, which goes when this one comes.
  await expect(page.getByLabel('Load-floor length')).toBeVisible();
  await bay(page, 'L3m').click();
  await expect(page.getByText('Seen from inside, as you stand')).toBeVisible();
  const x = async (id: string) => (await bay(page, id).boundingBox())!.x;
  // Standing in it, the left wall is on the left; its top lies outwards.
  expect(await x('L3m')).toBeLessThan(await x('F3a'));
  expect(await x('L3u')).toBeLessThan(await x('L3w'));
  expect(await x('R3w')).toBeLessThan(await x('R3u'));
  await page.getByRole('button', { name: 'turn over' }).click();
  await expect(page.getByText('Seen from outside')).toBeVisible();
  expect(await x('L3u')).toBeGreaterThan(await x('L3w'));
  await page.getByText('Shape', { exact: false }).first().click();
  await expect(page.getByRole('img', { name: 'Outline of L3m, seen from inside' })).toBeVisible();
  await page.getByRole('tab', { name: 'In & out' }).click();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'SVG' }).click();
  const file = await waiting;
  expect(file.suggestedFilename()).toContain('outside');
  expect(readFileSync(await file.path(), 'utf8')).toContain('SEEN FROM OUTSIDE');
  await page.getByRole('button', { name: 'turn over' }).click();
});

test('zones, arches, grooves and an earlier van: what the pattern has not is surveyed', async ({ page }) => {
  await newConversion(page, 'Earlier', 'Box body, plywood skin');
  await page.getByRole('tab', { name: 'Whole van' }).click();
  const zones = page.getByTestId('zones');
  await zones.getByLabel(/^add/).selectOption({ label: 'left wheel arch' });
  await zones.getByRole('button', { name: 'add it' }).click();
  await expect(page.getByRole('alert')).toContainText('narrower on the left');
  await zones.locator('[data-zone-row="A1"] summary').click();
  const height = zones.getByLabel('height over the floor');
  await height.fill('350');
  await height.press('Enter');
  await expect(height).toHaveValue('350 mm');
  await zones.locator('[data-zone-row="F"] summary').click();
  await zones.getByLabel('its grooves run').selectOption('along');
  await expect(zones).toContainText('filled level, the grooves take');
  await zones.getByLabel(/^add/).selectOption({ label: 'partition' });
  await zones.getByRole('button', { name: 'add it' }).click();
  await expect(bay(page, 'Qa')).toBeVisible();
  await zones.locator('[data-zone-row="B"] summary').click();
  await expect(zones).toContainText('whether it may go is for the vehicle maker’s');
  await zones.getByRole('button', { name: 'take B away' }).click();
  await expect(bay(page, 'Bw')).toHaveCount(0);
  await saved(page);

  await page.goto('/');
  await page.getByRole('button', { name: 'New conversion' }).click();
  await page.getByLabel('Name of the van').fill('Later');
  await page.getByLabel('Start from').selectOption({ label: 'sizes of Earlier, as assumed (box body)' });
  await page.getByRole('button', { name: 'Start measuring' }).click();
  await expect(page.getByRole('heading', { name: 'Later', level: 1 })).toBeVisible();
  await expect(bay(page, 'Qa')).toBeVisible();
  await page.getByRole('tab', { name: 'Whole van' }).click();
  await page.locator('[data-zone-row="A1"] summary').click();
  await expect(page.getByLabel('height over the floor')).toHaveValue('350 mm');
  await expect(page.locator('[data-zone-row="A1"]').getByText('assumed').first()).toBeVisible();
});

test('limits say by how much they are passed, a night warmer than the cabin is refused, axles are reckoned', async ({
  page,
}) => {
  await newConversion(page, 'Limits', 'Mid-size van');
  await stage(page, 'Build-ups');
  await applySchool(page, 'Board and foil, taped');
  await stage(page, 'Brief');
  const put = async (label: string, text: string) => {
    await page.getByLabel(label).fill(text);
    await page.getByLabel(label).press('Enter');
  };
  await put('Design night, outside', '24');
  await expect(page.getByRole('alert')).toContainText('no colder than the cabin');
  await page.getByLabel('Design night, outside').press('Escape');
  await put('Budget', '400');
  await expect(page.getByRole('note').filter({ hasText: 'over the budget' })).toBeVisible();
  await put('Head height needed', '1500');
  await expect(page.getByRole('note').filter({ hasText: 'short of 1500 mm' })).toBeVisible();
  await page.getByRole('button', { name: 'Enter axle weights' }).click();
  await put('empty, front', '1000');
  await put('empty, rear', '900');
  await put('plate, rear', '905');
  await expect(page.getByTestId('axles')).toContainText('over');
  await stage(page, 'Compare');
  await expect(page.getByRole('table').first()).toContainText('over the budget');
});
