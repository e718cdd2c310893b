import {
  boolean,
  customType,
  date,
  datetime,
  double,
  index,
  int,
  mysqlTable,
  primaryKey,
  smallint,
  tinyint,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';

/** JSON as text: MariaDB's JSON is an alias of LONGTEXT and comes back as a string. */
const jsonText = customType<{ data: unknown; driverData: string }>({
  dataType: () => 'longtext',
  toDriver: (value) => JSON.stringify(value),
  fromDriver: (text) => JSON.parse(text),
});

/** Bytes as they are, up to 16 MB. */
const bytes = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => 'mediumblob' });

/** An id is compared letter for letter: `aB` and `ab` are two. */
const idText = customType<{ data: string; driverData: string }>({
  dataType: () => 'varchar(36) character set ascii collate ascii_nopad_bin',
});
const id = (name = 'id') => idText(name);
/** SHA-256 in hexadecimal. */
const hashText = customType<{ data: string; driverData: string }>({
  dataType: () => 'char(64) character set ascii collate ascii_nopad_bin',
});
/** Whose row it is; written and asked for by the one door all queries go through (`door.ts`). */
const shopId = () => int('shop_id').notNull().default(1);
const moment = (name: string) => datetime(name, { mode: 'date', fsp: 3 });

export const shops = mysqlTable('shops', {
  id: int('id').primaryKey(),
  /** Another one for every database that was made or restored: what a browser kept of the one before is not of this one. */
  epoch: id('epoch').notNull(),
  /** The number given last to a job. */
  lastNumber: int('last_number').notNull().default(100),
});

export const people = mysqlTable('people', {
  id: id().primaryKey(),
  shopId: shopId(),
  name: varchar('name', { length: 120 }).notNull(),
  active: boolean('active').notNull().default(true),
  role: varchar('role', { length: 20 }).notNull().default('technician'),
  /** Argon2 of what the person types; null while none is set. */
  pinHash: varchar('pin_hash', { length: 200 }),
  passwordHash: varchar('password_hash', { length: 200 }),
});

/** Devices at which a PIN is enough. */
export const tablets = mysqlTable(
  'tablets',
  {
    id: id().primaryKey(),
    shopId: shopId(),
    name: varchar('name', { length: 120 }).notNull(),
    /** SHA-256 of what the device shows of itself. */
    tokenHash: hashText('token_hash').notNull(),
    personId: id('person_id')
      .notNull()
      .references(() => people.id),
    at: moment('at').notNull(),
    withdrawnAt: moment('withdrawn_at'),
  },
  (table) => [uniqueIndex('tablets_token').on(table.tokenHash)],
);

/** Who was signed in where, from when to when. */
export const sessions = mysqlTable(
  'sessions',
  {
    id: id().primaryKey(),
    shopId: shopId(),
    personId: id('person_id')
      .notNull()
      .references(() => people.id),
    /** Null on a device that is no tablet of the shop. */
    tabletId: id('tablet_id').references(() => tablets.id),
    tokenHash: hashText('token_hash').notNull(),
    /** What events are signed with that are taken down out of reach. */
    secret: varchar('secret', { length: 64 }).notNull(),
    openedAt: moment('opened_at').notNull(),
    seenAt: moment('seen_at').notNull(),
    /** When it ends by itself. */
    endsAt: moment('ends_at').notNull(),
    endedAt: moment('ended_at'),
    /** Taken away, by somebody else than who it was opened for: nothing signed by it is believed any more. */
    withdrawn: boolean('withdrawn').notNull().default(false),
  },
  (table) => [uniqueIndex('sessions_token').on(table.tokenHash), index('sessions_person').on(table.personId)],
);

/** A customer's way to one job's sheet. */
export const sheetLinks = mysqlTable(
  'sheet_links',
  {
    id: id().primaryKey(),
    shopId: shopId(),
    jobId: id('job_id')
      .notNull()
      .references(() => jobs.id),
    tokenHash: hashText('token_hash').notNull(),
    personId: id('person_id')
      .notNull()
      .references(() => people.id),
    at: moment('at').notNull(),
    endsAt: moment('ends_at').notNull(),
    withdrawnAt: moment('withdrawn_at'),
  },
  (table) => [uniqueIndex('sheet_links_token').on(table.tokenHash), index('sheet_links_job').on(table.jobId)],
);

/** Sign-ins, exports, overrides and changes of keys. Rows are added, never changed. */
export const auditLines = mysqlTable(
  'audit_lines',
  {
    id: id().primaryKey(),
    shopId: shopId(),
    at: moment('at').notNull(),
    what: varchar('what', { length: 30 }).notNull(),
    /** Null where nobody was signed in. */
    personId: id('person_id').references(() => people.id),
    sessionId: id('session_id'),
    /** What it was done to: a job, a person, a tablet. */
    about: varchar('about', { length: 200 }),
  },
  (table) => [index('audit_lines_at').on(table.shopId, table.at)],
);

export const engineSheets = mysqlTable('engine_sheets', {
  id: id().primaryKey(),
  shopId: shopId(),
  name: varchar('name', { length: 160 }).notNull(),
  version: int('version').notNull().default(1),
  cylinders: tinyint('cylinders').notNull(),
  layout: varchar('layout', { length: 20 }).notNull(),
  fuelFeed: varchar('fuel_feed', { length: 20 }).notNull(),
  lifters: varchar('lifters', { length: 20 }).notNull(),
  compressionRelease: varchar('compression_release', { length: 20 }).notNull(),
  carburettor: varchar('carburettor', { length: 20 }).notNull(),
  ignition: varchar('ignition', { length: 20 }).notNull(),
  choke: varchar('choke', { length: 20 }).notNull().default('unknown'),
  crankPhase: varchar('crank_phase', { length: 20 }).notNull().default('unknown'),
  killDiodePolarity: varchar('kill_diode_polarity', { length: 20 }).notNull().default('unknown'),
});

/** One figure of a sheet, with where it came from. A missing figure has no row; one that was taken back has neither number nor word. */
export const engineFigures = mysqlTable(
  'engine_figures',
  {
    shopId: shopId(),
    sheetId: id('sheet_id')
      .notNull()
      .references(() => engineSheets.id),
    name: varchar('name', { length: 40 }).notNull(),
    /** A number, or a word of a closed list, such as the kind of adjuster; one of the two. */
    value: double('value'),
    word: varchar('word', { length: 40 }),
    source: varchar('source', { length: 20 }).notNull(),
    note: varchar('note', { length: 400 }),
    /** Who entered it, and when; nobody for what came with the sheet. */
    personId: id('person_id').references(() => people.id),
    at: moment('at'),
  },
  (table) => [primaryKey({ columns: [table.sheetId, table.name] })],
);

export const machines = mysqlTable('machines', {
  id: id().primaryKey(),
  shopId: shopId(),
  tag: varchar('tag', { length: 40 }).notNull(),
  name: varchar('name', { length: 200 }).notNull(),
  kind: varchar('kind', { length: 20 }).notNull(),
  owner: varchar('owner', { length: 200 }).notNull(),
  hours: double('hours'),
  /** As its plate says, free text. */
  model: varchar('model', { length: 120 }),
  serial: varchar('serial', { length: 120 }),
  /** Minutes and what comes off first, where it is opened otherwise than usual. */
  access: jsonText('access'),
  sheetId: id('sheet_id')
    .notNull()
    .references(() => engineSheets.id),
});

export const jobs = mysqlTable(
  'jobs',
  {
    id: id().primaryKey(),
    shopId: shopId(),
    number: int('number').notNull(),
    machineId: id('machine_id')
      .notNull()
      .references(() => machines.id),
    openedAt: moment('opened_at').notNull(),
    promisedOn: date('promised_on', { mode: 'string' }),
    /** Events so far, the complaint not counted; also the lock that numbers them. */
    eventCount: int('event_count').notNull().default(0),
    /** When the closing was received, by the server's clock. */
    closedAt: moment('closed_at'),
    /** Where it stands on the floor where somebody put it there by hand; null goes by its promise. */
    floorRank: int('floor_rank'),
  },
  (table) => [
    uniqueIndex('jobs_shop_number').on(table.shopId, table.number),
    index('jobs_floor').on(table.shopId, table.closedAt, table.promisedOn, table.openedAt),
    index('jobs_machine').on(table.machineId),
    index('jobs_machine_closed').on(table.machineId, table.closedAt),
  ],
);

/** The record of a job. Rows are added, never changed: the application's user may not update or delete here. */
export const jobEvents = mysqlTable(
  'job_events',
  {
    shopId: shopId(),
    /** Made by the client, so that a repeated send is the same event. */
    id: id().primaryKey(),
    jobId: id('job_id')
      .notNull()
      .references(() => jobs.id),
    /** 0 is the complaint; events count from 1. */
    seq: int('seq').notNull(),
    kind: varchar('kind', { length: 12 }).notNull(),
    checkId: varchar('check_id', { length: 60 }),
    cylinder: tinyint('cylinder'),
    runningState: varchar('running_state', { length: 12 }),
    temperature: varchar('temperature', { length: 8 }),
    instrument: varchar('instrument', { length: 200 }),
    personId: id('person_id')
      .notNull()
      .references(() => people.id),
    at: moment('at').notNull(),
    receivedAt: moment('received_at').notNull(),
    /** The time it says cannot be: ahead of the server's clock, or before the job was there. */
    timeDoubtful: boolean('time_doubtful').notNull().default(false),
    /** Brought in with a whole job from another shop; who and when are as that shop wrote them. */
    imported: boolean('imported').notNull().default(false),
    ruleVersion: varchar('rule_version', { length: 40 }).notNull(),
    sheetVersion: smallint('sheet_version').notNull(),
    /** The event as a case file holds it; for the complaint, the head of the case file. */
    payload: jsonText('payload').notNull(),
  },
  (table) => [
    uniqueIndex('job_events_seq').on(table.jobId, table.seq),
    index('job_events_kind').on(table.shopId, table.kind),
  ],
);

/** Photos that lines of a record show, by what they are: the line holds the SHA-256. Rows are added, never changed. */
export const jobPhotos = mysqlTable(
  'job_photos',
  {
    shopId: shopId(),
    jobId: id('job_id')
      .notNull()
      .references(() => jobs.id),
    sha256: hashText('sha256').notNull(),
    /** JPEG. */
    jpeg: bytes('jpeg').notNull(),
  },
  (table) => [primaryKey({ columns: [table.jobId, table.sha256] })],
);

/** Addresses a calendar may ask for what is to be done later. */
export const calendarLinks = mysqlTable(
  'calendar_links',
  {
    id: id().primaryKey(),
    shopId: shopId(),
    tokenHash: hashText('token_hash').notNull(),
    personId: id('person_id')
      .notNull()
      .references(() => people.id),
    at: moment('at').notNull(),
    withdrawnAt: moment('withdrawn_at'),
  },
  (table) => [uniqueIndex('calendar_links_token').on(table.tokenHash)],
);

/** What became of what was to be done later; it may come long after the job is closed. Rows are added, never changed: the last one counts. */
export const laterEnds = mysqlTable(
  'later_ends',
  {
    id: id().primaryKey(),
    shopId: shopId(),
    /** The line that says what is to be done. */
    eventId: id('event_id')
      .notNull()
      .references(() => jobEvents.id),
    ended: varchar('ended', { length: 12 }).notNull(),
    note: varchar('note', { length: 400 }),
    personId: id('person_id')
      .notNull()
      .references(() => people.id),
    at: moment('at').notNull(),
  },
  (table) => [index('later_ends_event').on(table.eventId)],
);

/** The figures of a reading: as typed and as an inside value. */
export const eventFigures = mysqlTable(
  'event_figures',
  {
    shopId: shopId(),
    eventId: id('event_id')
      .notNull()
      .references(() => jobEvents.id),
    /** Field of the check, or `cylinder 2` for checks of all cylinders. */
    field: varchar('field', { length: 60 }).notNull(),
    typed: varchar('typed', { length: 80 }),
    unit: varchar('unit', { length: 8 }),
    valueSi: double('value_si'),
    openLoop: boolean('open_loop').notNull().default(false),
  },
  (table) => [primaryKey({ columns: [table.eventId, table.field] })],
);

/** House rules, one row for each change and each row whole. Rows are added, never changed: a job keeps those it was opened under. */
export const houseRules = mysqlTable(
  'house_rules',
  {
    shopId: shopId(),
    revision: int('revision').notNull(),
    personId: id('person_id')
      .notNull()
      .references(() => people.id),
    at: moment('at').notNull(),
    payload: jsonText('payload').notNull(),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.revision] })],
);

/** How a job stands, as far as it was worked out: for the floor, which reads no records. Thrown away and made anew at will. */
export const jobStates = mysqlTable('job_states', {
  jobId: id('job_id')
    .primaryKey()
    .references(() => jobs.id),
  shopId: shopId(),
  eventCount: int('event_count').notNull(),
  /** Of the catalogue it was worked out with. */
  knowledge: varchar('knowledge', { length: 64 }).notNull(),
  payload: jsonText('payload').notNull(),
});

/** The sheet of a closed job as it was printed. Rows are added, never changed: no later catalogue rewrites what a customer holds. */
export const jobSheets = mysqlTable('job_sheets', {
  jobId: id('job_id')
    .primaryKey()
    .references(() => jobs.id),
  shopId: shopId(),
  eventCount: int('event_count').notNull(),
  knowledge: varchar('knowledge', { length: 64 }).notNull(),
  at: moment('at').notNull(),
  payload: jsonText('payload').notNull(),
});
