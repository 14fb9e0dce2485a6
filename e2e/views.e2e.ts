import { VIEWS } from '../web/src/views/index.ts';
import { expect, type Page, test } from './app.ts';
import { accessible, bay, figure, linedPart, partOfVan, saved, stage } from './helpers.ts';

const open = async (page: Page, view: string, name = 'Perigee') => {
  await page.goto('/');
  await page.getByRole('link', { name, exact: true }).click();
  await stage(page, view);
};

/** In both lights, on one page. */
async function accessibleInBothLights(page: Page): Promise<void> {
  await accessible(page);
  const light = (theme: string) =>
    page.evaluate(name => {
      document.documentElement.dataset.theme = name;
    }, theme);
  await light('dark');
  // Only colours differ.
  await accessible(page, ['color-contrast']);
  await light('light');
}

test.describe('no serious accessibility violation, light and dark', () => {
  test('conversions and the new-conversion dialog', async ({ page }) => {
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'Perigee' })).toBeVisible();
    await accessibleInBothLights(page);
    await page.getByRole('button', { name: 'New conversion' }).click();
    await accessibleInBothLights(page);
  });
  for (const view of Object.keys(VIEWS))
    test(view, async ({ page }) => {
      const vans: { id: string; name: string }[] = await (await page.request.get('/api/conversions')).json();
      await page.goto(`/c/${vans.find(v => v.name === 'Perigee')!.id}/${view}`);
      // The view itself, not the frame that waits for it.
      await expect(page.locator('main:not([aria-busy])').getByRole('heading').first()).toBeVisible();
      if (view === 'survey' || view === 'build-ups') await bay(page, 'L3u').click();
      if (view === 'materials') await page.getByRole('button', { name: /^Sheep wool/ }).click();
      await accessibleInBothLights(page);
    });
});

test('every headline opens its working, and the working names its sources', async ({ page }) => {
  await open(page, 'Build-ups');
  for (const [name, says] of [
    ['added', 'kg/m²'],
    ['to pay', 'Prices are indicative'],
    ['work', 'rates are common practice'],
    ['heat loss', 'two-dimensional section'],
    ['headroom', 'proud of the rib face'],
    ['damp', 'ISO 13788'],
    ['quiet', 'bays were knocked on'],
  ] as const) {
    await page
      .getByRole('region', { name: 'Ledger' })
      .getByRole('button', { name: new RegExp(`^${name}`) })
      .click();
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText('Working');
    if (name === 'headroom') await expect(dialog).toContainText('Headroom left');
    else await expect(dialog).toContainText(says);
    await page.keyboard.press('Escape');
  }
  await bay(page, 'L3u').click();
  await page.getByRole('button', { name: /U clear bay/ }).click();
  await expect(page.getByRole('dialog')).toContainText('ISO 6946:2017 Table 7');
});

test('by keyboard only: walk the bays, measure one, apply a school, reorder layers, undo', async ({
  page,
}) => {
  await partOfVan(page, 'Keys');
  await bay(page, 'F1a').focus();
  await page.keyboard.press('ArrowDown');
  await expect(bay(page, 'F2a')).toBeFocused();
  await expect(bay(page, 'F2a')).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('ArrowRight');
  await expect(bay(page, 'F2b')).toBeFocused();
  await page.keyboard.press('Shift+ArrowUp');
  await expect(page.getByRole('heading', { name: '2 bays: F2b, F1b' })).toBeVisible();
  await page.getByLabel('Depth, deepest').focus();
  await page.keyboard.type('1/4"');
  await page.keyboard.press('Enter');
  await expect(page.getByText('measured, as “1/4"”')).toBeVisible();

  await page.getByRole('link', { name: 'Build-ups' }).press('Enter');
  await page.getByRole('button', { name: 'Apply a school…' }).press('Enter');
  await page.getByRole('button', { name: 'Apply Closed-cell foam, bonded' }).press('Enter');
  await bay(page, 'L2u').focus();
  await page.keyboard.press('Enter');
  const layers = page.getByRole('region', { name: 'Layers, skin to room' }).getByRole('listitem');
  await expect(layers.first()).toContainText('damping');
  await page
    .getByRole('button', { name: 'Butyl damping sheet, aluminium faced nearer the room' })
    .press('Enter');
  await expect(layers.nth(1)).toContainText('damping');
  await page.getByRole('button', { name: /^Move Butyl damping/ }).focus();
  // Quicker than anything is drawn: every press counts.
  for (const key of ['ArrowDown', 'ArrowDown', 'ArrowUp', 'ArrowUp', 'ArrowUp'])
    await page.keyboard.press(key, { delay: 0 });
  await expect(layers.first()).toContainText('damping');
  await saved(page);
  await page
    .locator('main')
    .focus()
    .catch(() => undefined);
  await page.keyboard.press('Control+z');
  await expect(layers.nth(1)).toContainText('damping');
});

test('layers: add, remove, change thickness to one that is sold, split off one bay, leave bare', async ({
  page,
}) => {
  await linedPart(page, 'Layers', { school: 'Fibre, no barrier, ventilated' });
  await bay(page, 'L2u').click();
  const layers = page.getByRole('region', { name: 'Layers, skin to room' }).getByRole('listitem');
  await expect(layers).toHaveCount(3);
  await page.getByRole('button', { name: 'own for L2u' }).click();
  await expect(page.getByText('Shared by 1 bay in L')).toBeVisible();
  const before = await figure(page, 'heat loss').textContent();
  await page.getByLabel('Thickness of Recycled polyester fibre').selectOption('75 mm');
  await expect(page.getByText(/squeezed to|Pushes the lining off/)).toBeVisible();
  await page.getByRole('button', { name: 'vapour control', exact: true }).click();
  await expect(layers).toHaveCount(4);
  await expect(layers.nth(2)).toContainText('vapour control');
  await page
    .getByRole('button', { name: 'Remove Birch ply' })
    .or(page.getByRole('button', { name: 'Remove Poplar ply, light' }))
    .click();
  await expect(layers).toHaveCount(3);
  await page.getByLabel('Build-up of the left wall').selectOption('bare');
  await expect(figure(page, 'heat loss')).not.toHaveText(before!);
  await expect(page.getByTestId('verdict')).toContainText('is bare');
});

test('a board too thick for its bay is saved and flagged with its millimetres', async ({ page }) => {
  await linedPart(page, 'Misfit');
  await bay(page, 'L2u').click();
  await page.getByLabel('Thickness of PIR board, foil both faces').selectOption('50 mm');
  await expect(page.getByText('Pushes the lining off by 20 mm at the shallowest point.')).toBeVisible();
  await expect(page.getByRole('link', { name: /Build-ups/ })).toContainText('do not fit');
});

test('own materials: copied, used and priced; deleted only when nothing uses them', async ({ page }) => {
  await open(page, 'Materials', 'Sandpiper');
  await page.getByRole('button', { name: /^Cork roll/ }).click();
  await page.getByRole('button', { name: 'copy as own' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Conductivity, W/mK').fill('lots');
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await expect(dialog.getByRole('alert').first()).toContainText('must be a number from');
  await dialog.getByLabel('Conductivity, W/mK').fill('0,043');
  await dialog.getByLabel('Where these figures are from').fill('the supplier’s sheet');
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('heading', { name: 'Cork roll, mine' })).toBeVisible();
  await expect(page.getByText('the supplier’s sheet').first()).toBeVisible();
  await page.getByRole('button', { name: 'delete', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Cork roll, mine' })).toHaveCount(0);
});

test('units and light follow the person and stay', async ({ page }) => {
  await open(page, 'Survey');
  await page.getByRole('button', { name: 'mm', exact: true }).click();
  await expect(page.getByLabel('Load-floor length')).toHaveValue(/'/);
  await page.getByRole('button', { name: 'Dark' }).click();
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await expect(page.getByLabel('Load-floor length')).toHaveValue(/'/);
});

test('on a phone: nothing wider than the screen but the map, and a bay can be measured', async ({ page }) => {
  await page.setViewportSize({ width: 375, height: 700 });
  await open(page, 'Survey', 'Sandpiper');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(376);
  await bay(page, 'L1u').click();
  await page.getByLabel('Depth, deepest').fill('52');
  await page.getByLabel('Depth, deepest').press('Enter');
  await expect(page.getByText('measured', { exact: true }).first()).toBeVisible();
});
