import { stripJpeg } from '@overcoat/core/formats';
import { useEffect, useState } from 'react';
import { ApiError, api } from '../api/client.ts';
import { outbox } from './outbox.ts';
import { sending } from './sendQueue.ts';

/** Longest side of a stored photo, px: sharp on any screen, about 300 kB. */
const LONGEST = 1600;

export interface PreparedPhoto {
  hash: string;
  width: number;
  height: number;
}

/**
 * Makes a picture ready to keep: turned upright, no larger than it is looked at, drawn anew so that nothing the
 * camera wrote (place, time, owner) is left. It is kept in the browser until the server has it. Throws an Error
 * with a sentence for what is no picture.
 */
export async function keepPhoto(file: Blob): Promise<PreparedPhoto> {
  const image = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => {
    throw new Error('This file is not a picture that can be read: a JPEG, PNG or WebP is accepted.');
  });
  const scale = Math.min(1, LONGEST / Math.max(image.width, image.height));
  const [width, height] = [Math.round(image.width * scale), Math.round(image.height * scale)];
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  canvas.getContext('2d')!.drawImage(image, 0, 0, width, height);
  image.close();
  const drawn = await new Promise<Blob | null>(resolve => canvas.toBlob(resolve, 'image/jpeg', 0.82));
  const bytes = drawn && stripJpeg(new Uint8Array(await drawn.arrayBuffer()));
  if (!bytes) throw new Error('The picture could not be made ready to keep.');
  return { hash: await keep(new Blob([bytes.slice().buffer], { type: 'image/jpeg' })), width, height };
}

/** Keeps the recording of a knock as a WAV file, in the browser until the server has it; its hash. */
export const keepRecording = (wav: Uint8Array): Promise<string> =>
  keep(new Blob([wav.slice().buffer], { type: 'audio/wav' }));

/** A kept recording, from this browser while it is still on its way, else from the server. Throws an Error with a sentence. */
export async function keptRecording(hash: string): Promise<File> {
  const held = await outbox.photo(hash);
  const blob =
    held ??
    (await fetch(api.fileAddress(hash))
      .then(r => (r.ok ? r.blob() : null))
      .catch(() => null));
  if (!blob)
    throw new Error('The recording is not at hand: the server does not answer, or no longer has it.');
  return new File([blob], 'knock.wav', { type: 'audio/wav' });
}

async function keep(file: Blob): Promise<string> {
  const hash = await sha256(file);
  if (await outbox.works()) {
    await outbox.keepPhoto(hash, file);
    void sending.ask('photos');
  } else await api.putFile(hash, file);
  return hash;
}

/** The platform's hash, which a page has on this machine or over HTTPS. */
async function sha256(file: Blob): Promise<string> {
  if (!globalThis.crypto?.subtle)
    throw new Error(
      'Photos and recordings can be kept on this machine or over HTTPS only: the browser hashes nothing elsewhere.',
    );
  const digest = await crypto.subtle.digest('SHA-256', await file.arrayBuffer());
  return Array.from(new Uint8Array(digest), byte => byte.toString(16).padStart(2, '0')).join('');
}

sending.register('photos', async () => {
  for (const hash of (await outbox.photos()) ?? []) {
    const blob = await outbox.photo(hash);
    try {
      if (blob) await api.putFile(hash, blob);
    } catch (error) {
      if (!(error instanceof ApiError) || error.away) throw error;
      // Refused for good: it stops no other, and its entry stays.
      console.warn(`The file ${hash} was refused: ${error.message}`);
    }
    await outbox.dropPhoto(hash);
  }
});
/** What an earlier page could not send goes now. */
void sending.ask('photos');

/** Where a photo or recording is to be had from: this browser while it is still on its way, else the server. */
export function usePhotoUrl(hash: string): string | null {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    let local: string | null = null;
    let gone = false;
    void outbox.photo(hash).then(blob => {
      if (gone) return;
      local = blob ? URL.createObjectURL(blob) : null;
      setUrl(local ?? api.fileAddress(hash));
    });
    return () => {
      gone = true;
      if (local) URL.revokeObjectURL(local);
    };
  }, [hash]);
  return url;
}
