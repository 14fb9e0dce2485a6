/** The vapour of one air over a step. */
export interface WaterNode {
  /** m3. */
  volume: number;
  /** Before the step, and what is owed to it, kg. */
  had: number;
  /** That comes whatever its vapour, kg/s. */
  gain: number;
  /** That leaves for each kg/m3 it has, m3/s. */
  carries: number;
  /** Its vapour before, kg/m3. */
  v: number;
}

/** A face that vapour condenses on while the air has more than `v`, and that gives back what it holds. */
export interface WetFace {
  /** Index of its air. */
  node: number;
  /** Transfer, m3/s. */
  link: number;
  /** Saturation at the face, kg/m3. */
  v: number;
  /** Water on it, kg. */
  holds: number;
}

const MOST_ROUNDS = 12;

/**
 * Vapour of one or two airs after a step, kg/m3, and what each face took, kg: implicit; which faces are wet is found by
 * trying. A face gives no more than it holds; two airs exchange so many m3/s.
 */
export function shareWater(
  nodes: readonly WaterNode[],
  faces: readonly WetFace[],
  exchange: number,
  step: number,
): { v: number[]; taken: Float64Array } {
  const wet = new Uint8Array(faces.length);
  for (let i = 0; i < faces.length; i++) {
    const f = faces[i]!;
    wet[i] = f.holds > 0 || nodes[f.node]!.v > f.v ? 1 : 0;
  }
  const taken = new Float64Array(faces.length);
  let v = solve(nodes, faces, wet, exchange, step);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let changed = false;
    for (let i = 0; i < faces.length; i++) {
      const f = faces[i]!;
      const drive = v[f.node]! - f.v;
      if (wet[i] === 1 && f.holds + step * f.link * drive < 0) {
        wet[i] = 0;
        changed = true;
      } else if (wet[i] === 0 && drive > 0 && round < MOST_ROUNDS / 2) {
        wet[i] = 1;
        changed = true;
      }
    }
    if (!changed) break;
    v = solve(nodes, faces, wet, exchange, step);
  }
  for (let i = 0; i < faces.length; i++) {
    const f = faces[i]!;
    taken[i] = wet[i] === 1 ? step * f.link * (v[f.node]! - f.v) : -f.holds;
  }
  return { v, taken };
}

/** With what is said to be wet; a dry face gives all it still held. */
function solve(
  nodes: readonly WaterNode[],
  faces: readonly WetFace[],
  wet: Uint8Array,
  exchange: number,
  step: number,
): number[] {
  const a = nodes.map(n => n.volume / step + n.carries);
  const rhs = nodes.map(n => n.had / step + n.gain);
  for (let i = 0; i < faces.length; i++) {
    const f = faces[i]!;
    if (wet[i] === 1) {
      a[f.node]! += f.link;
      rhs[f.node]! += f.link * f.v;
    } else rhs[f.node]! += f.holds / step;
  }
  if (nodes.length === 1) return [rhs[0]! / a[0]!];
  const [p, q] = [a[0]! + exchange, a[1]! + exchange];
  const det = p * q - exchange * exchange;
  return [(rhs[0]! * q + exchange * rhs[1]!) / det, (p * rhs[1]! + exchange * rhs[0]!) / det];
}
