import {
  assemblyOf,
  cavityDepth,
  directionOf,
  type LaidBay,
  openWidth,
  SEAM_KINDS,
  sectionAt,
} from '../../buildup/index.ts';
import { type BayResult, bayResults, type Evaluation, UP } from '../../evaluate/index.ts';
import { DWELLING_FIRE_LOAD } from '../../figures/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import { type Design, inCab, isMeasured, type Measurement, type Zone } from '../../model/index.ts';
import type { BuyLine } from '../../order/buying/index.ts';
import { type Paid, PRICES_WITHIN } from '../../order/pipeline/index.ts';
import { DELTA_AIR, saturationPressure } from '../../physics/air/index.ts';
import { outsideResistance, RSE, RSI } from '../../physics/heat/index.ts';
import { DRYING_SECONDS, LEAK_WATER, LEAST_SD } from '../../physics/moisture/index.ts';
import { meanDepth } from '../../survey/geometry/index.ts';
import { lengthIn } from '../../units/index.ts';
import { FIRST_MONTH, MONTHS, WINDS } from '../../van/climate/index.ts';
import type { BayMoisture } from '../../van/wetting/index.ts';
import { type Working, WorkingBuilder } from './working.ts';

/** Mass added, kg: area times mass per area of everything that is covered. */
export function massWorking(e: Evaluation, library: Library): Working {
  const w = new WorkingBuilder();
  const parts = e.load.lines.map(line => {
    const name = `${line.zone}: ${materialOf(library, line.material).name}`;
    const area = w.given(`${name}, area`, line.area, 'm²', basisOf(e, line.zone));
    const per = w.given(
      `${name}, as installed`,
      line.perArea,
      'kg/m²',
      'library',
      materialOf(library, line.material).sources.density,
    );
    return w.step(name, 'product', [area, per], 'kg');
  });
  const supplies = w.given('Supplies that stay in the van', e.load.supplies, 'kg', 'computed');
  return {
    title: 'Mass added',
    steps: w.steps,
    result: w.step('Mass added', 'sum', [...parts, supplies], 'kg'),
    notes: ['Supplies are what of glue, tape, coats, fixings and cable stays in the van.'],
  };
}

/** Fire load, MJ: mass times net heating value of everything that is covered. */
export function fireWorking(e: Evaluation, library: Library): Working {
  const w = new WorkingBuilder();
  const parts = e.load.lines.flatMap(({ zone, material, mass }) => {
    const { name, heatingValue, sources } = materialOf(library, material);
    if (heatingValue === 0) return [];
    const of = `${zone}: ${name}`;
    const kilograms = w.given(`${of}, mass`, mass, 'kg', 'computed');
    const heat = w.given(`${of}, net heating value`, heatingValue / 1e6, 'MJ/kg', 'library', sources.fire);
    return [w.step(of, 'product', [kilograms, heat], 'MJ')];
  });
  return {
    title: 'Fire load',
    steps: w.steps,
    result: w.step('Fire load', 'sum', parts, 'MJ'),
    notes: [
      'The characteristic fire load of EN 1991-1-2 Annex E: all that could burn, nothing taken off for what is covered. It says how much heat there is, not how easily it catches fire or what its smoke does: reaction-to-fire classes tell that.',
      `A dwelling has ${DWELLING_FIRE_LOAD} MJ on each square metre of floor on average (EN 1991-1-2:2002 Table E.4, from memory).`,
      'Glue, tape, furniture and what you carry are not in it.',
    ],
  };
}

/** What is to pay: everything to buy in whole packs, by its parts. */
export function costWorking({ lines }: Paid): Working {
  const w = new WorkingBuilder();
  const part = (title: string, of: readonly BuyLine[], costs: (l: BuyLine) => number): string | null => {
    const own = of.filter(l => costs(l) > 0.005);
    if (own.length === 0) return null;
    const ids = own.map(l => w.given(l.name, costs(l), 'money', 'computed', `${l.packs} × ${l.pack}`));
    return w.step(title, 'sum', ids, 'money');
  };
  const spare = (l: BuyLine) => l.sparePacks * l.price;
  const parts = [
    part(
      'Materials, as they lie',
      lines.filter(l => l.kind === 'sheet'),
      l => l.cost - spare(l),
    ),
    part(
      'Supplies',
      lines.filter(l => l.kind !== 'sheet' && l.kind !== 'tool'),
      l => l.cost,
    ),
    part(
      'Tools',
      lines.filter(l => l.kind === 'tool'),
      l => l.cost,
    ),
    part('Spares', lines, spare),
  ].filter(id => id !== null);
  return {
    title: 'What is to pay',
    steps: w.steps,
    result: w.step('To pay', 'sum', parts, 'money'),
    notes: [
      'Whole packs as pieces lie on their sheets, less what is at hand; a tool that is there already is counted on the shelf.',
      `Prices are indicative until you put your own: within ${Math.round(PRICES_WITHIN * 100)} %, common practice, no source.`,
    ],
  };
}

/** Hours of all work, by stage. */
export function hoursWorking({ stages }: Paid): Working {
  const w = new WorkingBuilder();
  const ids = stages
    .filter(([, [, likely]]) => likely > 0)
    .map(([stage, [least, likely, most]]) =>
      w.given(
        stage[0]!.toUpperCase() + stage.slice(1),
        likely,
        'h',
        'method',
        `${least.toFixed(1)} to ${most.toFixed(1)} h; rates are common practice, no source`,
      ),
    );
  return {
    title: 'Hours of work',
    steps: w.steps,
    result: w.step('Work', 'sum', ids, 'h'),
    notes: ['Likely hours at rates for each kind of piece and seam; beginners are nearer to the slow end.'],
  };
}

/** All parts, less what is put up for the nights. */
function heatResult(w: WorkingBuilder, parts: string[], { heat: { saved } }: Evaluation): string {
  if (saved === 0) return w.step('Heat loss', 'sum', parts, 'W/K');
  const down = w.step('With nothing put up', 'sum', parts, 'W/K');
  const less = w.given(
    'Screens and curtain, while up',
    saved,
    'W/K',
    'method',
    'panes and front of the cab again with them',
  );
  const share = w.given('Of the heated hours they are up', UP, '', 'method', 'nights: a guess');
  return w.step(
    'Heat loss',
    'difference',
    [down, w.step('Put up at night', 'product', [less, share], 'W/K')],
    'W/K',
  );
}

/** Heat loss, W/K: clear bays, openings, and what ribs, rails, ends, window edges and door frames add; the cab by its share. */
export function heatWorking(e: Evaluation): Working {
  const w = new WorkingBuilder();
  const { cab } = e.heat;
  const results = new Map(bayResults(e).map(r => [r.bay.id, r]));
  const names = new Map([...e.bays.values()].map(b => [b.buildUp?.id ?? null, b.buildUp?.name ?? 'bare']));
  const partsOf = (z: Evaluation['heat']['zones'][number]): string[] => [
    ...z.zone.bays.map(({ id }) => {
      const result = results.get(id)!;
      const area = w.given(`${id}, clear area`, result.area, 'm²', basisOfBay(result));
      const u = w.given(
        `${id}, U-value`,
        result.uValue,
        'W/m²K',
        'computed',
        'ISO 6946 over the bay’s depth; open the bay for its layers',
      );
      return w.step(id, 'product', [area, u], 'W/K');
    }),
    ...z.openings.map(o => {
      const area = w.given(`${o.id}, area`, o.area, 'm²', basisOfOpening(z.zone, o.id));
      const u = w.given(`${o.id}, U-value`, o.uValue, 'W/m²K', 'method', 'ISO 6946, centre of pane');
      return w.step(o.id, 'product', [area, u], 'W/K');
    }),
    ...z.bridges.map(b => {
      const name = `${z.zone.id}, ${b.what}s ${lengthIn(b.width)} × ${lengthIn(b.depth)}, ${names.get(b.buildUp)}`;
      const length = w.given(`${name}, length`, b.length, 'm', basisOf(e, z.zone.id));
      const adds = w.given(
        `${name}, adds`,
        b.adds,
        'W/mK',
        'method',
        b.fRsi === null
          ? 'its width at the U-value of the bay beside it'
          : 'psi of a two-dimensional section (ISO 10211) and its own width at the U-value beside it',
      );
      return w.step(name, 'product', [length, adds], 'W/K');
    }),
    ...z.points.map(({ point, adds }) => {
      const name = `${z.zone.id}, ${point.kind}s of ${lengthIn(point.diameter.value)}`;
      const count = w.given(`${name}, number`, point.count, '', 'measured');
      const each = w.given(`${name}, each`, adds, 'W/K', 'method', 'sheet, rod and head in series');
      return w.step(name, 'product', [count, each], 'W/K');
    }),
    ...z.kept.map(k => {
      const name = `${k.bay}, free of fill`;
      const area = w.given(`${name}, area`, k.area, 'm²', basisOf(e, z.zone.id));
      const adds = w.given(`${name}, adds`, k.adds, 'W/m²K', 'method', 'the bay’s layers without their fill');
      return w.step(name, 'product', [area, adds], 'W/K');
    }),
  ];
  const zones = (keep: (z: Evaluation['heat']['zones'][number]) => boolean) =>
    e.heat.zones.filter(keep).flatMap(partsOf);
  const parts = zones(z => z.factor === 1);
  if (cab) {
    const round = w.step(
      'Round the cab',
      'sum',
      zones(z => z.factor === cab.factor && inCab(z.zone.kind)),
      'W/K',
    );
    const factor = w.given(
      'Of the difference, across the cab’s skin',
      cab.factor,
      '',
      'method',
      `what comes through the front (${cab.through.toFixed(1)} W/K) is what the cab loses, on the design night`,
    );
    parts.push(w.step('The cab', 'product', [round, factor], 'W/K'));
  }
  return {
    title: 'Heat loss',
    steps: w.steps,
    result: heatResult(w, parts, e),
    notes: [
      'Clear bays, windows and hatches, and what ribs, rails, bay ends, window edges, door frames, bolts, brackets and screws add to the bays beside them.',
      cab
        ? 'The cab takes heat through its front: two airs in balance, the cab’s steel with the factory’s trim (common practice, no source).'
        : 'The cab is not surveyed: the load space is reckoned to end at its front.',
      'Fresh air and draughts are not counted here; the night counts them.',
      windNote(e),
    ],
  };
}

/**
 * Heat loss, W/K, in another wind than the headline's 4 m/s: bays and panes by their U-values with another outer film;
 * ribs and edges are taken to follow the bays, the cab's share to stay.
 */
export function lossInWind({ bays, heat }: Pick<Evaluation, 'bays' | 'heat'>, wind: number): number {
  const more = outsideResistance(wind, 0) - RSE;
  const at = (u: number) => 1 / (1 / u + more);
  let [clear, now] = [0, 0];
  let [panes, bridges] = [0, 0];
  for (const z of heat.zones) {
    for (const { id } of z.zone.bays) {
      const u = heat.bays.get(id)!;
      clear += z.factor * bays.get(id)!.area * u;
      now += z.factor * bays.get(id)!.area * at(u);
    }
    bridges += z.factor * (z.ribs + z.edges + z.pointLoss + z.keptLoss);
    for (const o of z.openings) panes += z.factor * o.area * at(o.uValue);
  }
  return now + panes + (clear > 0 ? (bridges * now) / clear : 0);
}

function windNote(e: Evaluation): string {
  const others = WINDS.flatMap(({ name, wind }) =>
    wind === null
      ? []
      : [`${name} (${outsideResistance(wind, 0).toFixed(2)}) about ${lossInWind(e, wind).toFixed(0)} W/K`],
  );
  return `Parked in a wind of about 4 m/s: Rse 0.04 m²K/W. ${others.join(', ').replace(/^./, c => c.toUpperCase())}.`;
}

/** Headroom left, m. */
export function headroomWorking(e: Evaluation, design: Pick<Design, 'shell'>): Working {
  const w = new WorkingBuilder();
  const bare = w.given(
    'Bare height, floor to rib face',
    e.fit.headroom.bare,
    'm',
    isMeasured(design.shell.height) ? 'measured' : 'assumed',
  );
  const each = (kind: string) =>
    bayResults(e)
      .filter(r => r.zone.kind === kind && r.fit)
      .map(r => {
        const proud = w.given(`${r.bay.id}, proud of the rib face`, r.fit!.proud, 'm', 'computed');
        const push = w.given(
          `${r.bay.id}, pushed off`,
          r.fit!.push,
          'm',
          'computed',
          `at the ${r.fit!.where}`,
        );
        return w.step(r.bay.id, 'sum', [proud, push], 'm');
      });
  const ceiling = w.step('Ceiling comes down', 'max', each('ceiling'), 'm');
  const floor = w.step('Floor rises', 'max', each('floor'), 'm');
  return {
    title: 'Headroom left',
    steps: w.steps,
    result: w.step('Headroom left', 'difference', [bare, ceiling, floor], 'm'),
    notes: ['What lies between skin and rib face costs no headroom.'],
  };
}

/** What a bay holds at the end of the i-th month, with what has run off by then. */
function standing(w: WorkingBuilder, { months, ranOff, ran }: BayMoisture, i: number): string {
  const month = `End of ${MONTHS[(FIRST_MONTH + i) % 12]}`;
  const water = w.given(month, months[i]! * 1000, 'g/m²', 'computed');
  // A dry month gathers nothing, whatever ran off before.
  if (ran === 0 || months[i] === 0) return water;
  const by = ranOff.subarray(0, i + 1).reduce((a, b) => a + b, 0);
  const gone = w.given(
    `Run off or dripped by then, ${month}`,
    by * 1000,
    'g/m²',
    'computed',
    'a face holds about 200 g/m² (ISO 13788, from memory)',
  );
  return w.step(`${month}, with what ran off`, 'sum', [water, gone], 'g/m²');
}

/** Peak water of one bay in the first winter, g/m2, with the design night and the drying of a leak beside it. */
export function dampWorking(e: Evaluation, bay: BayResult, design: Design, library: Library): Working {
  const w = new WorkingBuilder();
  const m = bay.moisture;
  const title = `Water behind ${bay.bay.id}`;
  if (!m || !bay.buildUp) return { title, steps: [], result: '', notes: ['This bay is bare.'] };
  const depth = cavityDepth(bay.buildUp.layers, bay.bay, bay.zone.kind, library);
  const assembly = assemblyOf(
    sectionAt(bay.buildUp.layers, depth, bay.zone.kind, design.shell, library),
    bay.zone.kind,
  );
  givenDepth(w, bay);
  w.given('Outside, design night', e.damp.night.outside.t, '°C', 'brief');
  w.given('Cabin, design night', e.damp.night.inside.t, '°C', 'brief');
  w.given(
    'Cabin dew point',
    e.damp.night.dewPoint,
    '°C',
    'computed',
    'ISO 13788, from people, cooking, ventilation and cold glass',
  );
  w.given('Skin, inner face', m.skin, '°C', 'computed');
  givenLeaks(w, bay);
  const a = w.given(
    'Through the layers',
    m.nightDiffusion * 1000,
    'g/m²',
    'computed',
    'ISO 13788 diffusion, 12 h',
  );
  const b = w.given(
    'With air, through joints and round the barrier',
    m.nightLeakage * 1000,
    'g/m²',
    'computed',
    `buoyancy through ${m.seamLength.toFixed(1)} m of joint a m² (${SEAM_KINDS[bay.buildUp.seams].name}) and what else is open: friction and ends, Baker, Sharples and Ward 1987, from memory`,
  );
  w.step('Taken up on the design night', 'sum', [a, b], 'g/m²');
  const sds = assembly.layers
    .slice(1)
    .map((l, i) => w.given(`sd of layer ${i + 1} from the skin`, l.sd, 'm', 'library'));
  const layers = w.step('sd of the layers', 'sum', sds, 'm');
  const film = w.given('Least sd, the surface film', LEAST_SD, 'm', 'method');
  const sd = w.step('sd between skin and room', 'max', [layers, film], 'm');
  const delta = w.given(
    'Vapour permeability of air',
    DELTA_AIR,
    'kg/(m s Pa)',
    'method',
    'ISO 13788:2012, from memory',
  );
  const p30 = w.given('Saturation at a skin of 30 °C', saturationPressure(30), 'Pa', 'method', 'ISO 13788');
  const room = w.given('Room at 24 °C and 50 %', 0.5 * saturationPressure(24), 'Pa', 'method');
  const drive = w.step('Driving pressure', 'difference', [p30, room], 'Pa');
  const flux = w.step('Driving pressure × permeability', 'product', [drive, delta], 'kg/(m s)');
  const byDiffusion = w.step('Drying through the layers', 'quotient', [flux, sd], 'kg/(m² s)');
  const byLeak = w.given(
    'Drying with air',
    m.dryingLeakage,
    'kg/(m² s)',
    'computed',
    'buoyancy of 24 °C room air past the 30 °C skin',
  );
  const both = w.step('Drying rate', 'sum', [byDiffusion, byLeak], 'kg/(m² s)');
  const hours = w.given('Drying time a day', DRYING_SECONDS, 's', 'method');
  const daily = w.step('Dried a day', 'product', [both, hours], 'kg/m²');
  const water = w.given('Leak', LEAK_WATER, 'kg/m²', 'method');
  w.step('Days to dry 100 g/m²', 'quotient', [water, daily], 'days');
  const year = Array.from({ length: 12 }, (_, i) => standing(w, m, i));
  return {
    title,
    steps: w.steps,
    result: w.step('Peak of the first year', 'max', year, 'g/m²'),
    notes: [
      'Monthly method of ISO 13788, started dry in October; occupied nights, empty nights and days taken apart.',
      'Sun (by the skin’s colour and facing) and the sky’s cooling are in the skin’s monthly temperatures, noon apart from the rest of the day. Storage in fibres and wood is not counted.',
      `At the wet end ${(bay.wetEnd!.moisture.peak * 1000).toFixed(0)} g/m²: joints as wide as bad work leaves them, twice as much missed, drains shut, ways round the barrier open where nobody looked.`,
      'What air brings is what a mixed space gives its cold face (Lewis relation). Wind is not counted: it drives more through, either way.',
    ],
  };
}

/** What lets air past a bay's barrier, with what it rests on. */
function givenLeaks(w: WorkingBuilder, { zone, bay, buildUp }: BayResult): void {
  if (!buildUp) return;
  const given = buildUp.jointWidth !== undefined;
  w.given(
    'Joints that stay open, width',
    openWidth(buildUp, 'likely'),
    'm',
    given ? 'measured' : 'assumed',
    `${SEAM_KINDS[buildUp.seams].name}; ${given ? 'as given' : 'common practice, no source'}`,
  );
  const holes = [
    ...zone.keepClears.filter(k => k.bay === bay.id && k.kind === 'drain hole'),
    ...(zone.ways ?? []).filter(way => way.bay === bay.id),
  ];
  const measured = zone.ways !== undefined && holes.every(h => isMeasured(h.width) && isMeasured(h.height));
  w.given(
    'Holes behind its lining, drains among them',
    holes.reduce((sum, h) => sum + h.width.value * h.height.value, 0),
    'm²',
    measured ? 'measured' : 'assumed',
    zone.ways ? 'survey' : 'nobody has looked for ways round: more is assumed (common practice, no source)',
  );
}

/** U-value of one bay at its middle depth, layer by layer. */
export function bayWorking(bay: BayResult, design: Design, library: Library): Working {
  const w = new WorkingBuilder();
  const layers = bay.buildUp?.layers ?? [];
  const depth = meanDepth(bay.bay);
  const section = sectionAt(layers, depth, bay.zone.kind, design.shell, library);
  givenDepth(w, bay);
  const parts = [w.given('Outside surface', RSE, 'm²K/W', 'method', 'ISO 6946:2017 Table 7, from memory')];
  for (const plane of section.planes) {
    const material = plane.material ? materialOf(library, plane.material) : null;
    if (!material) {
      if (plane.thickness > 0)
        parts.push(
          w.given(
            `Air, ${lengthIn(plane.thickness)}`,
            plane.resistance,
            'm²K/W',
            'method',
            'ISO 6946:2017 Annex D, from memory',
          ),
        );
      continue;
    }
    const d = w.given(`${material.name}, thickness as it lies`, plane.thickness, 'm', 'computed');
    const lambda = w.given(
      `${material.name}, conductivity`,
      material.conductivity,
      'W/mK',
      'library',
      material.sources.conductivity,
    );
    const full = w.step(material.name, 'quotient', [d, lambda], 'm²K/W');
    const share = plane.thickness > 0 ? plane.resistance / (plane.thickness / material.conductivity) : 1;
    if (share > 0.999) parts.push(full);
    else
      parts.push(
        w.step(
          `${material.name}, where it covers`,
          'product',
          [full, w.given('Share covered', share, '', 'computed')],
          'm²K/W',
        ),
      );
  }
  parts.push(
    w.given(
      'Inside surface',
      RSI[directionOf(bay.zone.kind)],
      'm²K/W',
      'method',
      'ISO 6946:2017 Table 7, from memory',
    ),
  );
  const total = w.step('Total resistance in the field', 'sum', parts, 'm²K/W');
  const notes = [
    `At the middle depth of ${lengthIn(depth)}, between battens. Over the whole taper${section.battenShare > 0 ? ' and with battens (ISO 6946 combined method)' : ''} the bay’s U-value is ${bay.uValue.toFixed(3)} W/m²K.`,
  ];
  return {
    title: `U-value of ${bay.bay.id}`,
    steps: w.steps,
    result: w.step('U-value at the middle', 'reciprocal', [total], 'W/m²K'),
    notes,
  };
}

/** The sizes of the bay that a section rests on, so that what is assumed is told. */
function givenDepth(w: WorkingBuilder, { bay }: BayResult): void {
  const basis = (m: Measurement) => (isMeasured(m) ? 'measured' : 'assumed');
  w.given('Depth, shallowest', bay.depthMin.value, 'm', basis(bay.depthMin));
  w.given('Depth, deepest', bay.depthMax.value, 'm', basis(bay.depthMax));
}

const basisOfOpening = (zone: Zone, id: string) =>
  zone.openings.some(o => o.id === id && isMeasured(o.width) && isMeasured(o.height))
    ? 'measured'
    : 'assumed';

const basisOfBay = (r: LaidBay) =>
  isMeasured(r.bay.width) && isMeasured(r.bay.height) ? 'measured' : 'assumed';
const basisOf = (e: Evaluation, zone: string) =>
  [...e.bays.values()].every(r => r.zone.id !== zone || basisOfBay(r) === 'measured')
    ? 'measured'
    : 'assumed';
