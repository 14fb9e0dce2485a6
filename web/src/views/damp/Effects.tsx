import { grams } from '../../format.ts';
import { useJob } from '../../hooks/useJob.ts';
import { useVariant } from '../../store/openDesign.ts';
import { JobBar } from './JobBar.tsx';

/** What changes the first winter's water most, as bars from what it is now, by the hour. */
export function Effects({ bay }: { bay: string }) {
  const { design: placement } = useVariant();
  const job = useJob('effects', bay, { placement, bay }, true);
  const { answer, stale, running, failed, stopped } = job;
  const effects = answer ?? [];
  const most = Math.max(1e-9, ...effects.map(e => Math.abs(e.after - e.peak)));
  return (
    <section>
      <h2 className="text-lg">What moves it most</h2>
      {(running !== null || failed || stopped) && (
        <JobBar job={job} name="Work it out" doing="a year by the hour for each change" />
      )}
      <ul className={`flex flex-col gap-1 ${stale ? 'opacity-60' : ''}`}>
        {effects.map(e => {
          const by = e.after - e.peak;
          return (
            <li key={e.change} className="grid grid-cols-[12rem_1fr_5.5rem] items-center gap-2 text-[13px]">
              {e.change}
              <span className="relative h-3 border-l border-ink">
                <span
                  className={`absolute inset-y-0 left-0 ${by > 0 ? 'bg-signal' : 'bg-chalk'}`}
                  style={{ width: `${(Math.abs(by) / most) * 100}%` }}
                />
              </span>
              <b className="text-right">
                {Math.abs(by) < 5e-5 ? 'nothing' : `${by > 0 ? '+' : '−'}${grams(Math.abs(by))}`}
              </b>
            </li>
          );
        })}
      </ul>
      <p className="text-[13px] text-faint">
        {effects[0] && `Now ${grams(effects[0].peak)}, run-off counted in. `}Change of the first year’s water,
        one thing at a time, with sun and sky. Foam over the ribs warms their room face, which these figures
        do not show: see “Cold spots”. Fresh air never below what local rules ask.
      </p>
    </section>
  );
}
