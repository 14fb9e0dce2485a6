/** Why nothing can be read of a recording, in one sentence, or null. */
export function recordingFault(x: Float32Array | Float64Array, rate: number): string | null {
  if (x.length < 0.4 * rate)
    return `The recording lasts ${((x.length / rate) * 1000).toFixed(0)} ms; at least 0.4 s are needed, better two.`;
  let peak = 0;
  for (const v of x) peak = Math.max(peak, Math.abs(v));
  if (!(peak > 1e-5)) return 'The recording is silent: check which microphone is chosen.';
  let run = 0;
  for (let i = 1; i < x.length; i++) {
    run = Math.abs(x[i]!) >= 0.999 * peak && Math.abs(x[i]!) > 0.97 ? run + 1 : 0;
    if (run >= 3)
      return 'The recording is clipped: its loudest part is cut off flat. Knock more softly or hold the microphone further off.';
  }
  const block = Math.max(1, Math.round(0.01 * rate));
  const blocks: number[] = [];
  for (let i = 0; i + block <= x.length; i += block) {
    let sum = 0;
    for (let k = i; k < i + block; k++) sum += x[k]! * x[k]!;
    blocks.push(sum);
  }
  const loudest = blocks.indexOf(Math.max(...blocks));
  const earlier = blocks.slice(0, loudest).sort((a, b) => a - b);
  const usual = earlier[Math.floor(earlier.length / 2)] ?? 0;
  if (earlier.length >= 5 && blocks[loudest]! < 10 * usual)
    return 'There is no knock in this recording: nothing stands out of it suddenly.';
  return null;
}

/** First 2 ms block with more than a quarter of the energy of the largest, as a sample. */
export function onsetOf(x: Float32Array | Float64Array, rate: number): number {
  const block = Math.max(1, Math.round(0.002 * rate));
  let most = 0;
  const energies: number[] = [];
  for (let i = 0; i + block <= x.length; i += block) {
    let sum = 0;
    for (let k = i; k < i + block; k++) sum += x[k]! * x[k]!;
    energies.push(sum);
    most = Math.max(most, sum);
  }
  return energies.findIndex(e => e > most / 4) * block;
}
