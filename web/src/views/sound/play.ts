let context: AudioContext | null = null;
let playing: AudioBufferSourceNode | null = null;

/** Plays samples of -1 to 1 times a gain, in place of what was playing; why it could not, or null. */
export async function play(samples: Float32Array, rate: number, gain: number): Promise<string | null> {
  try {
    context ??= new AudioContext();
    await context.resume();
    playing?.stop();
    const buffer = context.createBuffer(1, samples.length, rate);
    const channel = buffer.getChannelData(0);
    for (let i = 0; i < samples.length; i++) channel[i] = Math.max(-0.98, Math.min(0.98, samples[i]! * gain));
    playing = context.createBufferSource();
    playing.buffer = buffer;
    playing.connect(context.destination);
    playing.start();
    return null;
  } catch {
    return 'This browser plays no sound here.';
  }
}
