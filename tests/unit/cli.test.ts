import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ridge as command } from '@/cli/commands.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'ridge-cli-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The command in this process: what it says on either side, and how it ends. */
async function ridge(args: readonly string[], input = '') {
  let stdout = '';
  let stderr = '';
  const status = await command(args, {
    input: () => input,
    out: (text) => {
      stdout += text;
    },
    error: (text) => {
      stderr += text;
    },
  });
  return { status, stdout, stderr };
}

/** The program itself, in a process of its own. */
function program(args: readonly string[], input?: string) {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['--import', 'tsx', join(root, 'cli/ridge.ts'), ...args],
    { cwd: root, encoding: 'utf8', input },
  );
  return { status, stdout, stderr };
}
const file = (name: string, text: string) => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};

describe('the command line', () => {
  it('traces a case: one step for the complaint and one for each event, probabilities that are probabilities', async () => {
    const given = JSON.parse(readFileSync(join(root, 'tests/cases/keeps-firing-key-off.json'), 'utf8')).case;
    const { status, stdout } = await ridge(['trace', file('case.json', JSON.stringify(given))]);
    expect(status).toBe(0);
    const { steps } = JSON.parse(stdout);
    expect(steps.map((s: { event: number }) => s.event)).toEqual([0, 1, 2, 3, 4, 5]);
    for (const step of steps) {
      for (const s of step.suspects) {
        expect(s.p).toBeGreaterThanOrEqual(0.001);
        expect(s.p).toBeLessThanOrEqual(1);
      }
      expect(step.surprise).toBeGreaterThanOrEqual(0);
      expect(step.none).toBeLessThanOrEqual(1);
    }
    expect(steps[2].settled).toEqual([{ fault: 'spark.kill-diode-open', cylinder: 1, by: 2 }]);
    const onOneSide = steps.flatMap((s: { next: object[] }) => s.next).find((n: object) => 'cylinder' in n);
    expect(Object.keys(onOneSide)).toEqual(
      expect.arrayContaining(['check', 'cylinder', 'minutes', 'minutesSaved', 'why']),
    );
  });

  it('assesses from the argument, a file and standard input alike', async () => {
    const reading = JSON.stringify({
      fields: { toGround: { value: 4.1, unit: 'kohm' } },
      cylinder: 1,
      engine: { coilOhmsLow: 3200, coilOhmsHigh: 4600 },
    });
    const answers = [
      await ridge(['assess', 'spark.coil-ohms', reading]),
      await ridge(['assess', 'spark.coil-ohms', file('reading.json', reading)]),
      await ridge(['assess', 'spark.coil-ohms', '-'], reading),
      program(['assess', 'spark.coil-ohms', '-'], reading),
    ];
    for (const { status, stdout } of answers) {
      expect(status).toBe(0);
      expect(JSON.parse(stdout)).toMatchObject({
        check: 'spark.coil-ohms',
        outcome: 'in-range',
        tooCloseToCall: false,
      });
    }
  });

  it('lists the catalogue', async () => {
    const ids = async (command: string) => JSON.parse((await ridge([command])).stdout).map((x: { id: string }) => x.id);
    expect(await ids('checks')).toEqual(expect.arrayContaining(['look.crank', 'spark.kill-off', 'run.minutes']));
    expect(await ids('faults')).toEqual(
      expect.arrayContaining(['power.battery-worn', 'spark.kill-lead', 'oil.fuel-diluted']),
    );
  });

  it.each([
    ['half a JSON', () => ['trace', file('half.json', '{"format": "ridge-')], 'is not whole JSON'],
    ['5 MB', () => ['trace', file('huge.json', ' '.repeat(5_000_000))], '5.0 MB'],
    ['no such file', () => ['trace', join(folder, 'none.json')], 'there is no file'],
    ['another format', () => ['trace', file('other.json', '{"format":"x"}')], '$.format'],
    ['an unknown command', () => ['guess'], 'there is no command "guess"'],
    ['an unknown check', () => ['assess', 'spark.flux', '{}'], 'no check is called'],
    [
      'a reading that cannot be',
      () => ['assess', 'power.rest-volts', '{"value":{"value":12000,"unit":"V"}}'],
      'cannot be',
    ],
  ] as const)('%s: a clear word on the error side, nothing on the other, a failing exit', async (_, args, says) => {
    const { status, stdout, stderr } = await ridge(args());
    expect(status).toBe(2);
    expect(stdout).toBe('');
    expect(stderr).toContain(says);
    expect(stderr).not.toContain('    at ');
  });

  it('goes on with a trial where it was stopped, and says the same as one that was not', { timeout: 120_000 }, () => {
    const to = join(folder, 'trials');
    const lines = () => readFileSync(join(to, 'random-seed3.jsonl'), 'utf8').trim().split('\n');
    const run = (machines: number, ...more: string[]) =>
      program(['trial', '--machines', String(machines), '--seed', '3', '--policy', 'random', '--folder', to, ...more]);
    const whole = run(2);
    expect(whole.status, whole.stderr).toBe(0);
    const figures = JSON.parse(whole.stdout);
    expect(figures.machines).toBe(2);
    expect(figures.right.low).toBeLessThanOrEqual(figures.right.value);
    // Stopped in the middle of a line.
    const kept = lines();
    writeFileSync(join(to, 'random-seed3.jsonl'), `${kept[0]}\n${kept[1]!.slice(0, 50)}\n`);
    const again = run(2);
    expect(JSON.parse(again.stdout)).toEqual(figures);
    expect(lines()[0]).toBe(kept[0]);
    expect(run(2, '--anew').stdout).toBe(whole.stdout);
  });

  it.each([
    [['--machines', 'many', '--seed', '1', '--policy', 'ridge'], '--machines must be a whole number'],
    [['--machines', '1', '--seed', '1', '--policy', 'best'], 'ridge, textbook, random'],
    [['--machines', '1', '--seed', '1', '--policy', 'ridge', '--step', 'three'], '--step must be one'],
    [['--machines', '1', '--sed', '1'], '--sed'],
  ])('refuses a trial it cannot run: %j', async (args, says) => {
    const { status, stdout, stderr } = await ridge(['trial', ...args]);
    expect(status).toBe(2);
    expect(stdout).toBe('');
    expect(stderr).toContain(says);
  });
});
