import { guess, type Measurement, type Shell } from '@overcoat/core/model';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { editShell } from '../../../store/reshape.ts';
import { MeasureField } from '../../../ui/MeasureField.tsx';

type Room = NonNullable<Shell['floorRoom']>;

const APERTURES = [
  ['rear', 'rear doors open'],
  ['side', 'side door open'],
] as const;
const ROOM: readonly (keyof Room)[] = ['side door', 'rear doors', 'side step'];

/** What comes in and out: clear openings of the body, and how far the floor may rise before a door or step fouls. */
export function Clearances() {
  const { shell } = useOpenDesign();
  const put = (label: string, change: Partial<Shell>) =>
    editShell(label, s => ({ ok: true, shell: { ...s, ...change } }));
  const leaves = shell.zones.filter(z => z.kind === 'rear door');
  const side = shell.zones.find(z => z.kind === 'sliding door');
  const start = {
    rear: {
      width: guess(leaves.reduce((sum, z) => sum + z.length.value, 0) || shell.width.value * 0.85),
      height: guess(leaves[0]?.height.value ?? shell.height.value * 0.9),
    },
    side: {
      width: guess(side?.length.value ?? 1),
      height: guess(side?.height.value ?? shell.height.value * 0.85),
    },
  };
  return (
    <section data-testid="clearances">
      <h2 className="text-xl">Doorways and steps</h2>
      {APERTURES.map(([which, words]) => {
        const now = shell.apertures?.[which] ?? start[which];
        const set = (field: 'width' | 'height') => (m: Measurement) =>
          put(`${words}: ${field}`, { apertures: { ...shell.apertures, [which]: { ...now, [field]: m } } });
        return (
          <div key={which} className="mt-1 grid grid-cols-2 gap-2">
            <MeasureField
              label={`${words}: clear width`}
              value={now.width}
              min={0.2}
              max={3}
              onMeasure={set('width')}
            />
            <MeasureField
              label={`${words}: clear height`}
              value={now.height}
              min={0.2}
              max={3.5}
              onMeasure={set('height')}
            />
          </div>
        );
      })}
      <p className="mt-2 text-[13px] text-faint">How far the floor may rise before it fouls the</p>
      <div className="grid grid-cols-3 gap-2">
        {ROOM.map(what => (
          <MeasureField
            key={what}
            label={shell.floorRoom?.[what] ? what : `${what}, not measured`}
            value={shell.floorRoom?.[what] ?? guess(0)}
            max={0.5}
            onMeasure={m => put(`room at the ${what}`, { floorRoom: { ...shell.floorRoom, [what]: m } })}
          />
        ))}
      </div>
    </section>
  );
}
