import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { engineFigures, engineWords } from '../../core/engine/schema.ts';
import { sheetIssues } from '../../core/engine/sheetParts.ts';
import { withLayout } from '../../core/engine/words.ts';
import {
  advance,
  CHECKS,
  type CheckDefinition,
  cylindersOf,
  type EngineFigures,
  type EngineWords,
  fromSi,
  openBench,
  type RawCheckEvent,
  readCase,
  readEvent,
  summarise,
} from '../../core/index.ts';

/** Whatever somebody knows of an engine: any words, any figures of the sheet, each within its published range. */
const word = <T extends string>(options: readonly T[]) => fc.constantFrom(...options);
const WORDS = fc
  .record({
    cylinders: fc.constantFrom(1, 2),
    layout: word(['v-twin-90', 'opposed-twin', 'parallel-twin', 'unknown']),
    fuelFeed: word(engineWords.shape.fuelFeed.unwrap().options),
    lifters: word(engineWords.shape.lifters.unwrap().options),
    compressionRelease: word(engineWords.shape.compressionRelease.unwrap().options),
    carburettor: word(engineWords.shape.carburettor.unwrap().options),
    ignition: word(engineWords.shape.ignition.unwrap().options),
  })
  .map((words) => withLayout(words.cylinders === 1 ? { ...words, layout: 'unknown' } : words) as EngineWords);

const { cylinders: _, layout: _layout, compressionRelease: _release, ...SINGLE } = engineFigures.shape;
const FIGURES = fc
  .record(
    Object.fromEntries(
      Object.entries(SINGLE).map(([name, schema]) => {
        const inner = schema.unwrap().unwrap();
        return [
          name,
          'options' in inner
            ? fc.constantFrom(...inner.options)
            : fc.double({ min: inner.minValue!, max: inner.maxValue!, noNaN: true }),
        ];
      }),
    ),
    { requiredKeys: [] },
  )
  .map((figures) => figures as EngineFigures);

/** Where in its range what is read lies; the ends are where formulas break. */
const AT = fc.oneof(fc.constantFrom(0, 1), fc.double({ min: 0, max: 1, noNaN: true }));

/** A reading that the boxes of a check take, each figure somewhere in its range; none where there is nothing to type. */
function typedReading(check: CheckDefinition, engine: EngineWords, at: number): RawCheckEvent | null {
  const side = check.scope === 'cylinder' ? { cylinder: 1 } : {};
  const value = (field: Extract<CheckDefinition['fields'][string], { kind: 'number' }>) => {
    const own = fromSi(field.min + at * (field.max - field.min), field.dimension, field.habit.metric);
    return own;
  };
  if (check.each)
    return {
      check: check.id,
      readings: Object.fromEntries(cylindersOf(engine).map((c) => [String(c), value(check.each!)])),
    } as RawCheckEvent;
  const fields = Object.fromEntries(
    Object.entries(check.fields).flatMap(([name, field]) => (field.kind === 'number' ? [[name, value(field)]] : [])),
  );
  return Object.keys(fields).length === 0 ? null : ({ check: check.id, ...side, fields } as RawCheckEvent);
}

const plainReading = (check: CheckDefinition, at: number): RawCheckEvent => ({
  check: check.id,
  ...(check.scope === 'cylinder' ? { cylinder: 1 } : {}),
  ...(check.takesSymptoms
    ? { symptoms: [] }
    : { outcome: check.outcomes[Math.floor(at * check.outcomes.length * 0.999)]!.id }),
});

describe('any engine, known in any part', () => {
  it('reaches on every check a verdict, or says why it cannot tell, or that it does not apply', {
    timeout: 300_000,
  }, () => {
    fc.assert(
      fc.property(WORDS, FIGURES, AT, (engine, figures, at) => {
        fc.pre(sheetIssues({ engine, figures }).length === 0);
        const read = readCase({
          ...{ format: 'ridge-bolt/case', version: 1, complaint: ['low-power'], events: [] },
          machine: { kind: 'other', engine: { ...engine, sheet: figures } },
        });
        if (!read.ok) throw new Error(JSON.stringify(read.issues));
        const bench = openBench(read.value);
        for (const check of CHECKS) {
          const raws = [typedReading(check, engine, at), plainReading(check, at)].filter((raw) => raw !== null);
          for (const raw of raws) {
            const event = readEvent(raw, '$', engine);
            if (!check.appliesTo(engine)) {
              expect(event.ok, check.id).toBe(false);
              continue;
            }
            if (!event.ok) {
              // The boxes of one check may contradict each other; then it says so.
              expect(event.issues.length, check.id).toBeGreaterThan(0);
              continue;
            }
            const after = advance(bench, event.value);
            const { assessment } = after.readings[0]!;
            for (const weights of Object.values(assessment.weights))
              for (const weight of Object.values(weights)) {
                expect(Number.isFinite(weight) && weight >= 0, `${check.id} ${JSON.stringify(raw)}`).toBe(true);
              }
            for (const [name, { value }] of Object.entries(assessment.quantities))
              expect(Number.isFinite(value), `${check.id} ${name}`).toBe(true);
            const whole = Object.keys(assessment.weights).length > 0 && assessment.outcome === null;
            expect(
              assessment.outcome !== null || whole || assessment.missing.length + assessment.remarks.length > 0,
              `${check.id} cannot tell, and does not say why: ${JSON.stringify(raw)}`,
            ).toBe(true);
          }
        }
      }),
      { numRuns: 100, seed: 14 },
    );
  });

  it('is believed something of: chances add up with readings of every kind', { timeout: 60_000 }, () => {
    fc.assert(
      fc.property(WORDS, FIGURES, AT, (engine, figures, at) => {
        fc.pre(sheetIssues({ engine, figures }).length === 0);
        const events = CHECKS.filter((c) => c.appliesTo(engine) && c.proposed)
          .map((c, i) => plainReading(c, ((i * 0.37 + at) % 1) * 0.4))
          .filter((_, i) => i % 5 === Math.floor(at * 4.99));
        const read = readCase({
          ...{ format: 'ridge-bolt/case', version: 1, complaint: ['runs-rough'], events },
          machine: { kind: 'other', engine: { ...engine, sheet: figures } },
        });
        if (!read.ok) throw new Error(JSON.stringify(read.issues));
        const bench = read.value.events.reduce(advance, openBench(read.value));
        const { suspects, none } = summarise(bench);
        expect(none).toBeGreaterThanOrEqual(0);
        for (const { p } of suspects) expect(p >= 0 && p <= 1 + 1e-9).toBe(true);
        expect(none + suspects.reduce((sum, s) => sum + s.p, 0)).toBeGreaterThan(0.99);
      }),
      { numRuns: 12, seed: 15 },
    );
  });
});
