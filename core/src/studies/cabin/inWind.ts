import { outsideResistance, RSE } from '../../physics/heat/index.ts';
import { windFactor } from '../../van/cab/index.ts';
import { uOf, type VanModel } from './vanModel.ts';

/**
 * The same van in another wind (m/s) at so many degC outside: the outer film of every part and face, and the draughts;
 * ribs and edges are taken to follow the bays, though their metal feels more of it.
 */
export function inWind(model: VanModel, wind: number, outside: number): VanModel {
  const rse = outsideResistance(wind, outside);
  const parts = model.parts.map(p => ({
    ...p,
    model: { ...p.model, section: { ...p.model.section, rse } },
  }));
  const loss = (list: VanModel['parts'], air: number) =>
    list.reduce((sum, p) => (p.air === air ? sum + p.area * uOf(p) : sum), 0);
  const faces = model.faces.map(f => {
    const film = rse / RSE;
    const felt = { ...f, warms: f.warms * film, cools: f.cools * film };
    if (f.uValue === 0) return felt;
    const now = 1 / (1 / f.uValue + rse - RSE);
    // What stands between the room and its face does not change.
    return { ...felt, uValue: now, fRsi: 1 - (1 - f.fRsi) * (now / f.uValue) };
  });
  const draughts = windFactor(wind);
  const airs = model.airs.map((air, i) => {
    const was = loss(model.parts, i);
    const bridges = was > 0 ? (air.bridges * loss(parts, i)) / was : air.bridges;
    return { ...air, bridges, leakage: air.leakage * draughts };
  });
  const ventilation = Math.max(model.ventilation, airs[0]!.leakage);
  return { ...model, parts, faces, airs, ventilation };
}
