import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { demoDesigns } from '@overcoat/core/demo';
import { evaluate } from '@overcoat/core/evaluate';
import { makeLibrary } from '@overcoat/core/materials';
import type { Design } from '@overcoat/core/model';
import { chromium as browserType } from '@playwright/test';
import { chromium, chromiumFlags } from '../scripts/chromium.mjs';
import { answered } from './answered.ts';
import { type Figure, figure, mediansOf, quantile } from './measure.ts';
import { start, stop } from './server.ts';

interface Chunk {
  file: string;
  imports?: string[];
  isEntry?: boolean;
}

/** Script of the first load, and how long an edit in Build-ups takes to reach the screen. */
export async function pageFigures(): Promise<Figure[]> {
  return [firstLoad(), await editToPaint()];
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
