import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { demoDesigns } from '@overcoat/core/demo';
import { evaluate } from '@overcoat/core/evaluate';
import { makeLibrary } from '@overcoat/core/materials';
import type { Design } from '@overcoat/core/model';
import { chromium as browserType, type Page } from '@playwright/test';
import { chromium, chromiumFlags } from '../scripts/chromium.mjs';
import { answered } from './answered.ts';
import { type Figure, figure, mediansOf, quantile } from './measure.ts';
import { perigee, start, stop } from './server.ts';

interface Chunk {
  file: string;
  imports?: string[];
  isEntry?: boolean;
}

/** Script of the first load, how long an edit in Build-ups takes to reach the screen and another window's, and how long a search keeps the page from answering. */
export async function pageFigures(): Promise<Figure[]> {
  return [
    firstLoad(),
    await editToPaint(),
    await toOtherWindow(),
    await inSecondBrowser(),
    ...(await whileSearching()),
  ];
}

/** Everything the list of conversions needs: the entry, its route and what both import. */
function firstLoad(): Figure {
  const manifest = JSON.parse(readFileSync('web/dist/.vite/manifest.json', 'utf8')) as Record<string, Chunk>;
  const files = new Set<string>();
  const visit = (key: string) => {
    const chunk = manifest[key]!;
    if (files.has(chunk.file)) return;
    files.add(chunk.file);
    for (const next of chunk.imports ?? []) visit(next);
  };
  visit('index.html');
  visit('src/views/conversions/ConversionsPage.tsx');
  let zipped = 0;
  for (const file of files) {
    const bytes = readFileSync(path.join('web/dist', file));
    zipped += gzipSync(bytes).length / 1000;
  }
  return figure(
    'script of the first load, gzipped',
    zipped,
    'kB',
    { name: 'what it may be, kB', value: 170 },
    1,
  );
}

/** What the edit asks the core for, ms. */
function evaluateOnce(): number {
  const library = makeLibrary();
  const [perigee] = demoDesigns(library) as [Design];
  return mediansOf([() => answered(evaluate(perigee, perigee.variants[0]!.design, library))])[0]!;
}

async function editToPaint(): Promise<Figure> {
  const folder = mkdtempSync(path.join(tmpdir(), 'overcoat-bench-'));
  const { url, child } = await start(folder);
  const browser = await browserType.launch({
    executablePath: chromium,
    args: chromiumFlags,
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(url);
    await page.getByRole('link', { name: 'Perigee', exact: true }).click();
    await page.getByRole('link', { name: 'Build-ups' }).click();
    await page.locator('[data-bay="L3u"]').click();
    const times = await page.evaluate(async () => {
      const painted = () => new Promise<void>(resolve => requestAnimationFrame(() => setTimeout(resolve)));
      const edits: number[] = [];
      const idle: number[] = [];
      for (let i = 0; i < 30; i++) {
        const select = document.querySelector<HTMLSelectElement>('select[aria-label^="Thickness of PIR"]')!;
        const heat = () => document.querySelectorAll('section[aria-label="Ledger"] button')[2]!.textContent;
        const before = heat();
        const from = performance.now();
        select.selectedIndex = i % 2;
        select.dispatchEvent(new Event('change', { bubbles: true }));
        await painted();
        edits.push(performance.now() - from);
        if (heat() === before) throw new Error('The edit did not reach the ledger.');
        await new Promise(resolve => setTimeout(resolve, 120));
        idle.push(
          await new Promise<number>(resolve =>
            requestAnimationFrame(at => requestAnimationFrame(next => resolve(next - at))),
          ),
        );
      }
      return { edits: edits.slice(5), idle: idle.slice(5) };
    });
    const p50 = quantile(times.edits, 0.5);
    return figure(
      'edit in Build-ups to repaint of all that depends on it, median',
      p50,
      'ms',
      {
        name: 'evaluate of the van and three idle frames, ms',
        value: evaluateOnce() + 3 * quantile(times.idle, 0.5),
      },
      1,
    );
  } finally {
    await browser.close();
    await stop(child);
    rmSync(folder, { recursive: true });
  }
}

/** How long until another window shows an edit, against how long until it is saved. */
/** From a page's first paint until its figures are settled, in a browser that has computed nothing: another has, and the server kept it. */
async function inSecondBrowser(): Promise<Figure> {
  const folder = mkdtempSync(path.join(tmpdir(), 'overcoat-bench-'));
  const { url, child } = await start(folder);
  const browser = await browserType.launch({ executablePath: chromium, args: chromiumFlags });
  /** Until nothing is greyed, ms after the first paint. */
  const settled = async (): Promise<number> => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.goto(`${url}/c/${(await perigee(url)).id}/build-ups`);
    await page.waitForFunction(() => {
      const ledger = document.querySelector('[aria-label="Ledger"]');
      return ledger && /£\d/.test(ledger.textContent ?? '') && !ledger.querySelector('.italic');
    });
    const ms = await page.evaluate(
      () => performance.now() - performance.getEntriesByName('first-contentful-paint')[0]!.startTime,
    );
    await new Promise(resolve => setTimeout(resolve, 1500));
    await context.close();
    return ms;
  };
  try {
    const computed = await settled();
    const kept: number[] = [];
    for (let i = 0; i < 5; i++) kept.push(await settled());
    return figure(
      'figures settled in a second browser, after its first paint',
      quantile(kept, 0.5),
      'ms',
      { name: 'in the first, which computed them, ms', value: computed },
      0.5,
    );
  } finally {
    await browser.close();
    await stop(child);
    rmSync(folder, { recursive: true });
  }
}

async function toOtherWindow(): Promise<Figure> {
  const folder = mkdtempSync(path.join(tmpdir(), 'overcoat-bench-'));
  const { url, child } = await start(folder);
  const browser = await browserType.launch({ executablePath: chromium, args: chromiumFlags });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.goto(url);
    await page.getByRole('link', { name: 'Perigee', exact: true }).click();
    await page.getByRole('link', { name: 'Build-ups' }).click();
    await page.locator('[data-bay="L3u"]').click();
    const other = await context.newPage();
    await other.goto(page.url());
    for (const p of [page, other]) await p.locator('[data-revision]').waitFor();
    await page.waitForTimeout(5000);
    // When the bar of a window tells of a later revision.
    const told = (p: Page) =>
      p.evaluate(
        () =>
          new Promise<number>(resolve => {
            const bar = document.querySelector('[data-revision]')!;
            const before = bar.getAttribute('data-revision');
            const watch = new MutationObserver(() => {
              if (bar.getAttribute('data-revision') === before) return;
              watch.disconnect();
              resolve(performance.timeOrigin + performance.now());
            });
            watch.observe(bar, { attributes: true });
          }),
      );
    const [saves, shown]: number[][] = [[], []];
    for (let i = 0; i < 12; i++) {
      const [here, there] = [told(page), told(other)];
      const from = await page.evaluate(n => {
        const select = document.querySelector<HTMLSelectElement>('select[aria-label^="Thickness of PIR"]')!;
        const at = performance.timeOrigin + performance.now();
        select.selectedIndex = n % 2;
        select.dispatchEvent(new Event('change', { bubbles: true }));
        return at;
      }, i);
      saves!.push((await here) - from);
      shown!.push((await there) - from);
    }
    return figure(
      'an edit until another window shows it, median',
      quantile(shown!, 0.5),
      'ms',
      { name: 'until it is saved, median, ms', value: quantile(saves!, 0.5) },
      10,
    );
  } finally {
    await browser.close();
    await stop(child);
    rmSync(folder, { recursive: true });
  }
}

/** Of a search, what is looked at: its start is a click, which the page may take its time for, s. */
const LOOKED_AT = { from: 1, for: 8 };

/** The longest time the page does not answer while sheets are searched and while the best is chosen, against frames at rest. */
async function whileSearching(): Promise<Figure[]> {
  const folder = mkdtempSync(path.join(tmpdir(), 'overcoat-bench-'));
  const { url, child } = await start(folder);
  const browser = await browserType.launch({ executablePath: chromium, args: chromiumFlags });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(url);
    await page.getByRole('link', { name: 'Perigee', exact: true }).click();
    await page.getByRole('link', { name: /^Cut & buy/ }).click();
    await page.getByRole('button', { name: 'Search 30 s more' }).waitFor({ timeout: 120_000 });
    const sheets = await blocked(page, 'Search 30 s more');
    await page.getByRole('button', { name: 'Stop searching' }).click();
    await page.getByRole('link', { name: /^Compare/ }).click();
    await page.locator('button:text-is("Find the best"):enabled').waitFor({ timeout: 240_000 });
    await page.waitForTimeout(15_000);
    const choosing = await blocked(page, 'Find the best');
    return [['sheets are searched', sheets] as const, ['the best is chosen', choosing] as const].map(
      ([what, { longest, share, frame }]) =>
        figure(
          `longest task of the page while ${what} (${Math.round(share * 100)} % of the time in tasks over 50 ms)`,
          longest,
          'ms',
          { name: 'three frames at rest, ms', value: 3 * frame },
          1,
        ),
    );
  } finally {
    await browser.close();
    await stop(child);
    rmSync(folder, { recursive: true });
  }
}

/** What the page does from a button's press: its longest task, the share of long ones, and a frame at rest before it, ms. */
const blocked = (page: Page, button: string) =>
  page.evaluate(
    async ({ button, from, seconds }) => {
      const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms));
      const gaps = async (ms: number) => {
        const all: number[] = [];
        let last = await new Promise<number>(requestAnimationFrame);
        for (const end = last + ms; last < end; ) {
          const at = await new Promise<number>(requestAnimationFrame);
          all.push(at - last);
          last = at;
        }
        return all.sort((a, b) => a - b);
      };
      const rest = await gaps(600);
      const tasks: number[] = [];
      const observer = new PerformanceObserver(list => {
        for (const { duration } of list.getEntries()) tasks.push(duration);
      });
      [...document.querySelectorAll('button')].find(b => b.textContent === button)!.click();
      await wait(from * 1000);
      observer.observe({ type: 'longtask' });
      const moving = await gaps(seconds * 1000);
      observer.disconnect();
      // Where no task was long enough to be told, the longest frame bounds it.
      const longest = tasks.length > 0 ? Math.max(...tasks) : Math.min(50, moving.at(-1)!);
      const share = tasks.reduce((a, b) => a + b, 0) / (seconds * 1000);
      return { longest, share, frame: rest[Math.floor(rest.length / 2)]! };
    },
    { button, from: LOOKED_AT.from, seconds: LOOKED_AT.for },
  );
