import { AIR_CAPACITY, exchangeFlow } from '../../physics/air/index.ts';
import type { FrontPass } from '../../van/cab/index.ts';

/** A van's airs after a step. */
export interface TwoAirs {
  /** degC. */
  t: number[];
  /** Of the heater, W. */
  power: number;
  /** From the first to the second, W. */
  passes: number;
}

/** An air by itself: a t = rhs, W/K and W. */
interface Node {
  a: number;
  rhs: number;
}

/**
 * One air, or two that pass heat to each other by cloth and by buoyancy, with a heater of at most `heater` W that holds
 * `setpoint` in the first. What passes grows with the root of the difference: its own balance is solved by Newton's method.
 */
export function twoAirs(
  nodes: readonly Node[],
  front: FrontPass | null,
  setpoint: number,
  heater: number,
): TwoAirs {
  const [load, cab] = nodes as [Node, Node?];
  const free = (power: number): TwoAirs => {
    const alone = (load.rhs + power) / load.a;
    if (!cab || !front) return { t: [alone], power, passes: 0 };
    const cabAlone = cab.rhs / cab.a;
    const passes = between(front, alone, cabAlone, 1 / load.a + 1 / cab.a);
    return { t: [alone - passes / load.a, cabAlone + passes / cab.a], power, passes };
  };
  if (heater <= 0) return free(0);
  let [power, t, passes] = [load.a * setpoint - load.rhs, [setpoint], 0];
  if (cab && front) {
    const cabAlone = cab.rhs / cab.a;
    passes = between(front, setpoint, cabAlone, 1 / cab.a);
    power += passes;
    t = [setpoint, cabAlone + passes / cab.a];
  }
  if (power < 0) return free(0);
  return power > heater ? free(heater) : { t, power, passes };
}

/** Heat that passes, W, between airs that would stand at `a` and `b` alone and give way by `yields`, K/W. */
function between(front: FrontPass, a: number, b: number, yields: number): number {
  const apart = Math.abs(a - b);
  if (apart < 1e-12) return 0;
  // Per kelvin to the power of one and a half, at the mean temperature of both alone.
  const byAir = (AIR_CAPACITY * exchangeFlow(front.opening, front.height, a, b)) / Math.sqrt(apart);
  let root = Math.sqrt(apart);
  for (let i = 0; i < 50; i++) {
    const d = root * root;
    const f = d + yields * (front.conductance * d + byAir * d * root) - apart;
    const slope = 2 * root + yields * (2 * front.conductance * root + 3 * byAir * d);
    const next = Math.max(0, root - f / slope);
    if (Math.abs(next - root) < 1e-12) break;
    root = next;
  }
  const d = root * root;
  return Math.sign(a - b) * (front.conductance * d + byAir * d * root);
}
