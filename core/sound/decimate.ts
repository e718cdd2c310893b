/** What is left of a recording for listening: the sound itself, low, and how loud it is at each moment. */
export interface Bands {
  readonly sound: Float32Array;
  readonly soundHz: number;
  readonly loudness: Float32Array;
  readonly loudnessHz: number;
}

/** Rate of the first step down [Hz]; what pulses strike lies below half of it. */
const MIDDLE_HZ = 6000;
/** From the middle rate to that of the sound, and on to that of the loudness. */
const TO_SOUND = 4;
const TO_LOUDNESS = 8;

/**
 * Takes a recording down to the two slow signals an engine's speed is read from.
 * The lines of a slow engine lie below what a microphone hears; there the loudness, struck once a firing, still tells.
 * @param samples any scale
 * @param rateHz 4,000 and up
 */
export function bandsOf(samples: Float32Array, rateHz: number): Bands {
  const down = Math.max(1, Math.round(rateHz / MIDDLE_HZ));
  const middle = decimated(samples, down);
  const middleHz = rateHz / down;
  const low = decimated(middle, TO_SOUND);
  return {
    sound: low,
    soundHz: middleHz / TO_SOUND,
    loudness: decimated(loudnessOf(middle, middleHz), TO_LOUDNESS),
    loudnessHz: middleHz / TO_LOUDNESS,
  };
}

/** What is struck above 150 Hz, as loud as it is, its mean taken off. */
function loudnessOf(x: Float32Array, rateHz: number): Float32Array {
  const keep = Math.exp((-2 * Math.PI * 150) / rateHz);
  const loud = new Float32Array(x.length);
  let [before, high, sum] = [0, 0, 0];
  for (let i = 0; i < x.length; i++) {
    high = keep * (high + x[i]! - before);
    before = x[i]!;
    loud[i] = Math.abs(high);
    sum += loud[i]!;
  }
  const mean = sum / Math.max(1, x.length);
  for (let i = 0; i < x.length; i++) loud[i]! -= mean;
  return loud;
}

/** Every nth sample of what lies below the new half rate: a windowed sinc. */
function decimated(x: Float32Array, n: number): Float32Array {
  if (n === 1) return x;
  const half = 4 * n;
  const taps = Float32Array.from({ length: 2 * half + 1 }, (_, i) => {
    const t = (i - half) / n;
    const sinc = t === 0 ? 1 : Math.sin(0.9 * Math.PI * t) / (0.9 * Math.PI * t);
    return sinc * (0.54 + 0.46 * Math.cos((Math.PI * (i - half)) / (half + 1)));
  });
  const whole = taps.reduce((sum, tap) => sum + tap, 0);
  for (let i = 0; i < taps.length; i++) taps[i]! /= whole;
  const out = new Float32Array(Math.floor(x.length / n));
  for (let i = 0; i < out.length; i++) {
    const from = i * n - half;
    const first = Math.max(0, -from);
    const last = Math.min(taps.length, x.length - from);
    let sum = 0;
    for (let t = first; t < last; t++) sum += taps[t]! * x[from + t]!;
    out[i] = sum;
  }
  return out;
}
