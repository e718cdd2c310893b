import { readdirSync, readFileSync } from 'node:fs';

type Truth = readonly (readonly [fault: string, cylinder: number | null])[];
interface Expected {
  readonly case?: unknown;
  readonly expect?: readonly { readonly settled?: string; readonly first?: string }[];
}

/** What was wrong, by what a case settles; by its last first suspect where it settles nothing. */
function settledBy({ expect = [] }: Expected): Truth {
  const settled = [...new Set(expect.flatMap((e) => (e.settled ? [e.settled] : [])))];
  const first = expect.flatMap((e) => (e.first ? [e.first] : [])).at(-1);
  return (settled.length > 0 ? settled : first ? [first] : []).map((key) => {
    const [, id, cylinder] = /^([^[]+)(?:\[(\d)\])?$/.exec(key)!;
    return [id!, cylinder ? Number(cylinder) : null];
  });
}

/**
 * The cases of a folder with what was wrong in each: told by a file `<name>.expect.json` beside it, or by what the case itself expects. Those that tell
 * of nothing wrong are left out.
 * @throws Error for a file that is no JSON
 */
export function casesIn(folder: string): { readonly name: string; readonly raw: unknown; readonly truth: Truth }[] {
  const files = readdirSync(folder).filter((file) => file.endsWith('.json'));
  const read = (file: string) => JSON.parse(readFileSync(`${folder}/${file}`, 'utf8'));
  return files
    .filter((file) => !file.endsWith('.expect.json'))
    .sort()
    .map((file) => {
      const name = file.slice(0, -5);
      const beside = `${name}.expect.json`;
      const own = read(file);
      return files.includes(beside)
        ? { name, raw: own as unknown, truth: read(beside).truth as Truth }
        : { name, raw: (own as Expected).case, truth: settledBy(own) };
    })
    .filter(({ truth }) => truth.length > 0);
}
