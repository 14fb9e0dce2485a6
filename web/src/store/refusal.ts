import { useEffect, useState } from 'react';
import { useDesign } from './design.ts';

/** Why the last change could not be made, until the design changes: an error leaves with its cause. */
export function useRefusal(): [string | null, (why: string | null) => void] {
  const [refused, setRefused] = useState<string | null>(null);
  const design = useDesign(s => s.design);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the change itself is the signal.
  useEffect(() => setRefused(null), [design]);
  return [refused, setRefused];
}
