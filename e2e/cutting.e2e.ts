import { readFile } from 'node:fs/promises';
import { expect, type Page, test } from './app.ts';
import { applySchool, newConversion } from './helpers.ts';

/** A van of its own, laid out: the demo stays as the other tests know it. */
async function laidOut(page: Page, name: string): Promise<void> {
  await newConversion(page, name, 'Compact van');
  await page.getByRole('link', { name: 'Build-ups' }).click();
  await applySchool(page, 'Board and foil, taped');
  await page.getByRole('link', { name: 'Cut & buy' }).click();
  await expect(page.getByText(/^Searched for/)).toBeVisible({ timeout: 60_000 });
}

/** Looks through the materials for the one that a piece is cut of. */
async function groupOf(page: Page, piece: RegExp): Promise<void> {
  const options = page.getByRole('option');
  for (let i = 0; i < (await options.count()); i++) {
    await options.nth(i).click();
    if (await page.getByRole('button', { name: piece }).isVisible()) return;
  }
  throw new Error(`Nothing is cut that is called ${piece}`);
}

test('pieces lie on sheets, a piece opens, and its template, sheets and labels are taken away', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Perigee', exact: true }).click();
  await page.getByRole('link', { name: 'Cut & buy' }).click();
  // The best so far is there before the search ends.
  await expect(page.getByRole('heading', { name: /laid on sheets, .* estimated/ })).toBeVisible({
    timeout: 30_000,
  });
  await expect(page.getByText(/^Searched for/)).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('region', { name: 'Ledger' })).toContainText(/laid out £/);
  await page.getByRole('option', { name: /PIR board.*40 mm/ }).click();
  await expect(page.getByText(/% used; /)).toBeVisible();
  await page.getByRole('button', { name: /^L7u fill/ }).focus();
  await page.keyboard.press('Enter');
  const panel = page.getByRole('region', { name: 'Piece L7u fill' });
  await expect(panel).toContainText('seen from inside');
  await expect(panel.getByRole('img')).toHaveAttribute('aria-label', /TOP above, REAR on the left/);
  await panel.getByLabel('Paper').selectOption('A3');
  const saved = async (name: string | RegExp) => {
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name }).first().click();
    return readFile(await (await waiting).path());
  };
  expect((await saved(/^Template 1:1/)).subarray(0, 5).toString()).toBe('%PDF-');
  expect((await saved(/^Sheets with cuts/)).subarray(0, 5).toString()).toBe('%PDF-');
  expect((await saved('Labels')).subarray(0, 5).toString()).toBe('%PDF-');
  await expect(page.getByRole('alert')).toHaveCount(0);
  const waiting = page.waitForEvent('download');
  await panel.getByRole('button', { name: 'DXF' }).click();
  expect(await readFile(await (await waiting).path(), 'utf8')).toContain('POLYLINE');
});

test('a stopped search keeps its best, and an edit makes it older', async ({ page }) => {
  await laidOut(page, 'Stopped');
  await page.getByRole('button', { name: 'Search 30 s more' }).click();
  await page.getByRole('button', { name: 'Stop searching' }).click();
  await expect(page.getByText('Stopped: the best until then.')).toBeVisible();
  await expect(page.getByRole('option').first()).toContainText(/sheets? · £/);
  await page.getByRole('link', { name: 'Survey' }).click();
  await page.getByLabel('Load-floor length').fill('2700');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Ledger' })).toContainText(/older layout £/);
});

test('a piece dragged to another place is pinned there, comes back after a reload, and is let go by undo', async ({
  page,
}) => {
  await laidOut(page, 'Pinned');
  await groupOf(page, /^L1w fill/);
  const piece = page.getByRole('button', { name: /^L1w fill/ });
  await piece.scrollIntoViewIfNeeded();
  const from = (await piece.boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + from.width / 2 + 3, from.y + from.height / 2 - 40, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: /^L1w fill, pinned/ })).toBeVisible();
  await expect(page.getByText('1 pinned.')).toBeVisible();
  await page.reload();
  await expect(page.getByText(/^Searched for/)).toBeVisible({ timeout: 60_000 });
  await groupOf(page, /^L1w fill/);
  await expect(page.getByRole('button', { name: /^L1w fill, pinned/ })).toBeVisible({ timeout: 40_000 });
  // A held key outruns the server: every step is kept, none refused.
  await page.getByRole('button', { name: /^L1w fill, pinned/ }).focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press(i % 2 ? 'Shift+ArrowDown' : 'Shift+ArrowUp');
  await expect(page.getByRole('alert')).toHaveCount(0);
  for (let i = 0; i < 6; i++) await page.getByRole('button', { name: 'Undo pin' }).click();
  // By keyboard too: p lets go and pins, t turns.
  await page.getByRole('button', { name: /^L1w fill, pinned/ }).focus();
  await page.keyboard.press('p');
  await expect(page.getByText('Drag a piece to where it shall lie')).toBeVisible();
  await page.getByRole('button', { name: 'Undo pin' }).click();
  await expect(page.getByText('1 pinned.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo pin' }).click();
  await expect(page.getByText('Drag a piece to where it shall lie')).toBeVisible();
  await page.getByRole('button', { name: 'Redo pin' }).click();
  await expect(page.getByText('1 pinned.')).toBeVisible();
  // And by typing: what cannot be is refused at its place.
  const piecePanel = page.getByRole('region', { name: 'Piece L1w fill' });
  await page.getByRole('button', { name: /^L1w fill/ }).focus();
  await page.keyboard.press('Enter');
  await piecePanel.getByLabel('Across').fill('1190');
  await page.keyboard.press('Enter');
  await expect(piecePanel.getByRole('alert')).toContainText('edge');
  await piecePanel.getByLabel('Across').fill('5');
  await page.keyboard.press('Enter');
  await expect(piecePanel.getByRole('alert')).toHaveCount(0);
  await piecePanel.getByRole('button', { name: 'Unpin' }).click();
  await expect(piecePanel.getByRole('button', { name: 'Pin it here' })).toBeVisible();
});
