import { readFile, stat } from 'node:fs/promises';
import { monoOf, readWav, WAV_LIMIT } from '@overcoat/core/formats';
import { ringDown } from '@overcoat/core/physics/sound';
import { wordOf } from '@overcoat/core/van/quiet';
import { AskMistake } from '../mistake.ts';
import { options } from '../options.ts';

/** Tones of a recorded knock with their loss factors, and what that means. */
export async function askKnock(args: readonly string[]) {
  const { rest } = options(args, {});
  const [file] = rest;
  if (!file) throw new AskMistake('Name the recording to read, such as knock.wav.');
  const size = await stat(file).catch(() => {
    throw new AskMistake(`There is no readable file “${file}”.`);
  });
  if (size.size > WAV_LIMIT)
    throw new AskMistake(
      `“${file}” has ${Math.round(size.size / 1e6)} MB; up to ${WAV_LIMIT / 1e6} MB are read. Cut it to the few seconds round the knock.`,
    );
  const wav = readWav(await readFile(file));
  if (!wav.ok) throw new AskMistake(wav.message);
  const mono = monoOf(wav.recording);
  if (!mono) throw new AskMistake('The recording is silent: check which microphone is chosen.');
  const knock = ringDown(mono.samples, wav.recording.rate);
  if (!knock.ok) throw new AskMistake(knock.message);
  const modes = knock.modes.map(({ frequency, lossFactor, within, confidence }) => ({
    frequency,
    lossFactor,
    within,
    confidence,
  }));
  const losses = modes.flatMap(m => m.lossFactor ?? []).sort((a, b) => a - b);
  return {
    onset: knock.onset,
    signalToNoise: knock.signalToNoise,
    note: mono.note,
    modes,
    verdict: losses.length === 0 ? 'well damped' : wordOf(losses[Math.floor(losses.length / 2)]!),
  };
}
