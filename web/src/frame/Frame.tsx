import { Outlet } from 'react-router';
import { Rail } from './Rail.tsx';
import { useListsFeed } from './useListsFeed.ts';

/** Rail on the left, the view beside it; on a phone the rail lies along the top. */
export function Frame() {
  useListsFeed();
  return (
    <div className="flex min-h-screen flex-col lg:h-screen lg:flex-row print-whole">
      <button
        type="button"
        onClick={toWork}
        className="sr-only z-50 bg-slate px-3 py-2 font-medium text-on-slate focus:not-sr-only focus:absolute focus:left-2 focus:top-2"
      >
        Skip to the work
      </button>
      <Rail />
      <Outlet />
    </div>
  );
}

/** The first thing to work with in the view, past rail, bar and ledger. */
function toWork(): void {
  const main = document.querySelector<HTMLElement>('main');
  main?.setAttribute('tabindex', '-1');
  main?.focus();
}
