import { type Library, usualFor } from '../materials/index.ts';
import { type Front, inCab, type Opening, type Placement, type Purpose, type Shell } from '../model/index.ts';
import { FRONTS } from '../model/lists/index.ts';
import type { Cover } from './covers.ts';

/** A screen stands over its pane by so much all round, and a curtain is hemmed by so much above and below, m. Common practice, no source. */
const OVER = 0.02;
const HEM = 0.03;
/** Cloth of a curtain for a metre of its rail. Common practice, no source. */
const FULLNESS = 1.5;

/** Whether a pane gets a screen; one that can have none does not. */
export const isScreened = ({ id, screen }: Opening, { screens }: Pick<Placement, 'screens'>): boolean =>
  screens?.[id] === true && screen !== 'none';

/** What parts cab and load space at night: a variant's curtain where what stands there is more open; null where nobody has surveyed a cab. */
export function frontAtNight({ cab }: Shell, { curtain }: Pick<Placement, 'curtain'>): Front | null {
  if (!cab) return null;
  return curtain && FRONTS.indexOf(curtain) > FRONTS.indexOf(cab.front) ? curtain : cab.front;
}

/** What a variant puts up at night, to be cut and sewn: screens of panes, and a curtain to the cab. */
export function putUp(shell: Shell, placement: Placement, library: Library): Cover[] {
  const found: Cover[] = [];
  const add = (
    put: NonNullable<Cover['put']>,
    purpose: Purpose,
    zone: string,
    bay: string,
    id: string,
    width: number,
    height: number,
  ) => {
    const material = usualFor(library, purpose);
    if (!material) return;
    const { thickness } = material.stock[0]!;
    found.push({
      zone,
      bays: [bay],
      buildUp: '',
      layer: { id, role: 'finish', material: material.id, thickness },
      width,
      height,
      area: width * height,
      free: [],
      put,
    });
  };
  for (const zone of shell.zones)
    for (const o of zone.openings)
      if (isScreened(o, placement))
        add('screen', 'screen', zone.id, o.bay, o.id, o.width.value + 2 * OVER, o.height.value + 2 * OVER);
  const { cab } = shell;
  const front = frontAtNight(shell, placement);
  if (cab && front && front !== cab.front) {
    // It hangs under the cab's roof, where that is known.
    const at = shell.zones.find(z => z.kind === 'cab roof') ?? shell.zones.find(z => inCab(z.kind));
    const { id, bays } = at ?? shell.zones[0]!;
    const { width, height } = cab.passage;
    add(
      'curtain',
      placement.curtain!,
      id,
      bays[0]!.id,
      'curtain',
      FULLNESS * width.value,
      height.value + 2 * HEM,
    );
  }
  return found;
}
