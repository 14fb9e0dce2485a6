import type { Facts, Pinned } from '@overcoat/core/log';
import type { Design, Fact } from '@overcoat/core/model';
import { Camera, X } from 'lucide-react';
import { type Dispatch, type SetStateAction, useState } from 'react';
import { useFacts, useLog } from '../../../store/log.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { keepPhoto, usePhotoUrl } from '../../../store/photos.ts';
import { Button } from '../../../ui/Button.tsx';
import { Dialog } from '../../../ui/Dialog.tsx';
import { FileButton } from '../../../ui/FileButton.tsx';
import { KeptText } from '../../../ui/KeptText.tsx';
import { JustNoted } from './JustNoted.tsx';

interface Props {
  bay?: string;
  /** Where what they show was, when that was no bay. */
  zone?: string;
  /** The rust spot, hole or thing taken out they show; the bay itself when left out. */
  about?: string;
  large?: boolean;
}

/** Photos pinned to a bay or to what is in it: from a file or the phone's camera, shown in place. */
export function Photos({ bay, zone, about, large = false }: Props) {
  const { ready } = useOpenDesign();
  const facts = useFacts();
  const { note, correct } = useLog.getState();
  const [state, setState] = useState<string | null>(null);
  const [open, setOpen] = useState<string | null>(null);
  const photos = photosOf({ bay, zone, about, ready, facts });
  const name = zone ? `what came out of ${zone}` : about ? `${about} in ${bay}` : bay!;
  const shown = photos.find(p => p.id === open);
  const add = async (files: readonly File[]) => {
    for (const file of files)
      try {
        setState('making it ready…');
        const kept = await keepPhoto(file);
        note(
          { kind: 'photo', ...kept, note: '' },
          { ...(bay ? { bay } : {}), ...(zone ? { zone } : {}), ...(about ? { about } : {}) },
        );
        setState(null);
      } catch (error) {
        setState(error instanceof Error ? error.message : String(error));
      }
  };
  return (
    <div className="mt-2">
      <FileButton
        file={`Photo of ${name}`}
        accept="image/*"
        camera={large}
        multiple={!large}
        small={!large}
        className={large ? 'min-h-12 w-full text-base' : ''}
        onFiles={files => void add(files)}
      >
        <Camera size={large ? 20 : 14} aria-hidden /> photo
      </FileButton>
      {state && (
        <output className="ml-2 text-[13px]" role={state.includes('…') ? 'status' : 'alert'}>
          {state}
        </output>
      )}
      {about === undefined && bay && <JustNoted bay={bay} kinds={['photo']} />}
      <div className="mt-1 flex flex-wrap gap-1.5">
        {photos.map((p, i) => (
          <button
            key={p.id}
            type="button"
            onClick={() => setOpen(p.id)}
            aria-label={`Photo ${i + 1} of ${name}${p.fact.note ? `: ${p.fact.note}` : ''}`}
          >
            <Picture photo={p} className="h-16 rounded-[3px] border border-ink" />
          </button>
        ))}
      </div>
      <Dialog open={Boolean(shown)} onOpenChange={o => !o && setOpen(null)} title={`Photo of ${name}`}>
        <ShownPhoto correct={correct} setOpen={setOpen} shown={shown} />
      </Dialog>
    </div>
  );
}

/** Photos of what is asked for: one that outlives what it shows stays on the bay. */
function photosOf({
  bay,
  zone,
  about,
  ready,
  facts,
}: {
  bay: string | undefined;
  zone: string | undefined;
  about: string | undefined;
  ready: Design['ready'];
  facts: Facts;
}) {
  const planned = new Set(
    [...ready.rust, ...ready.holes, ...ready.fixings, ...facts.takenOut].map(item => item.id),
  );
  // A photo outlives the rust it shows, on the bay.
  const hangsOn = (p: Pinned<'photo'>) =>
    p.about !== undefined && planned.has(p.about) ? p.about : undefined;
  const photos = facts.photos.filter(
    p => hangsOn(p) === about && (zone ? p.place?.zone === zone : p.bay === bay),
  );
  return photos;
}

function ShownPhoto({
  correct,
  setOpen,
  shown,
}: {
  correct: (id: string, instead?: Fact) => void;
  setOpen: Dispatch<SetStateAction<string | null>>;
  shown: Pinned<'photo'> | undefined;
}) {
  return (
    <>
      {shown && (
        <>
          <Picture photo={shown} className="max-h-[52vh] w-full object-contain" />
          <div className="mt-3 flex gap-2">
            <KeptText
              aria-label="Note on the photo"
              value={shown.fact.note}
              placeholder="what it shows"
              className="min-h-9 grow rounded-[4px] border border-rule bg-ticket px-2"
              onText={note => correct(shown.id, { ...shown.fact, note })}
            />
            <Button
              look="danger"
              onClick={() => {
                correct(shown.id);
                setOpen(null);
              }}
            >
              <X size={15} aria-hidden /> take off
            </Button>
          </div>
          <p className="mt-2 text-[13px] text-faint">
            {shown.at ? `${shown.at.slice(0, 10)}. ` : ''}Where it was taken is not kept. Taken off, it is
            erased after 30 days; until then the log can put it back.
          </p>
        </>
      )}
    </>
  );
}

function Picture({ photo, className }: { photo: Pinned<'photo'>; className: string }) {
  const { hash, note, width, height } = photo.fact;
  const url = usePhotoUrl(hash);
  const alt = note || `Photo of bay ${photo.bay}`;
  return url ? (
    <img src={url} alt={alt} width={width} height={height} className={`${className} w-auto`} />
  ) : (
    <span className={`${className} inline-block w-20 bg-table`} />
  );
}
