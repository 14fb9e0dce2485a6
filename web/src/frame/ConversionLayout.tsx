import { type QueryClient, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link, Outlet, useMatch, useParams } from 'react-router';
import { ApiError, api } from '../api/client.ts';
import { useLibrary } from '../api/queries.ts';
import { useCutListsRead } from '../hooks/useCutLists.ts';
import { documentQuery } from '../hooks/useDocument.ts';
import { workshopQuery } from '../hooks/useWorkshopRead.ts';
import { useDesign } from '../store/design.ts';
import { useDocuments } from '../store/documents.ts';
import { useLog } from '../store/log.ts';
import { usePreferences } from '../store/preferences.ts';
import { useWorkshop } from '../store/workshop.ts';
import { VIEWS } from '../views/index.ts';
import { ConflictDialog } from './ConflictDialog.tsx';
import { Elsewhere } from './Elsewhere.tsx';
import { HazardWarnings } from './HazardWarnings.tsx';
import { Ledger } from './Ledger.tsx';
import { OnPaper } from './OnPaper.tsx';
import { Notice } from './SaveNote.tsx';
import { TopBar } from './TopBar.tsx';
import { useFeed } from './useFeed.ts';
import { useKeys } from './useKeys.ts';

/** By then a page has asked for what its figures rest on, ms. */
const WHEN_SETTLED = 1500;

/** Everything inside one conversion: loads it, keeps it open, and puts bar and ledger over every view. */
export function Component() {
  const { id } = useParams();
  const currency = usePreferences(s => s.currency);
  const trip = useMatch('/c/:id/shop-trip');
  const openId = useDesign(s => s.id);
  const open = useDesign(s => s.open);
  const close = useDesign(s => s.close);
  const { ready } = useLibrary();
  const client = useQueryClient();
  const { data, error } = useOpened(id, client);
  useKeys();
  useFeed();
  useEffect(() => {
    if (!data || data.record.id === useDesign.getState().id) return;
    void open(data.record);
    void useLog.getState().open(data.record.id, data.entries);
  }, [data, open]);
  useEffect(
    () => () => {
      close();
      useLog.getState().close();
    },
    [close],
  );
  useViewsAhead();
  useLeaveWarning();

  if (error && openId !== id) return <NotOpened error={error} />;
  if (openId !== id || !ready)
    return (
      <main className="table-ground grow p-10" aria-busy>
        <p role="status">Unrolling the pattern…</p>
      </main>
    );
  return (
    // In other money every amount is printed anew.
    <div key={currency} className="flex min-w-0 grow flex-col lg:min-h-0 print-whole">
      {/* In a shop the list has all of a small screen. */}
      <div className={trip ? 'contents max-lg:hidden' : 'contents'}>
        <CutListsRead />
        <TopBar />
        <Notice />
        <Ledger />
      </div>
      <Elsewhere id={id!} />
      <HazardWarnings />
      <OnPaper />
      <main className="flex min-h-0 grow flex-col lg:flex-row print-whole">
        <Outlet />
      </main>
      <ConflictDialog />
    </div>
  );
}

function NotOpened({ error }: { error: Error }) {
  return (
    <main className="table-ground grow p-10">
      <h1 className="text-3xl">
        {error instanceof ApiError && error.status === 404
          ? 'This conversion is not here'
          : 'The conversion could not be opened'}
      </h1>
      <p className="mt-2">
        {error.message}{' '}
        <Link to="/" className="text-chalk underline">
          Go to your conversions
        </Link>
        .
      </p>
    </main>
  );
}

/** Every view's code is fetched once its figures are there, so that the work goes on when the server is away. */
function useViewsAhead() {
  // Every view's code is fetched once its figures are there, so that the work goes on when the server is away.
  useEffect(() => {
    const timer = setTimeout(
      () => void Promise.allSettled(Object.values(VIEWS).map(v => v.load())),
      WHEN_SETTLED,
    );
    return () => clearTimeout(timer);
  }, []);
}

/** Warns before a page goes that still has something to send. */
function useLeaveWarning() {
  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (
        useDesign.getState().pending.length +
          useLog.getState().waiting.length +
          useWorkshop.getState().waiting.length +
          Object.values(useDocuments.getState().held).filter(h => h.pending.length > 0).length >
        0
      )
        event.preventDefault();
    };
    addEventListener('beforeunload', warn);
    return () => removeEventListener('beforeunload', warn);
  }, []);
}

/** Reads a van, its log, and what its money and its choice rest on. */
function useOpened(id: string | undefined, client: QueryClient) {
  const { data, error } = useQuery({
    queryKey: ['open', id],
    queryFn: async () => {
      void client.prefetchQuery(workshopQuery);
      const [record, { entries }] = await Promise.all([api.read(id!), api.log(id!)]);
      // What money rests on is on its way while the van is drawn, and what is asked of the choice after it.
      for (const kind of ['cut-list', 'compare'] as const)
        for (const v of record.design.variants) void client.prefetchQuery(documentQuery(id!, kind, v.id));
      return { record, entries };
    },
    staleTime: 0,
    gcTime: 0,
    refetchOnWindowFocus: false,
    retry: (n, e) => n < 3 && !(e instanceof ApiError && e.status === 404),
  });
  return { data, error };
}

/** Reads what money rests on, once for all views of the open conversion. */
function CutListsRead() {
  useCutListsRead();
  return null;
}
