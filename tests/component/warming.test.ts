import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Reasoning } from '@/workers/reasoning.ts';

const done = vi.hoisted(() => [] as string[]);
vi.mock('@/core/index.ts', async (original) => {
  const core = await original<typeof import('@/core/index.ts')>();
  return {
    ...core,
    advance: (...given: Parameters<typeof core.advance>) => {
      done.push('reading');
      return core.advance(...given);
    },
    nextChecks: (...given: Parameters<typeof core.nextChecks>) => {
      done.push('plan');
      return core.nextChecks(...given);
    },
  };
});

const HEAD = {
  format: 'ridge-bolt/case',
  version: 1,
  machine: { kind: 'lawn-tractor', engine: { cylinders: 1 } },
  complaint: ['low-power'],
};

describe('a worker that warms up', () => {
  beforeEach(() => {
    done.length = 0;
  });

  it('does nothing before a plan in one go, so that a question waits for no more than that plan', {
    timeout: 60_000,
  }, () => {
    const waiting: (() => void)[] = [];
    const reasoner = new Reasoning((work) => waiting.push(work));
    reasoner.open(HEAD, []);
    const slices: string[][] = [];
    for (let slice = waiting.shift(); slice; slice = waiting.shift()) {
      done.length = 0;
      slice();
      slices.push([...done]);
    }
    const planning = slices.filter((slice) => slice.includes('plan'));
    expect(planning.length).toBeGreaterThan(20);
    for (const slice of planning) expect(slice[0]).toBe('plan');
    for (const slice of slices) expect(slice.filter((work) => work === 'plan').length).toBeLessThanOrEqual(1);
  });

  it('tries out a check on the plate in figures and in words apart from each other', () => {
    const waiting: (() => void)[] = [];
    const reasoner = new Reasoning((work) => waiting.push(work));
    reasoner.open(HEAD, []);
    waiting.length = 0;
    reasoner.prepare({ check: 'power.rest-volts', cylinder: null, condition: 'key-off', temperature: null });
    const each = waiting.splice(0).map((work) => {
      done.length = 0;
      work();
      return [...done];
    });
    expect(each).toEqual([['reading'], ['reading']]);
  });
});
