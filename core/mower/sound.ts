import type { Random } from '../chance/random.ts';

/** What a microphone beside the machine is to record. */
export interface SoundPlan {
  readonly rateHz: number;
  readonly lengthS: number;
  /** Speed at a moment [rpm]; 0 where it stands. */
  readonly rpmAt: (second: number) => number;
  /** When each cylinder fires in a cycle of 720 degrees, and how strongly it does [degrees, 0..1]. */
  readonly firings: readonly { readonly angleDeg: number; readonly strength: number }[];
  /** How far single firings differ [share]. */
  readonly unevenness: number;
  /** Exhaust and shroud ring here [Hz], and die away in this many turns of the ringing. */
  readonly rings: readonly { readonly hz: number; readonly turns: number; readonly share: number }[];
  /** What rattles once a turn, beside a firing [share]. */
  readonly rattle: number;
  /** Below this the microphone hears nothing [Hz]. */
  readonly microphoneHz: number;
  /** Mains hum: its frequency [Hz], and how loud beside the engine [dB]. */
  readonly hum: { readonly hz: number; readonly dB: number } | null;
  /** The engine above the noise [dB], and whether the noise is rather low (wind, a road) than even. */
  readonly noiseDb: number;
  readonly lowNoise: boolean;
}

/**
 * The sound of an engine as a microphone takes it down: one blow of gas for each firing, which rings in the exhaust.
 * @param chance the firings' unevenness and the noise
 * @returns one channel, its peaks within 0.9
 */
export function soundOf(plan: SoundPlan, chance: Random): Float32Array {
  const { rateHz, lengthS } = plan;
  const engine = new Float32Array(Math.round(rateHz * lengthS));
  for (const blow of blowsOf(plan, chance)) addBlow(engine, plan, blow);
  highPass(engine, plan.microphoneHz / rateHz);
  const loud = rms(engine) || 0.1;
  const noise = noiseOf(engine.length, plan, chance);
  const noiseScale = (loud * 10 ** (-plan.noiseDb / 20)) / (rms(noise) || 1);
  for (let i = 0; i < engine.length; i++) {
    engine[i]! += noiseScale * noise[i]!;
    if (plan.hum) engine[i]! += loud * 10 ** (plan.hum.dB / 20) * humAt(i / rateHz, plan.hum.hz);
  }
  const peak = engine.reduce((most, x) => Math.max(most, Math.abs(x)), 1e-9);
  return engine.map((x) => (0.9 * x) / peak);
}

interface Blow {
  readonly second: number;
  readonly strength: number;
  readonly isRattle: boolean;
}

function blowsOf({ lengthS, rpmAt, firings, unevenness, rattle }: SoundPlan, chance: Random): Blow[] {
  const blows: Blow[] = [];
  const step = 1e-4;
  let deg = 720 * chance.next();
  for (let s = 0; s < lengthS; s += step) {
    const to = deg + 6 * rpmAt(s) * step;
    for (const { angleDeg, strength } of firings) {
      const turns = Math.floor((to - angleDeg) / 720);
      if (turns > Math.floor((deg - angleDeg) / 720)) {
        const share = (angleDeg + 720 * turns - deg) / (to - deg);
        blows.push({
          second: s + share * step,
          strength: strength * Math.max(0.1, 1 + unevenness * chance.normal()),
          isRattle: false,
        });
      }
    }
    if (rattle > 0 && Math.floor(to / 360) > Math.floor(deg / 360))
      blows.push({ second: s, strength: rattle, isRattle: true });
    deg = to;
  }
  return blows;
}

function addBlow(x: Float32Array, { rateHz, rings }: SoundPlan, { second, strength, isRattle }: Blow): void {
  const from = Math.ceil(second * rateHz);
  if (isRattle) {
    for (let i = from; i < Math.min(x.length, from + 0.004 * rateHz); i++) {
      const t = i / rateHz - second;
      x[i]! += strength * Math.exp(-t / 0.0008) * Math.sin(2 * Math.PI * 1400 * t);
    }
    return;
  }
  const until = Math.min(x.length, from + 0.12 * rateHz);
  for (let i = from; i < until; i++) {
    const t = i / rateHz - second;
    let sum = Math.exp(-t / 0.004) * Math.min(1, t / 0.0008);
    for (const { hz, turns, share } of rings)
      sum += share * Math.exp((-t * hz) / turns) * Math.sin(2 * Math.PI * hz * t);
    x[i]! += strength * sum;
  }
}

function highPass(x: Float32Array, cyclesPerSample: number): void {
  const keep = Math.exp(-2 * Math.PI * cyclesPerSample);
  for (let pass = 0; pass < 2; pass++) {
    let [before, out] = [0, 0];
    for (let i = 0; i < x.length; i++) {
      out = keep * (out + x[i]! - before);
      before = x[i]!;
      x[i] = out;
    }
  }
}

function noiseOf(length: number, { lowNoise }: SoundPlan, chance: Random): Float32Array {
  let low = 0;
  return Float32Array.from({ length }, () => {
    const white = chance.normal();
    low = 0.98 * low + 0.2 * white;
    return lowNoise ? low + 0.2 * white : white;
  });
}

function humAt(second: number, hz: number): number {
  const turn = 2 * Math.PI * hz * second;
  return Math.sin(turn) + 0.6 * Math.sin(2 * turn + 1) + 0.3 * Math.sin(3 * turn + 2);
}

function rms(x: Float32Array): number {
  let sum = 0;
  for (const v of x) sum += v * v;
  return Math.sqrt(sum / Math.max(1, x.length));
}
