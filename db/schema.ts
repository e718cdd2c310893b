import {
  boolean,
  customType,
  date,
  datetime,
  double,
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

const id = (name = 'id') => varchar(name, { length: 36 });
const moment = (name: string) => datetime(name, { mode: 'date', fsp: 3 });

export const people = mysqlTable('people', {
  id: id().primaryKey(),
  name: varchar('name', { length: 120 }).notNull(),
  active: boolean('active').notNull().default(true),
});

export const engineSheets = mysqlTable('engine_sheets', {
  id: id().primaryKey(),
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
    number: int('number').notNull(),
    machineId: id('machine_id')
      .notNull()
      .references(() => machines.id),
    openedAt: moment('opened_at').notNull(),
    promisedOn: date('promised_on', { mode: 'string' }),
    /** Events so far, the complaint not counted; also the lock that numbers them. */
    eventCount: int('event_count').notNull().default(0),
    closedAt: moment('closed_at'),
  },
  (table) => [uniqueIndex('jobs_number').on(table.number)],
);

/** The record of a job. Rows are added, never changed: the application's user may not update or delete here. */
export const jobEvents = mysqlTable(
  'job_events',
  {
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
    ruleVersion: varchar('rule_version', { length: 40 }).notNull(),
    sheetVersion: smallint('sheet_version').notNull(),
    /** The event as a case file holds it; for the complaint, the head of the case file. */
    payload: jsonText('payload').notNull(),
  },
  (table) => [uniqueIndex('job_events_seq').on(table.jobId, table.seq)],
);

/** The figures of a reading: as typed and as an inside value. */
export const eventFigures = mysqlTable(
  'event_figures',
  {
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
export const houseRules = mysqlTable('house_rules', {
  revision: int('revision').primaryKey(),
  personId: id('person_id')
    .notNull()
    .references(() => people.id),
  at: moment('at').notNull(),
  payload: jsonText('payload').notNull(),
});
