/** One path side by side with others: its share of the area and its layers' resistances, m2K/W. */
export interface Path {
  /** Of the area, 0 to 1. */
  share: number;
  /** Of its layers, m2K/W. */
  resistances: number[];
}

export interface Combined {
  /** Mean of the two limits, m2K/W. */
  total: number;
  /** Parallel paths, m2K/W. */
  upper: number;
  /** Isothermal planes, m2K/W. */
  lower: number;
}

/**
 * Total resistance of an element with timber bridges, m2K/W: the mean of the upper limit (parallel paths) and
 * lower limit (isothermal planes) of ISO 6946:2017 6.7.2, from memory. Every path has the same number of layers.
 * The standard excludes metal bridges, so ribs are never fed to it.
 */
export function combinedResistance(paths: Path[], rsi: number, rse: number): Combined {
  const planes = paths[0]?.resistances.length ?? 0;
  let upperU = 0;
  for (const path of paths) upperU += path.share / (rsi + rse + path.resistances.reduce((a, b) => a + b, 0));
  let lower = rsi + rse;
  for (let k = 0; k < planes; k++) {
    let conductance = 0;
    for (const path of paths) conductance += path.share / Math.max(path.resistances[k]!, 1e-9);
    lower += 1 / conductance;
  }
  const upper = 1 / upperU;
  return { total: (upper + lower) / 2, upper, lower };
}
