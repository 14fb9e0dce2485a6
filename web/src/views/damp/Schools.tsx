import { schools } from '@overcoat/core/buildup';
import type { Figured } from '@overcoat/core/figures';
import {
  adviseSchool,
  carriesOver,
  type JudgedSchool,
  rankingOf,
  type SchoolAdvice,
  type SchoolBand,
  type SchoolStudy,
  type SchoolYears,
  type SealSweep,
} from '@overcoat/core/studies/damp';
import { printMass, printNumber, type UnitSystem } from '@overcoat/core/units';
import { buildsUp, type DampState, dampMark, dampWord, type VanClimate } from '@overcoat/core/van/wetting';
import type { FiguredRow } from '@overcoat/jobs/choose';
import { type Dispatch, type SetStateAction, useCallback, useMemo, useState } from 'react';
import { days, grams } from '../../format.ts';
import { useSchoolFigures } from '../../hooks/useFigured.ts';
import { useJob } from '../../hooks/useJob.ts';
import { BAND_NOTE, BAND_WORDS } from '../../sentences.ts';
import { printMoney } from '../../store/money.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { axis, lineChart } from '../../ui/axis.ts';
import { Button } from '../../ui/Button.tsx';
import { Plot } from '../../ui/Plot.tsx';
import { Slider } from '../../ui/Slider.tsx';
import { right, Table } from '../../ui/Table.tsx';
import { JobBar } from './JobBar.tsx';

const nameOf = (id: string) => schools.find(s => s.id === id)?.name ?? id;

/** Seal qualities the slider stops at: those of the sweep. */
const STEP = 5;
/** Where it stands before it is touched. */
const USUAL = 90;

/** Every school on this van: as laid, or at one seal quality; where they change places; and which to take. */
export function Schools() {
  // As each school asks, until the slider is touched.
  const [seal, setSeal] = useState<number | null>(null);
  const [leak, setLeak] = useState(100);
  const rows = useSchoolFigures();
  const found = rows.answer;
  const climates = useMemo(() => {
    const all = (found ?? []).flatMap(f => f.climate ?? []);
    return all.length === schools.length ? all : null;
  }, [found]);
  const settled = climates !== null && !rows.stale;
  const ask = useMemo(() => ({ climates: climates ?? [] }), [climates]);
  const band = useJob('band', 'van', ask, settled);
  const sweep = useJob('sweep', 'van', ask, settled && seal !== null);
  const study = useJob('study', 'van', {});
  const swept = seal !== null && !sweep.stale ? sweep.answer : null;
  const points = found && pointsOf(found, swept, seal, study.stale ? null : study.answer);
  return (
    <div className="flex flex-col gap-4">
      {points && settled && (
        <Recommendation points={points} study={study.stale ? null : study.answer} leak={leak} />
      )}
      {(rows.running !== null || rows.failed || rows.stopped) && (
        <JobBar job={rows} name="Reckon the schools" doing="every school’s own year" />
      )}
      <SchoolTerms seal={seal} setSeal={setSeal} leak={leak} setLeak={setLeak} />
      {seal !== null && (sweep.running !== null || sweep.failed || sweep.stopped) && (
        <JobBar job={sweep} name="Sweep" doing="sweeping the seal quality for every school" />
      )}
      {found && (
        <div className={rows.stale ? 'text-faint' : ''}>
          {rows.stale && <p className="text-[13px]">From before the last change; reckoned anew.</p>}
          <SchoolTable
            rows={found}
            swept={swept}
            study={study.stale ? null : study.answer}
            seal={seal}
            leak={leak}
          />
        </div>
      )}
      {band.answer && !band.stale && <Rank band={band.answer} />}
      {seal === null ? (
        <p className="text-[13px]">Move “seams closed” to see where the schools change places.</p>
      ) : (
        swept && <SweepCharts sweep={swept} seal={seal / 100} leak={leak} />
      )}
      <JobBar job={study} name="Compare by the hour" doing="two years of every school, at every seal" />
      <p className="text-[13px] text-faint">
        Each school in its own year, as it would stand as a variant; the bay that holds most in the first
        winter, by months, speaks for it. Rust-hours: hours a year above 80 % and 0 °C at the steel (ISO
        9223); mould index from 0 to 6, seen from 3; both for taped schools at the nearest seal computed.{' '}
        {BAND_NOTE} Local codes and fire classes go before any of this.
      </p>
    </div>
  );
}

function SchoolTerms({
  seal,
  setSeal,
  leak,
  setLeak,
}: {
  seal: number | null;
  setSeal: Dispatch<SetStateAction<number | null>>;
  leak: number;
  setLeak: Dispatch<SetStateAction<number>>;
}) {
  return (
    <div className="flex flex-col gap-1.5">
      <Slider
        label="seams closed"
        value={seal ?? USUAL}
        onValue={setSeal}
        min={0}
        max={100}
        step={STEP}
        unit="%"
        {...(seal === null && { shown: 'as asked' })}
      />
      <Slider
        label="after a leak of"
        value={leak}
        onValue={setLeak}
        min={20}
        max={1000}
        step={20}
        unit="g/m²"
      />
      {seal !== null && (
        <Button small onClick={() => setSeal(null)} className="self-start">
          as each school asks
        </Button>
      )}
    </div>
  );
}

/** What advice rests on: verdicts as laid or at a seal, and hours where they are known. */
function pointsOf(
  rows: readonly FiguredRow[],
  swept: SealSweep | null,
  seal: number | null,
  study: SchoolStudy | null,
): JudgedSchool[] {
  return rows.map(({ id, damp, figures }, k): JudgedSchool => {
    const s = schools[k]!;
    const hours = study && atSeal(study, seal === null ? s.sealQuality : seal / 100)[k];
    const at = seal === null ? null : seal / STEP;
    const months =
      swept && at !== null
        ? { state: swept.state[k]![at]!, peak: swept.peak[k]![at]!, days: swept.days[k]![at]! }
        : { state: damp.state, peak: figures.water, days: damp.days };
    return {
      school: id,
      ...months,
      ...(hours && { peak: Math.max(hours.peak, months.peak), left: hours.left, mould: hours.mould }),
    };
  });
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
  rows: readonly FiguredRow[];
  swept: SealSweep | null;
  study: SchoolStudy | null;
  seal: number | null;
  leak: number;
}

/** Columns that only hours fill. */
const BY_HOUR = ['rust-hours', 'mould'];
const HEADS = [
  'school',
  'damp',
  'first winter',
  'wet end',
  'dry in',
  'rust-hours',
  'mould',
  'W/K',
  'kg',
  'cost',
];

function SchoolTable({ rows, swept, study, seal, leak }: TableProps) {
  const units = useUnits();
  const cell = 'pl-2.5 py-1 text-right whitespace-nowrap';
  return (
    <div className="overflow-x-auto">
      <Table
        caption="Schools compared"
        heads={HEADS.filter(h => study || !BY_HOUR.includes(h)).map(h =>
          h === 'school' ? h : right(h, 'pl-2.5'),
        )}
      >
        {rows.map(({ id, figures, damp, climate }, k) => {
          const at = seal === null ? null : seal / STEP;
          const here =
            swept && at !== null
              ? {
                  state: swept.state[k]![at]!,
                  peak: swept.peak[k]![at]!,
                  wetEnd: swept.wetEnd[k]![at]!,
                  days: swept.days[k]![at]!,
                }
              : { state: damp.state, peak: figures.water, wetEnd: damp.wetEnd.most, days: damp.days };
          const known = climate !== null && (seal === null || swept !== null);
          const h = study && atSeal(study, seal === null ? schools[k]!.sealQuality : seal / 100)[k];
          const water = (value: string) => (known ? value : '…');
          return (
            <SchoolRow
              key={id}
              study={study}
              leak={leak}
              units={units}
              cell={cell}
              id={id}
              figures={figures}
              climate={climate}
              here={here}
              known={known}
              h={h}
              water={water}
            />
          );
        })}
      </Table>
    </div>
  );
}

function SchoolRow({
  study,
  leak,
  units,
  cell,
  id,
  figures,
  climate,
  here,
  known,
  h,
  water,
}: {
  study: SchoolStudy | null;
  leak: number;
  units: UnitSystem;
  cell: 'pl-2.5 py-1 text-right whitespace-nowrap';
  id: string;
  figures: Figured;
  climate: VanClimate | null;
  here: { state: DampState; peak: number; wetEnd: number; days: number };
  known: boolean;
  h: SchoolYears | null | undefined;
  water: (value: string) => string;
}) {
  return (
    <tr className="border-t border-rule align-top">
      <th scope="row" className="py-1 pr-2 text-left font-medium">
        {nameOf(id)}
        {h && (
          <span className="block font-normal text-faint">
            {grams(h.peak)} by the hour{carriesOver(h.left) ? `, ▲ +${grams(h.left)} the next` : ''}
          </span>
        )}
      </th>
      <td className={`${cell} ${known && buildsUp(here.state) ? 'text-signal' : ''}`}>
        {known ? `${dampMark(here.state)} ${dampWord(here.state)}` : dampWord('reckoning')}
      </td>
      <td className={cell}>{water(grams(here.peak))}</td>
      <td className={cell}>{water(grams(here.wetEnd))}</td>
      <td className={cell}>{water(days((here.days * leak) / 100))}</td>
      {study && (
        <>
          <td className={cell}>{h ? printNumber(h.wetHours, 0) : '–'}</td>
          <td className={cell}>{h ? printNumber(h.mould, 1) : '–'}</td>
        </>
      )}
      <td className={cell}>{printNumber(figures.heat, 1)}</td>
      <td className={cell}>{printMass(figures.mass, units).replace(/ kg$/, '')}</td>
      <td className={cell}>{climate ? printMoney(Math.round(figures.money)) : '…'}</td>
    </tr>
  );
}

/** The schools at the computed seal quality nearest to one. */
function atSeal(study: SchoolStudy, seal: number): SchoolYears[] {
  const near = study.seals.reduce((a, b) => (Math.abs(b - seal) < Math.abs(a - seal) ? b : a));
  return study.bySeal[study.seals.indexOf(near)]!;
}

const BECAUSE: Record<SchoolAdvice['because'], string> = {
  'least wet of those that dry': 'the least wet of those that dry such a leak within a summer and never run',
  'least wet':
    'the least wet; none that dries such a leak within a summer stays under what runs down the skin',
  'least bad': 'the least bad, and no advice: water builds up in every school here',
};

/** Which school on damp alone, why, and when that changes; none is advised where all build up. */
function Recommendation({
  points,
  study,
  leak,
}: {
  points: readonly JudgedSchool[];
  study: SchoolStudy | null;
  leak: number;
}) {
  const { brief } = useOpenDesign();
  const advice = adviseSchool(points, leak / 1000);
  const chosen = points.find(p => p.school === advice.school)!;
  const none = advice.because === 'least bad';
  const turns = study
    ? stretchesOf(study.seals, study.bySeal, leak)
        .filter(s => s.school !== advice.school)
        .map(
          o =>
            `${nameOf(o.school)} with ${printNumber(o.from * 100, 0)} to ${printNumber(o.to * 100, 0)} % of the seams closed`,
        )
    : [];
  const byNights = study && stretchesOf(study.nights, study.byNights, leak);
  return (
    <section className={`border-l-4 pl-3 ${none ? 'border-signal' : 'border-chalk'}`} data-testid="advice">
      <h2 className="text-xl">
        {none ? 'On damp alone: none of the five' : `On damp alone: ${nameOf(advice.school)}`}
      </h2>
      <p>
        With {brief.nights.winter} winter nights a week {none ? nameOf(advice.school) : 'it'} is{' '}
        {BECAUSE[advice.because]}: {grams(chosen.peak)} in the first winter
        {chosen.left === undefined
          ? ''
          : carriesOver(chosen.left)
            ? `, by the hour ${grams(chosen.left)} more the next`
            : ', by the hour nothing carried over'}
        , and a leak of {leak} g/m² dries in {days((chosen.days * leak) / 100)}.
        {none
          ? ' Give off less water, let in more fresh air, or close more ways: Cold & damp says what would mend it.'
          : advice.out.length > 0 &&
            ` Out: ${advice.out.map(o => `${nameOf(o.school)} (${o.why})`).join(', ')}.`}
      </p>
      {study && byNights && (
        <p className="text-[13px]">
          {turns.length > 0
            ? `By the hour it would be ${turns.join('; ')}. `
            : 'By the hour it does not change with the seal quality. '}
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
      )}
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
        {sweep.crossings.length === 0 && <li>No two change places at any share of seams closed.</li>}
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
      return sweepChart({ unit, sweep, seal, low, high, crossings, rows, colour });
    },
    [rows, sweep, seal, low, high, unit, crossings],
  );
  return <Plot label={label} make={make} className="h-52" />;
}

function sweepChart({
  unit,
  sweep,
  seal,
  low,
  high,
  crossings,
  rows,
  colour,
}: {
  unit: string;
  sweep: SealSweep;
  seal: number;
  low: number;
  high: number;
  crossings: boolean;
  rows: string;
  colour: (name: string) => string;
}) {
  const drawn = JSON.parse(rows) as number[][];
  return lineChart(
    [
      ...schoolLines(sweep, drawn, colour),
      {
        label: 'change places',
        data: crossings ? crossingsOf(sweep, drawn) : [],
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
    {
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
  );
}

const schoolLines = (sweep: SealSweep, drawn: number[][], colour: (name: string) => string) =>
  schools.map((s, k) => ({
    label: s.name,
    data: sweep.at.map((q, i) => ({ x: q * 100, y: drawn[k]![i]! })),
    borderColor: colour(COLOURS[k]!),
    borderDash: DASHES[k]!,
    borderWidth: k === 4 ? 3 : 2,
    pointRadius: 0,
  }));

/** Where two schools change places, on the first one's line. */
function crossingsOf(sweep: SealSweep, drawn: number[][]) {
  const valueAt = between(sweep, drawn);
  const line = (id: string) => schools.findIndex(s => s.id === id);
  return sweep.crossings.map(c => ({ x: c.at * 100, y: valueAt(line(c.first), c.at) }));
}

function between(sweep: SealSweep, drawn: number[][]) {
  return (k: number, q: number) => {
    const i = Math.min(sweep.at.length - 2, Math.floor(q * (sweep.at.length - 1)));
    const share = q * (sweep.at.length - 1) - i;
    return drawn[k]![i]! * (1 - share) + drawn[k]![i + 1]! * share;
  };
}
