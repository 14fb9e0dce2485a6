import { NavLink, useMatch } from 'react-router';
import { useLibrary } from '../api/queries.ts';
import { useDesign } from '../store/design.ts';
import { railStates, type Stage } from './railStates.ts';

const STAGES: { key: Stage; name: string }[] = [
  { key: 'survey', name: 'Survey' },
  { key: 'brief', name: 'Brief' },
  { key: 'build-ups', name: 'Build-ups' },
  { key: 'compare', name: 'Compare' },
  { key: 'cut-and-buy', name: 'Cut & buy' },
  { key: 'materials', name: 'Materials' },
];

/** The tape: stages of the work as its graduations, each with its state in a mark and a word. */
export function Rail() {
  const inside = useMatch('/c/:id/*');
  const design = useDesign(s => s.design);
  const variantId = useDesign(s => s.variantId);
  const { library } = useLibrary();
  const id = inside?.params.id;
  const states = id && design ? railStates(design, variantId, library) : null;
  return (
    <nav
      aria-label="Stages of the work"
      className="no-print tape-marks z-20 flex shrink-0 overflow-x-auto bg-tape text-tape-ink lg:w-[166px] lg:flex-col lg:overflow-visible lg:border-r-2 lg:border-tape-ink max-lg:sticky max-lg:top-0 max-lg:bg-none"
    >
      <Stop
        to="/"
        name="Conversions"
        mark={design && id ? '' : '●'}
        says={design && id ? design.name : 'all of them'}
        end
      />
      {id &&
        STAGES.map(stage => (
          <Stop
            key={stage.key}
            to={`/c/${id}/${stage.key}`}
            name={stage.name}
            mark={states?.[stage.key].mark ?? ''}
            says={states?.[stage.key].says ?? '…'}
            alert={states?.[stage.key].alert ?? false}
          />
        ))}
    </nav>
  );
}

function Stop({
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
