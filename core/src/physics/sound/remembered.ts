/** Remembers up to `most` results by their key; what is beyond goes with all the rest and is made again. */
export function remembered<V>(most: number): (key: string, make: () => V) => V {
  const known = new Map<string, V>();
  return (key, make) => {
    const found = known.get(key);
    if (found !== undefined) return found;
    if (known.size >= most) known.clear();
    const made = make();
    known.set(key, made);
    return made;
  };
}
