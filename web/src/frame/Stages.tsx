import { useLibrary } from '../api/queries.ts';
import { useDesign } from '../store/design.ts';
import { useSettling } from '../store/evaluation.ts';
import { heardIn } from '../store/heard.ts';
import { useLog } from '../store/log.ts';
import { type Stage, VIEWS } from '../views/index.ts';
import { Conversions } from './Conversions.tsx';
import { railStates } from './railStates.ts';
import { Stop } from './Stop.tsx';

const STAGES = Object.entries(VIEWS).flatMap(([key, view]) =>
  'stage' in view ? [{ key: key as Stage, name: view.stage }] : [],
);

/** The stages of one conversion in working order. */
export default function Stages({ id }: { id: string }) {
  const design = useDesign(s => s.design);
  const variantId = useDesign(s => s.variantId);
  const { library } = useLibrary();
  const entries = useLog(s => s.entries);
  useSettling();
  const states = design ? railStates(design, variantId, library, heardIn(design, entries, library)) : null;
  const stops = STAGES.map(({ key, name }) => {
    const state = states?.[key];
    return (
      <Stop
        key={key}
        to={`/c/${id}/${key}`}
        name={name}
        mark={state?.mark ?? ''}
        says={state?.says ?? '…'}
        alert={state?.alert ?? false}
      />
    );
  });
  return (
    <>
      <Conversions says={design?.name ?? 'all of them'} />
      {stops}
    </>
  );
}
