import { NavLink } from 'react-router';

/** One graduation of the tape. */
export function Stop({
  to,
  name,
  mark,
  says,
  alert = false,
  end = false,
}: {
  to: string;
  name: string;
  mark: string;
  says: string;
  alert?: boolean;
  end?: boolean;
}) {
  return (
    <NavLink
      to={to}
      end={end}
      className={({ isActive }) =>
        `block shrink-0 px-3.5 py-2.5 font-sign leading-tight lg:py-[13px] lg:first:mt-2 ${isActive ? 'bg-slate text-on-slate lg:-mr-2.5 lg:rounded-r-[6px]' : 'hover:bg-black/10'}`
      }
    >
      <span className="block whitespace-nowrap text-[17px] font-semibold">{name}</span>
      <span className="mt-0.5 flex items-center gap-1 whitespace-nowrap font-sans text-[12.5px] font-medium">
        {alert ? (
          <span className="inline-grid size-4 place-items-center rounded-full bg-[#c2391a] text-[11px] font-semibold text-white">
            !
          </span>
        ) : (
          mark && <span aria-hidden>{mark}</span>
        )}
        <span className="max-w-[128px] truncate">{says}</span>
      </span>
    </NavLink>
  );
}
