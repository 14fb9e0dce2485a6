import type { BayQuiet, Evaluation } from '@overcoat/core/evaluate';
import type { Knock } from '@overcoat/core/log';
import type { Bay, Zone } from '@overcoat/core/model';
import { type Dispatch, type SetStateAction, useState } from 'react';
import { levelBand, printLevel } from '../../format.ts';
import { Legend } from '../../shell-map/Legend.tsx';
import { MapPanel } from '../../shell-map/MapPanel.tsx';
import { useDesign } from '../../store/design.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useFacts } from '../../store/log.ts';
import { Select } from '../../ui/Select.tsx';
import { Tabs } from '../../ui/Tabs.tsx';
import { BaySound } from './BaySound.tsx';
import { EchoPanel } from './EchoPanel.tsx';
import { KnockPanel } from './KnockPanel.tsx';
import { ListenPanel } from './ListenPanel.tsx';
import { OutsidePanel } from './OutsidePanel.tsx';
import { SoundVan } from './SoundVan.tsx';
import { soundVerdict } from './soundWords.ts';
import { ZoneSheets } from './ZoneSheets.tsx';

const mean = (pair: readonly number[]) => (pair[0]! + pair[1]!) / 2;

/** What the map is coloured by: how a square metre of a bay drums against the mean one, bare or as designed; or its own change. */
const SHOWN = {
  designed: 'drumming, as designed',
  bare: 'drumming, bare',
  change: 'what its sheets change',
} as const;
type Shown = keyof typeof SHOWN;

/** Drumming by bay; then one bay, the whole van, the knock, and what comes through and stays inside. */
export function Component() {
  const e = useEvaluation();
  const { knocks } = useFacts();
  const selected = useDesign(s => s.selected);
  const [shown, setShown] = useState<Shown>('designed');
  const [tab, setTab] = useState('bay');
  const paint = useLoudness(e, knocks, shown);
  const bay = selected.find(id => e.bays.has(id)) ?? loudest(e.quiet.bays) ?? [...e.bays.keys()][0]!;
  return (
    <>
      <MapPanel
        title="Sound"
        paint={paint}
        tools={
          <Select
            label="What to show"
            hideLabel
            value={shown}
            onChange={ev => setShown(ev.target.value as Shown)}
          >
            {Object.entries(SHOWN).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </Select>
        }
        onBays={zone => <ZoneSheets zone={zone} />}
        legend={<SoundLegend shown={shown} />}
      >
        <p className="w-full text-[15px]" data-testid="sound-verdict">
          {soundVerdict(e)}
          <span className="block text-[13px] text-faint">
            Vibration of the panels at 20 °C, {levelBand(e.quiet.change)} likely; {e.quiet.knocked.of} of{' '}
            {e.quiet.knocked.all} bays knocked on. Outside noise and echo are apart.
          </span>
        </p>
      </MapPanel>
      <Beside tab={tab} setTab={setTab} bay={bay} />
    </>
  );
}

function SoundLegend({ shown }: { shown: 'bare' | 'change' | 'designed' }) {
  return (
    <>
      <Legend
        swatches={
          shown === 'change'
            ? [0, 5, 10].map(v => ({ fill: tint(v / 14, 'var(--chalk)'), says: printLevel(-v) }))
            : [
                { fill: tint(0.05, 'var(--signal)'), says: 'quiet' },
                { fill: tint(0.62, 'var(--signal)'), says: 'the mean panel, bare' },
                { fill: tint(1, 'var(--signal)'), says: 'drums' },
              ]
        }
      />
      <span className="text-faint">
        grey: sheets, to scale · figure: dB {shown === 'change' ? 'by its sheets' : 'against the mean panel'}{' '}
        · ● rings ◐ dull ○ dead, as knocked
      </span>
    </>
  );
}

function Beside({
  tab,
  setTab,
  bay,
}: {
  tab: string;
  setTab: Dispatch<SetStateAction<string>>;
  bay: string;
}) {
  return (
    <aside className="flex w-full shrink-0 flex-col border-rule bg-sheet lg:w-[540px] lg:border-l">
      <Tabs
        label="Sound"
        value={tab}
        onChange={setTab}
        tabs={[
          { key: 'bay', name: bay, content: <BaySound key={bay} id={bay} /> },
          { key: 'van', name: 'Whole van', content: <SoundVan /> },
          { key: 'knock', name: 'Knock', content: <KnockPanel key={bay} id={bay} /> },
          { key: 'listen', name: 'Listen', content: <ListenPanel key={bay} id={bay} /> },
          { key: 'outside', name: 'Outside', content: <OutsidePanel /> },
          { key: 'echo', name: 'Echo', content: <EchoPanel /> },
        ]}
      />
    </aside>
  );
}

/** How loud each bay is against the mean panel, for the map. */
function useLoudness(
  e: Evaluation,
  knocks: ReadonlyMap<string, Knock>,
  shown: 'designed' | 'bare' | 'change',
) {
  const area = [...e.bays.values()].reduce((sum, b) => sum + b.area, 0);
  const loudness = (q: BayQuiet, of: 'share' | 'left', here: number) =>
    10 * Math.log10(Math.max(1e-9, (mean(q[of]) / here) * area));
  const paint = (bay: Bay, zone: Zone) => {
    const q = e.quiet.bays.get(bay.id);
    if (!q) return { says: `${zone.name}, no field to swing`, dashed: true, fill: 'var(--ticket)' };
    const here = e.bays.get(bay.id)!.area;
    const level = loudness(q, shown === 'bare' ? 'share' : 'left', here);
    const knock = knocks.get(bay.id);
    const heard = knock?.damped ?? knock?.bare;
    const tone = shown === 'change' ? -q.change.likely / 14 : (level + 16) / 26;
    return {
      fill: tint(tone, shown === 'change' ? 'var(--chalk)' : 'var(--signal)'),
      says: `${zone.name}, drums ${printLevel(level)} against the mean panel, sheets ${printLevel(q.change.likely)}${
        heard ? `, knocked ${knock?.damped ? 'after damping' : 'as found'}: ${heard.fact.sounds}` : ''
      }`,
      small:
        shown === 'change'
          ? printLevel(q.change.likely).replace(' dB', '')
          : `${level > 0 ? '+' : ''}${printLevel(level).replace(' dB', '')}`,
      alert: knock?.damped?.fact.sounds === 'rings',
    };
  };
  return paint;
}

const tint = (share: number, colour: string) =>
  `color-mix(in srgb, ${colour} ${Math.round(Math.max(0.02, Math.min(1, share)) * 62)}%, var(--ticket))`;

/** The bay that leaves most drumming. */
const loudest = (bays: ReadonlyMap<string, BayQuiet | null>): string | undefined => {
  let [found, most]: [string | undefined, number] = [undefined, 0];
  for (const [id, q] of bays) if (q && mean(q.left) > most) [found, most] = [id, mean(q.left)];
  return found;
};
