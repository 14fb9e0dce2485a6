import { readFile } from 'node:fs/promises';
import { expect, type Page, test } from './app.ts';
import { accessible, linedPart, stage } from './helpers.ts';

/** A floor and a wall of its own, laid out: the demo stays as the other tests know it. */
async function laidOut(page: Page, name: string, zones = ['F', 'L']): Promise<void> {
  await linedPart(page, name, { zones });
  await stage(page, 'Cut & buy');
  await expect(page.getByText(/^Searched for/)).toBeVisible({ timeout: 60_000 });
}

/** Looks through the materials for the one that a piece is cut of. */
async function groupOf(page: Page, piece: RegExp): Promise<void> {
  const options = page.getByRole('listbox', { name: 'Cut from' }).getByRole('option');
  for (let i = 0; i < (await options.count()); i++) {
    await options.nth(i).click();
    if (await page.getByRole('button', { name: piece }).first().isVisible()) return;
  }
  throw new Error(`Nothing is cut that is called ${piece}`);
}

test('pieces lie on sheets, a piece opens, and its template, sheets and labels are taken away', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Perigee', exact: true }).click();
  await stage(page, 'Cut & buy');
  // The best so far is there before the search ends.
  await expect(
    page.getByRole('heading', { name: /£\d+ to pay in \d+ packs, \d+ pieces to cut/ }),
  ).toBeVisible({
    timeout: 30_000,
  });
  await expect(page.getByText(/^Searched for/)).toBeVisible({ timeout: 30_000 });
  // One figure, wherever it stands.
  const heading = page.getByRole('heading', { name: /to pay in/ });
  const pays = /£(\d+) to pay/.exec((await heading.textContent())!)![1]!;
  await expect(page.getByRole('region', { name: 'Ledger' })).toContainText(`£${pays}`);
  await expect(page.getByRole('link', { name: /Cut & buy/ })).toContainText(`£${pays} to pay`);
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
  await expect(page.getByRole('listbox', { name: 'Cut from' }).getByRole('option').first()).toContainText(
    /sheets? · £/,
  );
  await stage(page, 'Survey');
  await page.getByLabel('Load-floor length').fill('2700');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Ledger' })).toContainText(/to pay: reckoning|to pay \+£\d/);
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
  for (let i = 0; i < 6; i++) await page.getByRole('button', { name: 'Undo here' }).click();
  // By keyboard too: p lets go and pins, t turns.
  await page.getByRole('button', { name: /^L1w fill, pinned/ }).focus();
  await page.keyboard.press('p');
  await expect(page.getByText('Drag a piece to where it shall lie')).toBeVisible();
  await page.getByRole('button', { name: 'Undo here' }).click();
  await expect(page.getByText('1 pinned.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo here' }).click();
  await expect(page.getByText('Drag a piece to where it shall lie')).toBeVisible();
  await page.getByRole('button', { name: 'Redo here' }).click();
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

test('a piece is carried to another sheet by mouse, and put on one by choosing it', async ({ page }) => {
  await laidOut(page, 'Carried', ['F', 'L', 'C']);
  // A material on several sheets.
  const options = page.getByRole('listbox', { name: 'Cut from' }).getByRole('option');
  for (let i = 0; i < (await options.count()); i++) {
    await options.nth(i).click();
    if ((await page.getByRole('group', { name: /^sheet \d/ }).count()) > 1) break;
  }
  const [first, second] = [
    page.getByRole('group', { name: /^sheet 1 / }),
    page.getByRole('group', { name: /^sheet 2 / }),
  ];
  const piece = first.getByRole('button').last();
  const name = (await piece.getAttribute('aria-label'))!.split(',')[0]!;
  await piece.scrollIntoViewIfNeeded();
  const [from, to] = [(await piece.boundingBox())!, (await second.boundingBox())!];
  await page.mouse.move(from.x + 5, from.y + 5);
  await page.mouse.down();
  // Held near its upper left corner, it is let go with its lower left one near the other sheet's datum.
  await page.mouse.move(to.x + 16, to.y + to.height - from.height - 6, { steps: 8 });
  await page.mouse.up();
  await expect(second.getByRole('button', { name: `${name}, pinned` })).toBeVisible();
  await expect(page.getByText('1 pinned.')).toBeVisible();
  await expect(page.getByText(/^Searched for/)).toBeVisible({ timeout: 60_000 });
  await expect(second.getByRole('button', { name: `${name}, pinned` })).toBeVisible();
  await second.getByRole('button', { name: `${name}, pinned` }).focus();
  await page.keyboard.press('Enter');
  const panel = page.getByRole('region', { name: `Piece ${name}` });
  await expect(panel.getByRole('combobox', { name: /^On/ })).toHaveValue(/\/1$/);
  // Kept as it lies: every piece is pinned, and with one step back only the one.
  await page.getByRole('button', { name: 'Keep it as it lies' }).click();
  await expect(page.getByText(/^([2-9]|\d\d+) pinned\.$/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo here' }).click();
  await expect(page.getByText('1 pinned.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo here' }).click();
  await expect(page.getByText('Drag a piece to where it shall lie')).toBeVisible();
});

test('how it is cut is settled beside the design: corner panels, grain and strips change the pieces, and undo here takes them back', async ({
  page,
}) => {
  await laidOut(page, 'Settled', ['F', 'L', 'C']);
  await page.getByText('How it is cut:').click();
  await page.getByLabel('Angled corner panel').fill('150');
  await page.keyboard.press('Enter');
  await expect(page.getByText('corner panels 150 mm')).toBeVisible();
  await accessible(page);
  await expect(page.getByText(/^Searched for/)).toBeVisible({ timeout: 60_000 });
  await page.getByRole('tab', { name: /^To cut/ }).click();
  await expect(page.getByRole('cell', { name: /^L corner/ }).first()).toBeVisible();
  await page.getByRole('tab', { name: 'On sheets' }).click();
  await page.getByText('How it is cut:').click();
  await page.getByLabel('Grain of sheets runs').selectOption('lengthwise');
  await page.getByLabel('Boards on a curve').selectOption('strips');
  await expect(page.getByText(/strips on curves, grain lengthwise/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/strips on curves, grain lengthwise, corner panels 150 mm/)).toBeVisible();
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo here' }).click();
  await expect(page.getByText(/no corner panels/)).toBeVisible();
  await page.getByText('How it is cut:').click();
  await page.getByLabel('Angled corner panel').fill('900');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('600 mm');
});

test('what a sheet bound by is noted at its edge, and its template follows', async ({ page }) => {
  await laidOut(page, 'Bound');
  await groupOf(page, /^F\S* lining/);
  const piece = page.getByRole('button', { name: /^F\S* lining/ }).first();
  await piece.focus();
  await page.keyboard.press('Enter');
  const panel = page.getByRole('region', { name: /^Piece F/ });
  const sizes = async () => panel.getByRole('img').getAttribute('aria-label');
  const before = await sizes();
  await panel.getByLabel('Taken off at the LEFT').fill('3');
  await page.keyboard.press('Enter');
  await expect(panel.getByRole('row', { name: /^LEFT/ })).toContainText('3 mm where it bound', {
    timeout: 60_000,
  });
  expect(await sizes()).not.toBe(before);
});

test('grounds: battens are weighed and another spacing taken, a panel that is there is checked and cut round', async ({
  page,
}) => {
  await laidOut(page, 'Grounds');
  await page.getByRole('tab', { name: 'Grounds' }).click();
  await expect(page.getByText(/^Floor: \d+ battens every/)).toBeVisible();
  const take = page.getByRole('button', { name: /^Battens every/ }).first();
  const spacing = (await take.getAttribute('aria-label'))!.replace('Battens every ', '');
  await take.click();
  await expect(page.getByText(new RegExp(`^Floor: \\d+ battens every ${spacing},`))).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/^Floor: \d+ battens every 400 mm/)).toBeVisible();
  await page.getByRole('option', { name: 'left wall' }).click();
  await page.getByRole('button', { name: 'Add a panel' }).click();
  const aside = page.getByRole('region', { name: 'Panels that are there already' });
  await expect(page.getByRole('img', { name: /1 panels there already/ })).toBeVisible();
  await accessible(page);
  await aside.getByLabel('Behind the front').fill('9000');
  await page.keyboard.press('Enter');
  await expect(aside.getByText(/^! It reaches .* beyond the left wall\.$/)).toBeVisible();
  await aside.getByLabel('Behind the front').fill('0');
  await page.keyboard.press('Enter');
  await aside.getByLabel(/^Screw holes/).fill('10; 40 inches; x');
  await page.keyboard.press('Enter');
  await expect(aside.getByRole('alert')).toBeVisible();
  await aside.getByLabel(/^Screw holes/).fill('100; 200');
  await page.keyboard.press('Enter');
  await expect(aside.getByText(/2 of 2 marks find nothing behind/)).toBeVisible();
  await aside.getByRole('button', { name: 'Take it out' }).click();
  await expect(aside.getByLabel('Behind the front')).toHaveCount(0);
  await aside.getByRole('button', { name: 'Undo here' }).click();
  await expect(aside.getByText(/2 of 2 marks/)).toBeVisible();
});

test('the whole order: supplies by what uses them, what is at hand comes off, rests are cut from first for every van', async ({
  page,
}) => {
  await laidOut(page, 'Bought');
  await groupOf(page, /^F\S* lining/);
  const verdict = page.getByText(/% used; /);
  const before = await verdict.textContent();
  await page.getByRole('tab', { name: /^To buy/ }).click();
  const ticket = page.getByRole('table', { name: 'To buy' });
  await expect(page.getByText(/Sheets as they lie/)).toBeVisible();
  const knife = ticket.getByRole('row', { name: /^Long knife/ });
  await knife.getByLabel('Long knife and straightedge at hand').fill('1');
  await page.keyboard.press('Enter');
  await expect(knife).toContainText('have it');
  await knife.getByLabel('Long knife and straightedge at hand').fill('-2');
  await page.keyboard.press('Enter');
  await expect(knife.getByRole('alert')).toContainText('from 0');
  await page.keyboard.press('Escape');
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Text for a merchant' }).click();
  const text = await readFile(await (await waiting).path(), 'utf8');
  expect(text).toContain('Jigsaw');
  expect(text).not.toContain('Long knife');
  // A price of a supply has its date and is taken back where it stands; one in other money is refused.
  const saw = ticket.getByRole('row', { name: /^Jigsaw one/ });
  const price = saw.getByLabel('Price a pack of Jigsaw', { exact: true });
  await price.fill('€55');
  await page.keyboard.press('Enter');
  await expect(saw.getByRole('alert')).toContainText('nothing is converted');
  await price.fill('1234567');
  await page.keyboard.press('Enter');
  await expect(saw.getByRole('alert')).toContainText('At most');
  await price.fill('55');
  await page.keyboard.press('Enter');
  await expect(saw.getByText(/^yours, /)).toBeVisible();
  await saw.getByRole('button', { name: /^Take back/ }).click();
  await expect(price).toHaveValue('£70');
  // Work begins at once: what the first stages use cannot wait.
  const begins = page.getByLabel(/^Work begins/);
  const soon = new Date(Date.now() + 86_400_000).toISOString().slice(0, 10);
  await begins.fill(soon);
  await expect(page.getByText(/^Order \d+ things today/)).toBeVisible();
  await expect(page.getByLabel('Work begins', { exact: true })).toHaveValue(soon);
  // Ordered by shop, late by nothing, come in part: only the rest of it is on its way.
  await page.getByRole('button', { name: 'by kind' }).click();
  await page.getByRole('button', { name: /^Order \d+ things: Sheets, rolls/ }).click();
  const order = page.getByRole('dialog');
  await order.getByLabel('What comes from').selectOption('Builders’ merchant');
  const boxes = order.getByRole('checkbox');
  const pir = order.getByRole('row', { name: /PIR board/ }).first();
  for (let i = 0; i < (await boxes.count()); i++) await boxes.nth(i).uncheck();
  await pir.getByRole('checkbox').check();
  await pir.getByLabel(/^Packs of PIR/).fill('2');
  await pir.getByLabel(/^Paid for a pack of PIR/).fill('0.5');
  await page.keyboard.press('Enter');
  await expect(pir).toContainText('is the point right?');
  await pir.getByLabel(/^Paid for a pack of PIR/).fill('41');
  await page.keyboard.press('Enter');
  await order.getByLabel('Days to come').fill('-1');
  await page.keyboard.press('Enter');
  await expect(order.getByRole('alert')).toContainText('Whole days');
  await order.getByLabel('Days to come').fill('5');
  await page.keyboard.press('Enter');
  await order.getByLabel('Shop').fill('z'.repeat(300));
  await order.getByRole('button', { name: /^Ordered: 1 thing/ }).click();
  await expect(order.getByRole('alert')).toContainText('this has 300');
  await order.getByLabel('Shop').fill('the board yard');
  await order.getByRole('button', { name: /^Ordered: 1 thing/ }).click();
  const orders = page.getByRole('region', { name: 'Orders' });
  await expect(orders.getByText(/^the board yard, due/)).toBeVisible();
  // What was paid is the price from now on, with its date.
  await expect(ticket.getByRole('row', { name: /^PIR board/ }).first()).toContainText('yours,');
  await expect(ticket.getByRole('row', { name: /^PIR board/ }).first()).toContainText('2 coming');
  await orders.getByRole('button', { name: /^One PIR.* arrived$/ }).click();
  await expect(orders.getByText(/1 came/).first()).toBeVisible();
  await orders
    .getByRole('button', { name: /PIR board.* arrived$/ })
    .first()
    .click();
  await expect(ticket.getByRole('row', { name: /^PIR board/ }).first()).toContainText('2 here');
  await orders.getByText('What came').click();
  await orders.getByRole('button', { name: /goes back$/ }).click();
  await expect(ticket.getByRole('row', { name: /^PIR board/ }).first()).toContainText('1 here');
  // Where it is bought follows the order; what waits for it is on the map.
  await ticket
    .getByRole('button', { name: /^PIR board/ })
    .first()
    .click();
  await expect(page.getByText(/^Paid: £41 at the board yard/)).toBeVisible();
  await expect(page.getByRole('heading', { name: /^Waits for it: PIR board/ })).toBeVisible();
  // A rest of the floor's ply, as large as a sheet: one sheet less is bought.
  const shelf = page.getByRole('region', { name: 'The shelf' });
  await shelf.getByLabel('Rest of').selectOption({ label: 'Birch ply' });
  await shelf.getByLabel('Thick').selectOption({ label: '9 mm' });
  await shelf.getByLabel('Across').fill('1220');
  await page.keyboard.press('Enter');
  await shelf.getByLabel('Along grain').fill('2000');
  await page.keyboard.press('Enter');
  await shelf.getByLabel('Where').fill('under the bench');
  await shelf.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(shelf.getByText(/under the bench/)).toBeVisible();
  await accessible(page);
  await page.reload();
  await page.getByRole('tab', { name: 'On sheets' }).click();
  await expect(page.getByText(/^Searched for/)).toBeVisible({ timeout: 60_000 });
  await groupOf(page, /^F\S* lining/);
  await expect(verdict).toContainText('1 rest of 1220 mm');
  expect(await verdict.textContent()).not.toBe(before);
  // Cut: it stays, its rests go on the shelf, the one it was cut from is gone.
  await page.getByRole('button', { name: /^It is cut/ }).click();
  await expect(page.getByText('Cut: it stays as it lies')).toBeVisible();
  await page.getByRole('tab', { name: /^To buy/ }).click();
  await expect(shelf.getByText(/under the bench/)).toHaveCount(0);
  const gone = shelf.getByRole('button', { name: /is gone$/ });
  // Other vans of this worker look at the same shelf: it is left empty.
  while ((await gone.count()) > 0) {
    const count = await gone.count();
    await gone.first().click();
    await expect(gone).toHaveCount(count - 1);
  }
});

test('what is settled about cutting is kept while the server is away, stands in another window, and goes into files', async ({
  page,
  context,
}) => {
  await laidOut(page, 'Beside');
  await page.route('**/documents/**', route =>
    route.request().method() === 'GET' ? route.continue() : route.abort(),
  );
  await page.getByText('How it is cut:').click();
  await page.getByLabel('Grain of sheets runs').selectOption('lengthwise');
  await expect(page.getByText(/grain lengthwise/)).toBeVisible();
  await expect(page.getByText('not saved: no answer, trying again')).toBeVisible();
  page.on('dialog', dialog => dialog.accept());
  await page.reload();
  await expect(page.getByText(/grain lengthwise/)).toBeVisible({ timeout: 60_000 });
  const id = new URL(page.url()).pathname.split('/')[2];
  const sent = async () => (await (await page.request.get(`/api/conversions/${id}/export`)).json()).documents;
  expect(await sent()).toBeUndefined();
  await page.unroute('**/documents/**');
  await expect
    .poll(sent, { timeout: 30_000 })
    .toMatchObject([{ kind: 'cut-list', document: { grain: 'lengthwise' } }]);
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByText(/grain lengthwise/)).toBeVisible({ timeout: 60_000 });
  await page.getByText('How it is cut:').click();
  await page.getByLabel('Grain of sheets runs').selectOption('crosswise');
  await expect(other.getByText(/grain crosswise/)).toBeVisible();
});
