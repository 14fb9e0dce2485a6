import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { applySchool, newDesign } from '@overcoat/core/buildup';
import { toDesignFile } from '@overcoat/core/formats';
import { makeLibrary } from '@overcoat/core/materials';
import type { Design, Measurement } from '@overcoat/core/model';
import { chromium as browserType, type Page } from '@playwright/test';
import { chromium, chromiumFlags } from '../scripts/chromium.mjs';
import { type Figure, figure, quantile } from './measure.ts';
import { start, stop } from './server.ts';

/** A bay chosen, to its card drawn, in a van with 100 rust spots and 200 keep-clears against one with none. */
export async function crowdFigures(): Promise<Figure[]> {
  const folder = mkdtempSync(path.join(tmpdir(), 'overcoat-bench-'));
  const { url, child } = await start(folder);
  const browser = await browserType.launch({ executablePath: chromium, args: chromiumFlags });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const timed = async (design: Design) => {
      const answer = await page.request.post(`${url}/api/import`, {
        data: toDesignFile(design, [], [], []),
      });
      const { conversion } = await answer.json();
      await page.goto(`${url}/c/${conversion.id}/survey`);
      await page.locator('[data-bay="L1u"]').click();
      await page.waitForTimeout(4000);
      return quantile(await clicks(page), 0.5);
    };
    const empty = await timed(van());
    const crowded = await timed(crowd(van()));
    return [
      figure(
        'a bay chosen among 100 rust spots and 200 keep-clears, to its card, median',
        crowded,
        'ms',
        { name: 'the same in a van without any, ms', value: empty },
        3,
      ),
    ];
  } finally {
    await browser.close();
    await stop(child);
    rmSync(folder, { recursive: true });
  }
}

/** From the press on a bay to the frame that shows its card, ms. */
const clicks = (page: Page) =>
  page.evaluate(async () => {
    const ids = ['L3w', 'L4m', 'R5u', 'C3b', 'F2a', 'L6w', 'R4m', 'C5a', 'F4b', 'L2m'];
    const times: number[] = [];
    for (let i = 0; i < 25; i++) {
      const id = ids[i % ids.length]!;
      const from = performance.now();
      document.querySelector(`[data-bay="${id}"]`)!.dispatchEvent(new MouseEvent('click', { bubbles: true }));
      do await new Promise<void>(resolve => requestAnimationFrame(() => setTimeout(resolve)));
      while (document.querySelector('aside h2')?.textContent !== id);
      times.push(performance.now() - from);
      await new Promise(resolve => setTimeout(resolve, 80));
    }
    return times.slice(5);
  });

function van(): Design {
  const design = newDesign('Crowd', 'long high-roof');
  const placed = applySchool(design.shell, 'board-foil', makeLibrary());
  const zones = design.shell.zones.map(z => ({ ...z, keepClears: [] }));
  return {
    ...design,
    shell: { ...design.shell, zones },
    variants: design.variants.map(v => ({ ...v, design: placed })),
  };
}

const mm = (value: number): Measurement => ({ basis: 'measured', value: value / 1000, entered: `${value}` });

function crowd(design: Design): Design {
  const bays = design.shell.zones.filter(z => ['F', 'L', 'C', 'R'].includes(z.id)).flatMap(z => z.bays);
  const at = (i: number) => ({ along: mm(40 + (i % 5) * 50), up: mm(40 + (i % 7) * 40) });
  const host = (i: number) => bays[i % bays.length]!.id;
  const kept = Array.from({ length: 200 }, (_, i) => ({
    id: `kept${i}`,
    bay: host(i),
    kind: 'cable route' as const,
    at: at(i),
    width: mm(20),
    height: mm(20),
    clearance: mm(5),
  }));
  const rust = Array.from({ length: 100 }, (_, i) => ({
    id: `rust${i}`,
    bay: host(i * 3),
    at: at(i),
    size: mm(20),
    grade: 'surface' as const,
    note: '',
  }));
  const zones = design.shell.zones.map(z => ({
    ...z,
    keepClears: kept.filter(k => z.bays.some(b => b.id === k.bay)),
  }));
  return { ...design, shell: { ...design.shell, zones }, ready: { ...design.ready, rust } };
}
