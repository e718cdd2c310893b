import { candidatesOf, MOST_RPM, RPM_PER_CYCLE_HZ } from './candidates.ts';
import type { Candidate, Ear } from './comb.ts';
import { bandsOf } from './decimate.ts';
import { type FiringPattern, firingPatterns, type SoundingEngine } from './firingPattern.ts';
import { Refiner } from './refine.ts';
import { Analyser } from './spectrum.ts';
import { bestTrack } from './track.ts';

/** The speed of one second of a recording, or that it cannot be heard. */
export interface HeardSecond {
  /** From its beginning, 0 first. */
  readonly second: number;
  /** Mean speed of that second; null where no engine is heard [rpm]. */
  readonly rpm: number | null;
  /** How far off it may be, twice the standard error and no less than the method's own [rpm]. */
  readonly plusMinus: number | null;
  readonly heard: boolean;
}

/** Rates a recording may have [Hz]. */
export const LEAST_RATE_HZ = 4000;
export const MOST_RATE_HZ = 192_000;

const LOOKS_PER_SECOND = 4;
const STRETCH_S = 1.5;
/** What is listened to: the sound above where microphones hear nothing, and the loudness above where it drifts [Hz]. */
const SOUND = { fromHz: 12, toHz: 640, share: 0.7 };
const LOUDNESS = { fromHz: 1.5, toHz: 240, share: 0.6 };
/** Of the method, whatever the lines say [%]. */
const LEAST_PERCENT = 0.3;

/**
 * Engine speed from a recording, by the lines its firings leave in the sound and in its loudness.
 * @param samples one channel, any scale
 * @param rateHz 4,000 to 192,000
 * @param engine cylinders and layout say which lines there are, so that neither uneven firing nor a dead cylinder is taken for another speed
 * @returns one for every whole second; the last one may be half
 * @throws RangeError on another rate
 * @see R. Potter, "A new order tracking method for rotating machinery", Sound and Vibration 24 (1990)
 */
export function listen(samples: Float32Array, rateHz: number, engine: SoundingEngine): HeardSecond[] {
  if (!(rateHz >= LEAST_RATE_HZ && rateHz <= MOST_RATE_HZ))
    throw new RangeError(`listen: ${rateHz} Hz is not between ${LEAST_RATE_HZ} and ${MOST_RATE_HZ}`);
  const seconds = Math.floor(samples.length / rateHz + 0.5);
  const patterns = firingPatterns(engine);
  const { sound, soundHz, loudness, loudnessHz } = bandsOf(samples, rateHz);
  const ears = [
    { analyser: new Analyser(sound, soundHz, STRETCH_S, SOUND.toHz), ...SOUND },
    { analyser: new Analyser(loudness, loudnessHz, STRETCH_S, LOUDNESS.toHz), ...LOUDNESS },
  ];
  const moments = Array.from({ length: seconds * LOOKS_PER_SECOND }, (_, i) => {
    const centreS = (i + 0.5) / LOOKS_PER_SECOND;
    const heard: Ear[] = ears.map(({ analyser, ...ear }) => ({ ...ear, spectrum: analyser.whitened(centreS) }));
    return candidatesOf(heard, patterns);
  });
  const refiners = [new Refiner(sound, soundHz, SOUND.toHz), new Refiner(loudness, loudnessHz, LOUDNESS.toHz)];
  const looks = bestTrack(moments).map((state, i) => look(state, (i + 0.5) / LOOKS_PER_SECOND, patterns, refiners));
  return Array.from({ length: seconds }, (_, second) =>
    secondOf(second, looks.slice(second * LOOKS_PER_SECOND, (second + 1) * LOOKS_PER_SECOND)),
  );
}

interface Look {
  readonly rpm: number;
  readonly plusMinus: number;
}

/** How far a closer reading may lie from the first one before it is another line that was read. */
const CLOSE = 0.04;

function look(
  state: Candidate | null,
  centreS: number,
  patterns: readonly FiringPattern[],
  [sound, loudness]: readonly Refiner[],
): Look | null {
  if (state === null) return null;
  const { cycleHz, pattern } = state;
  const closer = [
    sound!.refine(centreS, cycleHz, patterns[pattern]!, SOUND.toHz),
    loudness!.refine(centreS, cycleHz, patterns[pattern]!, LOUDNESS.toHz),
  ]
    .filter((r) => r !== null)
    .filter((r) => Math.abs(r.cycleHz / cycleHz - 1) < CLOSE)
    .sort((a, b) => a.plusMinusHz - b.plusMinusHz)[0] ?? { cycleHz, plusMinusHz: 0.01 * cycleHz };
  return { rpm: closer.cycleHz * RPM_PER_CYCLE_HZ, plusMinus: closer.plusMinusHz * RPM_PER_CYCLE_HZ };
}

/** One second from its looks: heard when most of them heard the same engine. */
function secondOf(second: number, looks: readonly (Look | null)[]): HeardSecond {
  const heard = looks.filter((l) => l !== null);
  const mid = [...heard].sort((a, b) => a.rpm - b.rpm)[Math.floor(heard.length / 2)];
  const alike = heard.filter((l) => mid !== undefined && Math.abs(Math.log(l.rpm / mid.rpm)) < 0.2);
  if (alike.length < 3 || mid === undefined || mid.rpm > MOST_RPM)
    return { second, rpm: null, plusMinus: null, heard: false };
  const rpm = alike.reduce((sum, l) => sum + l.rpm, 0) / alike.length;
  const error = Math.sqrt(alike.reduce((sum, l) => sum + l.plusMinus ** 2, 0)) / alike.length;
  return {
    second,
    rpm: Math.round(rpm * 10) / 10,
    plusMinus: Math.round(10 * Math.hypot(error, (LEAST_PERCENT / 100) * rpm)) / 10,
    heard: true,
  };
}
