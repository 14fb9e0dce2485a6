import { useAside } from '../store/aside.ts';
import { useDesign } from '../store/design.ts';

/**
 * Undoes the last change of the design. Right after a fact was put down (a price, an entry of the log), which no undo
 * reaches, the first press only says so and what the next one would take back.
 */
export function undo(): void {
  const { saved, pending, travel } = useDesign.getState();
  const aside = useAside.getState();
  if (aside.last === null) return void travel('undo');
  const next = pending.at(-1)?.label ?? saved?.undo;
  useDesign.setState({
    notice: `Undo does not reach ${aside.last}: it is a fact, and is taken back where it was put. ${next ? `Press undo once more to take back: ${next}.` : 'There is nothing else to undo.'}`,
  });
  aside.note(null);
}
