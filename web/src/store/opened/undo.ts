import type { ConversionRecord } from '@overcoat/core/model';
import { ApiError, api } from '../../api/client.ts';
import type { Get, OpenDesign, SetState } from './state.ts';
import type { Sync } from './sync.ts';

/** Undo and redo: the server's own steps, after all that is pending; and what others did, after those. */
export function undoing(set: SetState, get: Get, sync: Sync): Pick<OpenDesign, 'travel' | 'look'> {
  let journey: Promise<void> = Promise.resolve();

  const step = async (way: 'undo' | 'redo') => {
    await sync.pump();
    const { id, saved, pending, state } = get();
    if (!id || !saved || pending.length > 0 || state === 'conflict' || saved[way] === null) return;
    try {
      const label = `${way === 'undo' ? 'undone' : 'done again'}: ${saved[way]}`;
      const record = await api.travel(id, way, saved.revision);
      if (get().id !== id) return;
      // What was edited meanwhile went on its way on the state before: the server's refusal has it merged onto this one.
      if (get().pending.length === 0 && record.revision > get().saved!.revision) sync.accept(record, label);
    } catch (error) {
      if (error instanceof ApiError && error.status === 409 && error.problem.current) {
        const current = error.problem.current as ConversionRecord;
        if (get().pending.length > 0) sync.reconcile(current);
        else sync.accept(current, 'changed in another window');
      } else set({ state: 'offline', message: error instanceof Error ? error.message : String(error) });
    }
  };

  return {
    travel(way) {
      // One step after another: each press counts, however quick.
      journey = journey.then(() => step(way));
      return journey;
    },
    look(revision) {
      // What comes back of a step is no other window's.
      journey = journey.then(() => sync.look(revision)).catch(() => undefined);
      return journey;
    },
  };
}
