import assert from 'node:assert/strict';
import { random } from '@/core/chance/random.ts';
import { CONDITIONS, FAULTS, findFault, knowledgeIssues, summarise } from '@/core/index.ts';
import { injectFaults } from '@/core/mower/injectFaults.ts';
import { soundMower } from '@/core/mower/machine.ts';
import { simulateCheck } from '@/core/mower/simulateCheck.ts';
import { viewOf } from '@/core/mower/tell.ts';
import { runTrial } from '@/core/trial/index.ts';
import { complaintOf, TWIN, withEvents } from '../tests/unit/jobs.ts';

/** Run where the pages on adding a check and a fault were followed: the knowledge is whole, and the reasoner and the mower know the pair. */
const CHECK = 'spark.boot-dark';
const BURNT = 'spark.boot-burnt[2]';
assert.ok(findFault('spark.boot-burnt'), 'the fault is in the catalogue');
assert.deepEqual(knowledgeIssues(FAULTS, CONDITIONS), []);

const chanceOf = (bench: Parameters<typeof summarise>[0], key: string) =>
  summarise(bench).suspects.find((s) => s.key === key)?.p ?? 0;
const came = withEvents(
  complaintOf(['one-cylinder', 'runs-rough']),
  { check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome: 'weak' },
  { check: 'spark.tester', cylinder: 1, condition: 'cranking', outcome: 'strong' },
);
const glows = withEvents(came, { check: CHECK, cylinder: 2, outcome: 'glows' });
const dark = withEvents(came, { check: CHECK, cylinder: 2, outcome: 'dark' });
assert.ok(chanceOf(glows, BURNT) > 5 * chanceOf(came, BURNT), 'a glow speaks for it');
assert.ok(chanceOf(dark, BURNT) < 0.5 * chanceOf(came, BURNT), 'darkness speaks against it');
const looked = withEvents(glows, { check: 'spark.lead-look', cylinder: 2, outcome: 'ok' });
assert.ok(
  summarise(looked).confirmed.some((settled) => settled.fault === BURNT),
  'a glow on a lead that looks sound proves it',
);

const sound = soundMower(TWIN, random(7));
const puts = [{ fault: 'spark.boot-burnt', cylinder: 2, severity: 0.8, shows: 1, form: 0 }];
const seen = (cylinder: number) =>
  simulateCheck(
    viewOf(injectFaults(sound, puts)),
    { check: CHECK, cylinder, condition: 'cranking', temperature: null },
    random(3),
  )[0]!.outcome;
assert.deepEqual([seen(1), seen(2)], ['dark', 'glows'], 'the mower shows it on its side');

const result = runTrial(
  {
    number: 1,
    seed: 5,
    engine: TWIN,
    sound,
    history: { hours: 200, storedMonths: 0, flags: [] },
    puts,
    complaint: ['one-cylinder', 'runs-rough'],
  },
  'ridge',
);
assert.ok(result.right, `the fault put in is the one repaired; it repaired ${result.repaired.join(', ') || 'nothing'}`);
const { events } = result.caseFile as { events: readonly { readonly check?: string }[] };
assert.ok(
  events.some(({ check }) => check === CHECK),
  'the reasoner asked for the check by itself',
);
process.stdout.write(
  `the pair reasons: settled, and found on the mower in ${Math.round(result.searchMin)} min with ${result.checks} checks\n`,
);
