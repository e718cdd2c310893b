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
  'head[c]': access('Head', 50, 70, 'valve-cover[c]', 'carburettor'),
  belly: access('Under the machine', 5, 3),
} as const satisfies Readonly<Record<string, Access>>;
export type AccessId = keyof typeof ACCESS;

const find = (id: string): Access | undefined => (ACCESS as Readonly<Record<string, Access>>)[id];

/** Everything that has to be open for `ids`, outermost first, cylinder filled in. */
export function accessChain(ids: readonly string[], cylinder: number | null): string[] {
  const chain: string[] = [];
  const add = (id: string) => {
    for (const outer of find(id)?.through ?? []) add(outer);
    const key = cylinder === null ? id : id.replace('[c]', `[${cylinder}]`);
    if (!chain.includes(key)) chain.push(key);
  };
  ids.forEach(add);
  return chain;
}

const opened = new WeakMap<readonly string[], Map<string, readonly string[]>>();

/** Everything that must be open for a check, cylinders filled in; a check of the whole machine opens both sides. */
export function accessKeysFor(
  { access, scope }: { readonly access: readonly string[]; readonly scope: 'machine' | 'cylinder' | 'all-cylinders' },
  cylinder: number | null,
  cylinders: readonly number[],
): readonly string[] {
  const kept = opened.get(access) ?? new Map<string, readonly string[]>();
  opened.set(access, kept);
  const key = `${scope}|${cylinder}|${cylinders.length}`;
  let found = kept.get(key);
  if (!found) {
    const sides = scope === 'cylinder' ? [cylinder] : access.some((id) => id.includes('[c]')) ? cylinders : [null];
    found = [...new Set(sides.flatMap((side) => accessChain(access, side)))];
    kept.set(key, found);
  }
  return found;
}

/** Whether the way to `key` leads through `outer`, so that it cannot stay open once that is put back. */
export function liesBehind(key: string, outer: string): boolean {
  const cylinder = /\[(\d)\]/.exec(key)?.[1];
  const chain = accessChain([key.replace(/\[\d\]/, '[c]')], cylinder === undefined ? null : Number(cylinder));
  // The hood comes down over what is open beneath it.
  return outer !== 'hood' && chain.slice(0, -1).includes(outer);
}

/** Whether it is put back before the engine runs: it does not with a plug out or the carburettor on the bench. */
export const closedToRun = (key: string): boolean => /^(plug|head|carburettor|bowl|fuel-line)/.test(key);

/** The access behind a key such as `plug[2]`. @throws RangeError for an unknown key */
export function accessOf(key: string): Access {
  const found = find(key.replace(/\[\d\]/, '[c]'));
  if (!found) throw new RangeError(`accessOf: no access called ${key}`);
  return found;
}

/** `plug[2]` as "plug 2". */
export function accessLabel(key: string): string {
  const cylinder = /\[(\d)\]/.exec(key)?.[1];
  return `${accessOf(key).name.toLowerCase()}${cylinder === undefined ? '' : ` ${cylinder}`}`;
}
