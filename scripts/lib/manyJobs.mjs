const OPEN = 150;
const ROWS_AT_ONCE = 2000;
const MINUTE_MS = 60_000;

/**
 * Fills a shop with many jobs, as fast as the database takes them: 150 stand open, the others left the shop, each with the lines of one of the
 * demo's records. By the owner, behind every door.
 * @param jobs how many there are in the end, besides the demo's
 */
export async function fillShop(ownerUrl, jobs) {
  const { createConnection } = await import('mysql2/promise');
  const connection = await createConnection({ uri: ownerUrl, timezone: 'Z' });
  const ask = async (sql, values) => (await connection.query(sql, values))[0];
  const [{ there }] = await ask("SELECT COUNT(*) AS there FROM jobs WHERE id LIKE 'many-%'");
  const records = {};
  for (const id of ['job-heron-4-power', 'job-sluice-1-one', 'job-heron-9-closed'])
    records[id] = {
      events: await ask('SELECT * FROM job_events WHERE job_id = ? ORDER BY seq', [id]),
      figures: await ask('SELECT f.* FROM event_figures f JOIN job_events e ON e.id = f.event_id WHERE e.job_id = ?', [
        id,
      ]),
    };
  const [machine] = await ask("SELECT * FROM machines WHERE id = 'machine-heron-4'");
  const [{ last }] = await ask('SELECT last_number AS last FROM shops WHERE id = 1');
  const rows = { machines: [], jobs: [], job_events: [], event_figures: [] };
  const flush = async (least) => {
    for (const [table, all] of Object.entries(rows)) {
      if (all.length < least || all.length === 0) continue;
      const columns = Object.keys(all[0]);
      await ask(`INSERT INTO ${table} (${columns.map((c) => `\`${c}\``).join(', ')}) VALUES ?`, [
        all.map((row) => columns.map((c) => row[c])),
      ]);
      all.length = 0;
    }
  };
  const now = Date.now();
  await ask('SET foreign_key_checks = 0');
  for (let n = there; n < jobs; n++) {
    const id = `many-${String(n).padStart(7, '0')}`;
    const isOpen = n < OPEN;
    const machineId = `machine-${Math.floor(n / 4)}`;
    const { events, figures } =
      records[isOpen ? ['job-heron-4-power', 'job-sluice-1-one'][n % 2] : 'job-heron-9-closed'];
    const at = new Date(now - (n + 100) * 20 * MINUTE_MS);
    if (n % 4 === 0) rows.machines.push({ ...machine, id: machineId, tag: `Many ${n / 4}` });
    rows.jobs.push({
      id,
      shop_id: 1,
      number: last + 1 + n - there,
      machine_id: machineId,
      opened_at: at,
      promised_on: isOpen ? new Date(now + (n % 20) * 1440 * MINUTE_MS).toISOString().slice(0, 10) : null,
      event_count: events.length - 1,
      closed_at: isOpen ? null : new Date(at.getTime() + 120 * MINUTE_MS),
    });
    for (const event of events)
      rows.job_events.push({ ...event, id: `${id}-${event.seq}`, job_id: id, at, received_at: at });
    for (const figure of figures) {
      const { seq } = events.find((e) => e.id === figure.event_id);
      rows.event_figures.push({ ...figure, event_id: `${id}-${seq}` });
    }
    await flush(ROWS_AT_ONCE);
  }
  await flush(1);
  await ask('UPDATE shops SET last_number = ? WHERE id = 1', [last + Math.max(0, jobs - there)]);
  await ask('ANALYZE TABLE jobs, job_events, machines, event_figures');
  await connection.end();
}
