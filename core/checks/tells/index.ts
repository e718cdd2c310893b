import { AIR_TELLS } from './air.ts';
import { BALANCE_TELLS } from './balance.ts';
import { CHARGE_TELLS } from './charge.ts';
import { FUEL_TELLS } from './fuel.ts';
import { LOOK_TELLS } from './look.ts';
import { POWER_TELLS } from './power.ts';
import { RUN_TELLS } from './run.ts';
import { SEAL_TELLS } from './seal.ts';
import { SPARK_TELLS } from './spark.ts';
import { SPLIT_TELLS } from './split.ts';
import type { Tells, TellsByCheck } from './tells.ts';
import { TURN_TELLS } from './turn.ts';
import { VALVE_TELLS } from './valve.ts';

export type { Tells } from './tells.ts';

const NOTHING: Tells = { leak: {}, leakOnceAdjusted: null, via: {}, viaOnSingle: null, worsens: [] };

const ALL: ReadonlyMap<string, Tells> = new Map(
  Object.entries({
    ...AIR_TELLS,
    ...BALANCE_TELLS,
    ...CHARGE_TELLS,
    ...FUEL_TELLS,
    ...LOOK_TELLS,
    ...POWER_TELLS,
    ...RUN_TELLS,
    ...SEAL_TELLS,
    ...SPARK_TELLS,
    ...SPLIT_TELLS,
    ...TURN_TELLS,
    ...VALVE_TELLS,
  } satisfies TellsByCheck).map(([check, own]): [string, Tells] => [check, { ...NOTHING, ...(own as Partial<Tells>) }]),
);

/** What the check of that id tells; nothing of its own where none is written down. */
export const tellsOf = (check: string): Tells => ALL.get(check) ?? NOTHING;
