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

/** What comes off first where machines are not built alike; the usual one first. Common practice. */
export const ACCESS_WAYS: Readonly<
  Partial<
    Record<
      AccessId,
      { readonly asks: string; readonly ways: readonly { label: string; through: readonly AccessId[] }[] }
    >
  >
> = {
  bowl: {
    asks: 'Bowl or solenoid comes off',
    ways: [
      { label: 'with the air box off', through: ['air-box'] },
      { label: 'by itself', through: ['hood'] },
    ],
  },
  carburettor: {
    asks: 'Carburettor comes off',
    ways: [
      { label: 'with the air box off', through: ['air-box'] },
      { label: 'with air box and shroud off', through: ['air-box', 'blower-housing'] },
    ],
  },
  'kill-leads': {
    asks: 'Kill leads end',
    ways: [
      { label: 'under the shroud', through: ['blower-housing'] },
      { label: 'in a connector outside', through: ['hood'] },
    ],
  },
};

/** The id of a key: `plug[2]` as `plug[c]`. */
const idOf = (key: string) => key.replace(/\[\d\]/, '[c]');

const cylinderOf = (key: string): number | null => {
  const cylinder = /\[(\d)\]/.exec(key)?.[1];
  return cylinder === undefined ? null : Number(cylinder);
};

interface Opens {
  readonly access: readonly string[];
  readonly scope: 'machine' | 'cylinder' | 'all-cylinders';
}

/** How one machine is opened: its own minutes and ways where it has any, else the usual ones. */
export class AccessPlan {
  private readonly all: Readonly<Record<string, Access>>;
  private readonly opened = new WeakMap<readonly string[], Map<string, readonly string[]>>();

  constructor(own: AccessOnMachine) {
    this.all = Object.fromEntries(
      Object.entries(ACCESS).map(([id, usual]): [string, Access] => {
        const { openMin, closeMin, through } = own[id as AccessId] ?? {};
        return [
          id,
          {
            name: usual.name,
            openMin: openMin ?? usual.openMin,
            closeMin: closeMin ?? usual.closeMin,
            through: through ?? usual.through,
          },
        ];
      }),
    );
  }

  /** The access behind a key such as `plug[2]`. @throws RangeError for an unknown key */
  of(key: string): Access {
    const found = this.all[idOf(key)];
    if (!found) throw new RangeError(`AccessPlan: no access called ${key}`);
    return found;
  }

  /** Minutes to open and to close it [min]. */
  minutesOf(key: string): number {
    const { openMin, closeMin } = this.of(key);
    return openMin + closeMin;
  }

  /** Everything that has to be open for `ids`, outermost first, cylinder filled in. */
  chain(ids: readonly string[], cylinder: number | null): string[] {
    const chain: string[] = [];
    const add = (id: string) => {
      for (const outer of this.all[id]?.through ?? []) add(outer);
      const key = cylinder === null ? id : id.replace('[c]', `[${cylinder}]`);
      if (!chain.includes(key)) chain.push(key);
    };
    ids.forEach(add);
    return chain;
  }

  /** Everything that must be open for a check, cylinders filled in; a check of the whole machine opens both sides. */
  keysFor({ access, scope }: Opens, cylinder: number | null, cylinders: readonly number[]): readonly string[] {
    const kept = this.opened.get(access) ?? new Map<string, readonly string[]>();
    this.opened.set(access, kept);
    const key = `${scope}|${cylinder}|${cylinders.length}`;
    let found = kept.get(key);
    if (!found) {
      const sides = scope === 'cylinder' ? [cylinder] : access.some((id) => id.includes('[c]')) ? cylinders : [null];
      found = [...new Set(sides.flatMap((side) => this.chain(access, side)))];
      kept.set(key, found);
    }
    return found;
  }

  /** Whether the way to `key` leads through `outer`, so that it cannot stay open once that is put back. */
  liesBehind(key: string, outer: string): boolean {
    // The hood comes down over what is open beneath it.
    return (
      outer !== 'hood' &&
      this.chain([idOf(key)], cylinderOf(key))
        .slice(0, -1)
        .includes(outer)
    );
  }
}

const plans = new WeakMap<AccessOnMachine, AccessPlan>();

/** How that machine is opened; made once for each set of differences. */
export function accessPlan(own: AccessOnMachine): AccessPlan {
  let found = plans.get(own);
  if (!found) {
    found = new AccessPlan(own);
    plans.set(own, found);
  }
  return found;
}

/** What is usual, where nothing is known of the machine. */
export const USUAL_ACCESS: AccessOnMachine = {};

/** Whether it is put back before the engine runs: it does not with a plug out or the carburettor on the bench. */
export const closedToRun = (key: string): boolean => /^(plug|head|carburettor|bowl|fuel-line|exhaust)/.test(key);

/** `plug[2]` as "plug 2". @throws RangeError for an unknown key */
export function accessLabel(key: string): string {
  const cylinder = cylinderOf(key);
  return `${accessPlan(USUAL_ACCESS).of(key).name.toLowerCase()}${cylinder === null ? '' : ` ${cylinder}`}`;
}
