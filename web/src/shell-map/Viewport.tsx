import { Maximize, ZoomIn, ZoomOut } from 'lucide-react';
import {
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
  useCallback,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
} from 'react';
import { Button } from '../ui/Button.tsx';

const MOST = 8;
const STEP = 1.35;
/** A gesture is over when nothing came for this long, ms; only then is the sheet drawn anew. */
const REST = 140;

/**
 * A window onto the sheet: Ctrl and wheel or pinch zoom at the pointer, + and - at the middle, 0 fits; the ground
 * drags and scrolls. While a gesture goes on the drawing is only stretched, which keeps up with the screen.
 */
export function Viewport({ children }: { children: ReactNode }) {
  const { window, sheet, middle, fit, zoomBy, zoom } = useZoom();
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === '+' || event.key === '=') middle(STEP);
    else if (event.key === '-') middle(1 / STEP);
    else if (event.key === '0') fit();
    else return;
    event.preventDefault();
  };

  const { onPointerDown, onPointerMove, onPointerUp } = useDrag(window, zoomBy);
  return (
    <div className="relative min-h-0 grow">
      {/* biome-ignore lint/a11y/noStaticElementInteractions: keys and drags are a second way to the buttons below. */}
      <div
        ref={window}
        className="h-full overflow-auto overscroll-contain"
        style={{ touchAction: zoom > 1 ? 'none' : 'pan-x pan-y' }}
        onKeyDown={onKeyDown}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onPointerUp={onPointerUp}
        onPointerCancel={onPointerUp}
        data-zoom={zoom.toFixed(2)}
      >
        <div
          ref={sheet}
          className="max-lg:min-h-[760px] max-lg:min-w-[720px]"
          style={{ width: `${zoom * 100}%`, height: `${zoom * 100}%` }}
        >
          {children}
        </div>
      </div>
      <ZoomButtons middle={middle} fit={fit} zoom={zoom} />
    </div>
  );
}

function ZoomButtons({
  middle,
  fit,
  zoom,
}: {
  middle: (factor: number) => void;
  fit: () => void;
  zoom: number;
}) {
  return (
    <div className="no-print absolute right-1 bottom-1 flex gap-1">
      <Button small aria-label="Zoom in" title="Zoom in (+)" onClick={() => middle(STEP)}>
        <ZoomIn size={15} />
      </Button>
      <Button
        small
        aria-label="Zoom out"
        title="Zoom out (-)"
        disabled={zoom <= 1}
        onClick={() => middle(1 / STEP)}
      >
        <ZoomOut size={15} />
      </Button>
      <Button small aria-label="Whole sheet" title="Whole sheet (0)" disabled={zoom <= 1} onClick={fit}>
        <Maximize size={15} />
      </Button>
    </div>
  );
}

/** Zooms about a point: shown at once by a transform, laid out anew when the gesture rests. */
function useZoom() {
  const window = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const [zoom, setZoom] = useState(1);
  const gesture = useRef({ scale: 1, x: 0, y: 0, timer: 0 });
  const target = useRef<{ zoom: number; left: number; top: number } | null>(null);

  const settle = useCallback(() => {
    const { scale, x, y } = gesture.current;
    const view = window.current;
    if (!view || scale === 1) return;
    setZoom(old => {
      const next = Math.min(MOST, Math.max(1, old * scale));
      const by = next / old;
      target.current = {
        zoom: next,
        left: (view.scrollLeft + x) * by - x,
        top: (view.scrollTop + y) * by - y,
      };
      return next;
    });
    gesture.current.scale = 1;
  }, []);

  const zoomBy = useCallback(
    (factor: number, x: number, y: number, at: 'rest' | 'once') => {
      const view = window.current;
      const paper = sheet.current;
      if (!view || !paper) return;
      const g = gesture.current;
      g.scale *= factor;
      g.x = x;
      g.y = y;
      clearTimeout(g.timer);
      if (at === 'once') return settle();
      paper.style.transformOrigin = `${view.scrollLeft + x}px ${view.scrollTop + y}px`;
      paper.style.transform = `scale(${g.scale})`;
      g.timer = setTimeout(settle, REST) as unknown as number;
    },
    [settle],
  );

  // The sheet has its new size: put the point under the pointer back where it was.
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs after each change of zoom.
  useLayoutEffect(() => {
    const goal = target.current;
    if (sheet.current) sheet.current.style.transform = '';
    if (!goal || !window.current) return;
    window.current.scrollLeft = goal.left;
    window.current.scrollTop = goal.top;
    target.current = null;
  }, [zoom]);

  useEffect(() => {
    const view = window.current;
    if (!view) return;
    const wheel = (event: WheelEvent) => {
      if (!event.ctrlKey && !event.metaKey) return;
      event.preventDefault();
      const box = view.getBoundingClientRect();
      zoomBy(Math.exp(-event.deltaY / 400), event.clientX - box.left, event.clientY - box.top, 'rest');
    };
    view.addEventListener('wheel', wheel, { passive: false });
    return () => view.removeEventListener('wheel', wheel);
  }, [zoomBy]);

  const middle = (factor: number) => {
    const view = window.current;
    if (view) zoomBy(factor, view.clientWidth / 2, view.clientHeight / 2, 'once');
  };
  const fit = () => {
    target.current = { zoom: 1, left: 0, top: 0 };
    setZoom(1);
  };
  return { window, sheet, middle, fit, zoomBy, zoom };
}

/** Drags the ground with one pointer, pinches with two. */
function useDrag(
  window: React.RefObject<HTMLDivElement | null>,
  zoomBy: (factor: number, x: number, y: number, at: 'rest') => void,
) {
  const pointers = useRef(new Map<number, { x: number; y: number }>());
  const onPointerDown = (event: PointerEvent) => {
    if (event.pointerType === 'touch')
      pointers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
    else if (
      event.button === 0 &&
      !(event.target as Element).closest('[data-bay], [data-zone], [data-handle]')
    ) {
      pointers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
    }
  };
  const onPointerMove = (event: PointerEvent) => {
    const before = pointers.current.get(event.pointerId);
    const view = window.current;
    if (!before || !view) return;
    const now = { x: event.clientX, y: event.clientY };
    pointers.current.set(event.pointerId, now);
    const other = [...pointers.current].find(([id]) => id !== event.pointerId)?.[1];
    if (other) {
      const box = view.getBoundingClientRect();
      const reach = (p: { x: number; y: number }) => Math.hypot(p.x - other.x, p.y - other.y);
      zoomBy(
        reach(now) / Math.max(1, reach(before)),
        (now.x + other.x) / 2 - box.left,
        (now.y + other.y) / 2 - box.top,
        'rest',
      );
    } else if (event.pointerType !== 'touch' || view.style.touchAction === 'none') {
      view.scrollLeft -= now.x - before.x;
      view.scrollTop -= now.y - before.y;
    }
  };
  const onPointerUp = (event: PointerEvent) => {
    pointers.current.delete(event.pointerId);
  };
  return { onPointerDown, onPointerMove, onPointerUp };
}
