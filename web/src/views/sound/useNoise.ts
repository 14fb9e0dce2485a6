import { useJob } from '../../hooks/useJob.ts';
import { useHeard } from '../../store/heard.ts';
import { useVariant } from '../../store/openDesign.ts';

/** Outside noise and echo of the chosen variant. */
export function useNoise() {
  const variant = useVariant();
  const heard = useHeard();
  return useJob('noise', variant.id, { placement: variant.design, heard }, true);
}
