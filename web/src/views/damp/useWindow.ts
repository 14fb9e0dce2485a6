import { useCallback, useRef, useState } from 'react';

/** A stretch of a series of hours. */
export interface Stretch {
  from: number;
  span: number;
}

const LEAST = 48;

/** A stretch of `hours` that can be narrowed, widened and moved; the wheel over `ref` zooms about the pointer. */
export function useWindow(hours: number) {
  const [stretch, setStretch] = useState<Stretch>({ from: 0, span: hours });
  const clamp = useCallback(
    (from: number, span: number): Stretch => {
      const wide = Math.round(Math.max(LEAST, Math.min(hours, span)));
      return { from: Math.round(Math.max(0, Math.min(hours - wide, from))), span: wide };
    },
    [hours],
  );
  const zoom = useCallback(
    (factor: number, about = 0.5) =>
      setStretch(s => clamp(s.from + about * s.span * (1 - factor), s.span * factor)),
    [clamp],
  );
  const move = useCallback(
    (share: number) => setStretch(s => clamp(s.from + share * s.span, s.span)),
    [clamp],
  );
  const show = useCallback((from: number, span: number) => setStretch(clamp(from, span)), [clamp]);
  const held = useRef<HTMLElement | null>(null);
  const onWheel = useCallback(
    (event: WheelEvent) => {
      event.preventDefault();
      const box = held.current!.getBoundingClientRect();
      zoom(event.deltaY > 0 ? 1.25 : 0.8, (event.clientX - box.left) / box.width);
    },
    [zoom],
  );
  // React listens to the wheel passively: the page would scroll as well.
  const ref = useCallback(
    (element: HTMLElement | null) => {
      held.current?.removeEventListener('wheel', onWheel);
      held.current = element;
      element?.addEventListener('wheel', onWheel, { passive: false });
    },
    [onWheel],
  );
  const { from, span } = stretch.span > hours ? clamp(0, hours) : stretch;
  return { from, span, zoom, move, show, ref };
}
