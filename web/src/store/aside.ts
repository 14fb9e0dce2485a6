import { create } from 'zustand';

interface Aside {
  /** What was last put down as a fact, beside the design: undo does not reach it. */
  last: string | null;
  note(what: string | null): void;
}

/** The last fact noted since the last edit of the design: whoever presses undo then may mean that. */
export const useAside = create<Aside>()(set => ({ last: null, note: last => set({ last }) }));
