import { BODY_SLACK, bodyClosure, withCab, withFrames } from '@overcoat/core/survey/patterns';
import { printArea } from '@overcoat/core/units';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { useUnits } from '../../../store/preferences.ts';
import { editShell } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';

/** Whether the zones are the whole body: what the load space and the cab have, against their boxes, and what is missing. */
export function BodyCheck() {
  const { shell } = useOpenDesign();
  const units = useUnits();
  const frames = shell.zones.some(z => z.kind === 'frame');
  const add = (label: string, change: typeof withCab) =>
    editShell(label, s => ({ ok: true, shell: change(s) }));
  return (
    <div data-testid="body-check" className="mt-2 flex flex-col gap-2">
      <ul>
        {bodyClosure(shell).map(({ of, body, zones, missing }) => {
          const off = Math.abs(missing) > BODY_SLACK;
          return (
            <li key={of} className={off ? 'border-l-4 border-signal pl-2' : ''}>
              <b>{of === 'cab' ? 'The cab' : 'The load space'}</b>: zones of {printArea(zones, units)} for a
              body of {printArea(body, units)}
              {off
                ? missing > 0
                  ? `: ${printArea(missing * body, units)} belong to no zone and are in no figure: ${frames ? 'measure the zones again, or make their bays larger' : 'add the cant rails and door posts below, or make the bays larger'}.`
                  : `: ${printArea(-missing * body, units)} too much; measure the box or the zones again.`
                : ', which adds up.'}
            </li>
          );
        })}
      </ul>
      {!frames && (
        <div>
          <Button onClick={() => add('frames', withFrames)}>Add cant rails and door posts</Button>
        </div>
      )}
      {!shell.cab && (
        <p className="border-l-4 border-signal pl-2">
          The cab is not surveyed: heat, sun and water of its glass are in no figure.
          <span className="mt-1 block">
            <Button onClick={() => add('cab', withCab)}>Add the cab of this body</Button>
          </span>
        </p>
      )}
    </div>
  );
}
