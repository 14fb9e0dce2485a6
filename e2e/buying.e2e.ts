import type { Page } from '@playwright/test';
import { expect, test } from './app.ts';
import { accessible, linedPart, saved, stage } from './helpers.ts';

async function lined(page: Page, name: string): Promise<string> {
  await linedPart(page, name);
  await saved(page);
  return new URL(page.url()).pathname.split('/')[2]!;
}
const ticket = (page: Page) => page.getByRole('table', { name: 'To buy' });
async function toBuy(page: Page): Promise<void> {
  await stage(page, 'Cut & buy');
  await page.getByRole('tab', { name: /^To buy/ }).click();
  await expect(page.getByText(/Sheets as they lie/)).toBeVisible({ timeout: 60_000 });
}

test('two vans on one ticket: one of each tool, packs shared, each order in its own van', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const first = await lined(page, 'Fore');
  await page.goto('/');
  const second = await lined(page, 'Aft');
  await toBuy(page);
  const tape = ticket(page).getByRole('row', { name: /^Aluminium foil tape, 75/ });
  const alone = Number(await tape.getByRole('cell').nth(2).textContent());
  await page.getByText('Buy for another van as well').click();
  await page.getByRole('checkbox', { name: /^Fore/ }).check();
  await expect(page.getByText(/^.*For Aft and Fore, cut from the same sheets/)).toBeVisible({
    timeout: 90_000,
  });
  const together = Number(await tape.getByRole('cell').nth(2).textContent());
  expect(together).toBeGreaterThan(alone);
  expect(together).toBeLessThanOrEqual(2 * alone);
  await expect(
    ticket(page)
      .getByRole('row', { name: /^Jigsaw one/ })
      .getByRole('cell')
      .nth(2),
  ).toHaveText('1');
  await accessible(page);
  await page.getByRole('button', { name: 'by kind' }).click();
  await page.getByRole('button', { name: /^Order \d+ things: Tape and glue/ }).click();
  const order = page.getByRole('dialog');
  await order.getByLabel('Shop').fill('the tape shop');
  await order.getByRole('button', { name: /^Ordered: / }).click();
  const orders = page.getByRole('region', { name: 'Orders' });
  await expect(orders.getByText(/^the tape shop, for Aft/)).toBeVisible();
  await expect(orders.getByText(/^the tape shop, for Fore/)).toBeVisible();
  await orders.getByRole('button', { name: 'All from the tape shop arrived' }).first().click();
  await expect(ticket(page).getByRole('row', { name: /^Sealant and adhesive/ })).toContainText(/\d here/);
  // Each van has its own share of the order.
  await expect
    .poll(async () => {
      const { entries } = await (await page.request.get('/api/workshop')).json();
      const facts = entries.map((t: { entry: { fact: { supplier?: string; van: string } } }) => t.entry.fact);
      return facts.flatMap((f: { supplier?: string; van: string }) =>
        f.supplier === 'the tape shop' ? [f.van] : [],
      );
    })
    .toEqual(expect.arrayContaining([first, second]));
  // The trip is for the same vans, and back again.
  await page.getByRole('link', { name: 'Shop trip' }).click();
  await expect(page.getByText(/^For Aft and Fore/)).toBeVisible({ timeout: 90_000 });
  await page.getByRole('link', { name: 'the whole ticket' }).click();
  await expect(page.getByText(/For Aft and Fore, cut from the same sheets/)).toBeVisible({ timeout: 90_000 });
});

test('a shop trip in one hand, where the server does not answer: ticks are kept and sent later', async ({
  page,
}) => {
  const id = await lined(page, 'Trip');
  await page.setViewportSize({ width: 375, height: 760 });
  await page.addInitScript(() => {
    const said = new Set<string>();
    Object.assign(window, { said });
    setInterval(() => said.add(document.querySelector('h2')?.textContent ?? ''), 20);
  });
  await page.goto(`/c/${id}/shop-trip`);
  const taking = page.getByRole('heading', { name: /\d+ to take/ });
  await expect(taking).toBeVisible({ timeout: 60_000 });
  // While it was counted nothing said that there is nothing to take.
  const said = await page.evaluate(() => [...(window as unknown as { said: Set<string> }).said]);
  expect(said).not.toContain('0 to take');
  // It starts with a shop one walks into, and stays with the one that was chosen.
  await expect(page.getByLabel('Shop')).not.toHaveValue(/^$|by post/);
  await page.getByLabel('Shop').selectOption('Hardware shop');
  const left = async () => Number.parseInt((await taking.textContent())!, 10);
  const before = await left();
  const row = page.getByRole('button', { name: /Long knife and straightedge/ });
  expect((await row.boundingBox())!.height).toBeGreaterThanOrEqual(44);
  await accessible(page);
  await page.route('**/api/**', route => route.abort());
  await row.click();
  await expect(row).toHaveAttribute('aria-pressed', 'true');
  expect(await left()).toBe(before - 1);
  const slip = page.getByRole('button', { name: /Marker pens/ });
  await slip.click();
  await slip.click();
  await expect(slip).toHaveAttribute('aria-pressed', 'false');
  await page.unroute('**/api/**');
  await page.evaluate(() => dispatchEvent(new Event('online')));
  await expect
    .poll(async () => {
      const { entries } = await (await page.request.get('/api/workshop')).json();
      return entries.filter((t: { entry: { fact: { van?: string } } }) => t.entry.fact.van === id).length;
    })
    .toBe(2);
  await page.reload();
  await expect(page.getByRole('heading', { name: /\d+ to take/ })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByLabel('Shop')).toHaveValue('Hardware shop');
  await expect(page.getByRole('button', { name: /Marker pens/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /Long knife/ })).toHaveCount(0);
});

test('a ready-cut kit is weighed against one’s own cutting, and prices are in the money one chooses', async ({
  page,
}) => {
  await lined(page, 'Kit');
  await toBuy(page);
  const kits = page.getByRole('region', { name: 'Ready-cut kits' });
  await kits.getByRole('button', { name: /^Weigh a kit/ }).click();
  await expect(
    kits.getByText(/more than your own cutting: worth it if an hour is worth more than £/),
  ).toBeVisible();
  await kits.getByLabel('Its price').fill('-3');
  await page.keyboard.press('Enter');
  await expect(kits.getByRole('alert')).toContainText('cannot be negative');
  await kits.getByLabel('Its price').fill('5');
  await page.keyboard.press('Enter');
  await expect(kits.getByText(/^Cheaper than your own cutting/)).toBeVisible();
  await kits.getByRole('checkbox', { name: 'lining', exact: true }).uncheck();
  await expect(kits.getByText(/^It brings nothing/)).toBeVisible();
  await page.getByLabel('prices in').selectOption('EUR');
  await page.getByRole('tab', { name: /^To buy/ }).click();
  await expect(page.getByRole('heading', { name: /^€\d+ to pay in \d+ packs/ })).toBeVisible();
  // What is at hand is booked for this van, and let go again.
  const cord = page.getByRole('button', { name: /^Marker pens/ });
  await page.getByLabel('Marker pens at hand').fill('1');
  await page.keyboard.press('Enter');
  await cord.click();
  await page.getByRole('button', { name: 'Book 1 at hand for this van' }).click();
  await expect(page.getByText('1 are booked for this one.')).toBeVisible();
  await page.getByRole('button', { name: 'let them go' }).click();
  await expect(page.getByRole('button', { name: 'Book 1 at hand for this van' })).toBeVisible();
  await page.getByLabel('Marker pens at hand').fill('0');
  await page.keyboard.press('Enter');
  await kits.getByRole('button', { name: /^Take away/ }).click();
  await expect(kits.getByLabel('Its price')).toHaveCount(0);
});
