import { schools } from '@overcoat/core/buildup';
import {
  type Advice,
  adviseSchool,
  carriesOver,
  rankingOf,
  type SchoolBand,
  type SchoolStudy,
  type SchoolYears,
  type SealSweep,
} from '@overcoat/core/studies/damp';
import { printMass, printNumber } from '@overcoat/core/units';
import { useCallback, useState } from 'react';
import { days, grams } from '../../format.ts';
import type { SchoolFigures } from '../../jobs/damp.ts';
import { useJob } from '../../jobs/useJob.ts';
import { BAND_NOTE, BAND_WORDS } from '../../sentences.ts';
import { printMoney } from '../../store/money.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { axis } from '../../ui/axis.ts';
import { Plot } from '../../ui/Plot.tsx';
import { Slider } from '../../ui/Slider.tsx';
import { JobBar } from './JobBar.tsx';

const nameOf = (id: string) => schools.find(s => s.id === id)?.name ?? id;

/** Seal qualities the slider stops at: those of the sweep. */
const STEP = 5;

/** Every school on this van at one seal quality, where they change places, and which to take. */
export function Schools() {
  const [seal, setSeal] = useState(90);
  const [leak, setLeak] = useState(100);
  const job = useJob('sweep', 'van', {}, true);
  const study = useJob('study', 'van', {});
  const { answer, stale, running, failed, stopped } = job;
  const swept = stale ? null : answer;
  return (
    <div className="flex flex-col gap-4">
      {study.answer ? (
        <Recommendation study={study.answer} seal={seal / 100} leak={leak} stale={study.stale} />
      ) : (
        swept && <Lead sweep={swept.sweep} seal={seal} leak={leak} />
      )}
      <JobBar
        job={study}
        name="Compare by the hour, and advise"
        doing="two years of every school, at every seal"
      />
      <div className="flex flex-col gap-1.5">
        <Slider label="seams closed" value={seal} onValue={setSeal} min={0} max={100} step={STEP} unit="%" />
        <Slider
          label="after a leak of"
          value={leak}
          onValue={setLeak}
          min={20}
          max={1000}
          step={20}
          unit="g/m²"
        />
      </div>
      {(running !== null || failed || stopped) && (
        <JobBar job={job} name="Sweep" doing="sweeping the seal quality for every school" />
      )}
      {swept && (
        <>
          <Rank band={swept.band} />
          <Table swept={swept} study={study.answer} seal={seal} leak={leak} />
          <SweepCharts sweep={swept.sweep} seal={seal / 100} leak={leak} />
        </>
      )}
      <p className="text-[13px] text-faint">
        The bay that holds most in the first winter, by months, speaks for each school. Rust-hours: hours a
        year above 80 % and 0 °C at the steel (ISO 9223); mould index from 0 to 6, seen from 3; both for taped
        schools at the nearest seal computed. {BAND_NOTE} The wet end stands for each school at the seal it is
        reckoned with. Local codes and fire classes go before any of this.
      </p>
    </div>
  );
}

/** Before the hours are known: who holds least, and who dries soonest. */
function Lead({ sweep, seal, leak }: { sweep: SealSweep; seal: number; leak: number }) {
  const at = seal / STEP;
  const least = (of: number[][]) =>
    schools.reduce((best, _, k) => (of[k]![at]! < of[best]![at]! ? k : best), 0);
  const [driest, quickest] = [least(sweep.peak), least(sweep.days)];
  const turn = sweep.crossings.find(c => c.first === schools[driest]!.id || c.second === schools[driest]!.id);
  return (
    <p>
      With {seal} % of the seams closed, <b>{schools[driest]!.name}</b> holds least in the first winter (
      {grams(sweep.peak[driest]![at]!)}) and <b>{schools[quickest]!.name}</b> is dry soonest after a leak (
      {days((sweep.days[quickest]![at]! * leak) / 100)}).
      {turn &&
        ` It changes at ${printNumber(turn.at * 100, 0)} % closed, where ${nameOf(turn.first)} and ${nameOf(turn.second)} change places.`}
    </p>
  );
}

/** Whether the order of the schools by their water holds over what nobody knows, and what turns it. */
function Rank({ band }: { band: SchoolBand }) {
  const { least, leads, holds, turn } = rankingOf(band);
  const name = (k: number) => schools[k]!.name;
  return (
    <p className="text-[13px]" data-testid="ranking">
      {leads
        ? `${name(least)} holds least over the whole band.`
        : `${name(least)} holds least as things usually turn out, not over the whole band.`}{' '}
      {holds || !turn
        ? 'The order of all five holds over it too.'
        : `${leads ? 'The order of the others turns' : 'It turns'} with ${
            turn.what === 'all'
              ? 'all of it gone wrong together'
              : `one thing alone, ${BAND_WORDS[turn.what]}`
          }: ${name(turn.after)} is then drier than ${name(turn.before)}.`}
    </p>
  );
}

interface TableProps {
  swept: { sweep: SealSweep; band: SchoolBand; figures: SchoolFigures[] };
  study: SchoolStudy | null;
  seal: number;
  leak: number;
}

function Table({ swept: { sweep, band, figures }, study, seal, leak }: TableProps) {
  const units = useUnits();
  const hours = study && atSeal(study, seal / 100);
  const at = seal / STEP;
  const cell = 'pl-2.5 py-1 text-right whitespace-nowrap';
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-[13px]">
        <caption className="sr-only">Schools compared</caption>
        <thead className="text-left text-faint">
          <tr>
            {['school', 'first winter', 'wet end', 'dry in', 'rust-hours', 'mould', 'W/K', 'kg', 'cost'].map(
              h => (
                <th
                  key={h}
                  scope="col"
                  className={`py-1 font-medium ${h === 'school' ? '' : 'pl-2.5 text-right'}`}
                >
                  {h}
                </th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {schools.map((s, k) => {
            const h = hours?.[k];
            const f = figures[k]!;
            return (
              <tr key={s.id} className="border-t border-rule align-top">
                <th scope="row" className="py-1 pr-2 text-left font-medium">
                  {s.name}
                  {h && (
                    <span className="block font-normal text-faint">
                      {grams(h.peak)} by the hour{carriesOver(h.left) ? `, ▲ +${grams(h.left)} the next` : ''}
                    </span>
                  )}
                </th>
                <td className={cell}>{grams(sweep.peak[k]![at]!)}</td>
                <td className={cell}>{grams(band.wetEnd[k]!)}</td>
                <td className={cell}>{days((sweep.days[k]![at]! * leak) / 100)}</td>
                <td className={cell}>{h ? printNumber(h.wetHours, 0) : '–'}</td>
                <td className={cell}>{h ? printNumber(h.mould, 1) : '–'}</td>
                <td className={cell}>{printNumber(f.heatLoss, 1)}</td>
                <td className={cell}>{printMass(f.mass, units).replace(/ kg$/, '')}</td>
                <td className={cell}>{printMoney(Math.round(f.cost))}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** The schools at the computed seal quality nearest to one. */
function atSeal(study: SchoolStudy, seal: number): SchoolYears[] {
  const near = study.seals.reduce((a, b) => (Math.abs(b - seal) < Math.abs(a - seal) ? b : a));
  return study.bySeal[study.seals.indexOf(near)]!;
}

const BECAUSE: Record<Advice['because'], string> = {
  'least wet of those that dry': 'the least wet of those that dry such a leak within a summer and never run',
  'least wet':
    'the least wet; none that dries such a leak within a summer stays under what runs down the skin',
  'grows least': 'every school builds up from year to year here, this one least',
};

/** Which school on damp alone, why, and when that changes. */
function Recommendation({
  study,
  seal,
  leak,
  stale,
}: {
  study: SchoolStudy;
  seal: number;
  leak: number;
  stale: boolean;
}) {
  const { brief } = useOpenDesign();
  const points = atSeal(study, seal);
  const advice = adviseSchool(points, leak / 1000);
  const chosen = points.find(p => p.school === advice.school)!;
  const wet = adviseSchool(study.wetEnd, leak / 1000).school;
  const turns = [
    ...stretchesOf(study.seals, study.bySeal, leak)
      .filter(s => s.school !== advice.school)
      .map(
        o =>
          `${nameOf(o.school)} with ${printNumber(o.from * 100, 0)} to ${printNumber(o.to * 100, 0)} % of the seams closed`,
      ),
  ];
  const byNights = stretchesOf(study.nights, study.byNights, leak);
  return (
    <section className={`border-l-4 border-chalk pl-3 ${stale ? 'opacity-60' : ''}`} data-testid="advice">
      <h2 className="text-xl">On damp alone: {nameOf(advice.school)}</h2>
      <p>
        With {brief.nights.winter} winter nights a week it is {BECAUSE[advice.because]}: {grams(chosen.peak)}{' '}
        in the year,{' '}
        {carriesOver(chosen.left) ? `${grams(chosen.left)} more the next` : 'nothing carried over'}, and a
        leak of {leak} g/m² dries in {days((chosen.days * leak) / 100)}.
        {wet !== advice.school
          ? ` At the wet end of all that nobody knows it would be ${nameOf(wet)}.`
          : ' It is so at the wet end too.'}
        {advice.out.length > 0 &&
          ` Out: ${advice.out.map(o => `${nameOf(o.school)} (${o.why})`).join(', ')}.`}
      </p>
      <p className="text-[13px]">
        {turns.length > 0
          ? `It would be ${turns.join('; ')}. `
          : 'It does not change with the seal quality. '}
        Each taped as well as its school asks:{' '}
        {byNights.length === 1
          ? `${nameOf(byNights[0]!.school)}, from one winter night a week to seven.`
          : `${byNights
              .map(
                o =>
                  `${nameOf(o.school)} at ${o.from === o.to ? o.from : `${o.from} to ${o.to}`} winter nights a week`,
              )
              .join('; ')}.`}
      </p>
    </section>
  );
}

/** Stretches of a row of conditions along which one school is advised. */
function stretchesOf(at: readonly number[], rows: readonly SchoolYears[][], leak: number) {
  const stretches: { from: number; to: number; school: string }[] = [];
  rows.forEach((points, i) => {
    const { school } = adviseSchool(points, leak / 1000);
    const last = stretches.at(-1);
    if (last?.school === school) last.to = at[i]!;
    else stretches.push({ from: at[i]!, to: at[i]!, school });
  });
  return stretches;
}

const DASHES = [[], [7, 4], [2, 3], [10, 3, 2, 3], [14, 4]];
const COLOURS = ['--chalk', '--ink', '--signal', '--faint', '--ink'];

function SweepCharts({ sweep, seal, leak }: { sweep: SealSweep; seal: number; leak: number }) {
  return (
    <div>
      <SweepChart
        label="Water in the first winter against the share of seams closed, by school"
        unit="g/m², first winter"
        sweep={sweep}
        values={(k, i) => Math.max(0.1, sweep.peak[k]![i]! * 1000)}
        seal={seal}
        low={0.1}
        high={2000}
        crossings
      />
      <SweepChart
        label="Summer days to dry the leak against the share of seams closed, by school"
        unit={`days to dry ${leak} g/m²`}
        sweep={sweep}
        values={(k, i) => Math.min(36_500, Math.max(0.5, (sweep.days[k]![i]! * leak) / 100))}
        seal={seal}
        low={0.5}
        high={36_500}
      />
      <ul className="flex flex-wrap gap-x-4 text-[13px]">
        {schools.map((s, k) => (
          <li key={s.id}>
            <svg width="30" height="8" aria-hidden className="mr-1 inline">
              <path
                d="M0 4H30"
                stroke={`var(${COLOURS[k]})`}
                strokeWidth={k === 4 ? 3 : 2}
                strokeDasharray={DASHES[k]!.join(' ')}
              />
            </svg>
            {s.name}
          </li>
        ))}
      </ul>
      <ul className="mt-1 text-[13px]">
        {sweep.crossings.map(c => (
          <li key={`${c.first}${c.second}${c.at}`}>
            {nameOf(c.first)} and {nameOf(c.second)} change places at {printNumber(c.at * 100, 0)} % closed.
          </li>
        ))}
      </ul>
    </div>
  );
}

interface SweepChartProps {
  label: string;
  unit: string;
  sweep: SealSweep;
  values(school: number, at: number): number;
  seal: number;
  low: number;
  high: number;
  crossings?: boolean;
}

function SweepChart({ label, unit, sweep, values, seal, low, high, crossings = false }: SweepChartProps) {
  const rows = JSON.stringify(schools.map((_, k) => sweep.at.map((_, i) => values(k, i))));
  const make = useCallback(
    (colour: (name: string) => string) => {
      const drawn = JSON.parse(rows) as number[][];
      const valueAt = (k: number, q: number) => {
        const i = Math.min(sweep.at.length - 2, Math.floor(q * (sweep.at.length - 1)));
        const share = q * (sweep.at.length - 1) - i;
        return drawn[k]![i]! * (1 - share) + drawn[k]![i + 1]! * share;
      };
      return {
        type: 'line' as const,
        data: {
          datasets: [
            ...schools.map((s, k) => ({
              label: s.name,
              data: sweep.at.map((q, i) => ({ x: q * 100, y: drawn[k]![i]! })),
              borderColor: colour(COLOURS[k]!),
              borderDash: DASHES[k]!,
              borderWidth: k === 4 ? 3 : 2,
              pointRadius: 0,
            })),
            {
              label: 'change places',
              data: crossings
                ? sweep.crossings.map(c => ({
                    x: c.at * 100,
                    y: valueAt(
                      schools.findIndex(s => s.id === c.first),
                      c.at,
                    ),
                  }))
                : [],
              borderColor: colour('--signal'),
              backgroundColor: colour('--sheet'),
              showLine: false,
              pointRadius: 5,
              borderWidth: 2,
            },
            {
              label: 'here',
              data: [
                { x: seal * 100, y: low },
                { x: seal * 100, y: high },
              ],
              borderColor: colour('--tape'),
              borderWidth: 2,
              pointRadius: 0,
            },
          ],
        },
        options: {
          animation: false as const,
          parsing: false as const,
          maintainAspectRatio: false,
          scales: {
            x: {
              type: 'linear' as const,
              min: 0,
              max: 100,
              ...axis(colour, 'seams closed, %'),
            },
            y: {
              type: 'logarithmic' as const,
              min: low,
              title: { display: true, text: unit, color: colour('--faint') },
              ticks: { color: colour('--faint'), maxTicksLimit: 6, callback: (v: number | string) => `${v}` },
            },
          },
        },
      };
    },
    [rows, sweep, seal, low, high, unit, crossings],
  );
  return <Plot label={label} make={make} className="h-52" />;
}
