import { schools } from '@overcoat/core/buildup';
import { type BayResult, bayResult } from '@overcoat/core/evaluate';
import type { Library } from '@overcoat/core/materials';
import { buildUpOf } from '@overcoat/core/model';
import { fitAdvice } from '@overcoat/core/studies/junctions';
import { bayWorking, dampWorking, type Working } from '@overcoat/core/studies/working';
import { printNumber } from '@overcoat/core/units';
import { type Dispatch, type SetStateAction, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import {
  adviceSentences,
  bayPlace,
  dampSentence,
  fitSentence,
  keptSentences,
  verdict,
} from '../../sentences.ts';
import { Legend, TEXTURE_SWATCHES } from '../../shell-map/Legend.tsx';
import { MapPanel } from '../../shell-map/MapPanel.tsx';
import { textureOf, textureWord } from '../../shell-map/textures.tsx';
import { useDesign } from '../../store/design.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { WorkingDialog } from '../../ui/WorkingDialog.tsx';
import { AtNight } from './AtNight.tsx';
import { BuildUpTarget } from './BuildUpTarget.tsx';
import { LayerList } from './LayerList.tsx';
import { SchoolPicker } from './SchoolPicker.tsx';
import { SealControl } from './SealControl.tsx';
import { SectionDrawing } from './SectionDrawing.tsx';

/** What goes where: the shell filled with its build-ups, and the chosen bay's section and layers. */
export function Component() {
  const e = useEvaluation();
  const variant = useVariant();
  const { library } = useLibrary();
  const selected = useDesign(s => s.selected);
  const first = selected.find(id => e.bays.has(id));
  return (
    <>
      <MapPanel
        title={
          variant.school
            ? `${variant.name} · by the school “${schools.find(s => s.id === variant.school)?.name ?? variant.school}”`
            : variant.name
        }
        paint={(bay, zone) => {
          const result = bayResult(e, bay.id);
          const texture = textureOf(result.buildUp, library);
          const assumed = [bay.width, bay.height, bay.depthMin, bay.depthMax].some(
            m => m.basis === 'assumed',
          );
          return {
            texture,
            dashed: assumed,
            alert: result.fit?.misfit ?? false,
            says: `${zone.name}, ${textureWord(texture)}${result.fit?.misfit ? ', does not fit' : ''}`,
          };
        }}
        legend={<Legend swatches={[...TEXTURE_SWATCHES, { dashed: true, says: 'assumed, not measured' }]} />}
      >
        <SchoolPicker />
      </MapPanel>
      <aside className="w-full shrink-0 overflow-auto border-rule bg-sheet p-5 lg:w-[500px] lg:border-l">
        {first ? (
          <BayPanel id={first} ids={selected} />
        ) : (
          <>
            <p className="border-l-[5px] border-chalk bg-table px-4 py-2.5 text-[16px]">{verdict(e)}</p>
            <p className="mt-4">
              Choose a bay to see its section and change its layers. Several bays: Shift with click or arrows;
              Z takes the whole zone.
            </p>
            {e.fit.misfits.length > 0 && (
              <p className="mt-2 text-signal">Do not fit: {e.fit.misfits.join(', ')}.</p>
            )}
            <AtNight />
          </>
        )}
      </aside>
    </>
  );
}

function BayPanel({ id, ids }: { id: string; ids: readonly string[] }) {
  const e = useEvaluation();
  const design = useOpenDesign();
  const variant = useVariant();
  const units = useUnits();
  const { library } = useLibrary();
  const [working, setWorking] = useState<Working | null>(null);
  const result = bayResult(e, id);
  const buildUp = buildUpOf(variant.design, result.zone.id, id);
  const fit = fitSentence(result, units);
  const advice = [
    ...adviceSentences(fitAdvice(result, library), library, units),
    ...keptSentences(result, units),
  ];
  return (
    <>
      <div className="flex items-baseline gap-3">
        <h2 className="text-2xl">{id}</h2>
        <p className="text-faint">{bayPlace(result, units)}</p>
      </div>
      <p className="mt-1 border-l-[5px] border-chalk bg-table px-4 py-2 text-[15px]" data-testid="verdict">
        {dampSentence(result)}{' '}
        {result.moisture && (
          <button
            type="button"
            className="text-chalk underline"
            onClick={() => setWorking(dampWorking(e, result, design, library))}
          >
            Show working
          </button>
        )}
      </p>
      <SectionDrawing result={result} night={e.damp.night} />
      <FitAndU design={design} library={library} setWorking={setWorking} result={result} fit={fit} />
      {advice.map(says => (
        <p key={says} className="text-[13px]">
          {says}
        </p>
      ))}
      {result.fit?.misfit && (
        <p className="text-[13px] font-medium text-signal">
          A lining held off its place stands open at its joints: its damp is reckoned so.
        </p>
      )}
      <BuildUpTarget result={result} ids={ids} buildUp={buildUp} />
      {buildUp && <LayerList key={buildUp.id} buildUp={buildUp} result={result} />}
      {buildUp && <SealControl buildUp={buildUp} />}
      <WorkingDialog working={working} onClose={() => setWorking(null)} />
    </>
  );
}

function FitAndU({
  design,
  library,
  setWorking,
  result,
  fit,
}: {
  design: ReturnType<typeof useOpenDesign>;
  library: Library;
  setWorking: Dispatch<SetStateAction<Working | null>>;
  result: BayResult;
  fit: ReturnType<typeof fitSentence>;
}) {
  return (
    <div className="mt-1 flex items-baseline justify-between gap-4">
      <p className={fit.wrong ? 'font-semibold text-signal' : 'font-medium'}>{fit.says}</p>
      <button
        type="button"
        className="shrink-0 whitespace-nowrap text-right"
        onClick={() => setWorking(bayWorking(result, design, library))}
      >
        <span className="font-sign text-xl font-semibold">{printNumber(result.uValue, 2)}</span>{' '}
        <span className="text-[13px] text-faint underline">W/m²K, U clear bay</span>
      </button>
    </div>
  );
}
