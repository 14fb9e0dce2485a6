import { VAN_FIGURES } from '@overcoat/core/figures';
import { headroomWorking } from '@overcoat/core/studies/working';
import { HALF_MM } from '@overcoat/core/tolerance';
import { printLength } from '@overcoat/core/units';
import { type Figure, quantity } from './figure.ts';

export const headroom: Figure = {
  key: 'headroom',
  name: 'headroom',
  zoneName: 'lining stands in',
  of: VAN_FIGURES.headroom.of,
  ofZone: (e, zone) => e.fit.taken.get(zone) ?? 0,
  ...quantity('headroom', printLength, HALF_MM),
  better: VAN_FIGURES.headroom.better,
  alert: (e, { brief }) => e.fit.headroom.left < brief.headHeight.value,
  note: (e, { brief: { headHeight } }, units) =>
    e.fit.headroom.left < headHeight.value
      ? `${printLength(headHeight.value - e.fit.headroom.left, units)} short of ${printLength(headHeight.value, units)}`
      : `floor +${printLength(e.fit.headroom.floor, units)}, ceiling −${printLength(e.fit.headroom.ceiling, units)}`,
  working: (e, design) => headroomWorking(e, design),
};
