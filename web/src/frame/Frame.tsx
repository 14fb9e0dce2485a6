import { Outlet } from 'react-router';
import { Rail } from './Rail.tsx';

/** Rail on the left, the view beside it; on a phone the rail lies along the top. */
export function Frame() {
  return (
    <div className="flex min-h-screen flex-col lg:h-screen lg:flex-row print-whole">
      <Rail />
      <Outlet />
    </div>
  );
}
