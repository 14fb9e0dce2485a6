import { cutCsv, orderCsv } from '@overcoat/core/formats';
import { type OrderLine, orderError } from '@overcoat/core/order/takeoff';
import { printArea, printLength, printMoney, printNumber } from '@overcoat/core/units';
import type { ColumnDef } from '@tanstack/react-table';
import { FileDown, Printer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useCutList } from '../../api/cutList.ts';
import { useLibrary } from '../../api/queries.ts';
import { download } from '../../download.ts';
import { nestedCost, nestedLines } from '../../jobs/nestedCost.ts';
import { useCutting, useGrounds, useHolding, usePieces } from '../../jobs/useCutting.ts';
import { useOrder } from '../../jobs/useOrder.ts';
import { MapPanel } from '../../shell-map/MapPanel.tsx';
import { familyTexture } from '../../shell-map/textures.tsx';
import { useDesign } from '../../store/design.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useBuilt, useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { CutTable } from './CutTable.tsx';
import { GroundsTab, groundsZone } from './GroundsTab.tsx';
import { itemsWord, piecesOf, withPins } from './groups.ts';
import { OrdersSection } from './OrdersSection.tsx';
import { PanelsAside } from './PanelsAside.tsx';
import { PiecePanel } from './PiecePanel.tsx';
import { PiecePlace } from './PiecePlace.tsx';
import { PriceCell } from './PriceCell.tsx';
import { findPiece, SheetsTab } from './SheetsTab.tsx';
import { ShelfSection } from './ShelfSection.tsx';
import { SuppliesTable } from './SuppliesTable.tsx';
import { WholeOrder } from './WholeOrder.tsx';

/** What to buy and what to cut, with where each goes. */
export function Component() {
  const { order } = useEvaluation();
  const design = useOpenDesign();
  const variant = useVariant();
  const built = useBuilt();
  const chooseVariant = useDesign(s => s.chooseVariant);
  const { library } = useLibrary();
  const units = useUnits();
  const [chosen, setChosen] = useState<string | null>(null);
  const [tab, setTab] = useState<'sheets' | 'grounds' | 'buy' | 'cut'>('sheets');
  const [groundsOf, setGroundsOf] = useState<string | null>(null);
  const grounds = useGrounds(tab === 'grounds');
  const cutting = useCutting(tab === 'sheets');
  const [groupKey, setGroup] = useState<string | null>(null);
  const [piece, setPiece] = useState<string | null>(null);
  const { answer } = cutting.job;
  const group = answer?.groups.find(g => g.key === groupKey) ?? answer?.groups[0] ?? null;
  const { pins } = useCutList();
  const found = tab === 'sheets' && group ? findPiece(withPins(group, pins), piece) : null;
  const line = order.lines.find(l => lineKey(l) === chosen) ?? null;
  const bays = useMemo(() => {
    const pieces = order.pieces.filter(
      p => line && p.material === line.material && Math.abs(p.thickness - line.stock.thickness) < 1e-6,
    );
    return new Set(pieces.flatMap(p => p.bays));
  }, [order, line]);
  const zones = new Set(Object.keys(line?.byZone ?? {}));
  const grouped = new Set(tab === 'sheets' ? group?.pieces.flatMap(p => p.bays) : []);
  const shownMaterial = tab === 'sheets' ? group?.material : line?.material;
  const inLine = (bay: string, zone: string) =>
    tab === 'sheets' ? grouped.has(bay) : line ? (bays.size > 0 ? bays.has(bay) : zones.has(zone)) : false;
  const file = `${design.name} ${variant.name}`.toLowerCase().replace(/[^\w]+/g, '-');

  const orderColumns = useMemo<ColumnDef<OrderLine, unknown>[]>(
    () => [
      {
        id: 'material',
        header: 'buy',
        accessorFn: l => library.get(l.material)?.name ?? l.material,
        cell: ({ row: { original: l } }) => <OrderName line={l} />,
      },
      {
        id: 'need',
        header: 'need',
        accessorFn: l => l.need,
        meta: { number: true },
        cell: ({ row: { original: l } }) =>
          l.unit === 'm²'
            ? printArea(l.need, units)
            : units === 'metric'
              ? `${printNumber(l.need, 1)} m`
              : `${printNumber(l.need / 0.3048, 0)} ft`,
      },
      {
        id: 'error',
        header: '±',
        enableSorting: false,
        meta: { number: true },
        cell: ({ row: { original: l } }) => <OrderDoubt line={l} />,
      },
      {
        id: 'packs',
        header: 'packs',
        accessorFn: l => l.packs,
        meta: { number: true },
        cell: ({ row: { original: l } }) => <PackCount line={l} />,
      },
      {
        id: 'price',
        header: 'a pack',
        accessorFn: l => l.stock.price,
        meta: { number: true },
        cell: ({ row: { original: l } }) => <PriceCell line={l} />,
      },
      {
        id: 'cost',
        header: 'cost',
        accessorFn: l => l.cost,
        meta: { number: true },
        cell: ({ row: { original: l } }) => <b>{printMoney(l.cost)}</b>,
      },
      {
        id: 'used',
        header: 'used',
        accessorFn: l => l.used,
        meta: { number: true },
        cell: ({ row: { original: l } }) => `${printNumber(l.used * 100)} %`,
      },
    ],
    [library, units],
  );
  const quick = usePieces();
  const { byPiece } = useHolding();
  const [firstTime, setFirstTime] = useState(true);
  const laidOut = answer && !cutting.job.stale ? answer : null;
  const lines = useMemo(
    () => (laidOut ? nestedLines(order.lines, laidOut, library) : order.lines),
    [order, laidOut, library],
  );
  const { all, sheetOf } = useMemo(() => piecesOf(laidOut, quick.answer), [laidOut, quick.answer]);
  const buying = useOrder(order, laidOut, firstTime, tab === 'buy');
  const pieces = line
    ? all.filter(p => p.material === line.material && Math.abs(p.thickness - line.stock.thickness) < 1e-6)
    : all;

  return (
    <>
      <section className="min-w-0 grow overflow-auto bg-sheet p-5 print-whole">
        <div className="flex flex-wrap items-baseline gap-2">
          <h2 className="mr-auto text-2xl">
            {order.lines.length === 0
              ? 'Nothing to buy yet'
              : answer && tab === 'sheets'
                ? `${printMoney(Math.round(nestedCost(order, answer)))} laid on sheets, ${printMoney(Math.round(order.cost))} estimated`
                : `${printMoney(Math.round(lines.reduce((s, l) => s + l.cost, 0)))} in ${lines.reduce((s, l) => s + l.packs, 0)} packs, ${all.length} pieces to cut`}
          </h2>
          <div className="no-print flex gap-1">
            <Button small onClick={() => window.print()}>
              <Printer size={15} aria-hidden /> Print
            </Button>
            <Button
              small
              onClick={() =>
                download(`${file}-order.csv`, 'text/csv', orderCsv({ ...order, lines }, library))
              }
            >
              <FileDown size={15} aria-hidden /> Order CSV
            </Button>
            <Button
              small
              onClick={() =>
                download(`${file}-pieces.csv`, 'text/csv', cutCsv(all, library, sheetOf, byPiece))
              }
            >
              <FileDown size={15} aria-hidden /> Pieces CSV
            </Button>
          </div>
        </div>
        <p className="hidden print:block">
          {design.name} · {variant.name}
        </p>
        {order.cost > design.brief.budget && (
          <p role="note" className="mt-1 border-l-4 border-signal pl-2 font-medium text-signal">
            {printMoney(Math.round(order.cost - design.brief.budget))} over the budget of{' '}
            {printMoney(design.brief.budget)}.
          </p>
        )}
        {built.id !== variant.id && (
          <p role="note" className="mt-1 border-l-4 border-tape pl-2">
            This is the list of {variant.name}. The variant being built is {built.name}:{' '}
            <button
              type="button"
              className="no-print font-medium text-chalk underline"
              onClick={() => chooseVariant(built.id)}
            >
              show its list
            </button>
          </p>
        )}
        {order.lines.length === 0 ? (
          <p className="mt-3">
            No bay has a build-up. Go to Build-ups and apply a school, or give a zone its layers.
          </p>
        ) : (
          <>
            <div role="tablist" aria-label="Lists" className="no-print mt-3 flex gap-4 border-b border-rule">
              {(['sheets', 'grounds', 'buy', 'cut'] as const).map(t => (
                <button
                  key={t}
                  type="button"
                  role="tab"
                  aria-selected={tab === t}
                  onClick={() => setTab(t)}
                  className={`-mb-px border-b-[3px] pb-1 font-semibold ${tab === t ? 'border-signal' : 'border-transparent text-faint'}`}
                >
                  {t === 'sheets'
                    ? 'On sheets'
                    : t === 'grounds'
                      ? 'Grounds'
                      : t === 'buy'
                        ? `To buy (${lines.length})`
                        : `To cut (${pieces.length})`}
                </button>
              ))}
              {line && tab === 'cut' && (
                <button
                  type="button"
                  className="ml-auto text-chalk underline"
                  onClick={() => setChosen(null)}
                >
                  only {library.get(line.material)?.name.toLowerCase()}: show all
                </button>
              )}
            </div>
            {tab === 'sheets' && (
              <SheetsTab
                cutting={cutting}
                group={group}
                onGroup={key => {
                  setGroup(key);
                  setPiece(null);
                }}
                piece={piece}
                onPiece={setPiece}
              />
            )}
            {tab === 'grounds' && (
              <GroundsTab
                grounds={grounds.answer}
                pieces={all}
                zone={groundsZone(design, groundsOf)}
                onZone={setGroundsOf}
              />
            )}
            {tab === 'buy' && (
              <WholeOrder
                lines={buying}
                laidOut={laidOut !== null}
                firstTime={firstTime}
                onFirstTime={setFirstTime}
                file={file}
                title={`${design.name}, ${variant.name}`}
              />
            )}
            {tab === 'buy' && <OrdersSection lines={buying} />}
            <div className={tab === 'buy' ? 'mt-3 print:block' : 'hidden print:block'}>
              <DataTable
                rows={lines}
                columns={orderColumns}
                caption="To buy"
                rowKey={l => `${lineKey(l)}/${l.stock.width}`}
                onRow={l => setChosen(lineKey(l) === chosen ? null : lineKey(l))}
                isChosen={l => lineKey(l) === chosen}
              />
              <p className="mt-2 text-[13px] text-faint">
                {laidOut ? 'Whole packs as the pieces lie' : 'Whole packs from a feasible layout'}, with
                allowances: boards {printLength(0.003, units)} under size, fibre {printLength(0.015, units)}{' '}
                over, films lapped {printLength(0.1, units)}. Prices are indicative until you put your own; a
                struck line in blue is yours. Blades, masks, coatings and screws stand below.
              </p>
              {tab === 'buy' && (
                <>
                  <SuppliesTable lines={buying} />
                  <ShelfSection />
                </>
              )}
            </div>
            {tab === 'cut' && <CutTable rows={pieces} sheetOf={sheetOf} className="print:hidden" />}
            {/* Paper has all that the heading counts, whatever is chosen on the screen. */}
            <CutTable rows={all} sheetOf={sheetOf} className="hidden print:block" />
          </>
        )}
      </section>
      <div className="no-print flex w-full shrink-0 border-rule lg:w-[430px] lg:border-l">
        {found && (
          <div className="w-full overflow-auto bg-ticket p-5">
            <PiecePanel
              on={found.on}
              sheet={`${itemsWord(library.get(group!.material), 1)} ${found.index + 1}`}
              place={<PiecePlace key={piece} on={found.on} group={group!} index={found.index} />}
            />
          </div>
        )}
        {tab === 'grounds' && (
          <PanelsAside zone={groundsZone(design, groundsOf)} findings={grounds.answer?.findings ?? []} />
        )}
        {!found && tab !== 'grounds' && (
          <MapPanel
            title={
              shownMaterial
                ? `Where it goes: ${library.get(shownMaterial)?.name}`
                : 'Choose a line to see where it goes'
            }
            paint={(bay, zone) => {
              const there = inLine(bay.id, zone.id);
              return {
                ...(there ? { texture: familyTexture(library.get(shownMaterial!)?.family) } : {}),
                says: `${zone.name}${there ? ', takes this' : ''}`,
              };
            }}
            legend={null}
          />
        )}
      </div>
    </>
  );
}

const lineKey = (l: OrderLine) => `${l.material}/${l.stock.thickness}`;

function OrderName({ line }: { line: OrderLine }) {
  const { library } = useLibrary();
  const units = useUnits();
  const { stock } = line;
  const material = library.get(line.material);
  const p = (m: number) => printLength(m, units);
  const size =
    material?.form === 'can'
      ? 'can or cartridge'
      : material?.form === 'tape'
        ? `${p(stock.width)} × ${printNumber(stock.length)} m roll`
        : `${p(stock.thickness)} · ${p(stock.width)} × ${p(stock.length)}`;
  return (
    <>
      <span className="font-medium">{material?.name ?? line.material}</span>
      <span className="block text-[13px] text-faint">
        {size}
        {line.pieces > 0 ? ` · ${line.pieces} ${line.why}` : ` · ${line.why}`}
      </span>
    </>
  );
}

function PackCount({ line }: { line: OrderLine }) {
  return (
    <>
      <span className="font-semibold">{line.packs}</span>
      {line.stock.perPack > 1 && (
        <span className="block text-[13px] text-faint">
          {line.items} of {line.packs * line.stock.perPack}
        </span>
      )}
    </>
  );
}

/** What the tape's error does to a line: how much more or less, and whether a pack more could be needed. */
function OrderDoubt({ line }: { line: OrderLine }) {
  const { shell } = useOpenDesign();
  const { error, packsAtMost } = orderError(line, shell);
  const percent = line.need > 0 ? (error / line.need) * 100 : 0;
  return (
    <span
      className={packsAtMost > line.packs ? 'text-signal' : 'text-faint'}
      title="Standard error of the need from the survey: measured sizes by the tape’s error, assumed ones by 5 %"
    >
      {printNumber(percent, 1)} %{packsAtMost > line.packs && ` · up to ${packsAtMost}`}
    </span>
  );
}
