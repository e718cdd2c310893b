/** Opening one of these makes every check behind it cheap; the planner pays for it once. Minutes are common practice. */
export interface Access {
  readonly name: string;
  readonly openMin: number;
  readonly closeMin: number;
  readonly through: readonly string[];
}

const access = (name: string, openMin: number, closeMin: number, ...through: string[]): Access => ({
  name,
  openMin,
  closeMin,
  through,
});

/** Per-cylinder ids are written with `[c]`. */
export const ACCESS = {
  hood: access('Hood', 1, 1),
  battery: access('Battery', 1, 1),
  'lead[c]': access('Plug lead', 0.5, 0.5, 'hood'),
  'plug[c]': access('Plug', 2, 2, 'lead[c]'),
  'air-box': access('Air box', 4, 5, 'hood'),
  'blower-housing': access('Cooling shroud', 12, 14, 'hood'),
  carburettor: access('Carburettor', 18, 20, 'air-box'),
  bowl: access('Bowl', 6, 6, 'air-box'),
  'fuel-line': access('Fuel line', 2, 2, 'hood'),
  'valve-cover[c]': access('Valve cover', 6, 8),
  flywheel: access('Flywheel', 20, 25, 'blower-housing'),
  exhaust: access('Exhaust', 8, 10, 'hood'),
  // No work of its own: it says what has to come off to reach them.
  'kill-leads': access('Kill leads', 0, 0, 'blower-housing'),
  'head[c]': access('Head', 50, 70, 'valve-cover[c]', 'carburettor', 'blower-housing', 'exhaust'),
  belly: access('Under the machine', 5, 3),
} as const satisfies Readonly<Record<string, Access>>;
export type AccessId = keyof typeof ACCESS;

/** Minutes and what comes off first, as they are on one machine: only what differs. */
export type AccessOnMachine = {
  readonly [Id in AccessId]?: {
    readonly openMin?: number | undefined;
    readonly closeMin?: number | undefined;
    readonly through?: readonly string[] | undefined;
  };
};

/** The same with what was found of one thing besides. */
export const withAccess = (
  known: AccessOnMachine,
  id: AccessId,
  change: NonNullable<AccessOnMachine[AccessId]>,
): AccessOnMachine => ({ ...known, [id]: { ...known[id], ...change } });

/** The id of a key: `plug[2]` as `plug[c]`. */
export const idOf = (key: string) => key.replace(/\[\d\]/, '[c]');

/** The cylinder of a key; null where it has none. */
export const cylinderOf = (key: string): number | null => {
  const cylinder = /\[(\d)\]/.exec(key)?.[1];
  return cylinder === undefined ? null : Number(cylinder);
};

/** Whether it is put back before the engine runs: it does not with a plug out or the carburettor on the bench. */
export const closedToRun = (key: string): boolean => /^(plug|head|carburettor|bowl|fuel-line|exhaust)/.test(key);

/** `plug[2]` as "plug 2". @throws TypeError for a key that is none of access */
export function accessLabel(key: string): string {
  const cylinder = cylinderOf(key);
  const { name } = ACCESS[idOf(key) as AccessId];
  return `${name.toLowerCase()}${cylinder === null ? '' : ` ${cylinder}`}`;
}
