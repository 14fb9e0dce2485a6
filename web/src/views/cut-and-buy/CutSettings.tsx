import { SAW_KERF } from '@overcoat/core/order/cutting';
import { USUAL_CHOICES } from '@overcoat/core/order/pieces';
import { type Parsed, parseLength, printLength, type UnitSystem } from '@overcoat/core/units';
import type { useCutList } from '../../hooks/useCutList.ts';
import { useUnits } from '../../store/preferences.ts';
import { Check } from '../../ui/Check.tsx';
import { Field } from '../../ui/Field.tsx';
import { Select } from '../../ui/Select.tsx';

/** Least face of an angled panel that does anything, m. */
const CORNER_FROM = 0.04;

/** How this van is cut: what the saw takes, what happens on curves and in corners, which way grain runs, what is hidden. */
export function CutSettings({ cuts }: { cuts: ReturnType<typeof useCutList> }) {
  const units = useUnits();
  const {
    gapBehind = USUAL_CHOICES.gapBehind,
    kerf = SAW_KERF,
    grain,
    strips,
    corner,
    plainBehind,
    sawBench,
  } = cuts.list;
  const within = (min: number, max: number) => (text: string) =>
    parseLength(text, { system: units, min, max });
  const said = [
    `saw ${printLength(kerf, units)}${sawBench ? ' on a bench' : ''}`,
    `gap behind boards ${printLength(gapBehind, units)}`,
    strips ? 'strips on curves' : 'scored on curves',
    grain ? `grain ${grain}` : 'grain as it saves most',
    corner === undefined ? 'no corner panels' : `corner panels ${printLength(corner, units)}`,
    plainBehind ? 'plain behind furniture' : 'alike behind furniture',
  ].join(', ');
  return (
    <details className="no-print mt-2">
      <summary className="cursor-pointer text-[13px] text-faint">
        <span className="font-medium text-ink">How it is cut:</span> {said}
      </summary>
      <div className="mt-1.5 flex flex-wrap items-start gap-x-3 gap-y-1">
        <Saw cuts={cuts} units={units} gapBehind={gapBehind} kerf={kerf} within={within} />
        <CurveAndGrain cuts={cuts} grain={grain} strips={strips} />
        <Field
          compact
          className="w-36"
          label="Angled corner panel"
          shown={corner === undefined ? 'none' : printLength(corner, units)}
          parse={text =>
            /^(none|0|)$/i.test(text.trim()) ? { ok: true, value: 0 } : within(CORNER_FROM, 0.6)(text)
          }
          onCommit={value => void cuts.set({ corner: value === 0 ? undefined : value })}
        />
        <Ticked cuts={cuts} plainBehind={plainBehind} sawBench={sawBench} />
      </div>
    </details>
  );
}

function CurveAndGrain({
  cuts,
  grain,
  strips,
}: {
  cuts: ReturnType<typeof useCutList>;
  grain: 'lengthwise' | 'crosswise' | undefined;
  strips: boolean | undefined;
}) {
  return (
    <>
      <Select
        compact
        className="w-44"
        label="Boards on a curve"
        value={strips ? 'strips' : 'scored'}
        onChange={e => cuts.set({ strips: e.target.value === 'strips' })}
      >
        <option value="scored">scored and broken</option>
        <option value="strips">cut into strips</option>
      </Select>
      <Select
        compact
        className="w-40"
        label="Grain of sheets runs"
        value={grain ?? ''}
        onChange={e =>
          cuts.set({ grain: e.target.value === '' ? undefined : (e.target.value as 'lengthwise') })
        }
      >
        <option value="">as it saves most</option>
        <option value="lengthwise">lengthwise</option>
        <option value="crosswise">crosswise</option>
      </Select>
    </>
  );
}

function Saw({
  cuts,
  units,
  gapBehind,
  kerf,
  within,
}: {
  cuts: ReturnType<typeof useCutList>;
  units: UnitSystem;
  gapBehind: number;
  kerf: number;
  within: (min: number, max: number) => (text: string) => Parsed;
}) {
  return (
    <>
      <Field
        compact
        className="w-20"
        label="Saw takes"
        shown={printLength(kerf, units)}
        parse={within(0, 0.01)}
        onCommit={value => void cuts.set({ kerf: value })}
      />
      <Field
        compact
        className="w-32"
        label="Gap behind boards"
        shown={printLength(gapBehind, units)}
        parse={within(0.0005, 0.02)}
        onCommit={value => void cuts.set({ gapBehind: value })}
      />
    </>
  );
}

function Ticked({
  cuts,
  plainBehind,
  sawBench,
}: {
  cuts: ReturnType<typeof useCutList>;
  plainBehind: boolean | undefined;
  sawBench: boolean | undefined;
}) {
  return (
    <>
      <Check
        className="mt-[22px] gap-1.5"
        checked={sawBench ?? false}
        onCheck={on => cuts.set({ sawBench: on })}
      >
        saw bench: cuts from edge to edge
      </Check>
      <Check
        className="mt-[22px] gap-1.5"
        checked={plainBehind ?? false}
        onCheck={on => cuts.set({ plainBehind: on })}
      >
        plain behind furniture
      </Check>
    </>
  );
}
