import { expect, type Page, test } from './app.ts';
import { accessible, bay, figure, newConversion, noted, saved, stage } from './helpers.ts';

const sound = async (page: Page, name = 'Perigee') => {
  await page.goto('/');
  await page.getByRole('link', { name, exact: true }).click();
  await stage(page, 'Sound');
  await expect(page.getByTestId('sound-verdict')).toContainText('dB');
};
const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const level = async (page: Page) =>
  Number(((await figure(page, 'quiet').textContent()) ?? '').replace('−', '-').replace(' dB', ''));

test('a bay by keyboard only: the next best sheet, moved, turned and taken off, undone, still there after a reload', async ({
  page,
}) => {
  await newConversion(page, 'Quiet', 'Compact van');
  await stage(page, 'Sound');
  await expect(page.getByTestId('sound-verdict')).toContainText('drums as bare metal');
  await bay(page, 'L2w').focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add the next best sheet' }).focus();
  await page.keyboard.press('Enter');
  const sheet = page.getByRole('button', { name: /^Sheet s1,/ });
  await expect(sheet).toBeVisible();
  const from = page.getByLabel('from front');
  const before = await from.inputValue();
  await sheet.focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press(']');
  await expect(sheet).toHaveAttribute('aria-label', /turned 5°/);
  await page.keyboard.press('[');
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(from).not.toHaveValue(before);
  await saved(page);
  await page.reload();
  await bay(page, 'L2w').click();
  await expect(page.getByRole('button', { name: /^Sheet s1,/ })).toBeVisible();
  await page.getByRole('button', { name: /^Sheet s1,/ }).focus();
  await page.keyboard.press('Delete');
  await expect(page.getByText('Nothing is stuck here')).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(page.getByRole('button', { name: /^Sheet s1,/ })).toBeVisible();
});

test('a sheet is dragged, and refused in one sentence when it is larger than its bay', async ({ page }) => {
  await sound(page);
  await bay(page, 'L3m').click();
  const sheet = page.getByRole('button', { name: /^Sheet s1,/ });
  await sheet.focus();
  const up = page.getByLabel('from below');
  const before = await up.inputValue();
  const box = (await sheet.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 - 25, { steps: 4 });
  await page.mouse.up();
  await expect(up).not.toHaveValue(before);
  await expect(page.getByText('laid by hand')).toBeVisible();
  const wide = page.getByLabel('wide', { exact: true });
  await wide.fill('900');
  await wide.press('Enter');
  await expect(page.getByText(/Bay L3m is 418 mm there: a sheet may be no larger/)).toBeVisible();
  await wide.press('Escape');
  await accessible(page);
  // Build-ups knows it, and a share chosen there lays every bay anew.
  await stage(page, 'Build-ups');
  await bay(page, 'L3m').click();
  await expect(page.getByText(/really \d+ %, 1 bay by hand/)).toBeVisible();
  await page.getByLabel('Share of the panel covered').selectOption('40 % of the panel');
  await expect(page.getByText(/by hand/)).toHaveCount(0);
});

test('the whole van: the curve, a plan for so many kilograms, and the same quiet for less', async ({
  page,
}) => {
  await sound(page);
  await tab(page, 'Whole van');
  await expect(page.getByRole('row', { name: /everything/ })).toContainText('kg');
  await expect(page.getByText(/As quiet as a quarter everywhere/)).toBeVisible();
  const was = await level(page);
  const field = page.getByLabel('sheets to carry');
  await field.fill('30');
  await field.press('Enter');
  await page.getByRole('button', { name: 'Take the plan for 30.0 kg' }).click();
  await expect.poll(() => level(page)).toBeLessThan(was - 2);
  await page.getByRole('link', { name: 'The sheet plan to print' }).click();
  await expect(page.getByRole('heading', { name: 'Sheet plan: Perigee, Board and foil' })).toBeVisible();
  await expect(page.getByText(/\d+ boxes of Butyl damping sheet/)).toBeVisible();
  await expect(page.getByText('wind the window down').first()).toBeVisible();
  await accessible(page);
  await saved(page);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect.poll(() => level(page)).toBeCloseTo(was, 1);
});

test('a knock: made up, read, kept in the log, and the model goes by it', async ({ page }) => {
  await sound(page);
  await bay(page, 'L4m').click();
  await expect(page.getByText('assumed, not knocked')).toBeVisible();
  await tab(page, 'Knock');
  await page.getByRole('button', { name: 'Take a simulated one' }).click();
  await expect(page.getByTestId('knock-against')).toContainText('too');
  await expect(page.getByRole('img', { name: /The recording round the knock/ })).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: /^Keep in the log: L4m as found/ }).click();
  await expect(page.getByText('the model goes by it now')).toBeVisible();
  await noted(page);
  await page.reload();
  await bay(page, 'L4m').click();
  await expect(page.getByText('from its recorded knock')).toBeVisible();
  await tab(page, 'Knock');
  await page.getByText('L4m as found').click();
  await page.getByRole('button', { name: 'Look at the one kept' }).click();
  await expect(page.getByRole('img', { name: /The recording round the knock/ })).toBeVisible();
  await stage(page, 'Survey');
  await page.getByRole('tab', { name: 'Log' }).click();
  await expect(page.getByText(/knocked: \w+, \d+ tones recorded/).first()).toBeVisible();
});

test('what is no knock is told in one sentence, and nothing is lost', async ({ page }) => {
  await sound(page);
  await bay(page, 'L4m').click();
  await tab(page, 'Knock');
  const load = (name: string, bytes: Buffer) =>
    page.getByLabel('Recording of a knock').setInputFiles({ name, mimeType: 'audio/wav', buffer: bytes });
  const alert = page.getByRole('tabpanel').getByRole('alert');
  await load('photo.wav', Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(64)]));
  await expect(alert).toContainText('is no sound, whatever its name says');
  await load('silence.wav', wav(new Float32Array(44_100)));
  await expect(alert).toContainText('silent');
  await load('hum.wav', wav(Float32Array.from({ length: 88_200 }, (_, i) => 0.3 * Math.sin(i / 20))));
  await expect(alert).toContainText('no knock');
  await load(
    'clipped.wav',
    wav(
      Float32Array.from({ length: 88_200 }, (_, i) =>
        i < 20_000 ? 0 : Math.max(-1, Math.min(1, 3 * Math.exp(-(i - 20_000) / 20_000) * Math.sin(i / 70))),
      ),
    ),
  );
  await expect(alert).toContainText('clipped');
});

test('outside noise and echo, each by its own figures and a sentence; rain before and after', async ({
  page,
}) => {
  await sound(page);
  await tab(page, 'Outside');
  await expect(page.getByTestId('outside-says')).toContainText('the lining’s own dip');
  await expect(page.getByRole('img', { name: /Transmission loss by octave/ })).toBeVisible();
  await tab(page, 'Echo');
  await expect(page.getByTestId('echo-says')).toContainText(/lasts .* s in the bare van/);
  await tab(page, 'Listen');
  await page.getByRole('button', { name: 'Make it rain' }).click();
  await expect(page.getByRole('button', { name: 'Play rain on the roof, after' })).toBeVisible();
  await accessible(page);
});

/** One channel at 44.1 kHz, 16 bits. */
function wav(samples: Float32Array): Buffer {
  const out = Buffer.alloc(44 + 2 * samples.length);
  out.write('RIFF', 0);
  out.writeUInt32LE(36 + 2 * samples.length, 4);
  out.write('WAVEfmt ', 8);
  out.writeUInt32LE(16, 16);
  out.writeUInt16LE(1, 20);
  out.writeUInt16LE(1, 22);
  out.writeUInt32LE(44_100, 24);
  out.writeUInt32LE(88_200, 28);
  out.writeUInt16LE(2, 32);
  out.writeUInt16LE(16, 34);
  out.write('data', 36);
  out.writeUInt32LE(2 * samples.length, 40);
  for (const [i, v] of samples.entries()) out.writeInt16LE(Math.round(v * 32_767), 44 + 2 * i);
  return out;
}
