/** Windows of an envelope in a second. */
export const ENVELOPE_RATE = 100;

/** Longest sound whose loudness can be followed, seconds. */
export const LONGEST_SOUND = 600;

/**
 * The loudness of a sound: the root mean square of its samples in one window after the other, over all channels, as
 * whole numbers 0 … 255 of which the loudest window has 255. All are 0 where it is silent. Source: textbook.
 *
 * @param channels Samples −1 … 1, each channel as long as the others.
 * @param rate Samples a second.
 */
export function envelopeOf(channels: readonly Float32Array[], rate: number): number[] {
  const length = channels[0]?.length ?? 0;
  const long = rate / ENVELOPE_RATE;
  const windows = Math.ceil(length / long);
  const loudness = Array.from({ length: windows }, (_, w) => {
    const from = Math.floor(w * long);
    const to = Math.min(length, Math.max(from + 1, Math.floor((w + 1) * long)));
    let sum = 0;
    for (const samples of channels) for (let i = from; i < to; i++) sum += samples[i]! * samples[i]!;
    return Math.sqrt(sum / Math.max(1, channels.length * (to - from)));
  });
  const most = loudness.reduce((a, b) => Math.max(a, b), 0);
  return loudness.map((level) => (most > 0 ? Math.round((255 * level) / most) : 0));
}
