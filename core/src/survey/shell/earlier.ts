import type { Shell } from '../../model/index.ts';

/** A shell measured once as the start of another: every size stands as assumed from that van, nothing it hid goes along. */
export function fromEarlier(shell: Shell): Shell {
  const { axles: _, ...rest } = shell;
  return assumedFrom({
    ...rest,
    zones: rest.zones.map(z => ({
      ...z,
      bays: z.bays.map(({ pads: _pads, formerly: _formerly, ...b }) => b),
    })),
  });
}

/** Every measurement in a piece of a shell, as assumed from an earlier van. */
function assumedFrom<T>(node: T): T {
  if (typeof node !== 'object' || node === null) return node;
  if (Array.isArray(node)) return node.map(assumedFrom) as T;
  if ('basis' in node && 'value' in node)
    return { basis: 'assumed', value: node.value, from: 'earlier van' } as T;
  return Object.fromEntries(Object.entries(node).map(([k, v]) => [k, assumedFrom(v)])) as T;
}
