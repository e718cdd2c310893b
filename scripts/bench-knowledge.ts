import { fork } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { advance, openBench } from '../core/bench/index.ts';
import { type CaseHead, readCase, readEvent } from '../core/casefile/index.ts';
import { random } from '../core/chance/random.ts';
import { CHECKS, type CheckDefinition, checkOf } from '../core/checks/index.ts';
import type { EngineWords } from '../core/engine/index.ts';
import { FAULTS } from '../core/faults/index.ts';
import { DEFAULT_RULES } from '../core/index.ts';
import { injectFaults } from '../core/mower/injectFaults.ts';
import { soundMower } from '../core/mower/machine.ts';
import { simulateCheck } from '../core/mower/simulateCheck.ts';
import { type View, viewOf } from '../core/mower/tell.ts';
import { setMass } from '../core/reason/asked.ts';
import { alone } from '../core/reason/faultChances.ts';
import { canMake } from '../core/trial/states.ts';

/**
 * npm run bench:knowledge -- [--machines 500] [--seed S] [--worst 20] [--out FILE]
 * For each check and each fault alone: the shares of outcomes the knowledge expects beside those that machines of physics show, and the pairs that lie furthest
 * apart. One layout; a fault of one cylinder is on the first. As many processes share the faults as there are cores.
 */
const { values } = parseArgs({
  options: {
    machines: { type: 'string', default: '500' },
    seed: { type: 'string', default: '1' },
    worst: { type: 'string', default: '20' },
    out: { type: 'string' },
  },
});
const machines = Number(values.machines);
const seed = Number(values.seed);
/** Where the check cannot be made, or judges nothing, on half of the machines, its share is that of a picked half. */
const FEW = Math.ceil(machines / 2);

const engine: EngineWords = {
  ...({ cylinders: 2, layout: 'v-twin-90', fuelFeed: 'pulse-pump', lifters: 'solid' } as const),
  ...({ ignition: 'coil-per-cylinder', compressionRelease: 'automatic', carburettor: 'two-barrel' } as const),
};
type Shares = Readonly<Record<string, number>>;
/** What counts by its place, by the machine's complaint, or by symptoms is not told by its outcome alone. */
const isToldOtherwise = (c: CheckDefinition) => c.takesSymptoms || c.each || c.asksWhere || c.viaComplaint !== null;
const checks = CHECKS.filter((c) => c.appliesTo(engine) && c.proposed && c.outcomes.length > 1 && !isToldOtherwise(c));
const sideOf = (check: CheckDefinition) => (check.scope === 'cylinder' ? 1 : null);
const askedOf = (check: CheckDefinition) => ({
  check: check.id,
  cylinder: sideOf(check),
  condition: check.states[0]!,
  temperature: null,
});

/** What the knowledge expects of a check with each fault alone: how much less each set weighs once that outcome was read. */
function knowledge(): (check: string, fault: string) => Shares {
  const sheet = Object.fromEntries(
    Object.entries(soundMower(engine, random(1)).figures).filter(([, figure]) => figure !== null),
  );
  const head = readCase({
    ...{ format: 'ridge-bolt/case', version: 1, events: [], complaint: ['low-power'] },
    machine: { kind: 'zero-turn', engine: { ...engine, sheet } },
  });
  if (!head.ok) throw new Error(JSON.stringify(head.issues));
  const bench = openBench({ ...(head.value as CaseHead), complaint: [] });
  const before = setMass(bench.belief);
  const faultAt = new Map(bench.catalogue.faults.map(({ key }, i) => [key, i]));
  const table = new Map<string, Map<string, Float64Array>>();
  for (const check of checks) {
    const own = new Map<string, Float64Array>();
    for (const { id } of check.outcomes) {
      const event = readEvent({ ...withoutHeat(askedOf(check)), outcome: id }, '$', engine);
      if (!event.ok) continue;
      const { belief } = advance(bench, event.value);
      const after = setMass(belief);
      // Bayes, turned round: what a set gained, times how likely the reading was.
      own.set(
        id,
        after.map((mass, i) => (belief.now.chance * mass) / before[i]!),
      );
    }
    table.set(check.id, own);
  }
  return (check, fault) => {
    const at = faultAt.get(fault)!;
    const raw = [...table.get(check)!].map(([id, of]) => [id, alone(bench.catalogue, at, (set) => of[set]!)] as const);
    const sum = raw.reduce((all, [, p]) => all + p, 0);
    if (!(sum > 0)) throw new Error(`the knowledge expects nothing of ${check} with ${fault}`);
    return Object.fromEntries(raw.map(([id, p]) => [id, p / sum]));
  };
}

const withoutHeat = ({ check, cylinder, condition }: ReturnType<typeof askedOf>) => ({
  check,
  condition,
  ...(cylinder === null ? {} : { cylinder }),
});

/** The outcome of one reading by what is seen or by its figures; null where it judges nothing. */
function outcomeOn(view: View, check: CheckDefinition, n: number): string | null {
  // Along a line the last place says where it ends.
  const raw = simulateCheck(view, askedOf(check), random((seed + n * 7919) >>> 0)).at(-1);
  const read = readEvent(raw, '$', engine);
  if (!read.ok || read.value.kind !== 'reading') throw new Error(`${check.id}: ${JSON.stringify(read)}`);
  const { reading } = read.value;
  if (reading.outcome !== null && reading.outcome !== undefined) return reading.outcome;
  const { figures } = view.m;
  return checkOf(check.id).assess(reading, { engine, figures, ambient: {}, rules: DEFAULT_RULES }).outcome;
}

/** What machines of physics show with that fault alone. */
function physics(
  fault: string,
  cylinder: number | null,
): Map<string, { made: number; shares: Record<string, number> }> {
  const out = new Map<string, { made: number; shares: Record<string, number> }>();
  for (let n = 0; n < machines; n++) {
    const chance = random((seed * 1_000_003 + n * 97) >>> 0);
    const sound = soundMower(engine, chance, 40 + 700 * chance.next());
    const put = { fault, cylinder, severity: 0.15 + 0.85 * chance.next(), shows: 1, form: chance.next() };
    const view = viewOf(injectFaults(sound, [put]));
    for (const check of checks) {
      if (!canMake(view, askedOf(check))) continue;
      const found = outcomeOn(view, check, n);
      if (found === null) continue;
      const own = out.get(check.id) ?? { made: 0, shares: {} };
      own.made++;
      own.shares[found] = (own.shares[found] ?? 0) + 1;
      out.set(check.id, own);
    }
  }
  return out;
}

interface Row {
  readonly check: string;
  readonly fault: string;
  readonly made: number;
  readonly apart: number;
  readonly knows: Shares;
  readonly shows: Shares;
}
const faults = FAULTS.filter((f) => f.appliesTo(engine));

function rowsOf(expected: ReturnType<typeof knowledge>, { id, perCylinder }: (typeof faults)[number]): Row[] {
  const cylinder = perCylinder ? 1 : null;
  const fault = cylinder === null ? id : `${id}[1]`;
  return [...physics(id, cylinder)].map(([check, { made, shares }]) => {
    const knows = expected(check, fault);
    const shows = Object.fromEntries(Object.keys(knows).map((outcome) => [outcome, (shares[outcome] ?? 0) / made]));
    const apart = Object.keys(knows).reduce((sum, outcome) => sum + Math.abs(knows[outcome]! - shows[outcome]!), 0) / 2;
    return { check, fault, made, apart, knows, shows };
  });
}

const only = process.env.ONLY_FAULTS?.split(',');
if (only) {
  const expected = knowledge();
  for (const at of only) process.send!(rowsOf(expected, faults[Number(at)]!));
  process.disconnect();
} else tell(await shared());

/** The faults dealt out among processes; what a fault takes differs, so each is given every so manieth. */
async function shared(): Promise<Row[]> {
  const cores = availableParallelism();
  const rows: Row[] = [];
  const one = (core: number) =>
    new Promise<void>((done, fails) => {
      const own = faults.map((_, at) => at).filter((at) => at % cores === core);
      const child = fork(fileURLToPath(import.meta.url), process.argv.slice(2), {
        env: { ...process.env, ONLY_FAULTS: own.join(',') },
      });
      child.on('message', (of) => rows.push(...(of as Row[])));
      child.on('exit', (code) => (code === 0 ? done() : fails(new Error(`a process ended with ${code}`))));
    });
  await Promise.all(Array.from({ length: cores }, (_, core) => one(core)));
  return rows.sort((a, b) => b.apart - a.apart || `${a.check}${a.fault}`.localeCompare(`${b.check}${b.fault}`));
}

function tell(rows: readonly Row[]): void {
  const said = (shares: Shares) =>
    Object.entries(shares)
      .filter(([, p]) => p > 0.015)
      .map(([id, p]) => `${id} ${p.toFixed(2)}`)
      .join(', ');
  if (values.out)
    writeFileSync(
      values.out,
      ['check\tfault\tmachines\tapart\tknowledge\tphysics']
        .concat(
          rows.map((r) => [r.check, r.fault, r.made, r.apart.toFixed(3), said(r.knows), said(r.shows)].join('\t')),
        )
        .join('\n'),
    );
  const told = rows.filter((r) => r.made >= FEW);
  console.log(
    `${rows.length} pairs of a check and a fault on ${machines} machines each; half of them lie within ${told[Math.floor(told.length / 2)]!.apart.toFixed(3)} of each other`,
  );
  for (const r of told.slice(0, Number(values.worst)))
    console.log(
      `${r.apart.toFixed(2)}  ${r.check} with ${r.fault} (${r.made})\n      knowledge: ${said(r.knows)}\n      physics:   ${said(r.shows)}`,
    );
}
