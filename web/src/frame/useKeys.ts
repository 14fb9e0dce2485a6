import { useEffect } from 'react';
import { useDesign } from '../store/design.ts';
import { undo } from './undo.ts';

/** Undo and redo from the keyboard, except while a text is being typed (there they belong to the text). */
export function useKeys(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.matches('input, textarea, [contenteditable]') || !(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      const way = key === 'z' ? (event.shiftKey ? 'redo' : 'undo') : key === 'y' ? 'redo' : null;
      if (!way) return;
      event.preventDefault();
      if (way === 'undo') undo();
      else void useDesign.getState().travel('redo');
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
}
