import { directionOf, type LaidBay } from '../../buildup/index.ts';
import type { Evaluation } from '../../evaluate/index.ts';
import { inCab, isWithin, type Opening, type Shell, type Zone } from '../../model/index.ts';
import { RSE } from '../../physics/heat/index.ts';
import { facingOf, glazing, type Screen } from '../../van/climate/index.ts';

/** Where water runs down. */
export const PLACES = [
  'windscreen',
  'cab side glass',
  'windows and vents',
  'ribs and rails',
  'door and window edges',
  'bare frames',
  'behind the cab’s trim',
  'skins, bare or behind linings',
] as const;
export type FacePlace = (typeof PLACES)[number];

/** A face with no inertia worth counting: a pane, bare metal, or the cold strip over a rib or along an edge. */
export interface Face {
  /** Under which its water is told. */
  place: FacePlace;
  /** Of the van's airs: which it stands round. */
  air: number;
  /** m2. */
  area: number;
  /** To outside, W/m2K; 0 where the van's bridges count it. */
  uValue: number;
  /** Whether the van's windows count its heat, not its bays. */
  pane: boolean;
  /** Where its face stands between outside (0) and the air (1). */
  fRsi: number;
  /** Share of a free face's vapour transfer that reaches it. */
  reached: number;
  /** Sun let in for each W/m2 on a level face, m2. */
  letsIn: number;
  /** What the outside feels warmer by for each W/m2 on a level face, K m2/W. */
  warms: number;
  /** What a clear sky makes the outside feel colder by, K. */
  cools: number;
}

/** Which screens are up: each pane's own, none, or all panes of the cab on one side of the glass and the others open. */
export type Screens = boolean | 'cab inside' | 'cab outside';

/** Trim lies before its steel with gaps all round: what of the air's vapour gets there. Common practice, no source. */
const PAST_TRIM = 0.2;
/** A strip narrower than this is no place for water. */
const LEAST = 0.01;

/** Whether a bay is metal with at most the factory's trim on it, taken as a face. */
export const isPlain = ({ zone, buildUp }: Pick<LaidBay, 'zone' | 'buildUp'>): boolean =>
  buildUp === null && (zone.kind === 'frame' || inCab(zone.kind));

/** Everything in a van that takes vapour at its own temperature, alike ones together. */
export function facesOf(
  { bays, heat }: Pick<Evaluation, 'bays' | 'heat'>,
  shell: Shell,
  screens: Screens,
  absorptance: number,
): Face[] {
  const found = new Map<string, Face>();
  const add = (face: Face) => {
    if (face.area <= 0) return;
    const key = `${face.place} ${face.air} ${face.pane} ${face.uValue} ${face.reached} ${face.warms} ${face.cools} ${face.fRsi.toFixed(2)}`;
    const like = found.get(key);
    if (!like) found.set(key, { ...face });
    else {
      like.fRsi = (like.fRsi * like.area + face.fRsi * face.area) / (like.area + face.area);
      like.area += face.area;
      like.letsIn += face.letsIn;
    }
  };
  const airOf = (zone: Zone) => (shell.cab && inCab(zone.kind) ? 1 : 0);
  for (const { zone, bridges, openings } of heat.zones) {
    if (isWithin(zone.kind) || (shell.cab && zone.kind === 'bulkhead')) continue;
    const facing = facingOf(zone.kind);
    const air = airOf(zone);
    openings.forEach(({ area }, i) => {
      const opening = zone.openings[i]!;
      const { uValue, fRsi, letsIn, reached } = glazing(
        opening.glazing,
        directionOf(zone.kind),
        screenOf(opening, zone, screens),
      );
      add({
        place: paneOf(zone.kind),
        air,
        area,
        uValue,
        pane: true,
        fRsi,
        reached,
        letsIn: area * letsIn * facing.sun,
        warms: 0,
        cools: RSE * facing.sky,
      });
    });
    for (const { what, length, width, fRsi } of bridges) {
      if (fRsi === null || width < LEAST) continue;
      add({
        place: what === 'rib' || what === 'rail' ? 'ribs and rails' : 'door and window edges',
        air,
        area: length * width,
        uValue: 0,
        pane: false,
        fRsi,
        reached: 1,
        letsIn: 0,
        warms: 0,
        cools: RSE * facing.sky,
      });
    }
  }
  for (const laid of bays.values()) {
    if (!isPlain(laid)) continue;
    const { zone, bay, area } = laid;
    const facing = facingOf(zone.kind);
    const uValue = heat.bays.get(bay.id)!;
    const bare = zone.kind === 'frame';
    add({
      place: bare ? 'bare frames' : 'behind the cab’s trim',
      air: airOf(zone),
      area,
      uValue,
      pane: false,
      // The steel itself, behind its trim.
      fRsi: RSE * uValue,
      reached: bare ? 1 : PAST_TRIM,
      letsIn: 0,
      warms: RSE * absorptance * facing.sun,
      cools: RSE * facing.sky,
    });
  }
  return [...found.values()];
}

function screenOf({ screen = 'inside' }: Opening, { kind }: Zone, screens: Screens): Screen {
  if (typeof screens === 'boolean') return screens ? screen : 'none';
  if (!inCab(kind)) return 'none';
  return screens === 'cab inside' ? 'inside' : 'outside';
}

const paneOf = (kind: Zone['kind']): FacePlace =>
  kind === 'windscreen' ? 'windscreen' : inCab(kind) ? 'cab side glass' : 'windows and vents';
