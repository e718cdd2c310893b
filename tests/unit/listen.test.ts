import { describe, expect, it } from 'vitest';
import { random } from '@/core/chance/random.ts';
import { listen } from '@/core/sound/index.ts';
import { drawSound } from '../sound/drawSound.ts';

/**
 * Speeds heard in made recordings: the truth is the speed they were made with. What a firing order leaves in a spectrum is that of
 * brief 3.7: |1 + a e^(-j 2 pi k s)|, with s = 0.375 on the 90-degree V-twin.
 */
const SECONDS = 6;
const V_TWIN = { cylinders: 2, layout: 'v-twin-90' } as const;

describe('the tachometer that listens', () => {
  const tally = { all: 0, right: 0, octave: 0, outside: 0, wrong: [] as string[] };
  // In parts, so that no part takes long on a busy machine.
  it.each(Array.from({ length: 10 }, (_, part) => 1 + 20 * part))(
    'hears every second of recordings from %i on',
    (first) => {
      for (let seed = first; seed < first + 20; seed++) {
        const { samples, rateHz, engine, truth, what } = drawSound(seed, SECONDS);
        const heard = listen(samples, rateHz, engine);
        expect(heard.map((h) => h.second)).toEqual(truth.map((_, i) => i));
        truth.forEach((rpm, i) => {
          tally.all++;
          const { rpm: said, plusMinus } = heard[i]!;
          if (said === null) return;
          if (Math.abs(said / rpm - 1) <= 0.01) tally.right++;
          if (Math.abs(said - rpm) > plusMinus!) tally.outside++;
          if (Math.abs(Math.log(said / rpm)) > 0.2) {
            tally.octave++;
            tally.wrong.push(`${seed}: ${said} for ${rpm}: ${what}`);
          }
        });
      }
    },
  );

  it('of 200 recordings 97 of 100 seconds within 1 %, hardly any taken for another octave, and as sure as it says', () => {
    const { all, right, octave, outside, wrong } = tally;
    expect(all).toBe(200 * SECONDS);
    expect(right / all).toBeGreaterThanOrEqual(0.97);
    expect(octave / all, wrong.join('\n')).toBeLessThanOrEqual(0.005);
    // Twice the standard error: one in twenty lies outside by chance.
    expect(outside / all).toBeLessThanOrEqual(0.1);
  });

  it('says that it cannot hear in noise, hum and silence', () => {
    const chance = random(7);
    const rateHz = 16_000;
    const make = (sample: (i: number) => number) => Float32Array.from({ length: 20 * rateHz }, (_, i) => sample(i));
    const turn = (2 * Math.PI) / rateHz;
    const recordings = {
      noise: make(() => chance.normal()),
      silence: make(() => 0),
      hum: make((i) => Math.sin(50 * turn * i) + 0.4 * Math.sin(150 * turn * i) + 0.05 * chance.normal()),
      'hum of 60': make((i) => Math.sin(60 * turn * i) + 0.6 * Math.sin(120 * turn * i) + 0.1 * chance.normal()),
    };
    for (const [what, samples] of Object.entries(recordings))
      for (const engine of [V_TWIN, { cylinders: 1, layout: 'single' } as const])
        expect(listen(samples, rateHz, engine).filter((h) => h.heard).length, what).toBeLessThanOrEqual(1);
  });

  it('says nothing of the seconds before the engine runs', () => {
    const { samples, rateHz, engine, truth } = drawSound(3, SECONDS);
    const chance = random(9);
    const quiet = Float32Array.from({ length: 4 * rateHz }, () => 0.02 * chance.normal());
    const both = new Float32Array(quiet.length + samples.length);
    both.set(quiet);
    both.set(samples, quiet.length);
    const heard = listen(both, rateHz, engine);
    expect(heard.slice(0, 3).map((h) => h.rpm)).toEqual([null, null, null]);
    expect(heard.slice(5).every((h, i) => h.rpm !== null && Math.abs(h.rpm / truth[i + 1]! - 1) < 0.01)).toBe(true);
  });

  it('is refused a rate nothing can be heard at, and hears nothing in nothing', () => {
    expect(() => listen(new Float32Array(8000), 3999, V_TWIN)).toThrow(RangeError);
    expect(() => listen(new Float32Array(8000), Number.NaN, V_TWIN)).toThrow(RangeError);
    expect(listen(new Float32Array(0), 48_000, V_TWIN)).toEqual([]);
    expect(listen(new Float32Array(30_000).fill(Number.NaN), 48_000, V_TWIN)).toEqual([
      { second: 0, rpm: null, plusMinus: null, heard: false },
    ]);
  });
});
