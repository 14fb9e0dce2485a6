import { bayResult } from '@overcoat/core/evaluate';
import { fireLoadIn, wholeVan } from '@overcoat/core/figures';
import { evaluateSettled } from '@overcoat/core/studies/settled';
import { options } from '../options.ts';
import { ABOUT, readDesign } from '../readDesign.ts';
import { PAY, payIn } from './order.ts';

const DAY = 86_400;

/** Everything the ledger, the zones and the bays show of one variant. */
export async function askEvaluate(args: readonly string[]) {
  const { values, rest } = options(args, { ...ABOUT, ...PAY });
  const { design, variant, library, heard } = await readDesign(rest[0], values);
  // As the views settle on: damp in the van's own year, money as its pieces lie.
  const by = await payIn(design, library, values);
  const e = evaluateSettled(design, variant.design, library, heard, by);
  const pay = e.pay!;
  const { headroom } = e.fit;
  return {
    variant: variant.name,
    // By the names that choices, limits and tables know them by.
    figures: wholeVan(e, library),
    about: {
      moneyParts: pay.parts,
      hoursBand: pay.hours,
      heatSavedAtNight: e.heat.saved,
      cabShare: e.heat.cab?.share ?? null,
      floorRises: headroom.floor,
      ceilingDrops: headroom.ceiling,
      damp: e.damp.state,
      worstBay: e.damp.worst,
      waterWetEnd: e.damp.most.wetEnd,
      dampWetEnd: e.damp.wetEnd.state,
      worstBayWetEnd: e.damp.wetEnd.worst,
      misfits: e.fit.misfits,
      quietChange: { ...e.quiet.change, byNoise: e.quiet.byNoise },
    },
    zones: e.heat.zones.map(({ zone, loss, factor, bays, ribs, edges, pointLoss, keptLoss }) => ({
      id: zone.id,
      name: zone.name,
      kind: zone.kind,
      mass: e.load.zones.get(zone.id) ?? 0,
      money: pay.byZone[zone.id] ?? 0,
      heat: loss,
      fire: fireLoadIn(e, zone.id, library),
      heatOf: {
        bays: factor * bays,
        ribs: factor * ribs,
        edges: factor * edges,
        points: factor * pointLoss,
        keptClear: factor * keptLoss,
        openings: loss - factor * (bays + ribs + edges + pointLoss + keptLoss),
      },
      // 1 round the load space, less round the cab, 0 between the two.
      factor,
      liningStandsIn: e.fit.taken.get(zone.id) ?? 0,
    })),
    bays: Object.fromEntries([...e.bays.keys()].map(id => [id, bayOf(bayResult(e, id))])),
  };
}

function bayOf({
  zone,
  buildUp,
  area,
  uValue,
  fit,
  damp,
  moisture,
  wetEnd,
  quiet,
}: ReturnType<typeof bayResult>) {
  return {
    zone: zone.id,
    buildUp: buildUp?.id ?? null,
    area,
    uValue,
    fit: fit && { misfit: fit.misfit, pushedOff: fit.push, proud: fit.proud },
    quiet: quiet && {
      ...quiet.change,
      share: (quiet.share[0]! + quiet.share[1]!) / 2,
      left: (quiet.left[0]! + quiet.left[1]!) / 2,
      lossFactor: quiet.treatment.base,
      lossFactorFrom: quiet.lossFrom,
    },
    damp: {
      state: damp,
      ...(moisture && {
        // First winter's highest, kg/m2, at either end of what nobody knows exactly.
        likely: moisture.peak,
        wetEnd: wetEnd!.moisture.peak,
        stateWetEnd: wetEnd!.state,
        peak: moisture.peak,
        highest: moisture.highest,
        growth: moisture.growth,
        night: moisture.nightDiffusion + moisture.nightLeakage,
        // Never is no number in JSON.
        drying: Number.isFinite(moisture.daysToDry) ? moisture.daysToDry * DAY : null,
      }),
    },
  };
}
