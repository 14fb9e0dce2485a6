import { describe, expect, it } from 'vitest';
import { evaluate } from '../evaluate/index.ts';
import type { Design, Placement } from '../model/index.ts';
import { usualPieces } from '../order/pieces/index.ts';
import { heatWorking } from '../studies/working/index.ts';
import { apply } from '../studies/working/working.ts';
import { withFront } from '../survey/patterns/index.ts';
import { library, perigee } from '../testing/index.ts';
import { layUp, ribsAs } from './index.ts';

const { shell, brief } = perigee;
const open = { ...perigee, shell: withFront(shell, 'open') };
const [{ design: placement }] = perigee.variants as [Design['variants'][0]];
const own = shell.zones.flatMap(zone => zone.openings.map(opening => ({ zone, opening })));
const [{ zone, opening }] = own.filter(o => o.zone.kind === 'wall' || o.zone.kind === 'sliding door') as [
  (typeof own)[0],
];
const put = (up: Partial<Placement>) => ({ ...placement, ...up });

describe('what is put up at night', () => {
  it('a screen stands 2 cm over its pane all round and is cut from the mat, in its zone’s money and mass', () => {
    const up = put({ screens: { [opening.id]: true } });
    const [cover, ...others] = layUp(shell, up, library).extras.filter(x => x.put);
    expect(others).toEqual([]);
    expect(cover).toMatchObject({ put: 'screen', zone: zone.id, width: opening.width.value + 0.04 });
    expect(cover!.area).toBeCloseTo((opening.width.value + 0.04) * (opening.height.value + 0.04), 9);
    const piece = usualPieces(shell, up, library).find(p => p.role === 'screen')!;
    expect(piece).toMatchObject({ material: 'screen-mat', zone: zone.id });
    const [a, b] = [placement, up].map(p => evaluate(perigee, p, library)) as [
      ReturnType<typeof evaluate>,
      ReturnType<typeof evaluate>,
    ];
    // 20 mm of 35 kg/m3.
    expect(b.load.mass - a.load.mass).toBeCloseTo(cover!.area * 0.02 * 35, 1);
    expect(b.order.cost).toBeGreaterThan(a.order.cost);
    expect(b.heat.loss).toBe(a.heat.loss);
    expect(a.heat.saved).toBe(0);
    // The pane of 1/U = Rse + core + Rsi loses so much less with 0.6 m2K/W more.
    const u = b.heat.zones.find(z => z.zone.id === zone.id)!.openings.find(o => o.id === opening.id)!;
    expect(b.heat.saved).toBeCloseTo(u.area * (u.uValue - 1 / (1 / u.uValue + 0.6)), 9);
  });
  it('a pane that can have no screen gets none, nor one that is gone', () => {
    const none = {
      ...shell,
      zones: shell.zones.map(z => ({
        ...z,
        openings: z.openings.map(o => ({ ...o, screen: 'none' as const })),
      })),
    };
    const up = put({ screens: { [opening.id]: true, gone: true } });
    expect(layUp(none, up, library).extras.filter(x => x.put)).toEqual([]);
    expect(evaluate({ shell: none, brief }, up, library).heat.saved).toBe(0);
  });
  it('a curtain is half as wide again as the passage, saves as a van surveyed with it does, and hangs only where it closes more', () => {
    const up = put({ curtain: 'heavy curtain' });
    const cover = layUp(open.shell, up, library).extras.find(x => x.put === 'curtain')!;
    expect(cover.width).toBeCloseTo(1.5 * shell.cab!.passage.width.value, 9);
    const e = evaluate(open, up, library);
    const hung = evaluate({ shell: withFront(shell, 'heavy curtain'), brief }, placement, library);
    expect(e.heat.loss - e.heat.saved).toBeCloseTo(hung.heat.loss, 9);
    expect(e.heat.saved).toBeGreaterThan(1);
    for (const front of ['heavy curtain', 'bulkhead'] as const) {
      const closed = withFront(shell, front);
      expect(layUp(closed, up, library).extras.some(x => x.put)).toBe(false);
      expect(evaluate({ shell: closed, brief }, up, library).heat.saved).toBe(0);
    }
  });
});

describe('ribs of a variant', () => {
  const ribbed = shell.zones.find(z => z.kind === 'wall' && z.ribs.length > 0)!;
  it('are stuffed or clear in that variant alone, whatever was surveyed; pillars and what holds something stay', () => {
    const [stuffed, clear] = (['stuffed', 'clear'] as const).map(
      as => ribsAs(shell, { ribs: { [ribbed.id]: as } }).zones.find(z => z.id === ribbed.id)!.pockets,
    ) as [typeof ribbed.pockets, typeof ribbed.pockets];
    for (const p of stuffed)
      expect(p.fill, p.id).toBe(
        p.kind === 'rib' ? p.holds === 'nothing' : ribbed.pockets.find(o => o.id === p.id)!.fill,
      );
    expect(new Set(stuffed.filter(p => p.kind === 'rib').map(p => p.after)).size).toBe(ribbed.ribs.length);
    expect(clear.every(p => p.kind !== 'rib' || !p.fill)).toBe(true);
    expect(ribsAs(shell, {})).toBe(shell);
  });
  it('lose less heat stuffed than clear', () => {
    const ribs = (as: 'stuffed' | 'clear') =>
      evaluate(perigee, put({ ribs: { [ribbed.id]: as } }), library).heat.zones.find(
        z => z.zone.id === ribbed.id,
      )!.ribs;
    expect(ribs('stuffed')).toBeLessThan(ribs('clear'));
  });
});

it('the working of the heat loss comes to the same with what is put up as without', () => {
  const up = put({ screens: { [opening.id]: true }, curtain: 'heavy curtain' });
  const e = evaluate(open, up, library);
  const { steps, result } = heatWorking(e);
  const values = new Map<string, number>();
  for (const s of steps)
    values.set(
      s.id,
      s.op === 'given'
        ? s.value
        : apply(
            s.op,
            s.of.map(id => values.get(id)!),
          ),
    );
  expect(values.get(result)).toBeCloseTo(e.heat.asUsed, 6);
  expect(e.heat.asUsed).toBeCloseTo((e.heat.loss + (e.heat.loss - e.heat.saved)) / 2, 9);
});
