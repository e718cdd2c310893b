import { SYMPTOM_IDS, type Symptom } from '../../complaint/symptoms.ts';
import { FAULTS, type FaultDefinition } from '../../faults/index.ts';
import { OWN_SYMPTOMS } from '../../faults/ownSymptoms.ts';
import { FAILURE_IDS } from '../../machine/failures.ts';
import { failureLevels } from './acting.ts';
import type { Catalogue } from './instances.ts';
import { AS_COMPLAINED, symptomChance } from './symptomVariable.ts';

/** A failure a fault leads to this often makes it one of those that fail alike. */
const LEADS_TO = 0.3;
/** A symptom this rare decides no job. */
const TELLS = 0.1;
/** From here on the one fault is accused by a word that hardly speaks of the other. */
const TIMES = 8;

/** One symptom that tells a fault from others with the same failures, and is stated at it. */
export interface OwnSymptom {
  readonly fault: string;
  readonly symptom: Symptom;
  readonly chance: number;
  /** Those that fail alike and hardly show it. */
  readonly unlike: readonly string[];
  readonly because: string | null;
}

type FaultInstance = Catalogue['faults'][number];

const plain = (definition: FaultDefinition): FaultInstance => ({
  key: definition.id,
  id: definition.id,
  cylinder: definition.perCylinder ? 1 : null,
  definition,
});

/** What a fault mostly leads to: the failures, each at its likeliest level. */
const failsAs = (cause: FaultInstance): string =>
  FAILURE_IDS.flatMap((failure) => {
    const levels = Object.entries(failureLevels(cause, failure, null, AS_COMPLAINED) ?? {});
    const [level, chance] = levels.reduce((a, b) => (b[1] > a[1] ? b : a), ['', 0]);
    return chance >= LEADS_TO ? [`${failure} ${level}`] : [];
  }).join(' and ');

/**
 * Counts, symptom by symptom, which faults state it while others that lead to the same failures hardly show it. What follows from a failure
 * should follow for all that lead to it: each of these needs a reason of its own.
 */
export function ownSymptoms(faults: readonly FaultDefinition[] = FAULTS): OwnSymptom[] {
  const alike = new Map<string, FaultInstance[]>();
  for (const cause of faults.map(plain)) {
    const as = failsAs(cause);
    if (as !== '') alike.set(as, [...(alike.get(as) ?? []), cause]);
  }
  return SYMPTOM_IDS.flatMap((symptom) =>
    [...alike.values()].flatMap((causes) =>
      causes.flatMap((cause): OwnSymptom[] => {
        const chance = cause.definition.symptoms[symptom] ?? 0;
        if (chance < TELLS) return [];
        const unlike = causes.filter((other) => symptomChance(other, symptom, AS_COMPLAINED) < chance / TIMES);
        const { id } = cause.definition;
        return unlike.length === 0
          ? []
          : [
              {
                fault: id,
                symptom,
                chance,
                unlike: unlike.map((c) => c.id),
                because: OWN_SYMPTOMS[id]?.[symptom] ?? null,
              },
            ];
      }),
    ),
  );
}
