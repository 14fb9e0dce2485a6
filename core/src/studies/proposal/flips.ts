import { fitBuildUp } from '../../buildup/index.ts';
import { ChoiceSearch, weigh } from '../../choosing/index.ts';
import type { Weights } from '../../figures/index.ts';
import type { BuildUp, Placement, Zone } from '../../model/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { moister, type VanClimate } from '../../van/wetting/index.ts';
import { type Candidate, inBays, makeOf } from './candidate.ts';
import { type Figures, figuresOf } from './figures.ts';
import type { ChoiceLimits } from './limits.ts';
import { openZones } from './model.ts';
import { type ChoiceQuestion, type LayUpOption, optionsFor } from './options.ts';
import { Fills } from './packFills.ts';
import { type Around, aroundOf, waysNow } from './putUps.ts';
import { coreOf } from './reasons.ts';
import { laidOut } from './rounds.ts';

/** What is not known for sure, and what it would do to the choice. */
export interface Flip {
  /** A depth nobody measured, more or less moisture from people, or joints that come out worse. */
  what: 'shallower' | 'deeper' | 'wetter inside' | 'drier inside' | 'sealed worse';
  /** Id of the zone whose depth it is; null where it is the whole van. */
  zone: string | null;
  /** Zones that would get something else. */
  changes: string[];
  /** Zones where what was chosen no longer fits, and where it is no longer as dry as asked. */
  breaks: { fits: string[]; dry: string[] };
  /** What keeping the choice would cost against the best then, in what matters as money; 0 where it stays the best. */
  regret: number;
}

/** What was chosen. */
export interface Chosen {
  /** As it is laid and put up. */
  placement: Placement;
  zones: ReadonlyMap<string, Candidate>;
}

/** What an assumed depth may be out by, m. Common practice, no source. */
const OUT = 0.006;
/** How much more or less people may wet the air, and what joints come to where nobody was careful. Judgement, no source. */
const WETTER = { more: 1.5, less: 0.6 };
const CARELESS = 0.6;
/** Own search for each case; it begins from what was chosen. */
const STEPS = 12;

/**
 * Which assumed measurements and soft inputs would change a choice, the dearest to get wrong first: the zone is weighed anew with the
 * depth that may be, or all zones in another climate or with worse joints, and chosen again. Takes as long as weighing does, for
 * the whole van three times over.
 */
export function flipsOf(
  options: ReadonlyMap<string, readonly LayUpOption[]>,
  asked: ChoiceQuestion,
  limits: ChoiceLimits,
  weights: Weights,
  chosen: Chosen,
  report: (share: number) => void = () => undefined,
): Flip[] {
  const { zones } = asked.design.shell;
  const shaky = zones.filter(
    z => (options.get(z.id)?.length ?? 0) > 1 && z.bays.some(b => b.depthMin.basis === 'assumed'),
  );
  const whole: { what: Flip['what']; redone(zone: Zone, o: LayUpOption): LayUpOption }[] = [
    { what: 'wetter inside', redone: (z, o) => inClimate(z, o, moister(asked.climate, WETTER.more)) },
    { what: 'drier inside', redone: (z, o) => inClimate(z, o, moister(asked.climate, WETTER.less)) },
    {
      what: 'sealed worse',
      redone: (z, o) =>
        o.buildUp.seams === 'taped'
          ? again(
              o,
              figuresOf(
                z,
                { ...o, buildUp: careless(o.buildUp), bays: inBays(o.bays, careless) },
                asked.design,
                asked.library,
                asked.climate,
              ),
            )
          : o,
    },
  ];
  const inClimate = (zone: Zone, o: LayUpOption, climate: VanClimate): LayUpOption => {
    const { damp, takes } = figuresOf(zone, o, asked.design, asked.library, climate);
    return { ...o, damp, takes: { ...o.takes, water: takes.water } };
  };
  // A zone tried at another depth is one step, the whole van one for each zone.
  const all = 2 * shaky.length + whole.length * options.size;
  let done = 0;
  const step = () => report(++done / all);
  const around = aroundOf({ ...asked, placement: chosen.placement }, openZones(options, asked, limits));
  const of = (next: ReadonlyMap<string, readonly LayUpOption[]>, other: ChoiceQuestion) =>
    changed(next, around, other, limits, weights, chosen);
  // What another choice would be worth with nothing changed: packs are estimated, and that is no reason.
  const base = of(options, asked).regret;
  const found: Flip[] = [];
  for (const zone of shaky)
    for (const [what, by] of [
      ['shallower', -OUT],
      ['deeper', OUT],
    ] as const) {
      const other = withDepth(asked, zone, by);
      const own = other.design.shell.zones.find(z => z.id === zone.id)!;
      const redone = new Map(options);
      redone.set(zone.id, withChosen(optionsFor(own, other), own, options, other, chosen.zones));
      found.push({ what, zone: zone.id, ...of(redone, other) });
      step();
    }
  for (const { what, redone } of whole) {
    const next = new Map(
      [...options].map(([id, own]) => {
        const zone = zones.find(z => z.id === id)!;
        step();
        return [id, own.map(o => redone(zone, o))] as const;
      }),
    );
    found.push({ what, zone: null, ...of(next, asked) });
  }
  const breaks = ({ breaks: { fits, dry } }: Flip) => fits.length + dry.length;
  return found
    .map(f => ({ ...f, regret: Math.max(0, f.regret - base) }))
    .filter(f => breaks(f) > 0 || (f.regret > TELLS && (f.zone === null || f.changes.includes(f.zone))))
    .sort((a, b) => breaks(b) - breaks(a) || b.regret - a.regret);
}

/** The same weighed anew, but for what that does not change. */
const again = (o: LayUpOption, figures: Figures): LayUpOption => ({
  ...o,
  ...figures,
  takes: { ...o.takes, ...figures.takes },
});

const careless = (b: BuildUp): BuildUp => ({ ...b, sealQuality: CARELESS });

/** Less is no reason to choose otherwise, money. */
const TELLS = 5;

/** Options of a zone with what was chosen for it, where that still fits. */
function withChosen(
  all: readonly LayUpOption[],
  zone: Zone,
  before: ReadonlyMap<string, readonly LayUpOption[]>,
  { design, library, climate }: ChoiceQuestion,
  chosen: ReadonlyMap<string, Candidate>,
): LayUpOption[] {
  const was = chosen.get(zone.id);
  const known = was && before.get(zone.id)?.find(o => makeOf(o) === makeOf(was));
  const fits = zone.bays.every(
    bay => known && !fitBuildUp((known.bays[bay.id] ?? known.buildUp).layers, bay, zone.kind, library).misfit,
  );
  const others = all.filter(o => !known || makeOf(o) !== makeOf(known));
  return known && fits ? [...others, again(known, figuresOf(zone, known, design, library, climate))] : others;
}

/** The van with every assumed depth of a zone out by so much. */
function withDepth(asked: ChoiceQuestion, zone: Zone, by: number): ChoiceQuestion {
  const out = <M extends { basis: string; value: number }>(m: M): M =>
    m.basis === 'assumed' ? { ...m, value: Math.max(0, m.value + by) } : m;
  const { shell } = asked.design;
  const zones = shell.zones.map(z =>
    z.id === zone.id
      ? { ...z, bays: z.bays.map(b => ({ ...b, depthMin: out(b.depthMin), depthMax: out(b.depthMax) })) }
      : z,
  );
  return { ...asked, design: { ...asked.design, shell: { ...shell, zones } } };
}

/** What would be chosen instead, and what keeping the choice would cost. */
function changed(
  options: ReadonlyMap<string, readonly LayUpOption[]>,
  around: Around,
  asked: ChoiceQuestion,
  limits: ChoiceLimits,
  weights: Weights,
  chosen: Chosen,
): Pick<Flip, 'changes' | 'breaks' | 'regret'> {
  const open = openZones(options, asked, limits);
  const at = (zone: string, all: readonly LayUpOption[]): number => {
    const was = chosen.zones.get(zone);
    return was ? all.findIndex(o => makeOf(o) === makeOf(was)) : 0;
  };
  const kept = open.map(({ zone, all }) => at(zone.id, all));
  const gone = open.flatMap(({ zone }, g) => (kept[g]! < 0 ? [zone.id] : []));
  const breaks = {
    fits: gone.filter(id => at(id, options.get(id)!) < 0),
    dry: gone.filter(id => at(id, options.get(id)!) >= 0),
  };
  const start = [...kept.map(k => Math.max(0, k)), ...waysNow(around.ups, chosen.placement)];
  const fills = new Fills(open, around, asked, weights);
  const model = fills.model(limits);
  fills.learn(laidOut({ model, choice: weigh(model.problem, start), bound: 0 }, asked, limits));
  const { problem } = fills.model(limits);
  const search = new ChoiceSearch(problem, { from: start });
  for (let i = 0; i < STEPS && !search.proven; i++) search.step();
  const stays = weigh(problem, start);
  const changes = open.flatMap(({ zone, all }, g) =>
    kept[g]! >= 0 && coreOf(all[search.best.options[g]!]!) !== coreOf(all[kept[g]!]!) ? [zone.id] : [],
  );
  const comparable = gone.length === 0 && stays.over <= search.best.over + ROUNDING;
  return { changes, breaks, regret: comparable ? Math.max(0, stays.value - search.best.value) : 0 };
}
