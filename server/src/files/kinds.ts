import { readWav, stripJpeg } from '@overcoat/core/formats';

export interface FileKind {
  extension: string;
  /** Largest accepted, bytes. */
  limit: number;
  /** Why these bytes are not of this kind, or not as they are kept; null when they are. */
  wrong(bytes: Buffer): string | null;
}

/** What the file store takes, by media type. */
export const FILE_KINDS: Record<string, FileKind> = {
  'image/jpeg': {
    extension: 'jpg',
    limit: 6 * 1_048_576,
    wrong(bytes) {
      const clean = stripJpeg(bytes);
      if (!clean) return 'This is not a readable JPEG picture.';
      return clean.length === bytes.length
        ? null
        : 'The picture still carries data of the camera, such as the place: send it without.';
    },
  },
  'audio/wav': {
    extension: 'wav',
    limit: 1_048_576,
    wrong(bytes) {
      const read = readWav(bytes);
      return read.ok ? null : read.message;
    },
  },
};
