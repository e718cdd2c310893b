/** Name of the database in a MariaDB of our own. */
export const DATABASE = 'ridge';

const HOSTS = ["'127.0.0.1'", "'localhost'"];

/** What the application may change besides adding to the record. */
const UPDATABLE = [
  'people',
  'engine_sheets',
  'engine_figures',
  'machines',
  'jobs',
  'job_states',
  'shops',
  'tablets',
  'sessions',
  'sheet_links',
  'calendar_links',
];
/** Where the steps that were gone are kept: the application reads how far the database is, and writes nothing there. */
const STEPS_TABLE = '__drizzle_migrations';

/** Statements run at every start of a MariaDB of our own: its users, the application's without any right yet. */
export function usersSql({ root, owner, app }) {
  const user = (name, secret) =>
    HOSTS.flatMap((host) => [
      `CREATE USER IF NOT EXISTS '${name}'@${host}`,
      `ALTER USER '${name}'@${host} IDENTIFIED BY '${secret}'`,
    ]);
  const grant = (name, rights) => HOSTS.map((host) => `GRANT ${rights.replace('$WHO', `'${name}'@${host}`)}`);
  return [
    `CREATE DATABASE IF NOT EXISTS ${DATABASE} CHARACTER SET utf8mb4`,
    ...user('root', root),
    ...grant('root', 'ALL ON *.* TO $WHO WITH GRANT OPTION'),
    ...user('ridge_owner', owner),
    ...grant('ridge_owner', `ALL ON ${DATABASE}.* TO $WHO`),
    ...user('ridge_app', app),
    // What an earlier version gave to the whole database, table by table since.
    ...HOSTS.flatMap((host) => [
      `GRANT INSERT ON ${DATABASE}.* TO 'ridge_app'@${host}`,
      `REVOKE INSERT ON ${DATABASE}.* FROM 'ridge_app'@${host}`,
      `GRANT SELECT ON ${DATABASE}.* TO 'ridge_app'@${host}`,
    ]),
    'FLUSH PRIVILEGES',
  ]
    .map((line) => `${line};\n`)
    .join('');
}

/** Gives the application's user its rights in the address's database, table by table; run after migrating, when the tables are there. */
export async function grantRights(rootUrl) {
  const { createConnection } = await import('mysql2/promise');
  const connection = await createConnection(rootUrl);
  try {
    const own = new URL(rootUrl).pathname.slice(1);
    for (const host of HOSTS) await connection.query(`GRANT SELECT ON \`${own}\`.* TO 'ridge_app'@${host}`);
    const [rows] = await connection.query('SHOW TABLES');
    for (const table of rows.map((row) => Object.values(row)[0]).filter((name) => name !== STEPS_TABLE)) {
      const rights = UPDATABLE.includes(table) ? 'INSERT, UPDATE' : 'INSERT';
      for (const host of HOSTS) await connection.query(`GRANT ${rights} ON \`${table}\` TO 'ridge_app'@${host}`);
    }
  } finally {
    await connection.end();
  }
}

/** Empties the database: tests that fill it with odd records leave none behind. */
export async function emptyDatabase(rootUrl) {
  const { createConnection } = await import('mysql2/promise');
  const connection = await createConnection(rootUrl);
  await connection.query(`DROP DATABASE ${DATABASE}`);
  await connection.query(`CREATE DATABASE ${DATABASE} CHARACTER SET utf8mb4`);
  await connection.end();
}
