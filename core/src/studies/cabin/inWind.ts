import { outsideResistance, RSE } from '../../physics/heat/index.ts';
import { uOf, type VanModel } from './vanModel.ts';

/**
 * The same van in another wind (m/s) at so many degC outside: the outer film of every part and pane; ribs and edges
 * are taken to follow the bays, though their metal feels more of it.
 */
export function inWind(model: VanModel, wind: number, outside: number): VanModel {
  const rse = outsideResistance(wind, outside);
  const parts = model.parts.map(p => ({
    ...p,
    model: { ...p.model, section: { ...p.model.section, rse } },
  }));
  const loss = (list: VanModel['parts']) => list.reduce((sum, p) => sum + p.area * uOf(p), 0);
  const was = loss(model.parts);
  const { glass } = model;
  const pane = glass.area > 0 ? glass.conductance / glass.area : 0;
  const now = pane > 0 ? 1 / (1 / pane + rse - RSE) : 0;
  return {
    ...model,
    parts,
    bridges: was > 0 ? (model.bridges * loss(parts)) / was : model.bridges,
    glass: {
      ...glass,
      conductance: glass.area * now,
      // What stands between the room and its face does not change.
      fRsi: pane > 0 ? 1 - (1 - glass.fRsi) * (now / pane) : glass.fRsi,
    },
  };
}
