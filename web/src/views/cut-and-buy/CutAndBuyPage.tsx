import { cutCsv } from '@overcoat/core/formats';
import type { CutGroup, CutLayout } from '@overcoat/core/order/cutting';
import type { CutPiece } from '@overcoat/core/order/pieces';
import { SAME_SIZE } from '@overcoat/core/tolerance';
import { FileDown, Printer } from 'lucide-react';
import { memo, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { flushSync } from 'react-dom';
import { useSearchParams } from 'react-router';
import { useLibrary } from '../../api/queries.ts';
import { download } from '../../download.ts';
import { useCutList } from '../../hooks/useCutList.ts';
import { useCutting, useGrounds, useHolding, usePieces } from '../../hooks/useCutting.ts';
import { useOthers } from '../../hooks/useSeveral.ts';
import { type Ticket, type TicketLine, useTicket } from '../../hooks/useTicket.ts';
import { MapPanel } from '../../shell-map/MapPanel.tsx';
import { familyTexture } from '../../shell-map/textures.tsx';
import { useDesign } from '../../store/design.ts';
import { isCounted, useEvaluation } from '../../store/evaluation.ts';
import { printMoney } from '../../store/money.ts';
import { useBuilt, useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { Button } from '../../ui/Button.tsx';
import { TabList } from '../../ui/TabList.tsx';
import { CutTable } from './CutTable.tsx';
import { GroundsTab, groundsZone } from './GroundsTab.tsx';
import { itemsWord, piecesOf, withPins } from './groups.ts';
import { PanelsAside } from './PanelsAside.tsx';
import { PiecePanel } from './PiecePanel.tsx';
import { PiecePlace } from './PiecePlace.tsx';
import { findPiece, SheetsTab } from './SheetsTab.tsx';
import { BuyTab } from './ticket/BuyTab.tsx';
import { grouped } from './ticket/grouped.ts';
import { TicketTable } from './ticket/TicketTable.tsx';
import { today } from './ticket/words.ts';

/** What to buy and what to cut, with where each goes. */
export function Component() {
  const page = useCutAndBuy();
  const { order, sheetOf, design, variant, tab, pieces, onPaper } = page;

  return (
    <>
      <section className="min-w-0 grow overflow-auto bg-sheet p-5 print-whole">
        <Heading page={page} />
        <p className="hidden print:block">
          {design.name} · {variant.name}
        </p>
        <Notes page={page} />
        {order.lines.length === 0 ? (
          <p className="mt-3">
            No bay has a build-up. Go to Build-ups and apply a school, or give a zone its layers.
          </p>
        ) : (
          <>
            <ListTabs page={page} />
            <ShownList page={page} />
            {/* Paper has both lists, whatever is on the screen. */}
            {tab !== 'buy' && onPaper.ticket && <PaperTicket lines={onPaper.ticket.lines} />}
            {tab === 'cut' && <CutTable rows={pieces} sheetOf={sheetOf} className="print:hidden" />}
            {/* Paper has all that the heading counts, whatever is chosen on the screen. */}
            <CutTable rows={onPaper.all} sheetOf={onPaper.sheetOf} className="hidden print:block" />
          </>
        )}
      </section>
      <Beside page={page} />
    </>
  );
}

/** The piece that is chosen, panels there already, or where a line goes. */
function Beside({ page }: { page: ReturnType<typeof useCutAndBuy> }) {
  const { library, design, tab, group, piece, grounds, groundsOf, found } = page;
  return (
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
      {!found && tab !== 'grounds' && <WhereItGoes page={page} tab={tab} />}
    </div>
  );
}

function WhereItGoes({
  page,
  tab,
}: {
  page: ReturnType<typeof useCutAndBuy>;
  tab: 'sheets' | 'cut' | 'buy';
}) {
  const { library, line, shownMaterial, inLine } = page;
  return (
    <MapPanel
      title={
        tab === 'buy'
          ? line
            ? `Waits for it: ${line.name}`
            : 'Choose a line to see what waits for it'
          : shownMaterial
            ? `Where it goes: ${library.get(shownMaterial)?.name}`
            : 'Choose a line to see where it goes'
      }
      paint={(bay, zone) => {
        const there = inLine(bay.id);
        return {
          ...(there ? { texture: familyTexture(library.get(shownMaterial ?? '')?.family ?? 'board') } : {}),
          says: `${zone.name}${there ? (tab === 'buy' ? ', waits for this' : ', takes this') : ''}`,
        };
      }}
      legend={null}
    />
  );
}

function ShownList({ page }: { page: ReturnType<typeof useCutAndBuy> }) {
  const {
    all,
    file,
    design,
    variant,
    tab,
    setChosen,
    cutting,
    group,
    setGroup,
    setPiece,
    piece,
    grounds,
    groundsOf,
    setGroundsOf,
    ticket,
    failed,
    others,
    setOthers,
    chosen,
  } = page;
  return (
    <>
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
        <BuyTab
          ticket={ticket}
          failed={failed}
          others={others}
          onOthers={setOthers}
          chosen={chosen}
          onChoose={setChosen}
          file={file}
          title={`${design.name}, ${variant.name}`}
        />
      )}
    </>
  );
}

function ListTabs({ page }: { page: ReturnType<typeof useCutAndBuy> }) {
  const { library, tab, setTab, pieces, only, setChosen } = page;
  return (
    <TabList
      label="Lists"
      className="no-print mt-3 flex gap-4 border-b border-rule"
      value={tab}
      onChange={setTab}
      look={chosen =>
        `-mb-px border-b-[3px] pb-1 font-semibold ${chosen ? 'border-signal' : 'border-transparent text-faint'}`
      }
      tabs={LISTS.map(key => ({
        key,
        name: key === 'cut' && pieces.length > 0 ? `To cut (${pieces.length})` : LIST_NAMES[key],
      }))}
    >
      {only && tab === 'cut' && (
        <button type="button" className="ml-auto text-chalk underline" onClick={() => setChosen(null)}>
          only {library.get(only.material)?.name.toLowerCase()}: show all
        </button>
      )}
    </TabList>
  );
}

function Notes({ page }: { page: ReturnType<typeof useCutAndBuy> }) {
  const { pay, design, variant, built, chooseVariant } = page;
  return (
    <>
      {pay && pay.total > design.brief.budget && (
        <p role="note" className="mt-1 border-l-4 border-signal pl-2 font-medium text-signal">
          {printMoney(Math.round(pay.total - design.brief.budget))} over the budget of{' '}
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
    </>
  );
}

function Heading({ page }: { page: ReturnType<typeof useCutAndBuy> }) {
  const { order, pay, e, all, file, library, sheetOf, byPiece } = page;
  return (
    <div className="flex flex-wrap items-baseline gap-2">
      <h2 className="mr-auto text-2xl">
        {order.lines.length === 0
          ? 'Nothing to buy yet'
          : pay
            ? `${isCounted(e) ? '' : 'Before the last change: '}${printMoney(Math.round(pay.total))} to pay in ${pay.lines.reduce((sum, l) => sum + l.packs, 0)} packs, ${all.length} pieces to cut`
            : all.length > 0
              ? `${all.length} pieces to cut; what is to pay is being counted`
              : 'Pieces and packs are being counted…'}
      </h2>
      <div className="no-print flex gap-1">
        <Button small onClick={() => window.print()}>
          <Printer size={15} aria-hidden /> Print
        </Button>
        <Button
          small
          disabled={all.length === 0}
          onClick={() => download(`${file}-pieces.csv`, 'text/csv', cutCsv(all, library, sheetOf, byPiece))}
        >
          <FileDown size={15} aria-hidden /> Pieces CSV
        </Button>
      </div>
    </div>
  );
}

/** All that the lists, the drawing beside them and paper rest on. */
function useCutAndBuy() {
  const e = useEvaluation();
  const { order, pay } = e;
  const design = useOpenDesign();
  const variant = useVariant();
  const built = useBuilt();
  const chooseVariant = useDesign(s => s.chooseVariant);
  const { library } = useLibrary();
  const [chosen, setChosen] = useState<string | null>(null);
  const { tab, setTab } = useList();
  const [groundsOf, setGroundsOf] = useState<string | null>(null);
  const grounds = useGrounds(tab === 'grounds');
  const cutting = useCutting(tab === 'sheets');
  const { answer, group, setGroup, setPiece, piece, found } = useChosenPiece(tab, cutting);
  const [others, setOthers] = useOthers();
  const { ticket, failed } = useTicket(others, tab === 'buy' || tab === 'sheets');
  const line = ticket?.lines.find(l => l.key === chosen) ?? null;
  const quick = usePieces();
  const { byPiece } = useHolding();
  const laidOut = answer && !cutting.job.stale ? answer : null;
  const { all, sheetOf } = useMemo(() => piecesOf(laidOut, quick.answer), [laidOut, quick.answer]);
  const onPaper = usePaper(ticket, all, sheetOf);
  const { shownMaterial, inLine } = useShownBays({ tab, group, ticket, line, all });
  const file = `${design.name} ${variant.name}`.toLowerCase().replace(/[^\w]+/g, '-');

  const only = line?.kind === 'sheet' ? line.sold : null;
  const pieces = only
    ? all.filter(p => p.material === only.material && Math.abs(p.thickness - only.thickness) < SAME_SIZE)
    : all;
  return {
    order,
    pay,
    e,
    all,
    file,
    library,
    sheetOf,
    byPiece,
    design,
    variant,
    built,
    chooseVariant,
    tab,
    setTab,
    pieces,
    only,
    setChosen,
    cutting,
    group,
    setGroup,
    setPiece,
    piece,
    grounds,
    groundsOf,
    setGroundsOf,
    ticket,
    failed,
    others,
    setOthers,
    chosen,
    onPaper,
    found,
    line,
    shownMaterial,
    inLine,
  };
}

/** The group of sheets and the piece that are chosen. */
function useChosenPiece(tab: 'sheets' | 'grounds' | 'cut' | 'buy', cutting: ReturnType<typeof useCutting>) {
  const [groupKey, setGroup] = useState<string | null>(null);
  const [piece, setPiece] = useState<string | null>(null);
  const { answer } = cutting.job;
  const group = answer?.groups.find(g => g.key === groupKey) ?? answer?.groups[0] ?? null;
  const { pins } = useCutList();
  const found = tab === 'sheets' && group ? findPiece(withPins(group, pins), piece) : null;
  return { answer, group, setGroup, setPiece, piece, found };
}

/** What the map shows: a material and the bays that take it or wait for it. */
function useShownBays({
  tab,
  group,
  ticket,
  line,
  all,
}: {
  tab: 'sheets' | 'grounds' | 'buy' | 'cut';
  group: (CutGroup & { layout: CutLayout | null; unfit: string[]; pinned: string[] }) | null;
  ticket: Ticket | null;
  line: TicketLine | null;
  all: CutPiece[];
}) {
  // What waits for a line: the bays of the pieces that use it; of what no piece uses, nothing is drawn.
  const waiting = useMemo(() => {
    const uses = new Set(line && tab === 'buy' ? ticket?.usesHere(line) : []);
    return new Set(all.filter(p => uses.has(p.id)).flatMap(p => p.bays));
  }, [line, ticket, tab, all]);
  const onSheets = new Set(tab === 'sheets' ? group?.pieces.flatMap(p => p.bays) : []);
  const shownMaterial = tab === 'sheets' ? group?.material : line?.sold?.material;
  const inLine = (bay: string) => (tab === 'sheets' ? onSheets : waiting).has(bay);
  return { shownMaterial, inLine };
}

function usePaper(ticket: Ticket | null, all: CutPiece[], sheetOf: ReadonlyMap<string, string>) {
  // What nobody sees before it is printed is drawn when there is time: a search tells of itself four times a second.
  const later = {
    ticket: useDeferredValue(ticket),
    all: useDeferredValue(all),
    sheetOf: useDeferredValue(sheetOf),
  };
  const onPaper = usePrinting() ? { ticket, all, sheetOf } : later;
  return onPaper;
}

/** The list that is shown, as the address has it. */
function useList() {
  const [params, setParams] = useSearchParams();
  const tab = LISTS.find(l => l === params.get('list')) ?? 'sheets';
  const setTab = (list: (typeof LISTS)[number]) =>
    setParams(
      now => {
        now.set('list', list);
        return now;
      },
      { replace: true, flushSync: true },
    );
  return { tab, setTab };
}

/** Whether it is being printed: known before the page is taken, so that paper has what the heading says. */
function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const begin = () => flushSync(() => setPrinting(true));
    const end = () => setPrinting(false);
    addEventListener('beforeprint', begin);
    addEventListener('afterprint', end);
    return () => {
      removeEventListener('beforeprint', begin);
      removeEventListener('afterprint', end);
    };
  }, []);
  return printing;
}

/** As the address has them. */
const LISTS = ['sheets', 'grounds', 'buy', 'cut'] as const;
const LIST_NAMES = { sheets: 'On sheets', grounds: 'Grounds', buy: 'To buy', cut: 'To cut' };
const NO_SHOPS: ReadonlyMap<string, number> = new Map();

/** Everything to buy, for paper. */
const PaperTicket = memo(function PaperTicket({ lines }: { lines: TicketLine[] }) {
  return (
    <div className="hidden print:block">
      <TicketTable
        groups={grouped(lines, 'by shop', today())}
        shops={NO_SHOPS}
        chosen={null}
        onChoose={() => undefined}
        onOrder={() => undefined}
      />
    </div>
  );
});
