import type { Measurement } from '../../model/index.ts';

type AssumedFrom = Extract<Measurement, { basis: 'assumed' }>['from'];

/** Whether every measurement in a piece of a shell was read off a tape. */
export function allMeasured(node: unknown): boolean {
  if (typeof node !== 'object' || node === null) return true;
  return 'basis' in node ? node.basis === 'measured' : Object.values(node).every(allMeasured);
}

/** The same piece with every measurement in it as assumed from elsewhere. */
export function assumeAll<T>(node: T, from: AssumedFrom): T {
  if (typeof node !== 'object' || node === null) return node;
  if (Array.isArray(node)) return node.map(item => assumeAll(item, from)) as T;
  if ('basis' in node && 'value' in node) return { basis: 'assumed', value: node.value, from } as T;
  return Object.fromEntries(Object.entries(node).map(([k, v]) => [k, assumeAll(v, from)])) as T;
}
