import { type LaidBay, takesStuffing } from '@overcoat/core/buildup';
import type { BayResult } from '@overcoat/core/evaluate';
import type { BuildUp, Zone } from '@overcoat/core/model';
import { assign, editPlacement, splitOff } from '../../store/edits.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { RibsControl } from './RibsControl.tsx';

/** Which build-up the chosen bays carry, who shares it, and how to part from it. */
export function BuildUpTarget({
  result,
  ids,
  buildUp,
}: {
  result: BayResult;
  ids: readonly string[];
  buildUp: BuildUp | null;
}) {
  const design = useOpenDesign();
  const variant = useVariant();
  const e = useEvaluation();
  const { zone } = result;
  const sharing = buildUp ? [...e.bays.values()].filter(r => r.buildUp?.id === buildUp.id) : [];
  const zones = [...new Set(sharing.map(r => r.zone.id))];
  const wholeZone = ids.length === 1 || zone.bays.every(b => ids.includes(b.id));
  const bays = [...ids];
  const choose = (value: string) => {
    const id = value === '' ? null : value;
    const place = ids.length > 1 && !wholeZone ? { bays } : { zones: [zone.id] };
    editPlacement(
      `${'bays' in place ? `${bays.length} bays` : zone.name}: ${variant.design.buildUps.find(b => b.id === id)?.name ?? 'bare'}`,
      p => assign(p, place, id, design),
    );
  };
  return (
    <div className="mt-3 grid grid-cols-[1fr_auto] items-end gap-2 border-t border-rule pt-3">
      <Select
        label={`Build-up of ${ids.length > 1 && !wholeZone ? `these ${ids.length} bays` : `the ${zone.name}`}`}
        value={buildUp?.id ?? ''}
        onChange={event => choose(event.target.value)}
      >
        <option value="">bare</option>
        {variant.design.buildUps.map(b => (
          <option key={b.id} value={b.id}>
            {toldApart(b, variant.design.buildUps)}
          </option>
        ))}
      </Select>
      <OwnButtons
        ids={ids}
        buildUp={buildUp}
        design={design}
        variant={variant}
        zone={zone}
        sharing={sharing}
        zones={zones}
        bays={bays}
      />
      {takesStuffing(zone) && <RibsControl zone={zone} />}
      {buildUp && (
        <p className="col-span-2 text-[13px] text-faint">
          Shared by {sharing.length} bay{sharing.length === 1 ? '' : 's'} in {zones.join(', ')}: a change
          below goes to all of them.
        </p>
      )}
    </div>
  );
}

function OwnButtons({
  ids,
  buildUp,
  design,
  variant,
  zone,
  sharing,
  zones,
  bays,
}: {
  ids: readonly string[];
  buildUp: BuildUp | null;
  design: ReturnType<typeof useOpenDesign>;
  variant: ReturnType<typeof useVariant>;
  zone: Zone;
  sharing: LaidBay[];
  zones: string[];
  bays: string[];
}) {
  return (
    <div className="flex gap-1">
      {(zones.length > 1 || !buildUp) && (
        <Button small onClick={() => splitOff(design, variant, { zones: [zone.id] }, titled(zone.name))}>
          own for this zone
        </Button>
      )}
      {buildUp && sharing.length > ids.length && (
        <Button
          small
          onClick={() =>
            splitOff(
              design,
              variant,
              { bays },
              ids.length > 1 ? `${ids[0]} and ${ids.length - 1} more` : `${ids[0]} alone`,
            )
          }
        >
          own for {ids.length > 1 ? `${ids.length} bays` : ids[0]}
        </Button>
      )}
    </div>
  );
}

const titled = (name: string) => name[0]!.toUpperCase() + name.slice(1);

/** The name of a build-up, and what it fills with where another has the same name. */
function toldApart(b: BuildUp, all: readonly BuildUp[]): string {
  const alike = all.filter(o => o.name === b.name);
  return alike.length === 1 ? b.name : `${b.name} (${alike.indexOf(b) + 1} of ${alike.length})`;
}
