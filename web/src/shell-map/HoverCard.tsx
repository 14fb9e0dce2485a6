import type { BayPaint } from './ShellMap.tsx';

/** What the map says of the bay under the pointer, beside it. */
export function HoverCard({ bay, paint, x, y }: { bay: string; paint: BayPaint; x: number; y: number }) {
  const left = Math.min(x + 16, globalThis.innerWidth - 270);
  return (
    <div
      aria-hidden
      className="pointer-events-none fixed z-30 w-[250px] rounded-[4px] border border-ink bg-sheet px-2.5 py-1.5 text-[13px] shadow-lg"
      style={{ left, top: Math.min(y + 16, globalThis.innerHeight - 90) }}
    >
      <b className="font-sign text-[15px]">{bay}</b> {paint.says}
    </div>
  );
}
