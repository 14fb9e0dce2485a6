import type { OpenDesign, SetState } from './state.ts';

/** Which variant and which bays are looked at. */
export const selection = (set: SetState): Pick<OpenDesign, 'chooseVariant' | 'select'> => ({
  chooseVariant: variantId => set({ variantId, lastChange: null }),
  select: selected => set({ selected }),
});
