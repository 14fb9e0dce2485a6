import { mkdtempSync, rmSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, type Page, startApp, test } from './app.ts';
import { accessible, bay, newConversion, noted, saved, stage } from './helpers.ts';

const tab = (page: Page, name: string | RegExp) => page.getByRole('tab', { name });
const survey = async (page: Page, name = 'Perigee') => {
  await page.goto('/');
  await page.getByRole('link', { name, exact: true }).click();
  await stage(page, 'Survey');
  await expect(bay(page, 'L1w')).toBeVisible();
};
const unfold = (page: Page, name: string | RegExp) =>
  page.locator('summary').filter({ hasText: name }).click();

test.describe('a bay that is no rectangle', () => {
  test('by four sides and a diagonal: its area follows, and an impossible diagonal is refused at its place', async ({
    page,
  }) => {
    await newConversion(page, 'Shapes', 'Mid-size van');
    await bay(page, 'L4m').click();
    await unfold(page, 'Shape');
    const before = await page.getByText(/Area inside the outline/).textContent();
    await page.getByRole('combobox', { name: 'outline' }).selectOption('four sides and a diagonal');
    await page.getByLabel('upper', { exact: true }).fill('350');
    await page.getByLabel('upper', { exact: true }).press('Enter');
    await expect(page.getByText(/Area inside the outline/)).not.toHaveText(before!);
    const after = await page.getByText(/Area inside the outline/).textContent();
    await page.getByLabel('front lower – rear upper').fill('1.6 m');
    await page.getByLabel('front lower – rear upper').press('Enter');
    await expect(page.getByRole('alert').first()).toContainText('read it again');
    await expect(page.getByText(/Area inside the outline/)).toHaveText(after!);
    await page.getByLabel('front lower – rear upper').press('Escape');
    await page.getByLabel('curved skin').selectOption('across: by a gap');
    await expect(page.getByText(/one flat board stands/)).toBeVisible();
    await saved(page);
    await page.reload();
    await bay(page, 'L4m').click();
    await expect(page.getByText(/Area inside the outline/)).not.toHaveText(before!);
  });
});

test.describe('what bays there are', () => {
  test('split, rename, merge, delete, and undo to where it began', async ({ page }) => {
    await newConversion(page, 'Bays', 'Compact van');
    const count = page.locator('[data-bay]');
    const start = await count.count();
    await bay(page, 'L2u').click();
    await unfold(page, 'Change the bays');
    await page.getByRole('button', { name: 'split by a rail' }).click();
    await expect(page.getByRole('alert')).toContainText('Write first how far');
    await page.getByLabel('from the lower or front edge').fill('20 cm');
    await page.getByRole('button', { name: 'split by a rail' }).click();
    await expect(count).toHaveCount(start + 1);
    await expect(page.getByRole('heading', { name: 'L2u.2' })).toBeVisible();
    await unfold(page, 'Change the bays');
    await page.getByLabel('new name').fill('hatch');
    await page.getByRole('button', { name: 'rename', exact: true }).click();
    await expect(bay(page, 'hatch')).toBeVisible();
    await bay(page, 'L2u').click();
    await bay(page, 'hatch').click({ modifiers: ['Shift'] });
    await unfold(page, 'Change the bays');
    await page.getByRole('button', { name: 'merge these 2' }).click();
    await expect(count).toHaveCount(start);
    await unfold(page, 'Change the bays');
    await page.getByRole('button', { name: 'delete L2u' }).click();
    await expect(bay(page, 'L2u')).toHaveCount(0);
    for (let i = 0; i < 4; i++) {
      await saved(page);
      await page.getByRole('button', { name: 'undo' }).click();
    }
    await expect(bay(page, 'L2u')).toHaveCount(1);
    await expect(bay(page, 'hatch')).toHaveCount(0);
    await expect(count).toHaveCount(start);
  });

  test('ribs and openings are moved on the map, by key and by pointer', async ({ page }) => {
    await newConversion(page, 'Arrange', 'Compact van');
    await bay(page, 'L2u').click();
    const width = page.getByLabel('Along the van, rib to rib');
    const before = Number((await width.inputValue()).replace(/\D/g, ''));
    await page.getByLabel('How to look at it').selectOption('unfolded, to arrange');
    const rib = page.getByRole('button', { name: /^Rib Lr2/ });
    await rib.focus();
    await page.keyboard.press('Shift+ArrowDown');
    await expect(width).toHaveValue(`${before + 10} mm`);
    const box = (await rib.boundingBox())!;
    await page.mouse.move(box.x + 20, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + 20, box.y + box.height / 2 - 12, { steps: 4 });
    await page.mouse.up();
    await expect(width).not.toHaveValue(`${before + 10} mm`);
    const window = page.getByRole('button', { name: /^window W-S1u/ });
    await window.focus();
    await page.keyboard.press('ArrowDown');
    await saved(page);
    await page.getByRole('button', { name: 'undo' }).click();
    await page.getByRole('button', { name: 'undo' }).click();
    await expect(width).toHaveValue(`${before + 10} mm`);
  });

  test('things are put on the map and taken off it, by pointer and by keyboard', async ({ page }) => {
    await newConversion(page, 'Put', 'Compact van');
    const count = page.locator('[data-bay]');
    const start = await count.count();
    await page.getByLabel('How to look at it').selectOption('unfolded, to arrange');
    const what = page.getByLabel('What a click puts');
    await what.selectOption('put a rib through');
    await page.getByRole('button', { name: /^put a rib through in L2u/ }).focus();
    await page.keyboard.press('Enter');
    await expect(count).toHaveCount(start + 2);
    await what.selectOption('keep a place clear');
    await page
      .getByRole('button', { name: /^keep a place clear in L1w/ })
      .click({ position: { x: 12, y: 14 } });
    const made = page.getByRole('button', { name: /^Remove cable route K/ });
    await expect(made).toBeVisible();
    const id = (await made.getAttribute('aria-label'))!.split(' ').at(-1)!;
    await what.selectOption('put a pocket in its rib');
    await page.getByRole('button', { name: /^put a pocket in its rib in L1w/ }).click();
    await what.selectOption('mark rust');
    await page.getByRole('button', { name: /^mark rust in L1w/ }).click();
    await expect(page.locator('[data-rust]')).toHaveCount(1);
    await what.selectOption('put nothing');
    const keep = page.getByRole('button', { name: new RegExp(`^cable route ${id}`) });
    await keep.focus();
    await page.keyboard.press('Delete');
    await expect(keep).toHaveCount(0);
    const pocket = page.getByRole('button', { name: /^pocket Lp1, empty/ });
    await pocket.focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: /^pocket Lp1, filled/ })).toBeFocused();
    await page.keyboard.press('Delete');
    await expect(page.getByRole('button', { name: /^pocket Lp1/ })).toHaveCount(0);
    await bay(page, 'L1u').focus();
    await page.keyboard.press('Enter');
    await page.keyboard.press('Delete');
    await expect(bay(page, 'L1u')).toHaveCount(0);
    await accessible(page);
    for (let i = 0; i < 8; i++) {
      await saved(page);
      await page.getByRole('button', { name: 'undo' }).click();
    }
    await expect(count).toHaveCount(start);
  });

  test('the map zooms, filters and folds', async ({ page }) => {
    await survey(page);
    const map = page.locator('[data-zoom]');
    await page.getByRole('button', { name: 'Zoom in' }).click();
    await expect(map).toHaveAttribute('data-zoom', '1.35');
    const box = (await map.boundingBox())!;
    await page.mouse.move(box.x + 200, box.y + 100);
    await page.keyboard.down('Control');
    await page.mouse.wheel(0, -300);
    await page.keyboard.up('Control');
    await expect(map).not.toHaveAttribute('data-zoom', '1.35');
    await page.getByRole('button', { name: 'Whole sheet' }).click();
    await expect(map).toHaveAttribute('data-zoom', '1.00');
    await page.getByLabel('Which bays to show').selectOption('with rust');
    await expect(page.getByText('2 bays: with rust.')).toBeVisible();
    await bay(page, 'L3u').hover();
    await expect(page.getByText(/L3u left wall, .* measured/)).toBeVisible();
    await page.getByLabel('How to look at it').selectOption('folded van');
    await expect(page.getByRole('img', { name: /The van folded/ })).toBeVisible();
    await page.getByRole('slider', { name: 'turn' }).focus();
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('img', { name: /turned by 233/ })).toBeVisible();
  });
});

test.describe('making ready', () => {
  test('names what stands before covering; a hole goes through its chain; a leak sends it back', async ({
    page,
  }) => {
    await survey(page);
    await tab(page, /Making ready/).click();
    await expect(page.getByRole('heading', { name: '8 things first' })).toBeVisible();
    const revision = await page.locator('[data-revision]').getAttribute('data-revision');
    await expect(page.getByText(/Cable gland to the roof rack lies behind “camera shelf”/)).toBeVisible();
    const hole = page.locator('[data-hole="hole2"]');
    await hole.getByRole('button', { name: 'it leaks' }).click();
    await expect(hole).toContainText('leaks, bond it again');
    await hole.getByRole('button', { name: 'bonded' }).click();
    await hole.getByRole('button', { name: 'hosed: dry' }).click();
    await expect(page.getByRole('heading', { name: '7 things first' })).toBeVisible();
    const rust = page.locator('[data-rust="rust2"]');
    await page.locator('[data-rust-spot="rust2"]').click();
    await rust.getByRole('button', { name: 'abrade done' }).click();
    await rust.getByRole('button', { name: 'convert done' }).click();
    await expect(rust.getByRole('timer')).toContainText('to go, then rinse');
    await accessible(page);
    // What happened is no step of the design; a slip is taken back where it was made, and put right again.
    await noted(page);
    await expect(page.locator('[data-revision]')).toHaveAttribute('data-revision', revision!);
    await rust.getByRole('button', { name: 'take it back' }).click();
    await expect(rust).toContainText('next brush on converter');
    await rust.getByRole('button', { name: 'it was so after all' }).click();
    await expect(rust.getByRole('timer')).toContainText('to go, then rinse');
    await noted(page);
    await page.reload();
    await tab(page, /Making ready/).click();
    await expect(page.getByRole('heading', { name: '7 things first' })).toBeVisible();
    await page.locator('[data-rust-spot="rust2"]').click();
    await expect(rust.getByRole('timer')).toContainText('to go, then rinse');
  });

  test('the log outlives undo and what it is about: off the map and back again, each entry once', async ({
    page,
  }) => {
    await newConversion(page, 'Logged', 'Compact van');
    await bay(page, 'L2u').click();
    await page.getByLabel('knock, as found').selectOption('rings');
    await expect(page.getByText(/Noted at \d\d:\d\d: knocked: rings/)).toBeVisible();
    await page.getByRole('button', { name: 'rust spot' }).click();
    await page.getByRole('button', { name: 'abrade done' }).click();
    await page.getByLabel('factory pads').selectOption('0.5');
    await saved(page);
    await noted(page);
    // Undo takes the pads and the spot off the plan; what was done to it stays.
    for (const _ of [1, 2]) {
      await page.getByRole('button', { name: 'undo' }).click();
      await saved(page);
    }
    await expect(page.getByLabel('factory pads')).toHaveValue('');
    await expect(page.getByLabel('knock, as found')).toHaveValue('rings');
    await tab(page, 'Log').click();
    await expect(page.getByRole('heading', { name: 'No longer on the map' })).toBeVisible();
    await accessible(page);
    await page.getByRole('button', { name: 'redo' }).click();
    await expect(page.getByRole('heading', { name: 'No longer on the map' })).toBeHidden();
    await expect(page.getByText('rust, abrade')).toHaveCount(1);
    await page.getByRole('button', { name: 'Take back: knocked: rings' }).click();
    await expect(page.getByText('knocked: rings')).toHaveCount(0);
    await noted(page);
    await page.reload();
    await tab(page, 'Log').click();
    await expect(page.getByText('rust, abrade')).toHaveCount(1);
    const id = /\/c\/([^/]+)/.exec(page.url())![1];
    const { log } = await (await page.request.get(`/api/conversions/${id}/export`)).json();
    expect(log.map((e: { fact: { kind: string } }) => e.fact.kind)).toEqual([
      'knock',
      'rust step',
      'correction',
    ]);
  });

  test('a photo is made smaller, loses where it was taken, and is there after a reload', async ({ page }) => {
    await newConversion(page, 'Photos', 'Compact van');
    await bay(page, 'L1w').click();
    // A picture made in the page, with a place written into it as a camera would.
    const bytes = await page.evaluate(async () => {
      const canvas = document.createElement('canvas');
      canvas.width = 2400;
      canvas.height = 1200;
      canvas.getContext('2d')!.fillRect(10, 10, 900, 300);
      const blob = await new Promise<Blob>(r => canvas.toBlob(b => r(b!), 'image/jpeg'));
      return [...new Uint8Array(await blob.arrayBuffer())];
    });
    const exif = [0xff, 0xe1, 0, 14, ...Buffer.from('Exif\0\0GPS-HERE').subarray(0, 12)];
    await page.getByLabel('Photo of L1w').setInputFiles({
      name: 'camera.jpg',
      mimeType: 'image/jpeg',
      buffer: Buffer.from([...bytes.slice(0, 2), ...exif, ...bytes.slice(2)]),
    });
    const thumb = page.getByRole('button', { name: /^Photo 1 of L1w/ });
    await expect(thumb.locator('img')).toBeVisible();
    await noted(page);
    await page.reload();
    await bay(page, 'L1w').click();
    await expect(thumb.locator('img')).toHaveAttribute('src', /\/api\/files\/[0-9a-f]{64}/);
    const answer = await page.request.get((await thumb.locator('img').getAttribute('src'))!);
    const kept = await answer.body();
    expect(kept.includes('GPS-HERE')).toBe(false);
    expect(await thumb.locator('img').getAttribute('width')).toBe('1600');
    await page.getByLabel('Photo of L1w').setInputFiles({
      name: 'not.jpg',
      mimeType: 'image/jpeg',
      buffer: Buffer.from('no picture at all'),
    });
    await expect(page.getByRole('alert').filter({ hasText: 'not a picture' })).toBeVisible();
    await thumb.click();
    await expect(page.getByRole('dialog')).toContainText('Where it was taken is not kept');
    await page.getByRole('button', { name: 'take off' }).click();
    await expect(thumb).toBeHidden();
    await page.getByRole('button', { name: 'it was so after all' }).click();
    await expect(thumb.locator('img')).toBeVisible();
    await noted(page);
    // The archive carries it, and brings it back as another conversion.
    await page.getByRole('link', { name: /Conversions/ }).click();
    const exporting = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Export Photos with photos' }).click();
    await page.getByLabel('Design file').setInputFiles({
      name: 'photos.overcoat.zip',
      mimeType: 'application/zip',
      buffer: await readFile(await (await exporting).path()),
    });
    await expect(page.getByRole('heading', { name: 'Photos', level: 1 })).toBeVisible();
    await stage(page, 'Survey');
    await bay(page, 'L1w').click();
    await expect(thumb.locator('img')).toBeVisible();
  });
});

test.describe('in and out', () => {
  test('a survey CSV shows what it would change before it is taken', async ({ page }) => {
    await newConversion(page, 'Table', 'Compact van');
    await tab(page, 'In & out').click();
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Survey CSV' }).click();
    const csv = await readFile(await (await waiting).path(), 'utf8');
    const changed = csv
      .replace(/,L2u,2,2,([\d.]+),assumed/, ',L2u,2,2,371,measured')
      .replace(',L3u,', ',Q9,');
    await page.getByLabel('Survey file').setInputFiles({
      name: 'survey.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(changed),
    });
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText('1 sizes would change');
    await expect(dialog).toContainText('The shell has no bay Q9');
    await expect(dialog.getByRole('row', { name: /L2u along .* 371 mm/ })).toBeVisible();
    await dialog.getByRole('button', { name: 'Take 1 sizes' }).click();
    await tab(page, 'Bay').click();
    await bay(page, 'L2u').click();
    await expect(page.getByLabel('Along the van, rib to rib')).toHaveValue('371 mm');
  });

  test('outlines come as SVG and DXF, and the form prints', async ({ page }) => {
    await survey(page);
    await tab(page, 'In & out').click();
    for (const [name, part] of [
      ['SVG', '<svg xmlns'],
      ['DXF', 'POLYLINE'],
    ] as const) {
      const waiting = page.waitForEvent('download');
      await page.getByRole('button', { name, exact: true }).click();
      expect(await readFile(await (await waiting).path(), 'utf8')).toContain(part);
    }
    await page.getByRole('link', { name: 'Survey form' }).click();
    await page.getByRole('button', { name: 'filled in' }).click();
    await expect(page.getByRole('row', { name: /^L3u .* 41 mm/ })).toBeVisible();
    await accessible(page);
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('navigation')).toBeHidden();
    expect((await page.pdf()).length).toBeGreaterThan(20_000);
  });
});

test('the whole van: mirror, pockets, zones of use, junctions', async ({ page }) => {
  await newConversion(page, 'Whole', 'Long high-roof van');
  await bay(page, 'L5w').click();
  await page.getByLabel('Depth, deepest').fill('81');
  await page.getByLabel('Depth, deepest').press('Enter');
  await tab(page, 'Whole van').click();
  await page.getByLabel('copy the sizes of').selectOption('L left wall');
  await page.getByRole('button', { name: 'to R right wall' }).click();
  await expect(page.getByText(/15 bays of R now follow L/)).toBeVisible();
  await page.locator('summary').filter({ hasText: 'Lsill' }).click();
  await expect(page.getByRole('button', { name: 'fill it' }).last()).toBeDisabled();
  await page.locator('summary').filter({ hasText: 'Lr1p' }).click();
  await page.getByRole('button', { name: 'fill it' }).first().click();
  await expect(page.getByText(/to be filled: [\d.]+ l/)).toBeVisible();
  await page.getByRole('button', { name: 'zone of use' }).click();
  await page.getByLabel('kind').first().selectOption('bed');
  await page.getByLabel('rises to the ceiling on a lift').check();
  await accessible(page);
  await tab(page, 'Bay').click();
  await bay(page, 'R5w').click();
  await expect(page.getByLabel('Depth, deepest')).toHaveValue('81 mm');
});

test.describe('the round', () => {
  const size = (page: Page) => page.getByRole('textbox', { name: /Along the van|Across|Depth/ });

  test('by keyboard only: sizes go in one after another, as off the tape', async ({ page }) => {
    await newConversion(page, 'Round', 'Compact van');
    await page.getByRole('link', { name: 'Round', exact: true }).focus();
    await page.keyboard.press('Enter');
    await expect(size(page)).toBeFocused();
    for (const text of ['612', '24"', '2.9 cm', '5/8']) {
      await page.keyboard.type(text);
      await page.keyboard.press('Enter');
    }
    // 5/8 of an inch is less than the shallowest: refused, at its place, and nothing is lost.
    await expect(page.getByRole('alert')).toContainText('cannot be less than the shallowest');
    await expect(size(page)).toHaveValue('5/8');
    await page.keyboard.press('Control+a');
    await page.keyboard.type('61');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'D1u' })).toBeVisible();
    await page.keyboard.press('Tab');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'D1u' })).toBeVisible();
    await expect(page.getByText('Across', { exact: false }).first()).toBeVisible();
    await page.getByRole('link', { name: 'end' }).focus();
    await page.keyboard.press('Enter');
    await bay(page, 'D1w').click();
    await expect(page.getByText('measured, as “24"”')).toBeVisible();
    await expect(page.getByLabel('Depth, shallowest')).toHaveValue('29 mm');
  });

  test('on a phone with thumbs: the pad, the same as the mirror, flags; nothing wider or out of reach', async ({
    page,
  }) => {
    await page.setViewportSize({ width: 375, height: 700 });
    await newConversion(page, 'Thumbs', 'Compact van');
    await page.getByRole('link', { name: 'Round', exact: true }).click();
    for (const key of ['6', '1', '5']) await page.getByRole('button', { name: key, exact: true }).click();
    await page.getByRole('button', { name: 'next', exact: true }).click();
    await page.getByRole('button', { name: 'flag', exact: true }).click();
    await expect(page.getByRole('button', { name: 'flagged', exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'next bay' }).click();
    await page.getByRole('button', { name: 'next bay' }).click();
    await expect(page.getByRole('heading', { name: 'D2w' })).toBeVisible();
    await page.getByRole('button', { name: /as mirror D1w/ }).click();
    await page.getByRole('button', { name: 'back' }).click();
    await expect(page.getByText('measured 615 mm')).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(376);
    for (const name of ['next bay', 'flag', 'photo'])
      await expect(page.getByRole('button', { name }).first()).toBeInViewport();
    await accessible(page);
  });

  test('goes on while the server is away, and all of it arrives once when it is back', async ({ page }) => {
    const folder = mkdtempSync(path.join(tmpdir(), 'overcoat-round-'));
    let away = await startApp(folder);
    const { url, port } = away;
    try {
      const made = await (
        await fetch(`${url}/api/conversions`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ name: 'Away', pattern: 'long high-roof' }),
        })
      ).json();
      await page.goto(`${url}/c/${made.id}/round`);
      const bays: string[] = [];
      await expect(page.getByRole('heading', { level: 2 })).toBeVisible();
      for (let round = 0; round < 2; round++) {
        // Struck down in the middle of a save.
        setTimeout(() => away.child.kill('SIGKILL'), 60);
        for (let i = 0; i < 40; i++) {
          const name = await page
            .getByRole('heading', { level: 2 })
            .evaluate(h => h.firstChild!.textContent!);
          if (!bays.includes(name)) bays.push(name);
          if (i % 8 === 0) await page.getByRole('button', { name: 'flag', exact: true }).click();
          await page.getByRole('button', { name: /^as assumed/ }).click();
        }
        await expect(page.locator('[data-round] [data-save]')).toHaveAttribute('data-save', 'offline');
        await expect(page.getByText(/server away: \d+ kept here/)).toBeVisible();
        away = await startApp(folder, { port });
        await expect(page.locator('[data-round] [data-save]')).toHaveAttribute('data-save', 'saved');
      }
      const held = await (await fetch(`${url}/api/conversions/${made.id}`)).json();
      const all = held.design.shell.zones.flatMap((z: { bays: { id: string }[] }) => z.bays);
      const sizes = bays.flatMap(name => {
        const b = all.find((o: { id: string }) => o.id === name);
        return ['width', 'height', 'depthMin', 'depthMax'].map(f => b[f]);
      });
      expect(sizes).toHaveLength(80);
      expect(sizes.filter(m => m.basis === 'measured')).toHaveLength(80);
      expect(held.revision).toBe(81);
      await expect(page.getByText('all saved')).toBeVisible();
      const { entries } = await (await fetch(`${url}/api/conversions/${made.id}/log`)).json();
      const flags = entries.map((e: { entry: { place: { bay: string } } }) => e.entry.place.bay);
      expect(flags).toEqual([0, 2, 4, 6, 8, 10, 12, 14, 16, 18].map(i => bays[i]));
    } finally {
      away.child.kill('SIGKILL');
      rmSync(folder, { recursive: true, force: true });
    }
  });
});

test.describe('no serious violation in any state of the survey', () => {
  test('unfolded, to arrange, and folded, with the bay’s card open and the files', async ({ page }) => {
    await survey(page);
    await bay(page, 'R5w').click();
    await unfold(page, 'Shape');
    await unfold(page, 'Change the bays');
    for (const look of ['unfolded', 'unfolded, to arrange', 'folded van']) {
      await page.getByLabel('How to look at it').selectOption(look);
      await accessible(page);
    }
    await tab(page, 'In & out').click();
    await accessible(page);
  });
});
