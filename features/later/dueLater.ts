/** Something that was put off, for the list to call and the calendar. */
export interface DueLater {
  readonly eventId: string;
  readonly job: { readonly id: string; readonly number: number };
  readonly machine: { readonly tag: string; readonly name: string; readonly owner: string };
  readonly what: string;
  /** ISO day; null where only the meter says when. */
  readonly dueOn: string | null;
  /** On the meter [h]; null where only the day says when. */
  readonly atHours: number | null;
  /** The meter when the machine was here last [h]. */
  readonly hoursThen: number | null;
  readonly saidAt: string;
  readonly ended: { readonly ended: 'done' | 'dropped'; readonly note: string | null; readonly at: string } | null;
}

/** Those with the oldest day first; then those that go by the meter. */
export const soonestFirst = (all: readonly DueLater[]): readonly DueLater[] =>
  [...all].sort((a, b) => (a.dueOn ?? '9999').localeCompare(b.dueOn ?? '9999') || a.saidAt.localeCompare(b.saidAt));
