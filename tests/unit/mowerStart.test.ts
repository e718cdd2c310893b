import { describe, expect, it } from 'vitest';
import type { CycleSample } from '@/core/mower/cycle.ts';
import { type InjectedFault, injectFaults } from '@/core/mower/injectFaults.ts';
import { soundMower } from '@/core/mower/machine.ts';
import { afterRest, afterRun, type Tried, tryToStart, untried } from '@/core/mower/start.ts';
import { random } from './random.ts';

const TWIN = {
  ...({ cylinders: 2, layout: 'v-twin-90', fuelFeed: 'pump', lifters: 'solid' } as const),
  ...({ ignition: 'coil-per-cylinder', compressionRelease: 'automatic', carburettor: 'two-barrel' } as const),
};
const put = (fault: string, cylinder: number | null = null, severity = 0.8): InjectedFault => ({
  ...{ fault, cylinder, severity, form: 0.2, shows: 1 },
});
const mower = (...puts: InjectedFault[]) => ({ ...injectFaults(soundMower(TWIN, random(4)), puts), ambientC: 20 });
const SPARKLESS = [put('spark.coil-open', 1), put('spark.coil-open', 2)];
const go = (m: ReturnType<typeof mower>, before: Tried = untried(m), more = {}) =>
  tryToStart(m, before, { keyS: 4, seconds: 14, chance: random(8), ...more });

describe('a try at starting', () => {
  it('a sound engine is turned, catches within two seconds and idles; without a spark it is turned until the key is let go, and runs down', () => {
    const sound = go(mower());
    expect(sound.caughtAtS!).toBeLessThan(2);
    expect(sound.diedAtS).toBeNull();
    expect(Math.abs(sound.rpm - 1650)).toBeLessThan(17);
    const dead = go(mower(...SPARKLESS));
    expect(dead.caughtAtS).toBeNull();
    expect(dead.rpm).toBe(0);
    expect(dead.crankedRpm).toBeGreaterThan(200);
    expect(go(mower(put('power.fuse'))).crankedRpm).toBe(0);
  });

  it('tells it moment by moment: turned by the starter, then by its own firings, faster than any starter', () => {
    const seen: CycleSample[] = [];
    const { caughtAtS } = go(mower(), undefined, { sink: { everyS: 0.001, take: (s: CycleSample) => seen.push(s) } });
    const rpm = (s: CycleSample) => (s.radPerS * 30) / Math.PI;
    expect(Math.max(...seen.filter((s) => s.seconds < 0.5).map(rpm))).toBeLessThan(600);
    expect(Math.max(...seen.filter((s) => s.seconds > caughtAtS!).map(rpm))).toBeGreaterThan(900);
    for (const [i, s] of seen.slice(1).entries()) expect(s.seconds).toBeGreaterThanOrEqual(seen[i]!.seconds);
    expect(seen.at(-1)!.seconds).toBeGreaterThan(13.5);
  });

  it('leaves something for the next: the battery down and back, the starter warm, fuel in the intake', () => {
    const m = mower(...SPARKLESS);
    let tried = untried(m);
    const speeds: number[] = [];
    for (let k = 0; k < 5; k++) {
      const attempt = go(m, tried);
      speeds.push(attempt.crankedRpm);
      tried = afterRest(attempt.left, m, 5);
    }
    for (const [i, rpm] of speeds.slice(1).entries()) expect(rpm).toBeLessThan(speeds[i]!);
    expect(tried.sagV).toBeGreaterThan(0.2);
    expect(tried.starterC).toBeGreaterThan(25);
    expect(tried.flooded).toBeGreaterThan(0.8);
    // First order: 1/e of it is left after one time constant, nothing after an hour.
    const later = afterRest(tried, m, 75);
    expect(later.sagV / tried.sagV).toBeCloseTo(Math.exp(-1), 6);
    const hour = afterRest(tried, m, 7200);
    expect(hour.sagV).toBeLessThan(1e-6);
    expect(hour.starterC).toBeCloseTo(20, 1);
    expect(hour.flooded).toBeLessThan(1e-6);
  });

  it('flooded it does not catch though its spark is good; dried it does', () => {
    const m = mower();
    const flooded = { ...untried(m), flooded: 2.2 };
    expect(go(m, flooded).caughtAtS).toBeNull();
    expect(go(m, afterRest(flooded, m, 600)).caughtAtS).not.toBeNull();
  });

  it('the same seed tries the same, and a key that is not held is refused', () => {
    const m = mower(put('spark.coil-weak', 1));
    expect(go(m)).toEqual(go(m));
    expect(() => go(m, undefined, { keyS: 0 })).toThrow(RangeError);
  });

  it('soaks heat once it stands: the carburettor is hottest a while after, boils over, and is cold again by the next day', () => {
    // Common practice, no source: hard to start some ten to thirty minutes after hard work, and not at once, nor cold.
    const m = mower();
    const stopped = afterRun(untried(m), m, 'loaded', 20);
    const minutes = Array.from({ length: 120 }, (_, k) => afterRest(stopped, m, 60 * k));
    const hottest = minutes.reduce((most, t, k) => (t.carburettorC > minutes[most]!.carburettorC ? k : most), 0);
    expect(hottest).toBeGreaterThanOrEqual(8);
    expect(hottest).toBeLessThanOrEqual(30);
    expect(minutes[hottest]!.flooded).toBeGreaterThan(minutes[1]!.flooded);
    expect(afterRest(stopped, m, 24 * 3600).carburettorC).toBeCloseTo(m.ambientC, 3);
    expect(afterRest(untried(m), m, 900)).toEqual(untried(m));
    // Two bodies, one behind the other, against small steps of their two equations.
    let [head, carburettor] = [stopped.headC - 20, stopped.carburettorC - 20];
    for (let s = 0; s < 900; s += 0.1) {
      carburettor += (0.1 * (0.5 * head - carburettor)) / 480;
      head -= (0.1 * head) / 2100;
    }
    expect(minutes[15]!.carburettorC - 20).toBeCloseTo(carburettor, 1);
    expect(minutes[15]!.headC - 20).toBeCloseTo(head, 1);
  });
});
