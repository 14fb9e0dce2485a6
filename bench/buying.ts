import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { demoDesigns } from '@overcoat/core/demo';
import { evaluate } from '@overcoat/core/evaluate';
import { makeLibrary } from '@overcoat/core/materials';
import type { Design } from '@overcoat/core/model';
import { dueFor, shopsOf } from '@overcoat/core/order/buying';
import { Ordering, USUAL_PAY } from '@overcoat/core/order/pipeline';
import { chromium as browserType, type Page } from '@playwright/test';
import { chromium, chromiumFlags } from '../scripts/chromium.mjs';
import { answered } from './answered.ts';
import { type Figure, figure, mediansOf, quantile } from './measure.ts';
import { start, stop } from './server.ts';

/** The whole order after an edit, and how its view opens with a full workshop. */
export async function buyingFigures(): Promise<Figure[]> {
  return [ordered(), await opened()];
}

/** From pieces as they lie to everything that is bought, by when, against one evaluation. */
function ordered(): Figure {
  const library = makeLibrary();
  const [design] = demoDesigns(library) as [Design];
  const { shell, ready } = design;
  const placement = design.variants[0]!.design;
  const ordering = new Ordering(shell, placement, library, { ...USUAL_PAY, ready });
  const pieces = ordering.searches.flatMap(({ group }) => group.pieces);
  const pace = { start: '2026-06-01', hours: 6, days: 'weekends' as const };
  const order = () => {
    const { lines, stages } = ordering.paid();
    const van = { id: 'a', name: '', needs: [], hours: new Map(stages), pieces, shell, pace };
    return dueFor(lines, [van], shopsOf(lines, [], library));
  };
  const [own, one] = mediansOf([order, () => answered(evaluate(design, placement, library))], 40, 20);
  return figure(
    'the whole order of the demo van, its pieces cut and laid',
    own!,
    'ms',
    { name: 'one evaluation of it, ms', value: one! },
    1,
  );
}

/** The view with 500 things in stock and 20 vans against the one with neither, each opened anew. */
async function opened(): Promise<Figure> {
  const [bare, full] = [await opening(0, 0), await opening(18, 500)];
  return figure(
    'everything to buy, opened with 20 vans and 500 things in stock, median',
    full,
    'ms',
    { name: 'the same with two vans and nothing in stock, ms', value: bare },
    1.5,
  );
}

async function opening(vans: number, things: number): Promise<number> {
  const folder = mkdtempSync(path.join(tmpdir(), 'overcoat-bench-'));
  const { url, child } = await start(folder);
  const browser = await browserType.launch({ executablePath: chromium, args: chromiumFlags });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const list = await (await page.request.get(`${url}/api/conversions`)).json();
    const [{ id }] = list.filter((c: { name: string }) => c.name === 'Perigee');
    for (let i = 0; i < vans; i++)
      await page.request.post(`${url}/api/conversions/${id}/copy`, { data: { name: `Van ${i}` } });
    if (things > 0) await page.request.post(`${url}/api/workshop`, { data: { entries: stock(things) } });
    const times: number[] = [];
    for (let i = 0; i < 6; i++) times.push(await ticketShown(page, `${url}/c/${id}/cut-and-buy?list=buy`));
    // The first also lays the sheets out.
    return quantile(times.slice(1), 0.5);
  } finally {
    await browser.close();
    await stop(child);
    rmSync(folder, { recursive: true });
  }
}

async function ticketShown(page: Page, address: string): Promise<number> {
  const from = performance.now();
  await page.goto(address);
  await page.getByRole('table', { name: 'To buy' }).waitFor();
  return performance.now() - from;
}

/** Supplies that were counted, and rests of a material that the demo van does not cut. */
function stock(things: number) {
  const at = '2026-05-01T08:00:00Z';
  return Array.from({ length: things }, (_, i) => ({
    id: `stock${i}`,
    at,
    fact:
      i % 2 === 0
        ? { kind: 'counted', supply: `thing-${i}`, amount: i }
        : {
            kind: 'rest kept',
            rest: `rest${i}`,
            material: 'cork-sheet',
            thickness: 0.02,
            width: 0.3 + (i % 9) / 20,
            length: 0.4,
            count: 1,
            where: 'rack',
          },
  }));
}
