import { battenOf, type Cover, fitBuildUp, isContinuous, liningRests } from '../../buildup/index.ts';
import { type Library, materialOf, stockFor } from '../../materials/index.ts';
import type { BuildUp, Layer } from '../../model/index.ts';
import { lengthIn } from '../../units/index.ts';
import { wayIn, withTrims } from './clearance.ts';
import { cutAtCorner } from './corner.ts';
import { inCourses, squaring } from './coursed.ts';
import { type CurveMark, curveOf, fieldOf, scores, stretched } from './curved.ts';
import { finished, pieceName, turnsOf } from './finished.ts';
import { plainLayer, plainPart, withoutFinish } from './hidden.ts';
import type { CutJob } from './job.ts';
import { type Parting, splitPart } from './parting.ts';
import type { CutChoices, CutPiece } from './piece.ts';
import { type ArchTaken, areaFor, roundArch, type ZonePlace } from './place.ts';
import {
  asRegion,
  boxOf,
  boxRegion,
  cornersIn,
  FAR,
  grown,
  minus,
  netArea,
  type Part,
  partsOf,
  type Region,
  together,
  withinRegion,
} from './region.ts';
import { type Fitted, inPlace, isWorthCutting, type Seat } from './seated.ts';
import { bearingLines, foundBehind, jointsBetween, widestGap } from './supports.ts';
import { glued, meets, underJoints } from './underJoints.ts';

/** A layer that is cut to pieces of its own. */
type CutLayer = Exclude<Layer, { role: 'air gap' | 'batten' | 'damping' }>;

/** Left round a panel that is there already, m. */
const ROUND_PANEL = 0.001;

/** The pieces of one layer over covers that belong together, and what has to go under their joints. */
export function layerPieces(
  covers: readonly Cover[],
  layer: CutLayer,
  place: ZonePlace,
  job: CutJob,
): CutPiece[] {
  const plain = job.choices.plainBehind ? plainLayer(layer, job.library) : layer;
  if (plain === layer) return piecesOver(covers, layer, place, job, null);
  const [cover] = covers as [Cover];
  const cells = covers.flatMap(c => c.bays).flatMap(id => place.cells.get(id) ?? []);
  const battens = job.battens.get(`${cover.zone}/${cover.buildUp}`) ?? [];
  const lines = bearingLines({ layer, cells, zone: place.zone, battens }).x;
  const hidden = plainPart(job.shell, place.zone, lines);
  if (!hidden) return piecesOver(covers, layer, place, job, null);
  return [
    ...piecesOver(covers, layer, place, job, {
      of: r => minus(r, [hidden.region]),
      sides: hidden.sides,
    }),
    ...piecesOver(covers, plain as CutLayer, place, job, {
      of: r => withinRegion(r, hidden.region),
      sides: [],
    }),
  ];
}

/** What of a region is cut, and where it is parted besides, m from the zone's front. */
interface Share {
  of(region: Region): Region;
  sides: readonly number[];
}

function piecesOver(
  covers: readonly Cover[],
  layer: CutLayer,
  place: ZonePlace,
  job: CutJob,
  share: Share | null,
): CutPiece[] {
  const { shell, placement, library, choices } = job;
  const material = materialOf(library, layer.material);
  const stock = stockFor(material, layer.thickness);
  const [first] = covers as [Cover];
  const cover: Cover = covers.length === 1 ? first : { ...first, bays: covers.flatMap(c => c.bays) };
  const { zone } = place;
  const battens = job.battens.get(`${cover.zone}/${cover.buildUp}`) ?? [];
  const buildUp = placement.buildUps.find(b => b.id === cover.buildUp);
  const batten = buildUp && battenOf(buildUp.layers);
  const notes: string[] = [];
  const curve = curveOf(cover, place);
  const rigid = !material.flexible && material.form === 'sheet';
  const round = (a: ArchTaken) => (rigid ? roundArch(a, shell.tapeError) : a.lining);
  const areas = covers.map(c => areaFor(c, place, round));
  const flat = rigid && (layer.role === 'fill' || layer.role === 'over-rib');
  const isLining = rigid && layer.role === 'lining';
  const rests = buildUp ? liningRests(zone.kind, buildUp.layers) : false;

  let region = together(areas.map(a => a.region));
  if (layer.role === 'lining' || layer.role === 'finish') {
    if (choices.corner !== null) region = cutAtCorner(region, place, shell, choices.corner);
    region = minus(region, panelsIn(choices, zone.id));
  }
  if (share) region = share.of(region);
  if (layer.role === 'finish' && choices.plainBehind) region = minus(region, withoutFinish(shell, zone));
  if (rigid && batten && layer === buildUp.layers.findLast(l => l.role === 'fill')) {
    const between = standsIntoBattens(cover, buildUp.layers, place, library)
      ? battens.map(b => boxRegion(b - batten.width / 2, -FAR, batten.width, 2 * FAR))
      : [];
    const cut = minus(region, between);
    if (areaOf(cut) < areaOf(region) - 1e-6) notes.push('parted by battens');
    region = cut;
  }
  const marks = layer.role === 'lining' ? foundBehind(cover, battens, place) : [];
  let scored: CurveMark[] = [];
  if (curve && flat) {
    const field = fieldOf(curve, cover, place, choices.gapBehind);
    region = stretched(region, field);
    scored = scores(field);
    if (scored.length > 0)
      notes.push(
        choices.strips
          ? `cut into ${scored.length + 1} strips that follow the curve; each edge bevelled by ${Math.round(field.bevel)}°`
          : `scored and broken: ${scored.length + 1} strips follow the curve`,
      );
  } else if (curve) {
    region = stretched(region, fieldOf(curve, cover, place, null));
    notes.push('as long as the curve');
  }

  const key = layer.role === 'fill' ? `${cover.buildUp}/${cover.bays.join()}` : cover.buildUp;
  const turns = turnsOf(material, choices.grain, zone.kind);
  const parting: Parting = {
    stock,
    turns,
    edge: material.allowance / 2,
    layer,
    // Of two that touch, what they have in common is no corner.
    corners: cornersIn(together([...areas.flatMap(a => a.taken), []])),
    battens,
    beneath: place.joints.get(key) ?? { x: [], y: [] },
    cells: cover.bays.flatMap(id => place.cells.get(id) ?? []),
    zone,
  };
  const strips = [
    ...(choices.strips ? scored : []),
    ...(share?.sides ?? []).map((at): CurveMark => ({ at, along: 'x', kind: 'rib' })),
  ];
  const whole = partsOf(region).flatMap(p => stripsOf(p, strips));
  const seat: Seat = { place, job, stock, covering: coveringOf(buildUp, zone.kind, library) };
  const fitted: Fitted[] =
    isLining && material.tongue !== null
      ? inCourses(whole, seat, parting, material.tongue)
      : partedOnSheets(whole, parting).flatMap(part =>
          isLining ? inPlace(part, seat) : [{ part, edges: [] }],
        );
  const jointed = isContinuous(layer) ? rigid : true;
  if (jointed) place.joints.set(key, jointsBetween(fitted.map(f => f.part)));

  const { under, bare } =
    isLining && !rests && material.tongue === null
      ? underJoints(
          fitted.map(f => f.part),
          parting,
          cover,
          batten,
          place,
          job,
        )
      : { under: [], bare: [] };

  const bays = fitted.map(f => (f.course ? cover.bays : baysOf(f.part, cover.bays, place)));
  const names = fitted.map(
    (f, i) => `${pieceName(bays[i]!)} ${layer.role}${f.course ? ` ${f.course.at}/${f.course.of}` : ''}`,
  );
  const ids = names.map((name, i) => {
    const alike = names.flatMap((n, k) => (n === name ? [k] : []));
    if (alike.length === 1) return name;
    return fitted[i]!.course
      ? `${name}.${alike.indexOf(i) + 1}`
      : `${name} ${alike.indexOf(i) + 1}/${alike.length}`;
  });
  const pieces = fitted.flatMap(({ part, edges, course, hidden }, i) => {
    const id = ids[i]!;
    const trims = choices.trims.filter(t => t.piece === id);
    return withTrims(part, trims, zone).map(left => ({
      ...finished(left, [...marks, ...(choices.strips ? [] : scored)], {
        id,
        bays: bays[i]!,
        buildUp: cover.buildUp,
        layer: layer.id,
        role: layer.role,
        place,
        material,
        stock,
        allowance: parting.edge,
        turns,
        notes: [
          ...notes,
          ...(isLining ? wayIn(part, zone, shell) : []),
          ...(rigid && layer.role !== 'fill' ? atArches(part, place, round) : []),
          ...(hidden ? [`hidden behind the ${hidden}: it may be plain, and a loose fit will do`] : []),
          ...bare.filter(j => meets(part, j)).map(glued),
          ...squaring(course, zone),
        ],
        edges: edges.map(e => {
          const by = trims.filter(t => t.edge === e.edge).reduce((sum, t) => sum + t.by, 0);
          return by > 0 ? { ...e, leave: e.leave + by, why: `${e.why}, ${lengthIn(by)} where it bound` } : e;
        }),
        span: isLining && !rests ? widestGap(part, parting) : null,
        radius: curve?.radius ?? null,
      }),
      ...(course && { course }),
    }));
  });
  return [...pieces, ...under];
}

const areaOf = (region: Region): number => partsOf(region).reduce((sum, p) => sum + netArea(p), 0);

/** What is left where a part goes round an arch, in words. */
function atArches(part: Part, { arches }: ZonePlace, round: (a: ArchTaken) => number): string[] {
  const at = arches.filter(a => withinRegion(asRegion(part), grown(a.region, round(a) + 0.002)).length > 0);
  return [...new Set(at.map(a => roundWords(a.lining, round(a))))];
}

const roundWords = (lining: number, leave: number): string =>
  `${lengthIn(leave)} left round the wheel arch: ${lining > 0 ? `${lengthIn(lining)} for what is laid on it, the rest for the tape` : 'the tape'}`;

/** Panels of a zone that are there already, with what is left round them. */
const panelsIn = ({ panels }: CutChoices, zone: string): Region[] =>
  panels
    .filter(p => p.zone === zone)
    .map(p =>
      boxRegion(
        p.along - ROUND_PANEL,
        p.up - ROUND_PANEL,
        p.width + 2 * ROUND_PANEL,
        p.height + 2 * ROUND_PANEL,
      ),
    );

/** A part cut at lines across it. */
function stripsOf(part: Part, lines: readonly CurveMark[]): Part[] {
  if (lines.length === 0) return [part];
  const { along } = lines[0]!;
  const ends = [-FAR, ...[...new Set(lines.map(l => l.at))].sort((a, b) => a - b), FAR];
  return ends.slice(1).flatMap((end, i) => {
    const [from, size] = [ends[i]!, end - ends[i]!];
    const band = along === 'x' ? boxRegion(from, -FAR, size, 2 * FAR) : boxRegion(-FAR, from, 2 * FAR, size);
    return partsOf(withinRegion(asRegion(part), band));
  });
}

/** Parts that sheets hold, allowance on; slivers are foamed or left. */
const partedOnSheets = (whole: readonly Part[], parting: Parting): Part[] =>
  whole
    .flatMap(p => splitPart(p, parting))
    .flatMap(p => partsOf(grown(asRegion(p), parting.edge)))
    .filter(isWorthCutting);

/** Cloth or carpet goes round the edges of a wall or ceiling panel; a floor's lies on it; m. */
function coveringOf(buildUp: BuildUp | undefined, kind: string, library: Library): number {
  const wrap = kind === 'floor' ? undefined : buildUp?.layers.find(l => l.role === 'finish');
  return wrap && 'material' in wrap && materialOf(library, wrap.material).form === 'roll'
    ? wrap.thickness
    : 0;
}

/** The bays that a part lies on by more than its edge. */
function baysOf(part: Part, of: readonly string[], { cells }: ZonePlace): string[] {
  if (of.length === 1) return [...of];
  const { x, y, width, height } = boxOf(part.outline);
  const on = of.filter(id => {
    const { bay, along, up } = cells.get(id)!;
    const across = Math.min(x + width, along + bay.width.value) - Math.max(x, along);
    const high = Math.min(y + height, up + bay.height.value) - Math.max(y, up);
    return across > 0.02 && high > 0.02;
  });
  return on.length > 0 ? on : [...of];
}

/** Whether the last fill lies between the battens from end to end; what only touches them where the bay is shallow is a misfit. */
function standsIntoBattens(
  cover: Cover,
  layers: readonly Layer[],
  place: ZonePlace,
  library: Library,
): boolean {
  const { bay } = place.cells.get(cover.bays[0]!)!;
  const { deep } = fitBuildUp(layers, bay, place.zone.kind, library);
  const batten = battenOf(layers)!.thickness;
  return batten - deep.battenGap > 0.001;
}
