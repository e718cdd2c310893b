import { describe, expect, it } from 'vitest';
import { OWN_SYMPTOMS } from '@/core/faults/ownSymptoms.ts';
import {
  accessPlan,
  CHECKS,
  CONDITIONS,
  FAULTS,
  type FaultDefinition,
  findFault,
  knowledgeIssues,
  PARTS,
  USUAL_ACCESS,
} from '@/core/index.ts';
import { ownSymptoms } from '@/core/reason/catalogue/symptomIssues.ts';
import { complaintOf } from './jobs.ts';

const coil = findFault('spark.coil-open')!;
const found = (change: Partial<FaultDefinition>) =>
  knowledgeIssues([...FAULTS.filter((f) => f.id !== coil.id), { ...coil, ...change }], CONDITIONS).map((i) => i.code);

describe('the knowledge checker', () => {
  it('finds nothing in the catalogue as it is', () => {
    expect(knowledgeIssues(FAULTS, CONDITIONS)).toEqual([]);
  });

  it.each<[string, string, Partial<FaultDefinition>]>([
    ['an effect on a check there is none of', 'unknown-check', { effects: [{ check: 'spark.seance', outcomes: {} }] }],
    [
      'an outcome the check has not',
      'unknown-outcome',
      { effects: [{ check: 'spark.tester', outcomes: { purple: 0.5 } }] },
    ],
    ['chances over one', 'too-much', { effects: [{ check: 'spark.tester', outcomes: { none: 0.7, weak: 0.4 } }] }],
    ['a failure over one', 'too-much', { failures: [{ failure: 'pull', levels: { dead: 0.8, weak: 0.3 } }] }],
    [
      'an effect stated twice',
      'stated-twice',
      {
        effects: [
          { check: 'spark.tester', outcomes: { none: 0.5 } },
          { check: 'spark.tester', outcomes: { none: 0.9 } },
        ],
      },
    ],
    [
      'a fault that is otherwise something its check has not',
      'unknown-outcome',
      {
        otherwise: {
          share: 0.5,
          symptoms: {},
          failures: [],
          effects: [{ check: 'spark.tester', outcomes: { purple: 1 } }],
        },
      },
    ],
    ['nothing that settles it', 'nothing-settles', { confirmedBy: [] }],
    [
      'a settling outcome the check has not',
      'unknown-outcome',
      { confirmedBy: [[{ check: 'spark.tester', outcomes: ['gone'] }]] },
    ],
    [
      'a rule that is met whenever another fault’s is',
      'settles-alike',
      { confirmedBy: findFault('seal.bore-scored')!.confirmedBy },
    ],
    ['a title without letters', 'no-text', { title: ' ' }],
    ['a re-test there is none of', 'unknown-check', { repair: { ...coil.repair, retest: 'run.rain-dance' as never } }],
    [
      'work that leaves what nobody knows',
      'unknown-fault',
      { repair: { ...coil.repair, leaves: [{ fault: 'spark.gremlin' as never, chance: 0.1 }] } },
    ],
  ])('finds %s', (_, code, change) => expect(found(change)).toContain(code));

  it('finds a check that tells nothing', () => {
    const idle = { ...CHECKS.find((c) => c.id === 'look.stains')!, id: 'look.tea-leaves' };
    expect(knowledgeIssues(FAULTS, CONDITIONS, [...CHECKS, idle])).toContainEqual({
      code: 'tells-nothing',
      where: 'look.tea-leaves',
    });
  });
});

describe('what the catalogue says of each fault', () => {
  it('has every id of the trade, each with parts, access and a re-test that exist', () => {
    const ids = [...FAULTS, ...CONDITIONS].map((f) => f.id);
    expect(new Set(ids).size).toBe(102);
    for (const { id, part, repair } of [...FAULTS, ...CONDITIONS]) {
      expect(
        PARTS.map((p) => p.id),
        id,
      ).toContain(part);
      for (const key of repair.access)
        expect(accessPlan(USUAL_ACCESS).of(key.replace('[c]', '[1]')).openMin, `${id} ${key}`).toBeGreaterThan(0);
      if (repair.partsBand) expect(repair.partsBand[1], id).toBeGreaterThanOrEqual(repair.partsBand[0]);
    }
  });

  it('every finding a rule asks for is what the fault itself shows, or the rule could never be met', () => {
    const bench = complaintOf(['low-power'], { engine: { compressionRelease: 'automatic', lifters: 'unknown' } });
    const { catalogue } = bench;
    for (const route of bench.planner().routes) {
      const fault = catalogue.faults[route.fault]!;
      expect(route.efficacy, `${fault.key}: ${route.needs.map((n) => n.need.check).join(' and ')}`).toBeGreaterThan(
        0.25,
      );
    }
  });
});

describe('symptoms that others with the same failures do not show', () => {
  it('each has a reason, and no reason is left over', () => {
    const found = ownSymptoms();
    expect(found.filter((own) => own.because === null)).toEqual([]);
    const reasons = Object.entries(OWN_SYMPTOMS).flatMap(([fault, own]) =>
      Object.keys(own).map((symptom) => `${fault} ${symptom}`),
    );
    expect(found.map((own) => `${own.fault} ${own.symptom}`).sort()).toEqual(reasons.sort());
    // A reason is not the next one's.
    expect(found.length).toBeGreaterThan(40);
  });

  it('finds one stated at one fault alone: what is hard to start hot of a coil is so of every coil', () => {
    const changed = FAULTS.map((f) => (f.id === coil.id ? { ...f, symptoms: { 'smoke-white': 0.4 } } : f));
    expect(ownSymptoms(changed)).toContainEqual(
      expect.objectContaining({ fault: coil.id, symptom: 'smoke-white', because: null }),
    );
  });
});
