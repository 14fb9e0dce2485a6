import { evaluate } from '../evaluate.ts';
import { type Library, materialOf } from '../materials/index.ts';
import { buildUpOf, type Design, type Placement } from '../model/index.ts';

/** What one change does to a bay's first winter. */
export interface Effect {
  change: string;
  /** kg/m2 as it is, and after the change. */
  peak: number;
  after: number;
  /** Days for 100 g/m2 to dry, after the change. */
  days: number;
}

/** Single changes to brief and build-up, strongest first: what moves the water behind a bay most. */
export function sensitivity(
  design: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  bayId: string,
  library: Library,
): Effect[] {
  const { shell, brief } = design;
  const moisture = (b: typeof brief, p: Placement) =>
    evaluate({ shell, brief: b }, p, library).bays.get(bayId)?.moisture;
  const base = moisture(brief, placement);
  const zone = shell.zones.find(z => z.bays.some(b => b.id === bayId));
  const buildUp = zone && buildUpOf(placement, zone.id, bayId);
  if (!base || !buildUp) return [];
  const own = (change: Partial<typeof buildUp>): Placement => ({
    ...placement,
    buildUps: placement.buildUps.map(b => (b.id === buildUp.id ? { ...b, ...change } : b)),
  });
  const nights = (by: number) => {
    const clamp = (n: number) => Math.max(0, Math.min(7, n + by));
    const n = brief.nights;
    return { winter: clamp(n.winter), spring: clamp(n.spring), summer: n.summer, autumn: clamp(n.autumn) };
  };
  const tries: [string, typeof brief, Placement][] = [
    [
      'fresh air half as much again',
      { ...brief, ventilation: Math.min(100, brief.ventilation * 1.5) },
      placement,
    ],
    ['fresh air halved', { ...brief, ventilation: Math.max(1, brief.ventilation / 2) }, placement],
    ['a night a week less', { ...brief, nights: nights(-1) }, placement],
    ['a night a week more', { ...brief, nights: nights(1) }, placement],
    ['one person more', { ...brief, people: Math.min(8, brief.people + 1) }, placement],
  ];
  if (buildUp.seams === 'taped')
    tries.push(
      ['every seam closed', brief, own({ sealQuality: 1 })],
      ['a tenth more seams missed', brief, own({ sealQuality: Math.max(0, buildUp.sealQuality - 0.1) })],
    );
  const fill = buildUp.layers.findLast(l => l.role === 'fill');
  if (fill?.role === 'fill') {
    const thinner = materialOf(library, fill.material)
      .stock.map(s => s.thickness)
      .filter(t => t < fill.thickness)
      .sort((a, b) => b - a)[0];
    if (thinner !== undefined)
      tries.push([
        'fill one size thinner',
        brief,
        own({ layers: buildUp.layers.map(l => (l === fill ? { ...fill, thickness: thinner } : l)) }),
      ]);
  }
  return tries
    .flatMap(([change, b, p]): Effect[] => {
      const m = moisture(b, p);
      return m ? [{ change, peak: base.peak, after: m.peak, days: m.daysToDry }] : [];
    })
    .sort((a, b) => Math.abs(b.after - b.peak) - Math.abs(a.after - a.peak));
}
