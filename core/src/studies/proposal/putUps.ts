import { frontAtNight, putUp } from '../../buildup/index.ts';
import { type Evaluation, evaluate, lossWhileUp, UP } from '../../evaluate/index.ts';
import { type Figured, figuresBy } from '../../figures/index.ts';
import type { Library } from '../../materials/index.ts';
import { type Design, inCab, type Placement, type Zone } from '../../model/index.ts';
import { CURTAINS } from '../../model/lists/index.ts';
import { massLines } from '../../order/load/index.ts';
import { cutPieces, USUAL_CHOICES } from '../../order/pieces/index.ts';
import { takeOff } from '../../order/takeoff/index.ts';
import { type Figures, hoursOfPieces, materialUses } from './figures.ts';
import type { ChoiceQuestion } from './options.ts';

/** What may be put up at night at some panes, or before the cab. */
export interface PutUp extends Pick<Figures, 'uses'> {
  /** What it takes of each figure; heat less than nothing, as it is up half of the time. */
  takes: Figured;
  /** Ids of panes that get a screen. */
  screens: string[];
  /** What is drawn before the cab; null for nothing more than stands there. */
  curtain: (typeof CURTAINS)[number] | null;
  /** Less heat lost while it is up, W/K. */
  saves: number;
}

/** Panes of one zone, or the cab with its panes and its front, and what may be put up there: nothing first. */
export interface PutUps {
  /** Id of the zone, or `cab`. */
  id: string;
  /** Ids of all panes there. */
  panes: string[];
  /** At least two. */
  all: PutUp[];
}

/** What there is of a van besides what is laid into the zones that are chosen for. */
export interface Around {
  /** What may be put up at night. */
  ups: PutUps[];
  /** Heat that goes elsewhere, with nothing put up, W/K. */
  heat: number;
}

/** The rest of a van as it is laid now, beside the zones chosen for. */
export function aroundOf(asked: ChoiceQuestion, open: readonly { zone: Zone }[]): Around {
  const { design, placement, library } = asked;
  const e = evaluate(design, placement, library);
  const ids = new Set(open.map(o => o.zone.id));
  const own = e.heat.zones.reduce((sum, z) => (ids.has(z.zone.id) ? sum + z.loss : sum), 0);
  return { ups: putUpsOf(asked, e), heat: e.heat.loss - own };
}

/** What may be put up where, by the heat of the van as it is laid now; what the person will not work with is left out, and locked zones stay. */
export function putUpsOf(
  { design, placement, library, avoided, locked = [] }: ChoiceQuestion,
  e: Pick<Evaluation, 'heat'>,
): PutUps[] {
  const { shell } = design;
  const outside = shell.zones.filter(z => !inCab(z.kind) && !locked.includes(z.id) && panesOf(z).length > 0);
  const cab = shell.zones.filter(z => inCab(z.kind));
  const drawn = CURTAINS.filter(c => frontAtNight(shell, { curtain: c }) === c && shell.cab?.front !== c);
  const groups: { id: string; zones: Zone[]; curtains: PutUp['curtain'][] }[] = [
    ...outside.map(zone => ({ id: zone.id, zones: [zone], curtains: [null] })),
    ...(shell.cab || cab.length > 0 ? [{ id: 'cab', zones: cab, curtains: [null, ...drawn] }] : []),
  ];
  return groups.flatMap(({ id, zones, curtains }): PutUps[] => {
    const all = zones.flatMap(panesOf);
    const now = all.filter(pane => placement.screens?.[pane]);
    // What hangs there in part stays a choice.
    const screens = [[], all, ...(now.length > 0 && now.length < all.length ? [now] : [])];
    const ways = curtains.flatMap(curtain => screens.map(own => putUpOf(own, curtain, design, e, library)));
    const distinct = ways.filter(
      (w, i) => i === 0 || (w.saves > 1e-3 && !w.uses.some(u => avoided.materials.includes(u.material))),
    );
    return distinct.length > 1 ? [{ id, panes: all, all: distinct }] : [];
  });
}

/** Panes that can have a screen. */
const panesOf = ({ openings }: Zone): string[] => openings.filter(o => o.screen !== 'none').map(o => o.id);

/** Screens at every pane that can have one. */
export const allScreens = (
  design: Pick<Design, 'shell' | 'brief'>,
  e: Pick<Evaluation, 'heat'>,
  library: Library,
): PutUp => putUpOf(design.shell.zones.flatMap(panesOf), null, design, e, library);

function putUpOf(
  screens: string[],
  curtain: PutUp['curtain'],
  design: Pick<Design, 'shell' | 'brief'>,
  { heat }: Pick<Evaluation, 'heat'>,
  library: Library,
): PutUp {
  const { shell } = design;
  const up: Placement = {
    buildUps: [],
    zones: {},
    bays: {},
    sheets: {},
    screens: Object.fromEntries(screens.map(id => [id, true])),
    ...(curtain && { curtain }),
  };
  const extras = putUp(shell, up, library);
  const { lines } = takeOff({ covers: [], extras, joints: [] }, library);
  const pieces = cutPieces(shell, up, { covers: [], extras }, library, USUAL_CHOICES);
  const saves = heat.loss - lossWhileUp(design, heat, up);
  const layers = massLines(extras, library);
  return {
    screens,
    curtain,
    saves,
    takes: {
      ...figuresBy((_, f) => f.ofLayers?.(layers, library) ?? 0),
      heat: -UP * saves,
      hours: hoursOfPieces(shell, pieces, [], library),
      money: lines.reduce((sum, l) => sum + l.cost * l.used, 0),
    },
    uses: materialUses(lines),
  };
}

/** Whether a placement has this and no more put up in one place. */
export function hasUp(
  { screens, curtain }: Pick<Placement, 'screens' | 'curtain'>,
  { id, panes }: Pick<PutUps, 'id' | 'panes'>,
  way: Pick<PutUp, 'screens' | 'curtain'>,
): boolean {
  const up = panes.filter(pane => screens?.[pane]);
  return (
    up.length === way.screens.length &&
    up.every(pane => way.screens.includes(pane)) &&
    (id !== 'cab' || way.curtain === (curtain ?? null))
  );
}

/** Of each group, which way a placement has; nothing where it has none of them. */
export const waysNow = (groups: readonly PutUps[], placement: Placement): number[] =>
  groups.map(group =>
    Math.max(
      0,
      group.all.findIndex(way => hasUp(placement, group, way)),
    ),
  );

/** A placement with what was picked for each; panes and fronts of none of them as they are. */
export function withPutUps(
  placement: Placement,
  groups: readonly PutUps[],
  picked: readonly PutUp[],
): Placement {
  const screens = { ...placement.screens };
  let curtain = placement.curtain ?? null;
  groups.forEach(({ id, panes }, i) => {
    for (const pane of panes) delete screens[pane];
    for (const pane of picked[i]!.screens) screens[pane] = true;
    if (id === 'cab') curtain = picked[i]!.curtain;
  });
  const { screens: _s, curtain: _c, ...rest } = placement;
  return {
    ...rest,
    ...(Object.keys(screens).length > 0 && { screens }),
    ...(curtain && { curtain }),
  };
}
