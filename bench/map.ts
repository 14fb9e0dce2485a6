import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { newDesign } from '@overcoat/core/buildup';
import { toDesignFile } from '@overcoat/core/formats';
import type { Design, Shell, Zone } from '@overcoat/core/model';
import { chromium as browserType, type Page } from '@playwright/test';
import { chromium, chromiumFlags } from '../scripts/chromium.mjs';
import { type Figure, figure, quantile } from './measure.ts';
import { start, stop } from './server.ts';

/** The unfolded shell with 400 bays in Chromium: frames while it is zoomed and panned, and how fast a bay is chosen. */
export async function mapFigures(): Promise<Figure[]> {
  const folder = mkdtempSync(path.join(tmpdir(), 'overcoat-bench-'));
  const { url, child } = await start(folder);
  const browser = await browserType.launch({ executablePath: chromium, args: chromiumFlags });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const design = many();
    const answer = await page.request.post(`${url}/api/import`, { data: toDesignFile(design, [], [], []) });
    const { conversion } = await answer.json();
    await page.goto(`${url}/c/${conversion.id}/survey`);
    await page.locator('[data-bay]').first().waitFor();
    await page.waitForTimeout(1500);
    const bays = await page.locator('[data-bay]').count();
    const idle = await frames(page, 'rest');
    const panned = await frames(page, 'pan');
    const zoomed = await frames(page, 'zoom');
    const chosen = await selection(page);
    const frame = (name: string, times: number[]) => {
      const p50 = quantile(times, 0.5);
      return figure(
        `map of ${bays} bays: a frame while it is ${name}, median (95 %: ${quantile(times, 0.95).toFixed(1)} ms)`,
        p50,
        'ms',
        { name: 'a frame at rest, ms', value: quantile(idle, 0.5) },
        1.1,
      );
    };
    const p50 = quantile(chosen, 0.5);
    return [
      frame('panned', panned),
      frame('zoomed', zoomed),
      figure(
        `map of ${bays} bays: a bay chosen, to repaint, median`,
        p50,
        'ms',
        { name: 'a frame at rest, ms', value: quantile(idle, 0.5) },
        3,
      ),
    ];
  } finally {
    await browser.close();
    await stop(child);
    rmSync(folder, { recursive: true });
  }
}

/** Times between frames while something moves, ms. */
const frames = (page: Page, what: 'rest' | 'pan' | 'zoom') =>
  page.evaluate(async what => {
    const view = document.querySelector<HTMLElement>('[data-zoom]')!;
    if (what === 'pan') {
      for (let i = 0; i < 4; i++)
        document.querySelector<HTMLElement>('button[aria-label="Zoom in"]')!.click();
      await new Promise(resolve => setTimeout(resolve, 600));
    }
    const box = view.getBoundingClientRect();
    const times: number[] = [];
    let last = await new Promise<number>(requestAnimationFrame);
    for (let i = 0; i < 90; i++) {
      if (what === 'pan') view.scrollBy(i % 60 < 30 ? 9 : -9, i % 60 < 30 ? 7 : -7);
      if (what === 'zoom')
        view.dispatchEvent(
          new WheelEvent('wheel', {
            ctrlKey: true,
            deltaY: i % 40 < 20 ? -12 : 12,
            clientX: box.left + 200,
            clientY: box.top + 150,
            bubbles: true,
            cancelable: true,
          }),
        );
      const now = await new Promise<number>(requestAnimationFrame);
      times.push(now - last);
      last = now;
    }
    return times.slice(5);
  }, what);

/** From the press on a bay to the frame that shows it chosen, ms. */
const selection = (page: Page) =>
  page.evaluate(async () => {
    await new Promise(resolve => setTimeout(resolve, 600));
    const bays = [...document.querySelectorAll<SVGElement>('[data-bay]')];
    const times: number[] = [];
    for (let i = 0; i < 25; i++) {
      const bay = bays[(i * 37) % bays.length]!;
      const from = performance.now();
      bay.dispatchEvent(new MouseEvent('click', { bubbles: true }));
      await new Promise<void>(resolve => requestAnimationFrame(() => setTimeout(resolve)));
      times.push(performance.now() - from);
      if (bay.getAttribute('aria-selected') !== 'true') throw new Error('The bay was not chosen.');
      await new Promise(resolve => setTimeout(resolve, 60));
    }
    return times.slice(5);
  });

/** A van of 400 bays: its walls, ceiling and floor cut into many stations. */
function many(): Design {
  const design = newDesign('Four hundred', 'long high-roof');
  const keep = new Set(['F', 'L', 'C', 'R']);
  const zones = design.shell.zones.filter(z => keep.has(z.id)).map(z => cut(z, 37, z.id === 'F' ? 2 : 3));
  const shell: Shell = { ...design.shell, zones };
  return { ...design, shell };
}

function cut(zone: Zone, stations: number, strips: number): Zone {
  const like = zone.bays.filter(b => b.station === zone.bays[0]!.station);
  const bays = Array.from({ length: stations * strips }, (_, i) => {
    const [station, strip] = [Math.floor(i / strips) + 1, (i % strips) + 1];
    const model = like[(strip - 1) % like.length]!;
    return {
      ...model,
      id: `${zone.id}${station}s${strip}`,
      station,
      strip,
      width: { ...model.width, value: 0.06 },
    };
  });
  const rib = zone.ribs[0]!;
  const ribs = Array.from({ length: stations - 1 }, (_, s) => ({
    ...rib,
    id: `${zone.id}r${s + 1}`,
    after: s + 1,
    width: { ...rib.width, value: 0.03 },
  }));
  return { ...zone, bays, ribs, openings: [], pockets: [], keepClears: [], features: [], points: [] };
}
