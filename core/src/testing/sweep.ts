/** How many cases of a sweep a run takes: some every time, every one with `SWEEP=all npm run unit`. */
export function sweep(all: number, usual: number): number {
  const { process } = globalThis as { process?: { env: Record<string, string | undefined> } };
  return process?.env.SWEEP === 'all' ? all : usual;
}
