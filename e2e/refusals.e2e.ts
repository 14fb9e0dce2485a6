import { readFile } from 'node:fs/promises';
import { expect, test } from './app.ts';
import { accessible, bay, figure, newConversion, saved, stage } from './helpers.ts';

test('a size that cannot be is refused at its place, and nothing is lost', async ({ page }) => {
  await newConversion(page, 'Refusals', 'Compact van');
  await bay(page, 'L2w').click();
  const deep = page.getByLabel('Depth, deepest');
  for (const [text, says] of [
    ['-40', 'cannot be negative'],
    ['12 bananas', 'is not a length'],
    ['', 'This is empty'],
    ['1,200', '1.2 or 1200'],
    ['9 m', 'too long here: at most 400 mm'],
  ] as const) {
    await deep.fill(text);
    await deep.press('Enter');
    await expect(page.getByRole('alert')).toContainText(says);
    await expect(deep).toHaveValue(text);
    await expect(deep).toHaveAttribute('aria-invalid', 'true');
  }
  await deep.press('Escape');
  await expect(deep).toHaveValue('70 mm');

  // Two measured depths must agree.
  await deep.fill('50');
  await deep.press('Enter');
  const shallow = page.getByLabel('Depth, shallowest');
  await shallow.fill('60');
  await shallow.press('Enter');
  await expect(page.getByRole('alert')).toContainText('cannot exceed the deepest, measured as 50 mm');
  await shallow.press('Escape');

  // A window larger than its wall.
  await page.getByRole('button', { name: 'add an opening' }).click();
  await page.getByLabel('window along').fill('2 m');
  await page.getByLabel('window along').press('Enter');
  await expect(page.getByRole('alert')).toContainText('does not fit bay L2w');
});

test('a negative price is refused where it stands', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Perigee', exact: true }).click();
  await stage(page, 'Cut & buy');
  await page.getByRole('tab', { name: /^To buy/ }).click();
  const price = page.getByLabel(/^Price a pack of Butyl damping sheet/);
  await price.fill('-5');
  await price.press('Enter');
  await expect(page.getByRole('alert')).toContainText('cannot be negative');
  await expect(figure(page, 'to pay')).toContainText('£');
  const before = await figure(page, 'to pay').textContent();
  await price.fill('100');
  await price.press('Enter');
  // What an earlier test paid stands there too.
  await expect(page.getByTitle(/^Your prices: .*£100 on [^,]+$/)).toBeVisible();
  await expect(figure(page, 'to pay')).not.toHaveText(before!);
  // Nothing laid here changed: the ledger says by how much the price moved it, until that is seen.
  const moved = page.getByText(/^To pay moved by \+£\d+/);
  await expect(moved).toBeVisible();
  await page.getByRole('button', { name: 'seen' }).click();
  await expect(moved).toHaveCount(0);
  await price.fill('62');
  await price.press('Enter');
  await expect(figure(page, 'to pay')).toHaveText(before!);
});

test('files that cannot be read are refused in a sentence', async ({ page }) => {
  await page.goto('/');
  const give = (name: string, content: string | Buffer) =>
    page
      .getByLabel('Design file')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
  await give('cut.overcoat.json', '{"format":1,"design":');
  await expect(page.getByRole('alert')).toContainText('cut short');
  await give('new.overcoat.json', '{"format":9}');
  await expect(page.getByRole('alert')).toContainText('format 9');
  const demo = await (await page.request.get('/api/conversions')).json();
  const file = await (
    await page.request.get(
      `/api/conversions/${demo.find((c: { name: string }) => c.name === 'Perigee').id}/export`,
    )
  ).json();
  file.design.variants[0].design.buildUps[0].layers[0].material = 'moon-dust';
  await give('dust.overcoat.json', JSON.stringify(file));
  await expect(page.getByRole('alert')).toContainText('moon-dust');
});

test('a second window hears of an edit and says so; what both changed while one was away is asked', async ({
  page,
  context,
}) => {
  await newConversion(page, 'Two windows', 'Compact van');
  const other = await context.newPage();
  await other.goto(page.url());
  const width = (p: typeof page) => p.getByLabel('Width, wall to wall');
  const floor = (p: typeof page) => p.getByLabel('Load-floor length');
  await expect(floor(other)).toBeVisible();

  await floor(page).fill('1800');
  await floor(page).press('Enter');
  await saved(page);
  await expect(floor(other)).toHaveValue('1800 mm');
  await expect(other.getByText('changed in another window').first()).toBeVisible();
  await bay(other, 'D1u').click();
  await other.getByLabel('Depth, deepest').fill('44');
  await other.getByLabel('Depth, deepest').press('Enter');
  await saved(other);
  await bay(page, 'D1u').click();
  await expect(page.getByLabel('Depth, deepest')).toHaveValue('44 mm');

  // Away, the other hears of it and cannot read it: what it would print or export is older, and it says so.
  await other.route('**/api/conversions/*', route => route.abort());
  await width(page).fill('1500');
  await width(page).press('Enter');
  await saved(page);
  const older = other.getByText(/Another window or a phone saved this conversion/);
  await other.evaluate(() => dispatchEvent(new Event('beforeprint')));
  await expect(older).toBeVisible();
  await width(other).fill('1520');
  await width(other).press('Enter');
  await expect(other.locator('[data-save="offline"]')).toBeVisible();
  await other.unroute('**/api/conversions/*');
  const dialog = other.getByRole('dialog', { name: 'Changed in two windows' });
  await expect(
    dialog.getByRole('row', { name: 'load space, width 1520 mm, measured 1500 mm, measured' }),
  ).toBeVisible();
  await expect(dialog).toContainText('assumed sizes that follow');
  await dialog.getByRole('button', { name: 'Keep what is here' }).click();
  await saved(other);
  await expect(older).toHaveCount(0);
  await expect(width(page)).toHaveValue('1520 mm');

  // What was read too late for want of an answer is read when there is one.
  await other.route('**/api/conversions/*', route => route.abort());
  await floor(page).fill('1790');
  await floor(page).press('Enter');
  await saved(page);
  await expect(floor(other)).toHaveValue('1800 mm');
  await other.unroute('**/api/conversions/*');
  await expect(floor(other)).toHaveValue('1790 mm', { timeout: 30_000 });
});

test('a server that is away loses nothing', async ({ page }) => {
  await newConversion(page, 'Away', 'Compact van');
  await page.route('**/api/conversions/*', route =>
    route.request().method() === 'GET' ? route.continue() : route.abort(),
  );
  const height = page.getByLabel('Height, floor to rib');
  await height.fill('1260');
  await height.press('Enter');
  await expect(page.locator('[data-save="offline"]')).toBeVisible();
  await expect(height).toHaveValue('1260 mm');
  await page.unroute('**/api/conversions/*');
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Height, floor to rib')).toHaveValue('1260 mm');
});

test('addresses that lead nowhere say so', async ({ page }) => {
  await page.goto('/c/none/survey');
  await expect(page.getByRole('heading', { name: 'This conversion is not here' })).toBeVisible();
  await page.goto('/nowhere');
  await expect(page.getByRole('heading', { name: 'There is nothing here' })).toBeVisible();
});

test('a shorter load floor takes its assumed windows along, and everything still saves', async ({ page }) => {
  await newConversion(page, 'Shorter', 'Mid-size van');
  await page.getByLabel('Load-floor length').fill('2200');
  await page.getByLabel('Load-floor length').press('Enter');
  await page.getByLabel('Width, wall to wall').fill('1600');
  await page.getByLabel('Width, wall to wall').press('Enter');
  await expect(page.locator('[data-revision]')).toHaveAttribute('data-revision', '3');
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Load-floor length')).toHaveValue('2200 mm');
});

test('a change the server would not take is shown; later ones go round it, and it can be tried again', async ({
  page,
}) => {
  await newConversion(page, 'Round it', 'Compact van');
  let refusing = true;
  await page.route('**/api/conversions/*', async route => {
    const request = route.request();
    const refused = refusing && request.method() !== 'GET' && request.postData()!.includes('"value":1.2345');
    return refused
      ? route.fulfill({
          status: 422,
          contentType: 'application/problem+json',
          body: JSON.stringify({
            type: 'about:blank',
            title: 'Not accepted',
            status: 422,
            detail: 'Not that one.',
          }),
        })
      : route.continue();
  });
  const height = page.getByLabel('Height, floor to rib');
  const width = page.getByLabel('Width, wall to wall');
  await height.fill('1234.5');
  await height.press('Enter');
  await expect(page.getByRole('button', { name: 'one change not taken' })).toBeVisible();
  await expect(height).not.toHaveValue('1235 mm');
  await width.fill('1500');
  await width.press('Enter');
  await saved(page);
  await page.reload();
  await expect(width).toHaveValue('1500 mm');
  await page.getByRole('button', { name: 'one change not taken' }).click();
  await expect(page.getByRole('dialog')).toContainText('Not that one.');
  await accessible(page);
  refusing = false;
  await page.getByRole('button', { name: 'Try it again' }).click();
  await saved(page);
  await expect(page.getByRole('button', { name: 'one change not taken' })).toHaveCount(0);
  await page.reload();
  await expect(height).toHaveValue('1235 mm');
  await expect(width).toHaveValue('1500 mm');
});

test('a view that breaks says so; undo, export and a report are at hand, and the other views work', async ({
  page,
}) => {
  await newConversion(page, 'Broken view', 'Compact van');
  await page.getByLabel('Load-floor length').fill('1800');
  await page.getByLabel('Load-floor length').press('Enter');
  await saved(page);
  await page.route(/assets\/MaterialsPage-.*\.js/, route =>
    route.fulfill({
      contentType: 'text/javascript',
      body: 'export function Component() { throw new Error("Broken on purpose."); }',
    }),
  );
  await page.reload();
  await stage(page, 'Materials');
  const failure = page.getByRole('alert').filter({ hasText: 'This view stopped' });
  await expect(failure).toContainText('Broken on purpose.');
  await accessible(page);
  const handed = page.waitForEvent('download');
  await failure.getByRole('button', { name: 'Save a report' }).click();
  const report = JSON.parse(await readFile(await (await handed).path(), 'utf8'));
  expect(report).toMatchObject({ message: 'Broken on purpose.', view: 'materials', revision: 2 });
  await failure.getByRole('button', { name: /^Undo: / }).click();
  await expect(page.locator('[data-revision="3"]')).toBeVisible();
  await stage(page, 'Survey');
  await expect(page.getByLabel('Load-floor length')).not.toHaveValue('1800 mm');
});
