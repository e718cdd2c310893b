import type { CheckId } from '../checks/index.ts';
import { carburetted, type EngineWords } from '../engine/index.ts';
import type { PartId } from '../machine/parts.ts';
import { CARBURETTOR_JOB } from './carburettor.ts';
import { WORKED } from './conditions.ts';
import type { FaultDefinition, RepairDefinition } from './define.ts';
import { FAULTS } from './index.ts';

/** What a screen shows of a fault or a condition; what it does to checks and symptoms stays with the reasoner. */
export interface FaultCard {
  readonly title: string;
  readonly part: PartId;
  readonly perCylinder: boolean;
  /** A state with causes of its own; a job is not closed on it alone. */
  readonly isCondition: boolean;
  /** What to look at behind it; of a condition, what let it come about. */
  readonly behind: string | null;
  readonly endsInDecision: boolean;
  readonly repair: Pick<RepairDefinition, 'action' | 'minutes' | 'partsBand'>;
}
/** By fault id. */
export type FaultCards = Readonly<Record<string, FaultCard>>;

const repairOf = ({ action, minutes, partsBand }: RepairDefinition): FaultCard['repair'] => ({
  action,
  minutes,
  ...(partsBand ? { partsBand } : {}),
});

const cardOf = ({ title, part, perCylinder, behind, endsInDecision, repair }: FaultDefinition): FaultCard => ({
  title,
  part,
  perCylinder,
  isCondition: false,
  behind,
  endsInDecision,
  repair: repairOf(repair),
});

const jobCard: FaultCard = {
  title: CARBURETTOR_JOB.title,
  part: CARBURETTOR_JOB.part,
  perCylinder: false,
  isCondition: false,
  behind: CARBURETTOR_JOB.behind,
  endsInDecision: false,
  repair: repairOf(CARBURETTOR_JOB.repair),
};

/** The cards of every fault and condition that an engine may have; of all of them where none is named. */
export function faultCards(engine?: EngineWords): FaultCards {
  const here = ({ appliesTo }: { readonly appliesTo: (engine: EngineWords) => boolean }) =>
    !engine || appliesTo(engine);
  return Object.fromEntries([
    ...FAULTS.filter(here).map((f) => [f.id, cardOf(f)] as const),
    ...(!engine || carburetted(engine) ? [[CARBURETTOR_JOB.id, jobCard] as const] : []),
    ...WORKED.filter(here).map(({ id, title, part, ask, repair }) => {
      const card: FaultCard = {
        title,
        part,
        perCylinder: false,
        isCondition: true,
        behind: ask,
        endsInDecision: false,
        repair: repairOf(repair),
      };
      return [id, card] as const;
    }),
  ]);
}

/** The checks that speak of a part, those that can settle it first. */
export function checksSeeing(part: PartId, engine: EngineWords): readonly CheckId[] {
  const faults = FAULTS.filter((f) => f.part === part && f.appliesTo(engine));
  return [
    ...new Set([
      ...faults.flatMap((f) => f.confirmedBy.flatMap((rule) => rule.map((need) => need.check as CheckId))),
      ...faults.flatMap((f) => f.effects.map((e) => e.check as CheckId)),
    ]),
  ];
}
