import { random } from '../../core/chance/random.ts';
import { type SoundPlan, soundOf } from '../../core/mower/sound.ts';
import type { SoundingEngine } from '../../core/sound/firingPattern.ts';

export interface DrawnSound {
  readonly what: string;
  readonly engine: SoundingEngine;
  readonly rateHz: number;
  readonly samples: Float32Array;
  /** Mean speed of each second [rpm]. */
  readonly truth: readonly number[];
}

/** Firing angles written out by hand, so that what is heard is not held against the code that hears. */
const ENGINES: readonly (SoundingEngine & { readonly angles: readonly number[]; readonly often: number })[] = [
  { cylinders: 1, layout: 'single', angles: [0], often: 4 },
  { cylinders: 2, layout: 'v-twin-90', angles: [0, 270], often: 5 },
  { cylinders: 2, layout: 'opposed-twin', angles: [0, 360], often: 1 },
  { cylinders: 2, layout: 'parallel-twin', crankPhase: '180', angles: [0, 180], often: 1 },
];
const RATES = [48_000, 44_100, 16_000];

/**
 * A made recording: engine, speed and its wander, a dead or weak cylinder, hum, noise down to 6 dB, a microphone.
 * An evenly firing twin with a dead cylinder sounds, line by line, like the same twin at half the speed: none is drawn.
 */
export function drawSound(seed: number, lengthS: number): DrawnSound {
  const chance = random(seed);
  const between = (from: number, to: number) => from + (to - from) * chance.next();
  const pick = <T>(all: readonly T[]) => all[Math.floor(all.length * chance.next())]!;
  const engine = pick(ENGINES.flatMap((e) => Array.from({ length: e.often }, () => e)));
  const rateHz = pick(RATES);
  const mean = 250 * (4800 / 250) ** chance.next();
  const cranking = mean < 500;
  const wander = between(0, 0.03);
  const [wanderHz, wanderAt, drift] = [between(0.05, 0.5), between(0, 6.28), between(-0.01, 0.01)];
  const ripple = cranking ? between(0, 0.06) : 0;
  const rpmAt = (s: number) =>
    mean *
    (1 +
      wander * Math.sin(2 * Math.PI * wanderHz * s + wanderAt) +
      drift * (s - lengthS / 2) +
      ripple * Math.sin((2 * Math.PI * mean * s) / 120));
  const uneven = engine.layout === 'v-twin-90' || engine.crankPhase === '180';
  const second = uneven && chance.next() < 0.35 ? pick([0, 0, 0.08, 0.5]) : between(0.85, 1);
  const plan: SoundPlan = {
    rateHz,
    lengthS,
    rpmAt,
    firings: engine.angles.map((angleDeg, i) => ({ angleDeg, strength: i === 0 ? 1 : second })),
    unevenness: between(0.02, 0.15),
    rings: Array.from({ length: 3 }, () => ({
      hz: between(90, 900),
      turns: between(1, 5),
      share: between(0.2, 1),
    })),
    rattle: chance.next() < 0.5 ? between(0, 0.5) : 0,
    microphoneHz: between(15, 110),
    hum: chance.next() < 0.5 ? { hz: pick([50, 60]), dB: between(-25, -6) } : null,
    noiseDb: between(6, 30),
    lowNoise: chance.next() < 0.4,
  };
  const truth = Array.from({ length: Math.floor(lengthS) }, (_, i) => {
    let sum = 0;
    for (let n = 0; n < 100; n++) sum += rpmAt(i + (n + 0.5) / 100);
    return sum / 100;
  });
  const what = `${engine.layout} ${Math.round(mean)} rpm, second ${second.toFixed(2)}, ${plan.noiseDb.toFixed(0)} dB, mic ${plan.microphoneHz.toFixed(0)} Hz, hum ${plan.hum ? `${plan.hum.hz} ${plan.hum.dB.toFixed(0)} dB` : 'none'}${plan.lowNoise ? ', low noise' : ''}, wander ${(100 * wander).toFixed(1)} % ${wanderHz.toFixed(2)} Hz, rattle ${plan.rattle.toFixed(2)}, ${rateHz}`;
  return { what, engine, rateHz, samples: soundOf(plan, random(seed ^ 0x5eed)), truth };
}
