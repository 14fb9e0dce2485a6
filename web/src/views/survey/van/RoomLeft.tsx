import { floorFouls, roomLeft } from '@overcoat/core/studies/junctions';
import { printLength } from '@overcoat/core/units';
import { useMemo } from 'react';
import { useEvaluation } from '../../../store/evaluation.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { useUnits } from '../../../store/preferences.ts';
import { right, Table } from '../../../ui/Table.tsx';

/** What remains inside between the linings, place by place along the van. */
export function RoomLeftPanel() {
  const { shell, brief } = useOpenDesign();
  const e = useEvaluation();
  const units = useUnits();
  const left = useMemo(() => roomLeft(shell, e), [shell, e]);
  const p = (m: number) => printLength(m, units);
  const [least, most] = [p(left.bedAcross.least), p(left.bedAcross.most)];
  const across = least === most ? least : `${least} to ${most}`;
  const needed = brief.headHeight.value;
  return (
    <section data-testid="room-left">
      <h2 className="text-xl">What remains inside</h2>
      <p>
        Between linings a bed across has <b>{across}</b>, by where it stands, one along the van{' '}
        <b>{p(left.bedAlong)}</b>.
        {left.slidingCover &&
          ` A sliding cover under ${left.slidingCover.opening} has ${left.slidingCover.room > 0 ? p(left.slidingCover.room) : 'no room'} between frame and lining.`}
      </p>
      <Table
        caption="Room left inside the linings"
        look="page"
        className="mt-1"
        heads={['behind the front', right('clear width'), right('clear height')]}
      >
        {left.stations.map(s => (
          <tr key={s.at} className="border-t border-rule">
            <td>{p(s.at)}</td>
            <td className="text-right">{p(s.width)}</td>
            <td className={`text-right ${s.height < needed ? 'font-medium text-signal' : ''}`}>
              {p(s.height)}
              {s.height < needed && `, ${p(needed - s.height)} short`}
            </td>
          </tr>
        ))}
      </Table>
      {floorFouls(shell, e).map(f => (
        <p key={f.what} role="note" className="mt-1 border-l-4 border-signal pl-2 font-medium">
          The floor rises {p(f.rise)}, {p(f.rise - f.room)} more than the {f.what} leaves room for.
        </p>
      ))}
    </section>
  );
}
