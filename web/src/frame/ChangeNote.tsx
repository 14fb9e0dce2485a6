import type { Evaluation } from '@overcoat/core/evaluate';
import type { Library } from '@overcoat/core/materials';
import type { Variant } from '@overcoat/core/model';
import type { Heard } from '@overcoat/core/van/quiet';
import { type Dispatch, type SetStateAction, useState } from 'react';
import { useLibrary } from '../api/queries.ts';
import { FIGURES } from '../figures/index.ts';
import { useDesign } from '../store/design.ts';
import { evaluation, useEvaluation } from '../store/evaluation.ts';
import { useHeard } from '../store/heard.ts';
import { useOpenDesign, useVariant } from '../store/openDesign.ts';
import { useUnits } from '../store/preferences.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { right, Table } from '../ui/Table.tsx';

/** What the last change did, and what the design differs by from its baseline; "why" shows it zone by zone. */
export function ChangeNote() {
  const units = useUnits();
  const design = useOpenDesign();
  const variant = useVariant();
  const now = useEvaluation();
  const { library } = useLibrary();
  const heard = useHeard();
  const last = useDesign(s => s.lastChange);
  const edit = useDesign(s => s.edit);
  const [why, setWhy] = useState<{ title: string; before: Evaluation } | null>(null);
  const before = last ? evaluationOf(last.before, variant.id, library, heard) : null;
  const parts = before
    ? FIGURES.flatMap(f =>
        f.waits?.(before) || f.waits?.(now)
          ? `${f.name}: reckoning`
          : ((f.tells ? f.tells(before, now) : f.change(f.of(before, library), f.of(now, library), units)) ??
            []),
      )
    : [];
  const setBaseline = () =>
    edit('baseline set', draft => {
      const v = draft.variants.find(x => x.id === variant.id)!;
      v.baseline = { name: `${variant.name}, as it was`, design: structuredClone(variant.design) };
    });
  return (
    <div className="flex flex-wrap items-center gap-x-3 border-t border-dashed border-rule px-3.5 py-1 text-[13px]">
      <span role="status">
        {last ? (
          <>
            <span className="text-faint">last change · </span>
            <span className="font-medium">{last.label}</span>:{' '}
            {parts.length > 0 ? parts.join(', ') : 'no figure moved'}.
          </>
        ) : (
          <span className="text-faint">Every figure opens its working.</span>
        )}
      </span>
      {before && parts.length > 0 && (
        <button
          type="button"
          className="text-chalk underline"
          onClick={() => setWhy({ title: `Why: ${last!.label}`, before })}
        >
          why
        </button>
      )}
      <AgainstBaseline
        design={design}
        variant={variant}
        library={library}
        heard={heard}
        setWhy={setWhy}
        setBaseline={setBaseline}
      />
      <Dialog open={why !== null} onOpenChange={open => !open && setWhy(null)} title={why?.title ?? ''} side>
        {why && <ByZone before={why.before} now={now} library={library} />}
      </Dialog>
    </div>
  );
}

function AgainstBaseline({
  design,
  variant,
  library,
  heard,
  setWhy,
  setBaseline,
}: {
  design: ReturnType<typeof useOpenDesign>;
  variant: ReturnType<typeof useVariant>;
  library: Library;
  heard: Heard;
  setWhy: Dispatch<SetStateAction<{ title: string; before: Evaluation } | null>>;
  setBaseline: () => string | null;
}) {
  return (
    <span className="ml-auto text-faint">
      blue: against {variant.baseline.name} ·{' '}
      <button
        type="button"
        className="text-chalk underline"
        onClick={() =>
          setWhy({
            title: `Against ${variant.baseline.name}`,
            before: evaluation(design, variant.baseline.design, library, heard, variant.id),
          })
        }
      >
        by zone
      </button>{' '}
      ·{' '}
      <button type="button" className="text-chalk underline" onClick={setBaseline}>
        count from here
      </button>
    </span>
  );
}

function evaluationOf(
  design: Parameters<typeof evaluation>[0] & { variants: Variant[] },
  variantId: string,
  library: Library,
  heard: Heard,
): Evaluation | null {
  const variant = design.variants.find(v => v.id === variantId);
  return variant ? evaluation(design, variant.design, library, heard, variant.id) : null;
}

function ByZone({ before, now, library }: { before: Evaluation; now: Evaluation; library: Library }) {
  const units = useUnits();
  return (
    <>
      <p className="mb-3 text-faint">
        Whole packs are shared out by what each zone uses, so another zone’s cost can move when a pack is
        filled or opened.
      </p>
      <Table
        caption="The change by zone"
        look="page"
        heads={['zone', ...FIGURES.map(f => right(f.zoneName))]}
      >
        {now.heat.zones.map(({ zone }) => (
          <tr key={zone.id} className="border-t border-rule">
            <td className="py-1.5">
              <b>{zone.id}</b> {zone.name}
            </td>
            {FIGURES.map(f => {
              const [was, is] = [f.ofZone(before, zone.id, library), f.ofZone(now, zone.id, library)];
              return (
                <td key={f.key} className="py-1.5 text-right">
                  {(was !== null && is !== null && f.zoneChange(was, is, units)) || '–'}
                </td>
              );
            })}
          </tr>
        ))}
      </Table>
    </>
  );
}
