import { monoOf, readWav, WAV_LIMIT } from '@overcoat/core/formats';

/** A knock as it was heard, and what was noticed on the way. */
export interface Recorded {
  samples: Float32Array;
  /** Hz. */
  rate: number;
  from: 'microphone' | 'file' | 'simulated';
  note: string | null;
}

/** Most seconds that are looked at: the loudest moment and what follows lie in them. */
const LONGEST = 6;

/** Reads a sound file: WAV by itself, anything else by what the browser can decode. Throws an Error with a sentence. */
export async function readSound(file: File): Promise<Recorded> {
  if (file.size > WAV_LIMIT)
    throw new Error(
      `“${file.name}” has ${Math.round(file.size / 1e6)} MB; up to ${WAV_LIMIT / 1e6} MB are read. Cut it to the few seconds round the knock.`,
    );
  const bytes = new Uint8Array(await file.arrayBuffer());
  const riff = String.fromCharCode(...bytes.subarray(0, 4)) === 'RIFF';
  if (!riff && !looksLikeSound(bytes)) throw new Error(`“${file.name}” is no sound, whatever its name says.`);
  if (riff) {
    const read = readWav(bytes);
    if (!read.ok) throw new Error(read.message);
    return recorded(read.recording.channels, read.recording.rate, 'file');
  }
  const context = new AudioContext();
  try {
    const decoded = await context.decodeAudioData(bytes.buffer.slice(0));
    const channels = Array.from({ length: decoded.numberOfChannels }, (_, c) => decoded.getChannelData(c));
    return recorded(channels.slice(0, 2), decoded.sampleRate, 'file');
  } catch {
    throw new Error(`“${file.name}” cannot be decoded by this browser: WAV always is.`);
  } finally {
    void context.close();
  }
}

/** First bytes of pictures and documents that are often renamed. */
function looksLikeSound(bytes: Uint8Array): boolean {
  const starts = [
    [0xff, 0xd8, 0xff],
    [0x89, 0x50, 0x4e, 0x47],
    [0x25, 0x50, 0x44, 0x46],
    [0x50, 0x4b, 0x03, 0x04],
    [0x47, 0x49, 0x46, 0x38],
  ];
  return bytes.length > 16 && !starts.some(s => s.every((b, i) => bytes[i] === b));
}

/** One channel, cut to the seconds round its loudest moment. Throws an Error with a sentence where all is silent. */
export function recorded(channels: Float32Array[], rate: number, from: Recorded['from']): Recorded {
  const mono = monoOf({ channels, rate });
  if (!mono) throw new Error('The recording is silent: check which microphone is chosen.');
  const { samples, note } = mono;
  const most = LONGEST * rate;
  if (samples.length <= most) return { samples, rate, from, note };
  let loudest = 0;
  for (let i = 1; i < samples.length; i++)
    if (Math.abs(samples[i]!) > Math.abs(samples[loudest]!)) loudest = i;
  const start = Math.max(0, Math.min(samples.length - most, loudest - rate));
  return { samples: samples.slice(start, start + most), rate, from, note };
}

/** Whether this page may hear: a browser lends its microphone to this machine or over HTTPS only. */
export const canRecord = (): boolean => Boolean(globalThis.navigator?.mediaDevices?.getUserMedia);

/** Records for so many seconds, the browser's own smoothing off. Throws an Error with a sentence. */
export async function record(seconds: number, signal: AbortSignal): Promise<Recorded> {
  const stream = await navigator.mediaDevices
    .getUserMedia({ audio: { autoGainControl: false, noiseSuppression: false, echoCancellation: false } })
    .catch(() => {
      throw new Error('The browser gives no microphone: allow it for this page, or load a file.');
    });
  try {
    const recorder = new MediaRecorder(stream);
    const parts: Blob[] = [];
    recorder.ondataavailable = event => parts.push(event.data);
    const done = new Promise<void>(resolve => {
      recorder.onstop = () => resolve();
    });
    recorder.start();
    await new Promise<void>(resolve => {
      const timer = setTimeout(resolve, seconds * 1000);
      signal.addEventListener('abort', () => {
        clearTimeout(timer);
        resolve();
      });
    });
    recorder.stop();
    await done;
    const context = new AudioContext();
    const decoded = await context.decodeAudioData(await new Blob(parts).arrayBuffer());
    void context.close();
    return recorded([decoded.getChannelData(0)], decoded.sampleRate, 'microphone');
  } finally {
    for (const track of stream.getTracks()) track.stop();
  }
}
