import { type Evaluation, UP } from '../../evaluate/index.ts';
import { figuresBy, VAN_FIGURES } from '../../figures/index.ts';
import { materialOf } from '../../materials/index.ts';
import { allScreens } from '../proposal/index.ts';
import { type DisputeQuestion, sideOf } from './asked.ts';
import type { Dispute } from './dispute.ts';

/** Steps in which money is spent on the walls. */
const STEPS = 40;

/** Whether money goes into screens for windows and cab, or into the walls; null of a van without glass or without walls. */
export function glass(asked: DisputeQuestion, now: Evaluation): Dispute | null {
  const { saves, takes } = allScreens(asked.design, now, asked.library);
  const { money: cost } = takes;
  const walls = wallsFor(asked, now, cost);
  if (cost === 0 || walls === null) return null;
  const turns = saves > 0 ? walls / saves : null;
  const base = sideOf('as it is', now, asked);
  return {
    id: 'glass',
    answer: UP * saves >= walls ? 'windows and cab' : 'walls',
    number: { what: 'screens save while they are up', unit: 'W/K', value: saves },
    sides: [
      {
        ...figuresBy(k => (VAN_FIGURES[k].better === 'less' ? base[k] + takes[k] : base[k] - takes[k])),
        name: 'windows and cab',
      },
      { ...base, name: 'walls', heat: base.heat - walls, money: base.money + cost },
    ],
    turning: {
      x: {
        what: 'of the time screens are up',
        unit: 'share',
        at: UP,
        turns: turns !== null && turns <= 1 ? turns : null,
      },
      y: { what: 'heat saved for the same money', unit: 'W/K' },
      lines: [
        { side: 'windows and cab', points: [0, 0.25, 0.5, 0.75, 1].map(x => ({ x, y: x * saves })) },
        { side: 'walls', points: [0, 0.25, 0.5, 0.75, 1].map(x => ({ x, y: walls })) },
      ],
    },
    moves: ['how much glass there is', 'how often screens are up', 'what the walls have already'],
  };
}

/** What so much money more in the clear walls, ceiling and doors would save of their own material if it found room, W/K; null without any. */
function wallsFor({ library }: DisputeQuestion, { bays, heat }: Evaluation, money: number): number | null {
  const parts = [...bays.values()].flatMap(({ bay, zone, buildUp, area }) => {
    const fill = buildUp?.layers.find(l => l.role === 'fill');
    if (!['wall', 'ceiling', 'sliding door', 'rear door'].includes(zone.kind) || fill?.role !== 'fill')
      return [];
    const { conductivity, stock } = materialOf(library, fill.material);
    const price = Math.min(...stock.map(s => s.price / (s.perPack * s.length * s.width * s.thickness)));
    return [{ area, u: heat.bays.get(bay.id)!, conductivity, price }];
  });
  if (parts.length === 0) return null;
  const us = parts.map(p => p.u);
  let saved = 0;
  // Each step where it saves most.
  for (let i = 0; i < STEPS; i++) {
    let best = { saves: 0, at: -1, u: 0 };
    parts.forEach((p, at) => {
      const more = money / STEPS / (p.price * p.area);
      const u = 1 / (1 / us[at]! + more / p.conductivity);
      const saves = p.area * (us[at]! - u);
      if (saves > best.saves) best = { saves, at, u };
    });
    if (best.at < 0) break;
    saved += best.saves;
    us[best.at] = best.u;
  }
  return saved;
}
