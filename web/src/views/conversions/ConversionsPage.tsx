import type { ConversionRecord, ConversionSummary, DesignFile } from '@overcoat/core/model';
import { type UseMutationResult, useMutation, useQueryClient } from '@tanstack/react-query';
import { formatDistanceToNow } from 'date-fns';
import { CopyPlus, Download, FileUp, Images, Plus, Trash2, Undo2 } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Link, type NavigateFunction, useNavigate } from 'react-router';
import { api } from '../../api/client.ts';
import { keys, useBin, useConversions } from '../../api/queries.ts';
import { download } from '../../download.ts';
import { Button } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { PatternDrawing } from './PatternDrawing.tsx';

const NewConversion = lazy(() => import('./NewConversion.tsx'));

const MEGABYTE = 1_048_576;
const FILE_LIMIT = 20 * MEGABYTE;
const ARCHIVE_LIMIT = 2048 * MEGABYTE;

/** All conversions: open, start, import, export, delete; and the bin. */
export function Component() {
  const { data, error, isPending, refetch } = useConversions();
  const [starting, setStarting] = useState(false);
  return (
    <main className="table-ground min-w-0 grow overflow-auto p-5 lg:p-8">
      <div className="flex flex-wrap items-end gap-3">
        <div className="mr-auto">
          <h1 className="text-3xl">Your conversions</h1>
          <p className="mt-1 max-w-prose text-faint">
            Each is one van: measured once, designed as often as you like.
          </p>
        </div>
        <Button look="strong" onClick={() => setStarting(true)}>
          <Plus size={17} aria-hidden /> New conversion
        </Button>
        <ImportButton />
      </div>
      {isPending && (
        <p role="status" className="mt-8">
          Opening the drawer…
        </p>
      )}
      {error && (
        <p role="alert" className="mt-8 text-signal">
          {error.message}{' '}
          <button type="button" className="underline" onClick={() => void refetch()}>
            Try again
          </button>
        </p>
      )}
      {data?.length === 0 && (
        <p className="mt-8 max-w-prose">
          Nothing here yet. Start from a body pattern: it assumes plausible sizes that you correct with the
          tape, bay by bay.
        </p>
      )}
      <ul className="mt-6 grid gap-4 lg:grid-cols-2 2xl:grid-cols-3">
        {data?.map(c => (
          <ConversionCard key={c.id} conversion={c} />
        ))}
      </ul>
      <Bin />
      <Dialog
        open={starting}
        onOpenChange={setStarting}
        title="New conversion"
        description="Choose the body that is nearest; every size it brings is assumed until you measure it."
      >
        <Suspense>
          <NewConversion />
        </Suspense>
      </Dialog>
    </main>
  );
}

function ConversionCard({ conversion: c }: { conversion: ConversionSummary }) {
  const client = useQueryClient();
  const remove = useMutation({
    mutationFn: () => api.remove(c.id),
    onSuccess: () => client.invalidateQueries({ queryKey: keys.conversions }),
  });
  const copy = useMutation({
    mutationFn: () => api.copy(c.id, `${c.name} again`.slice(0, 120)),
    onSuccess: () => client.invalidateQueries({ queryKey: keys.conversions }),
  });
  const save = useMutation({
    mutationFn: () => api.exported(c.id),
    onSuccess: file => download(`${c.name}.overcoat.json`, 'application/json', JSON.stringify(file, null, 1)),
  });
  return (
    <li className="flex flex-col rounded-[5px] border border-rule bg-sheet p-4">
      <div className="flex gap-4">
        <PatternDrawing pattern={c.pattern} className="h-32 w-44 shrink-0" />
        <div className="min-w-0 grow">
          <h2 className="truncate text-xl">
            <Link className="hover:underline" to={`/c/${c.id}/${c.measured === 0 ? 'survey' : 'build-ups'}`}>
              {c.name}
            </Link>
          </h2>
          <p className="text-[13px] text-faint">
            {c.pattern} · {c.measured} of {c.bays} bays measured · saved{' '}
            {formatDistanceToNow(new Date(c.savedAt), { addSuffix: true })}
          </p>
          {c.note && <p className="mt-1 line-clamp-2">{c.note}</p>}
          <p className="mt-1 truncate text-[13px]">
            {c.variants.map((v, i) => `${String.fromCharCode(65 + i)} ${v}`).join(' · ')}
          </p>
        </div>
      </div>
      <CardButtons c={c} remove={remove} copy={copy} save={save} />
      {(remove.error ?? copy.error ?? save.error) && (
        <p role="alert" className="text-signal">
          {(remove.error ?? copy.error ?? save.error)?.message}
        </p>
      )}
    </li>
  );
}

function CardButtons({
  c,
  remove,
  copy,
  save,
}: {
  c: ConversionSummary;
  remove: UseMutationResult<undefined, Error, void, unknown>;
  copy: UseMutationResult<ConversionRecord, Error, void, unknown>;
  save: UseMutationResult<DesignFile, Error, void, unknown>;
}) {
  return (
    <div className="mt-auto flex flex-wrap items-center gap-1 pt-2">
      <Link
        className="inline-flex min-h-7 items-center rounded-[4px] border border-slate bg-slate px-3 text-[13px] font-medium text-on-slate"
        to={`/c/${c.id}/${c.measured === 0 ? 'survey' : 'build-ups'}`}
      >
        Open
      </Link>
      <Button small look="quiet" onClick={() => save.mutate()} aria-label={`Export ${c.name}`}>
        <Download size={15} aria-hidden /> export
      </Button>
      <a
        className="inline-flex min-h-7 items-center gap-1.5 whitespace-nowrap rounded-[4px] px-2 text-[13px] font-medium hover:bg-wet"
        href={api.archiveAddress(c.id)}
        download
        aria-label={`Export ${c.name} with photos`}
      >
        <Images size={15} aria-hidden /> with photos
      </a>
      <Button
        small
        look="quiet"
        onClick={() => copy.mutate()}
        aria-label={`Start another from ${c.name}`}
        title="Another conversion with this design; nothing of its log goes along"
      >
        <CopyPlus size={15} aria-hidden /> another
      </Button>
      <Confirm
        title={`Delete ${c.name}?`}
        says="It goes into the bin with its variants, history, log and photos, and can be put back for 30 days."
        action="Put it into the bin"
        onConfirm={() => remove.mutate()}
        trigger={
          <Button small look="quiet" aria-label={`Delete ${c.name}`}>
            <Trash2 size={15} aria-hidden /> delete
          </Button>
        }
      />
    </div>
  );
}

function ImportButton() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const take = useMutation({
    mutationFn: async (file: File) => {
      const zip = /\.zip$/i.test(file.name);
      const limit = zip ? ARCHIVE_LIMIT : FILE_LIMIT;
      if (file.size > limit)
        throw new Error(
          `“${file.name}” is ${Math.round(file.size / MEGABYTE)} MB: at most ${limit / MEGABYTE} MB is accepted.`,
        );
      return zip ? api.importArchive(file) : api.importFile(await file.text());
    },
    onSuccess: async ({ conversion, notes }) => {
      await Promise.all([
        client.invalidateQueries({ queryKey: keys.conversions }),
        client.invalidateQueries({ queryKey: keys.library }),
      ]);
      if (notes.length === 0) void navigate(`/c/${conversion.id}/build-ups`);
    },
  });
  return (
    <div className="relative">
      <FileButton
        file="Design file"
        accept=".json,.zip,application/json,application/zip"
        disabled={take.isPending}
        onFiles={([file]) => take.mutate(file!)}
      >
        <FileUp size={17} aria-hidden /> {take.isPending ? 'Reading…' : 'Import a file'}
      </FileButton>
      {(take.error || (take.data?.notes.length ?? 0) > 0) && <ImportNotes navigate={navigate} take={take} />}
    </div>
  );
}

function ImportNotes({
  navigate,
  take,
}: {
  navigate: NavigateFunction;
  take: UseMutationResult<{ conversion: ConversionRecord; notes: string[] }, Error, File, unknown>;
}) {
  return (
    <div
      role="alert"
      className={`absolute right-0 top-full z-10 mt-2 w-80 rounded-[4px] border bg-sheet p-3 ${take.error ? 'border-signal text-signal' : 'border-ink'}`}
    >
      {take.error?.message}
      {take.data?.notes.map(note => (
        <p key={note}>{note}</p>
      ))}
      <button
        type="button"
        className="mt-1 block underline"
        onClick={() => (take.data ? navigate(`/c/${take.data.conversion.id}/build-ups`) : take.reset())}
      >
        {take.data ? 'Open it' : 'Close'}
      </button>
    </div>
  );
}

/** What was deleted and can still be put back. */
function Bin() {
  const { data } = useBin();
  const client = useQueryClient();
  const after = { onSuccess: () => client.invalidateQueries({ queryKey: keys.conversions }) };
  const restore = useMutation({ mutationFn: (id: string) => api.restore(id), ...after });
  const erase = useMutation({
    mutationFn: async (id: string) => {
      await api.erase(id);
      const { outbox } = await import('../../store/outbox.ts');
      await outbox.drop(id);
    },
    ...after,
  });
  const failed = restore.error ?? erase.error;
  if (!data || data.length === 0) return null;
  return (
    <section className="mt-8">
      <h2 className="text-xl">In the bin</h2>
      <p className="text-[13px] text-faint">Erased 30 days after it was put here.</p>
      <ul className="mt-2 max-w-2xl">
        {data.map(c => (
          <li key={c.id} className="flex items-center gap-2 border-t border-rule py-1.5">
            <span className="min-w-0 grow truncate">
              <b>{c.name}</b>{' '}
              <span className="text-faint">
                {c.pattern}, put here {formatDistanceToNow(new Date(c.binnedAt!), { addSuffix: true })}
              </span>
            </span>
            <Button small onClick={() => restore.mutate(c.id)} aria-label={`Put ${c.name} back`}>
              <Undo2 size={15} aria-hidden /> put back
            </Button>
            <Confirm
              title={`Erase ${c.name}?`}
              says="Its variants, history, log and photos are erased now. Only a file exported before brings it back."
              action="Erase it"
              onConfirm={() => erase.mutate(c.id)}
              trigger={
                <Button small look="quiet" aria-label={`Erase ${c.name}`}>
                  <Trash2 size={15} aria-hidden /> erase
                </Button>
              }
            />
          </li>
        ))}
      </ul>
      {failed && (
        <p role="alert" className="text-signal">
          {failed.message}
        </p>
      )}
    </section>
  );
}
