import { ACCESS, type Access, type AccessId, type AccessOnMachine, cylinderOf, idOf } from './access.ts';

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
