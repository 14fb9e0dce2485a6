import { FIGURE_KEYS, type FigureKey, type Unit, VAN_FIGURES, type Weights } from '@overcoat/core/figures';
import type { Material, Purpose, Shell } from '@overcoat/core/model';
import { CURTAINS } from '@overcoat/core/model/lists';
import type { ChoiceLimits } from '@overcoat/core/studies/proposal';
import {
  type Parsed,
  parseLength,
  parseMass,
  parseNumber,
  printNumber,
  type UnitSystem,
} from '@overcoat/core/units';
import { DAMP_CLASSES } from '@overcoat/core/van/wetting';
import { useLibrary } from '../../api/queries.ts';
import { printFigure } from '../../figures/weighed.ts';
import { WORDS } from '../../figures/words.ts';
import { grams } from '../../format.ts';
import { parseMoney, printMoney } from '../../store/money.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Check } from '../../ui/Check.tsx';
import { Field } from '../../ui/Field.tsx';
import { Select } from '../../ui/Select.tsx';

const MATTERS = ['not at all', 'a little', 'matters', 'matters most'];

/** How a limit is entered, by its unit. */
function reader(unit: Unit, units: UnitSystem, { height }: Shell): (text: string) => Parsed {
  const most = (top: number, what: string) => (text: string) => {
    const read = parseNumber(text.replace(/ ?(MJ|h|hours)$/, ''));
    return read.ok && !(read.value > 0 && read.value <= top)
      ? { ok: false as const, message: `${what} up to ${printNumber(top)}, or “any”.` }
      : read;
  };
  switch (unit) {
    case 'money':
      return parseMoney;
    case 'kg':
      return text => parseMass(text, units);
    case 'm':
      return text => parseLength(text, { system: units, min: 0.5, max: height.value });
    case 'h':
      return most(10_000, 'Hours');
    default:
      return most(1_000_000, `${unit}`);
  }
}

interface Props {
  limits: ChoiceLimits;
  weights: Weights;
  /** Ids of materials. */
  refused: readonly string[];
  onLimits(put: Partial<ChoiceLimits>): void;
  onWeights(put: Partial<Weights>): void;
  onRefused(refused: string[]): void;
}

/** What is asked of the best choice: limits, what matters how much, and what is out of the question. */
export function ChoiceTerms({ limits, weights, refused, onLimits, onWeights, onRefused }: Props) {
  const { shell } = useOpenDesign();
  const { library } = useLibrary();
  const units = useUnits();
  // What insulates, what it is stuck or foamed in with, and what is put up.
  const fixing = new Set([...library.values()].flatMap(m => m.fixedWith ?? []));
  const fills = [...library.values()].filter(
    m => m.roles.includes('fill') || fixing.has(m.id) || m.usualAs.some(isPutUp),
  );
  const worths = FIGURE_KEYS.filter(k => k !== 'money')
    .map(k => {
      const { by, says } = WORDS[k].worthOf;
      return `${says} as ${printMoney(VAN_FIGURES[k].worth * by)}`;
    })
    .join(', ');
  const passes = LIMITED.map(([key, { passed }]) => {
    const { by, says } = WORDS[key].worthOf;
    return `${printMoney(passed * by)} for ${says || `each ${printMoney(1)}`}`;
  }).join(', ');
  const soft = limits.soft ?? [];
  const softness = (key: FigureKey) => ({
    soft: soft.includes(key),
    onSoft: (may: boolean) => onLimits({ soft: may ? [...soft, key] : soft.filter(s => s !== key) }),
  });
  return (
    <details className="mt-2">
      <summary className="cursor-pointer text-[13px] font-medium text-chalk underline">
        Limits, what matters, and what I cannot get or will not work with
      </summary>
      <LimitFields limits={limits} onLimits={onLimits} shell={shell} units={units} softness={softness} />
      <Wishes weights={weights} onWeights={onWeights} />
      <p className="mt-1 text-[13px] text-faint">
        What matters counts as much as money that matters, by our judgement: {worths}; a little counts half of
        it, most counts twice. A limit that may be passed costs {passes}.
      </p>
      <RefusedMaterials refused={refused} onRefused={onRefused} fills={fills} />
    </details>
  );
}

function Wishes({ weights, onWeights }: { weights: Weights; onWeights: (put: Partial<Weights>) => void }) {
  return (
    <div className="mt-1 flex flex-wrap gap-2">
      {FIGURE_KEYS.map(key => (
        <Select
          key={key}
          compact
          className="w-36"
          label={WORDS[key].wish}
          value={weights[key]}
          onChange={e => onWeights({ [key]: Number(e.target.value) })}
        >
          {MATTERS.map((word, i) => (
            <option key={word} value={i}>
              {word}
            </option>
          ))}
        </Select>
      ))}
    </div>
  );
}

function RefusedMaterials({
  refused,
  onRefused,
  fills,
}: {
  refused: readonly string[];
  onRefused: (refused: string[]) => void;
  fills: Material[];
}) {
  return (
    <fieldset className="mt-1 flex flex-wrap gap-x-3 text-[13px]">
      <legend className="text-faint">I cannot get, or will not work with</legend>
      {fills.map(m => (
        <Check
          key={m.id}
          className="gap-1"
          checked={refused.includes(m.id)}
          onCheck={no => onRefused(no ? [...refused, m.id] : refused.filter(r => r !== m.id))}
        >
          {m.name}
        </Check>
      ))}
    </fieldset>
  );
}

function LimitFields({
  limits,
  onLimits,
  shell,
  units,
  softness,
}: {
  limits: ChoiceLimits;
  onLimits: (put: Partial<ChoiceLimits>) => void;
  shell: ReturnType<typeof useOpenDesign>['shell'];
  units: UnitSystem;
  softness: (key: FigureKey) => { soft: boolean; onSoft: (may: boolean) => void };
}) {
  return (
    <div className="mt-1 flex flex-wrap items-start gap-2">
      {LIMITED.map(([key]) => (
        <LimitField
          key={key}
          label={WORDS[key].limit?.label ?? WORDS[key].name}
          value={limits[key] ?? null}
          {...softness(key)}
          print={v => printFigure(key, v, units)}
          parse={reader(VAN_FIGURES[key].unit, units, shell)}
          onLimit={limit => onLimits({ [key]: limit })}
        />
      ))}
      <LimitField
        label="Winter water"
        value={limits.wet ?? null}
        print={grams}
        parse={text => {
          const read = parseNumber(text.replace(/g\/m²$/, ''));
          if (!read.ok) return read;
          return read.value >= 0 && read.value <= 10_000
            ? { ok: true, value: read.value / 1000 }
            : { ok: false, message: 'Grams a square metre up to 10 000, or “any”.' };
        }}
        onLimit={wet => onLimits({ wet })}
      />
      <Select
        compact
        className="w-44"
        label="Damp, at worst"
        value={limits.damp}
        onChange={e =>
          onLimits({
            damp: DAMP_CLASSES.find(d => d === e.target.value) ?? 'dries',
          })
        }
      >
        <option value="dry">always dry</option>
        <option value="dries">dries each summer</option>
        <option value="grows">whatever</option>
      </Select>
    </div>
  );
}

/** Figures whose limit may be set. */
const LIMITED = FIGURE_KEYS.flatMap(k => {
  const { limit } = VAN_FIGURES[k];
  return limit ? [[k, limit] as const] : [];
});

/** What screens and curtains are made of. */
const isPutUp = (purpose: Purpose): boolean => purpose === 'screen' || CURTAINS.some(c => c === purpose);

interface LimitProps {
  label: string;
  value: number | null;
  /** It may be passed where that is worth it; left out where it may not. */
  soft?: boolean;
  onSoft?(may: boolean): void;
  print(value: number): string;
  parse(text: string): Parsed;
  onLimit(value: number | null): void;
}

/** A limit, or “any” for none. */
function LimitField({ label, value, soft = false, onSoft, print, parse, onLimit }: LimitProps) {
  const none = (text: string) => text.trim().toLowerCase() === 'any';
  return (
    <div className="w-32">
      <Field
        compact
        label={label}
        shown={value === null ? 'any' : print(value)}
        parse={text => (none(text) ? { ok: true, value: 0 } : parse(text))}
        onCommit={(v, entered) => void onLimit(none(entered) ? null : v)}
      />
      {value !== null && onSoft && (
        <Check
          className="gap-1 text-[13px] whitespace-nowrap"
          says={`${label} may be passed`}
          checked={soft}
          onCheck={onSoft}
        >
          may be passed
        </Check>
      )}
    </div>
  );
}
