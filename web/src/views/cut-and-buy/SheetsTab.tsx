import type { Library } from '@overcoat/core/materials';
import type { Material, Pin } from '@overcoat/core/model';
import { type CutGroup, type CutLayout, packsBought, piecesOn } from '@overcoat/core/order/cutting';
import type { Nest } from '@overcoat/core/order/nesting';
import { printLength, type UnitSystem } from '@overcoat/core/units';
import type { Cutting } from '@overcoat/jobs/cut';
import { useMemo } from 'react';
import { v7 as uuid } from 'uuid';
import { useLibrary } from '../../api/queries.ts';
import { useCutList } from '../../hooks/useCutList.ts';
import { LONGER, type useCutting } from '../../hooks/useCutting.ts';
import type { Run } from '../../hooks/useJob.ts';
import { printMoney } from '../../store/money.ts';
import { useUnits } from '../../store/preferences.ts';
import { useWorkshop } from '../../store/workshop.ts';
import { Button } from '../../ui/Button.tsx';
import { CutSettings } from './CutSettings.tsx';
import { type CutGroupAnswer, itemsWord, withPins } from './groups.ts';
import { SheetList } from './SheetList.tsx';
import { KEPT } from './sheetGeometry.ts';
import { SheetButtons } from './TakeAway.tsx';

interface Props {
  cutting: ReturnType<typeof useCutting>;
  group: CutGroupAnswer | null;
  onGroup(key: string): void;
  piece: string | null;
  onPiece(id: string): void;
}

/** The layout of everything that is cut: what it takes, what is left to gain, and each sheet to scale. */
export function SheetsTab({ cutting, group, onGroup, piece, onPiece }: Props) {
  const { job, goOn } = cutting;
  const cuts = useCutList();
  const shown = useMemo(() => group && withPins(group, cuts.pins), [group, cuts.pins]);
  const { library } = useLibrary();
  const units = useUnits();
  if (job.failed)
    return (
      <p role="alert" className="mt-3 text-signal">
        {job.failed}
      </p>
    );
  const { answer } = job;
  if (!answer || !group)
    return (
      <p className="mt-3">
        {job.stopped ? 'Not laid out: it was cancelled. ' : 'Laying the pieces on their sheets…'}
        {job.stopped && (
          <Button small onClick={job.run}>
            Lay them out
          </Button>
        )}
      </p>
    );
  const share = Math.round((job.running ?? 0) * 100);
  return (
    <div className="mt-3">
      <Search job={job} goOn={goOn} answer={answer} share={share} />
      <CutSettings cuts={cuts} />
      <div className="mt-2 flex gap-4 max-md:flex-col">
        <GroupList group={group} onGroup={onGroup} library={library} units={units} answer={answer} />
        <div className="min-w-0 grow">
          <GroupVerdict group={group} cuts={cuts} />
          <PinBar cuts={cuts} group={group} settled={!job.stale && job.running === null} />
          <SheetButtons group={group} />
          <CutNow group={group} cuts={cuts} settled={!job.stale && job.running === null} />
          {group.layout && <SheetList group={shown!} chosen={piece} onChoose={onPiece} />}
        </div>
      </div>
    </div>
  );
}

function GroupList({
  group,
  onGroup,
  library,
  units,
  answer,
}: {
  group: CutGroupAnswer;
  onGroup: (key: string) => void;
  library: Library;
  units: UnitSystem;
  answer: Cutting;
}) {
  return (
    <div
      role="listbox"
      aria-label="Cut from"
      className="no-print sticky top-0 flex w-44 shrink-0 flex-col self-start max-md:static max-md:w-full"
    >
      {answer.groups.map(g => {
        const material = library.get(g.material);
        const items = g.layout?.nest.used.length ?? 0;
        const chosen = g.key === group.key;
        return (
          <GroupChoice
            key={g.key}
            onGroup={onGroup}
            units={units}
            g={g}
            material={material}
            items={items}
            chosen={chosen}
          />
        );
      })}
    </div>
  );
}

function GroupChoice({
  onGroup,
  units,
  g,
  material,
  items,
  chosen,
}: {
  onGroup: (key: string) => void;
  units: UnitSystem;
  g: CutGroup & { layout: CutLayout | null; unfit: string[]; pinned: string[] };
  material: Material | undefined;
  items: number;
  chosen: boolean;
}) {
  return (
    <button
      type="button"
      role="option"
      aria-selected={chosen}
      onClick={() => onGroup(g.key)}
      className={`border-b border-rule px-2 py-1.5 text-left leading-tight ${chosen ? 'bg-ticket shadow-[inset_3px_0_0_var(--signal)]' : 'hover:bg-wet'}`}
    >
      <span className="block font-medium">
        {material?.name ?? g.material} {printLength(g.thickness, units)}
      </span>
      <span className="block text-[13px] text-faint">
        {g.unfit.length > 0
          ? '! a piece fits nothing'
          : `${items} ${itemsWord(material, items)} · ${printMoney(Math.round(g.layout!.nest.cost))}`}
      </span>
    </button>
  );
}

function Search({
  job,
  goOn,
  answer,
  share,
}: {
  job: Run<'cutting'>;
  goOn: () => void;
  answer: Cutting;
  share: number;
}) {
  return (
    <div className="no-print flex flex-wrap items-center gap-x-4 gap-y-1.5 text-[13px]">
      {job.running === null ? (
        <>
          <span className={job.stale ? 'font-medium text-signal' : 'text-faint'}>
            {job.stale
              ? 'Older than the last edit.'
              : job.stopped
                ? 'Stopped: the best until then.'
                : `Searched for ${Math.round(answer.seconds)} s.`}
          </span>
          {job.stale || job.stopped ? (
            <Button small onClick={job.run}>
              Lay out again
            </Button>
          ) : (
            <Button small onClick={goOn}>
              Search {LONGER} s more
            </Button>
          )}
        </>
      ) : (
        <>
          <div
            role="progressbar"
            aria-label="Laying pieces on sheets"
            aria-valuemin={0}
            aria-valuemax={100}
            aria-valuenow={share}
            className="h-2.5 w-40 overflow-hidden rounded-full border border-ink bg-ticket"
          >
            <div className="h-full bg-tape" style={{ width: `${share}%` }} />
          </div>
          <output>{job.queued ? 'waiting for its turn' : 'searching, the best so far is shown'}…</output>
          <Button small onClick={job.cancel} aria-label="Stop searching">
            stop
          </Button>
        </>
      )}
    </div>
  );
}

/** What the group takes, whether less is possible, and what a little shaving would save; in one sentence each. */
function GroupVerdict({ group, cuts }: { group: CutGroupAnswer; cuts: ReturnType<typeof useCutList> }) {
  const { library } = useLibrary();
  const units = useUnits();
  const material = library.get(group.material);
  if (!group.layout)
    return (
      <p role="alert" className="mt-3 border-l-4 border-signal pl-2 text-signal">
        {group.unfit.join(', ')} {group.unfit.length === 1 ? 'fits' : 'fit'} no size that {material?.name} is
        sold in: part {group.unfit.length === 1 ? 'it' : 'them'}, or add a larger size under Materials.
      </p>
    );
  const { nest, leastCost, nearMiss } = group.layout;
  const bought = packsBought(nest, group.problem);
  const area = group.pieces.reduce((sum, p) => sum + p.area, 0);
  // Off the roll by the metre only what is reached is taken.
  const reachOf = (stock: string) =>
    nest.used.filter(u => u.stock === stock).reduce((sum, u) => sum + u.reach, 0);
  const taken = bought.reduce(
    (sum, b) =>
      sum + b.stock.width * (b.stock.paid === 'length' ? reachOf(b.stock.id) : b.items * b.stock.length),
    0,
  );
  const gap = nest.cost - leastCost;
  const packs = bought
    .map(b =>
      b.stock.paid === 'length'
        ? `${printLength(reachOf(b.stock.id), units)} off a roll ${printLength(b.stock.width, units)} wide`
        : `${b.items} ${b.stock.price === 0 ? (b.items === 1 ? 'rest' : 'rests') : itemsWord(material, b.items)} of ${printLength(b.stock.width, units)} × ${printLength(b.stock.length, units)}${b.stock.perPack > 1 ? ` in ${b.packs} ${b.packs === 1 ? 'pack' : 'packs'} of ${b.stock.perPack}` : ''}`,
    )
    .join(' and ');
  return (
    <div className="border-l-4 border-chalk pl-2.5">
      <p className="text-lg font-medium">
        {packs}, {Math.round((100 * area) / taken)} % used;{' '}
        {gap < 0.005
          ? 'no layout costs less.'
          : `at best ${printMoney(Math.round(leastCost))} instead of ${printMoney(Math.round(nest.cost))}, and perhaps not even that.`}
      </p>
      <p className="text-faint">
        {nearMiss
          ? `${nearMiss.piece} is ${printLength(Math.ceil(nearMiss.by * 1000) / 1000, units)} too large for a cheaper layout: shave it from ${printLength(nearMiss.of, units)}, and ${printMoney(Math.round(nearMiss.saves))} are saved. `
          : ''}
        {nest.cuts} cuts
        {group.problem.kerf > 0 ? `, ${printLength(group.problem.kerf, units)} lost to the saw in each` : ''}
        {group.problem.guillotine ? ', all from edge to edge' : ''}.
        {cuts.list.sawBench && group.problem.kerf > 0 && !group.problem.guillotine
          ? ' What is pinned cannot be parted by cuts from edge to edge: laid freely.'
          : ''}{' '}
        Sizes are taken from the datum corner, the red dot at the lower left.
      </p>
    </div>
  );
}

/** Where a piece lies in its group; null where it is not laid. */
export function findPiece(group: CutGroupAnswer, id: string | null) {
  const laid = group.layout?.nest.laid.find(l => l.piece === id);
  if (!laid) return null;
  const pieces = new Map(group.pieces.map(p => [p.id, p]));
  const on = piecesOn(group.layout!.nest, pieces, laid.stock, laid.index).find(p => p.piece.id === id)!;
  return { on, index: laid.index };
}

/** What is pinned, with an undo of its own: a layout is no part of the design. */
function PinBar({
  cuts,
  group,
  settled,
}: {
  cuts: ReturnType<typeof useCutList>;
  group: CutGroupAnswer;
  /** The layout shown is of these pins. */
  settled: boolean;
}) {
  const own = cuts.pins.filter(p => p.group === group.key);
  // What the latest layout could not keep; one that was just put is in the next.
  const lost = settled ? own.filter(p => !group.pinned.includes(p.piece)).map(p => p.piece) : [];
  return (
    <div className="no-print mt-2 flex flex-wrap items-center gap-1.5 text-[13px]">
      <span className="mr-1 text-faint">
        {own.length === 0
          ? 'Drag a piece to where it shall lie: it is pinned there, and the others are laid anew. Keys: arrows move, t turns, p pins.'
          : `${own.length - lost.length} pinned.${lost.length > 0 ? ` ${lost.join(', ')} ${lost.length === 1 ? 'cannot' : 'cannot all'} stay where ${lost.length === 1 ? 'it was' : 'they were'} pinned: a piece, its size or its sheet has changed.` : ''}`}
      </span>
      <PinButtons cuts={cuts} group={group} own={own} lost={lost} />
      {cuts.failed && (
        <span role="alert" className="text-signal">
          {cuts.failed}
        </span>
      )}
    </div>
  );
}

function PinButtons({
  cuts,
  group,
  own,
  lost,
}: {
  cuts: ReturnType<typeof useCutList>;
  group: CutGroupAnswer;
  own: Pin[];
  lost: string[];
}) {
  return (
    <>
      {group.layout && own.length < group.layout.nest.laid.length && (
        <Button
          small
          onClick={() =>
            cuts.setPins([
              ...cuts.pins.filter(p => p.group !== group.key),
              ...group.layout!.nest.laid.map(l => ({ group: group.key, ...l })),
            ])
          }
        >
          Keep it as it lies
        </Button>
      )}
      {lost.length > 0 && (
        <Button
          small
          onClick={() =>
            cuts.setPins(cuts.pins.filter(p => p.group !== group.key || !lost.includes(p.piece)))
          }
        >
          Unpin {lost.length === 1 ? lost[0] : `those ${lost.length}`}
        </Button>
      )}
      {own.length > 0 && (
        <Button small onClick={() => cuts.setPins(cuts.pins.filter(p => p.group !== group.key))}>
          Unpin all
        </Button>
      )}
      {cuts.undo && (
        <Button small onClick={cuts.undo}>
          Undo here
        </Button>
      )}
      {cuts.redo && (
        <Button small onClick={cuts.redo}>
          Redo here
        </Button>
      )}
    </>
  );
}

/** Once a group is cut it stays as it lies, its rests go on the shelf, and those it was cut from are gone. */
function CutNow({
  group,
  cuts,
  settled,
}: {
  group: CutGroupAnswer;
  cuts: ReturnType<typeof useCutList>;
  settled: boolean;
}) {
  const { note, rests } = useWorkshop();
  const nest = group.layout?.nest;
  const { cut = [] } = cuts.list;
  if (!nest) return null;
  if (cut.some(c => c.group === group.key))
    return (
      <p className="no-print mt-1.5 flex flex-wrap items-center gap-2 text-[13px]">
        Cut: it stays as it lies, and its rests are on the shelf, under To buy.
        <Button small onClick={() => cuts.set({ cut: cut.filter(c => c.group !== group.key) })}>
          not cut after all
        </Button>
      </p>
    );
  if (!settled) return null;
  const kept = nest.used.filter(u => Math.min(u.rest.width, u.rest.length) >= KEPT);
  const done = async () => {
    const counts = restsCutOf(nest);
    const from = rests.filter(r => counts.has(r.id));
    const saved = await cuts.saved({
      pins: [
        ...cuts.pins.filter(p => p.group !== group.key),
        ...nest.laid.map(l => ({ group: group.key, ...l })),
      ],
      cut: [...cut, { group: group.key, rests: from.map(({ where: _, at: __, ...size }) => size) }],
    });
    const facts = [
      ...kept.map(u => ({
        kind: 'rest kept' as const,
        rest: uuid(),
        material: group.material,
        thickness: group.thickness,
        width: u.rest.width,
        length: u.rest.length,
        count: 1,
        where: '',
      })),
      ...[...counts].map(([rest, count]) => ({ kind: 'rest gone' as const, rest, count })),
    ];
    if (saved && facts.length > 0) note(facts);
  };
  return (
    <div className="no-print mt-1.5">
      <Button small onClick={done}>
        It is cut
        {kept.length > 0 &&
          `: put ${kept.length === 1 ? 'its rest' : `its ${kept.length} rests`} on the shelf`}
      </Button>
    </div>
  );
}

/** How many of which rests on the shelf were cut. */
function restsCutOf(nest: Nest) {
  const counts = new Map<string, number>();
  for (const u of nest.used)
    if (u.stock.startsWith('rest-')) {
      const id = u.stock.slice('rest-'.length);
      counts.set(id, (counts.get(id) ?? 0) + 1);
    }
  return counts;
}
