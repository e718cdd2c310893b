/** What somebody is in the shop; `customer` holds a link to one sheet, `nobody` is not signed in. */
export const ROLES = ['owner', 'technician', 'learner', 'customer', 'nobody'] as const;
export type Role = (typeof ROLES)[number];
/** Roles a person of the shop can have. */
export const STAFF_ROLES = ['owner', 'technician', 'learner'] as const satisfies readonly Role[];
export type StaffRole = (typeof STAFF_ROLES)[number];

const everybody = ROLES;
const staff = STAFF_ROLES;
const skilled = ['owner', 'technician'] as const;
const owner = ['owner'] as const;

/** Whatever is done here, and who may do it. What is not listed for a role is refused. */
export const MATRIX = {
  /** The sign-in page and what it needs, script and style, whether the shop answers. */
  'door.use': everybody,
  /** One's own session: who one is, switch, sign out, one's own PIN. */
  'session.own': staff,
  'floor.see': staff,
  /** Which machine is next. */
  'floor.order': skilled,
  'job.open': staff,
  'job.see': staff,
  /** Readings, notes, repairs, corrections. */
  'job.record': staff,
  /** Past a gate or a check that ought to be made, with a reason. */
  'job.override': skilled,
  'job.close': skilled,
  'sheet.see': staff,
  /** A customer's link to a sheet, made and withdrawn. */
  'sheet.share': skilled,
  /** A sheet by its link; the link itself is held against what was given out. */
  'sheet.by-link': everybody,
  /** What is due, by a calendar's own address. */
  'calendar.by-link': everybody,
  'file.take': skilled,
  /** A job of another shop. */
  'file.bring': owner,
  'engines.see': staff,
  'engines.change': skilled,
  'house.see': staff,
  'house.change': owner,
  'people.change': owner,
  'audit.see': owner,
} as const satisfies Readonly<Record<string, readonly Role[]>>;
export type Action = keyof typeof MATRIX;
export const ACTIONS = Object.keys(MATRIX) as Action[];

/** Whether a role may do something. */
export const may = (role: Role, action: Action): boolean => (MATRIX[action] as readonly Role[]).includes(role);

export interface Route {
  readonly method: 'GET' | 'POST';
  /** Its folders as in `app/`: a part in brackets stands for any one. */
  readonly path: string;
  readonly action: Action;
}

/** Every page and every door for programs, with what it takes to be let in. A route that is missing here is open to nobody. */
export const ROUTES: readonly Route[] = [
  { method: 'GET', path: '/', action: 'floor.see' },
  { method: 'GET', path: '/sign-in', action: 'door.use' },
  { method: 'GET', path: '/first', action: 'door.use' },
  { method: 'GET', path: '/people', action: 'people.change' },
  { method: 'GET', path: '/engines', action: 'engines.see' },
  { method: 'GET', path: '/engines/new', action: 'engines.change' },
  { method: 'GET', path: '/engines/compare', action: 'engines.see' },
  { method: 'GET', path: '/engines/[id]', action: 'engines.see' },
  { method: 'GET', path: '/jobs/new', action: 'job.open' },
  { method: 'GET', path: '/jobs/[id]', action: 'job.see' },
  { method: 'GET', path: '/jobs/[id]/sheet', action: 'sheet.see' },
  { method: 'GET', path: '/jobs/[id]/proof', action: 'sheet.see' },
  { method: 'GET', path: '/jobs/[id]/tag', action: 'job.see' },
  { method: 'GET', path: '/s/[token]', action: 'sheet.by-link' },
  { method: 'GET', path: '/rules', action: 'house.see' },
  { method: 'GET', path: '/later', action: 'floor.see' },
  { method: 'GET', path: '/no-entry', action: 'door.use' },
  { method: 'GET', path: '/api/health', action: 'door.use' },
  { method: 'GET', path: '/api/offline', action: 'door.use' },
  { method: 'POST', path: '/api/first', action: 'door.use' },
  { method: 'POST', path: '/api/session', action: 'door.use' },
  { method: 'GET', path: '/api/session', action: 'session.own' },
  // Shown to be somebody's by what only that session can sign.
  { method: 'POST', path: '/api/session/take', action: 'door.use' },
  { method: 'POST', path: '/api/session/end', action: 'door.use' },
  { method: 'POST', path: '/api/session/pin', action: 'session.own' },
  { method: 'POST', path: '/api/people', action: 'people.change' },
  { method: 'POST', path: '/api/tablets', action: 'people.change' },
  { method: 'POST', path: '/api/sessions', action: 'people.change' },
  { method: 'GET', path: '/api/audit', action: 'audit.see' },
  { method: 'POST', path: '/api/engines', action: 'engines.change' },
  { method: 'GET', path: '/api/engines/[id]/file', action: 'engines.see' },
  { method: 'POST', path: '/api/house', action: 'house.change' },
  { method: 'POST', path: '/api/later', action: 'job.record' },
  { method: 'GET', path: '/api/later/file', action: 'floor.see' },
  { method: 'GET', path: '/api/later/feed/[token]', action: 'calendar.by-link' },
  { method: 'POST', path: '/api/later/feed', action: 'sheet.share' },
  { method: 'POST', path: '/api/floor', action: 'floor.order' },
  { method: 'GET', path: '/api/jobs', action: 'job.see' },
  { method: 'POST', path: '/api/jobs', action: 'job.open' },
  { method: 'GET', path: '/api/jobs/[id]/case', action: 'file.take' },
  { method: 'GET', path: '/api/jobs/[id]/whole', action: 'file.take' },
  { method: 'POST', path: '/api/jobs/whole', action: 'file.bring' },
  { method: 'GET', path: '/api/tables/[name]', action: 'file.take' },
  { method: 'GET', path: '/api/jobs/[id]/events', action: 'job.see' },
  { method: 'GET', path: '/api/jobs/[id]/photos/[sha256]', action: 'job.see' },
  // What kind of event it is, is asked once it is read.
  { method: 'POST', path: '/api/jobs/[id]/events', action: 'job.record' },
  { method: 'POST', path: '/api/jobs/[id]/stand', action: 'job.see' },
  { method: 'GET', path: '/api/jobs/[id]/links', action: 'sheet.share' },
  { method: 'POST', path: '/api/jobs/[id]/links', action: 'sheet.share' },
];

/** Files that are no page: script and style of the build, and what stands in `public`. */
const FILES =
  /^\/(_next\/static\/.+|sw\.js|take-sound\.js|icon\.svg|icons\/[\w-]+\.png|manifest\.webmanifest|favicon\.ico)$/;

const shapeOf = (path: string) => path.split('/').filter(Boolean);

/** The parts of an address in plain letters, however they were written; null where it is written so that two may read it two ways. */
function partsOf(pathname: string): readonly string[] | null {
  if (!pathname.startsWith('/') || /\/\/|\\|\/\.{1,2}(\/|$)/.test(pathname)) return null;
  try {
    const parts = shapeOf(pathname).map(decodeURIComponent);
    return parts.some((part) => /[/\\]|^\.{1,2}$/.test(part)) ? null : parts;
  } catch {
    return null;
  }
}

/** What a request wants to do; null where nothing is done under that address. HEAD asks for what GET does. */
export function actionOf(method: string, pathname: string): Action | null {
  const asked = method === 'HEAD' ? 'GET' : method;
  const parts = partsOf(pathname);
  if (parts === null) return null;
  if (asked === 'GET' && FILES.test(pathname)) return 'door.use';
  const fitting = ROUTES.filter((route) => {
    const shape = shapeOf(route.path);
    return (
      route.method === asked &&
      shape.length === parts.length &&
      shape.every((part, i) => part.startsWith('[') || part === parts[i])
    );
  });
  // A route by its own name goes before one with any.
  const plain = fitting.find(({ path }) => !path.includes('['));
  return (plain ?? fitting[0])?.action ?? null;
}
