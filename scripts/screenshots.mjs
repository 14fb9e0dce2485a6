import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { chromium as browserType } from '@playwright/test';
import { chromium, chromiumFlags, ensureChromium } from './chromium.mjs';
import { build, install, root, startServer } from './lib.mjs';

/** Takes one picture of each main view from the demo, into docs/screenshots or the folder named. */
await install();
await build();
if (!(await ensureChromium())) process.exit(1);
const out = path.resolve(root, process.argv[2] ?? 'docs/screenshots');
const only = process.argv[3];
mkdirSync(out, { recursive: true });
const data = path.join(root, '.cache/screenshots-data');
rmSync(data, { recursive: true, force: true });
const { url, child } = await startServer(['--demo', '--port', '0', '--data', data]);
const browser = await browserType.launch({
  executablePath: chromium,
  args: chromiumFlags,
});
const list = await (await fetch(`${url}/api/conversions`)).json();
const perigee = list.find(c => c.name === 'Perigee').id;

const choose = bay => async page => {
  await page.locator(`[data-bay="${bay}"]`).click();
};
const shots = [
  ['conversions', '/', null],
  ['survey', `/c/${perigee}/survey`, choose('L7u')],
  ['brief', `/c/${perigee}/brief`, null],
  ['build-ups', `/c/${perigee}/build-ups`, choose('L3u')],
  [
    'cold-and-damp',
    `/c/${perigee}/cold-and-damp`,
    async page => {
      await page.getByTestId('remedies').getByRole('button').nth(2).waitFor({ timeout: 90_000 });
      await page.getByText(/is tried on this van/).waitFor({ state: 'detached', timeout: 90_000 });
    },
  ],
  [
    'schools',
    `/c/${perigee}/cold-and-damp`,
    async page => {
      await page.getByRole('tab', { name: 'Schools' }).click();
      await page.getByRole('button', { name: /^Compare by the hour/ }).click();
      await page.getByTestId('advice').waitFor({ timeout: 120_000 });
      await page.getByTestId('ranking').waitFor();
    },
  ],
  [
    'year',
    `/c/${perigee}/cold-and-damp`,
    async page => {
      await page.getByRole('tab', { name: 'Year' }).click();
      await page.getByRole('button', { name: 'Compute the van’s years' }).click();
      await page.getByTestId('year').waitFor({ timeout: 60_000 });
      await page.getByRole('button', { name: 'coldest week' }).click();
      await page.getByLabel('What to show').selectOption('wet hours a year at the skin');
    },
  ],
  [
    'hot-day',
    `/c/${perigee}/cold-and-damp`,
    async page => {
      await page.getByRole('tab', { name: 'Hot day' }).click();
      await page.getByRole('table', { name: /hottest of the day/ }).waitFor({ timeout: 30_000 });
    },
  ],
  ['sound', `/c/${perigee}/sound`, choose('L3m')],
  [
    'sound-van',
    `/c/${perigee}/sound`,
    async page => {
      await page.getByRole('tab', { name: 'Whole van' }).click();
      await page.getByText('Where the first kilograms go').waitFor({ timeout: 60_000 });
    },
  ],
  [
    'compare',
    `/c/${perigee}/compare`,
    async page => {
      await page.getByRole('button', { name: 'Find the best', disabled: false }).click({ timeout: 60_000 });
      await page.getByRole('button', { name: 'Find again' }).waitFor({ timeout: 200_000 });
      await page.getByRole('button', { name: /^Draw/ }).click();
      await page.getByText('Pick along it').waitFor({ timeout: 120_000 });
      await page.getByRole('button', { name: 'Stop' }).waitFor({ state: 'detached', timeout: 200_000 });
    },
  ],
  [
    'disputes',
    `/c/${perigee}/disputes`,
    async page => {
      await page
        .getByText('In this van’s own year, by what matters in the brief.')
        .waitFor({ timeout: 120_000 });
    },
  ],
  [
    'cut-and-buy',
    `/c/${perigee}/cut-and-buy`,
    async page => {
      await page.getByText(/^Searched for/).waitFor({ timeout: 60_000 });
      await page.getByRole('option', { name: /PIR board.*40 mm/ }).click();
      await page.getByRole('button', { name: /^L7u fill/ }).click();
    },
  ],
  ['materials', `/c/${perigee}/materials`, page => page.getByRole('button', { name: /^Sheep wool/ }).click()],
  [
    'to-buy',
    `/c/${perigee}/cut-and-buy?list=buy`,
    async page => {
      await page.getByText(/Sheets as they lie\. *$/).waitFor({ timeout: 60_000 });
      await page.getByRole('button', { name: /^Aluminium foil tape/ }).click();
    },
  ],
  ['build-ups-dark', `/c/${perigee}/build-ups`, choose('F3a'), { colorScheme: 'dark' }],
  ['making-ready', `/c/${perigee}/survey`, page => page.getByRole('tab', { name: /Making ready/ }).click()],
  ['log', `/c/${perigee}/survey`, page => page.getByRole('tab', { name: 'Log' }).click()],
  ['round-phone', `/c/${perigee}/round`, null, { viewport: { width: 375, height: 700 } }],
];
for (const [name, address, act, options = {}] of shots) {
  if (only && !name.includes(only)) continue;
  const page = await browser.newPage({
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    colorScheme: 'light',
    ...options,
  });
  page.on('pageerror', error => console.error(`${name}: ${error.message}`));
  page.on('console', message => message.type() === 'error' && console.error(`${name}: ${message.text()}`));
  await page.goto(url + address);
  // The page's connection to the feed stays open, so that its network is never idle.
  if (address !== '/') await page.locator('[data-save="saved"]').first().waitFor({ timeout: 120_000 });
  if (act) await act(page);
  await page.mouse.move(640, 4);
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(250);
  // Its own year and what is to pay come some seconds after the page.
  await page.waitForFunction(
    () =>
      !/reckoning|provisional|being counted|\bcounting\b|before the last change|before: /i.test(
        document.body.textContent,
      ),
    null,
    { timeout: 60_000 },
  );
  await page.screenshot({ path: path.join(out, `${name}.png`) });
  await page.close();
}
await browser.close();
child.kill();
