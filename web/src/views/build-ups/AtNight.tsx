import { frontAtNight } from '@overcoat/core/buildup';
import { UP } from '@overcoat/core/evaluate';
import { inCab } from '@overcoat/core/model';
import { CURTAINS } from '@overcoat/core/model/lists';
import { printNumber } from '@overcoat/core/units';
import { drawCurtain, editPlacement, putScreens } from '../../store/edits.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { Select } from '../../ui/Select.tsx';

/** What this variant puts up at night: screens at panes of the load space and the cab, and a curtain between them. */
export function AtNight() {
  const { shell } = useOpenDesign();
  const { design } = useVariant();
  const { heat } = useEvaluation();
  const of = (cab: boolean) =>
    shell.zones
      .filter(z => inCab(z.kind) === cab)
      .flatMap(z => z.openings.filter(o => o.screen !== 'none').map(o => o.id));
  const sets = [
    { name: 'windows of the load space', panes: of(false) },
    { name: 'glass of the cab', panes: of(true) },
  ].filter(s => s.panes.length > 0);
  const drawn = CURTAINS.filter(c => frontAtNight(shell, { curtain: c }) === c && shell.cab?.front !== c);
  if (sets.length === 0 && drawn.length === 0) return null;
  return (
    <section aria-labelledby="at-night" className="mt-4 border-t border-rule pt-3">
      <h3 id="at-night" className="font-sans text-[15px] font-medium">
        Put up at night in this variant
      </h3>
      {sets.map(({ name, panes }) => {
        const up = panes.filter(p => design.screens?.[p]).length;
        return <ScreenTick key={name} name={name} panes={panes} up={up} />;
      })}
      {drawn.length > 0 && (
        <Select
          className="max-w-64"
          label="before the cab"
          value={design.curtain ?? ''}
          onChange={e => {
            const chosen = drawn.find(c => c === e.target.value) ?? null;
            editPlacement(chosen ? `a ${chosen}` : 'no curtain', p => drawCurtain(p, chosen));
          }}
        >
          <option value="">nothing more than stands there</option>
          {drawn.map(c => (
            <option key={c}>{c}</option>
          ))}
        </Select>
      )}
      <p className="mt-2 text-[13px] text-faint">
        {heat.saved > 0.05
          ? `${printNumber(heat.saved, 1)} W/K less while all of it is up; the heat loss above counts ${printNumber(UP * 100)} % of that, for the nights (a guess). `
          : 'Nothing of it is up. '}
        It is cut, weighed and bought with the rest. Keep it clear of heaters, and never close fixed vents.
      </p>
    </section>
  );
}

function ScreenTick({ name, panes, up }: { name: string; panes: string[]; up: number }) {
  return (
    <label className="flex min-h-9 items-center gap-2">
      <input
        type="checkbox"
        checked={up === panes.length}
        ref={box => {
          if (box) box.indeterminate = up > 0 && up < panes.length;
        }}
        onChange={e => {
          const { checked } = e.target;
          editPlacement(`screens at ${name}`, p => putScreens(p, panes, checked));
        }}
      />
      screens at the {name}, {panes.length} pane{panes.length === 1 ? '' : 's'}
      {up > 0 && up < panes.length && ` (${up} have one)`}
    </label>
  );
}
