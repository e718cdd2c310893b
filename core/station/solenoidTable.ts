import { type SolenoidFindings, type SolenoidVerdict, solenoidVerdict } from '../measure/index.ts';

/** One row of the truth table: what it is, and what each look shows then. A look that says nothing of it is left out. */
export interface SolenoidRow {
  readonly is: Exclude<SolenoidVerdict, 'cannot-tell'>;
  readonly shows: SolenoidFindings;
}

/** The truth table of a fuel solenoid on its bowl [P]. */
export const SOLENOID_ROWS: readonly SolenoidRow[] = [
  { is: 'feed', shows: { feed: false, clicks: false, ohms: 'ok', runsOnPrimer: true } },
  { is: 'coil', shows: { feed: true, clicks: false, ohms: 'open', runsOnPrimer: true } },
  { is: 'stuck-shut', shows: { feed: true, ohms: 'ok', plunger: 'stuck-shut', runsOnPrimer: true } },
  { is: 'stuck-open', shows: { feed: true, ohms: 'ok', plunger: 'stuck-open', afterFires: true } },
  { is: 'jet-behind', shows: { feed: true, ohms: 'ok', clicks: true, plunger: 'free', runsOnPrimer: true } },
  {
    is: 'sound',
    shows: { feed: true, ohms: 'ok', clicks: true, plunger: 'free', runsOnPrimer: false, afterFires: false },
  },
];

const LOOKS = ['feed', 'clicks', 'ohms', 'plunger', 'runsOnPrimer', 'afterFires'] as const;
export type SolenoidLook = (typeof LOOKS)[number];

export interface SolenoidTable {
  readonly rows: readonly (SolenoidRow & { readonly left: boolean })[];
  readonly verdict: SolenoidVerdict;
  /** The look that parts what is left best; null where one row is left, or none. */
  readonly partsBest: SolenoidLook | null;
}

/** Sticky is stuck shut on its way. */
const fits = (row: SolenoidRow, found: SolenoidFindings): boolean =>
  LOOKS.every((look) => {
    const [seen, shows] = [found[look], row.shows[look]];
    if (seen === undefined || shows === undefined) return true;
    if (look === 'ohms') return (seen === 'ok') === (shows === 'ok');
    if (look === 'plunger') return (seen === 'sticky' ? 'stuck-shut' : seen) === shows;
    return seen === shows;
  });

/** Which rows of the table are left after what was seen, what that is, and which look would part the rest. */
export function solenoidTable(found: SolenoidFindings): SolenoidTable {
  const rows = SOLENOID_ROWS.map((row) => ({ ...row, left: fits(row, found) }));
  const left = rows.filter((row) => row.left);
  const kinds = (look: SolenoidLook) => new Set(left.map((row) => String(row.shows[look] ?? '?'))).size;
  const open = LOOKS.filter((look) => found[look] === undefined && kinds(look) > 1);
  return {
    rows,
    verdict: solenoidVerdict(found),
    partsBest: left.length > 1 ? (open.toSorted((a, b) => kinds(b) - kinds(a))[0] ?? null) : null,
  };
}
