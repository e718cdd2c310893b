import type { z } from 'zod';

/** One thing wrong with an input: where, what, and what would be accepted. */
export interface InputIssue {
  readonly path: string;
  readonly message: string;
  readonly accepted?: readonly string[];
}

export type Read<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly issues: readonly InputIssue[] };

export const refuse = (...issues: InputIssue[]): { ok: false; issues: InputIssue[] } => ({ ok: false, issues });

/** `$.events[2].fields.toGround` from the pieces. */
export function jsonPath(base: string, pieces: readonly PropertyKey[]): string {
  return pieces.reduce<string>((path, piece) => {
    if (typeof piece === 'number') return `${path}[${piece}]`;
    return /^[A-Za-z_][\w-]*$/.test(String(piece)) ? `${path}.${String(piece)}` : `${path}["${String(piece)}"]`;
  }, base);
}

/** What a Zod refusal says, in the words of this door. */
export function issuesOf(error: z.ZodError, base: string): InputIssue[] {
  return error.issues.flatMap((issue): InputIssue[] => {
    const path = jsonPath(base, issue.path);
    if (issue.code === 'unrecognized_keys')
      return issue.keys.map((key) => ({ path: jsonPath(path, [key]), message: `unknown key "${key}"` }));
    if (issue.code === 'invalid_value') {
      return [{ path, message: 'not one of the values accepted here', accepted: issue.values.map(String) }];
    }
    if (issue.code === 'invalid_union') {
      return [
        { path, message: 'neither a figure with its unit ({ "value": 12.4, "unit": "V" }), "OL", a word nor yes/no' },
      ];
    }
    return [{ path, message: issue.message }];
  });
}
