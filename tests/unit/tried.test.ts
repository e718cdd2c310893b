import { describe, expect, it } from 'vitest';
import { historyWords, TRIED, TRIED_IDS, triedFlags } from '@/core/complaint/tried.ts';
import { findFault, summarise } from '@/core/index.ts';
import { complaintOf } from './jobs.ts';

describe('what was tried on a machine before it came', () => {
  it('names faults of the catalogue, and no work twice', () => {
    for (const id of TRIED_IDS) for (const fault of TRIED[id].cures) expect(findFault(fault)?.id, id).toBe(fault);
    expect(new Set(TRIED_IDS.map((id) => TRIED[id].label)).size).toBe(TRIED_IDS.length);
  });

  it('lowers what it would have cured, and not the rest', () => {
    const p = (flags: readonly string[], fault: string) =>
      summarise(complaintOf(['low-power', 'runs-rough'], { flags })).suspects.find((s) => s.key === fault)!.p;
    const plugs = triedFlags(['plugs']);
    for (const side of [1, 2]) {
      expect(p(plugs, `spark.plug-fouled[${side}]`)).toBeLessThan(0.3 * p([], `spark.plug-fouled[${side}]`));
      expect(p(plugs, `spark.coil-weak[${side}]`)).toBeGreaterThan(p([], `spark.coil-weak[${side}]`));
    }
  });

  it('everything tried at once is still a case', () => {
    const flags = triedFlags(TRIED_IDS);
    expect(new Set(flags).size).toBe(flags.length);
    expect(flags.length).toBeGreaterThan(40);
    expect(complaintOf(['low-power'], { flags }).head.history.flags).toEqual(flags);
  });

  it('is told in words: the larger work for the smaller, and after what it has been through', () => {
    expect(historyWords({ flags: [] })).toEqual([]);
    expect(historyWords({ flags: [], failsAfterMin: 20 })).toEqual(['Fails after 20 minutes.']);
    expect(historyWords({ flags: triedFlags(['charged']) })).toEqual(['Tried before it came: Battery charged.']);
    expect(historyWords({ flags: [...triedFlags(['battery', 'charged', 'plugs']), 'rodents'] })).toEqual([
      'Rodents about.',
      'Tried before it came: New battery, New plugs.',
    ]);
    // A flag of a case file that no work of the list is is left to the case file.
    expect(historyWords({ flags: ['tried:valve.spring[2]'] })).toEqual([]);
  });
});
