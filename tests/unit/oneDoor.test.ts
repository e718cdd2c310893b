import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { getTableColumns, getTableName, isTable } from 'drizzle-orm';
import { expect, it } from 'vitest';
import * as schema from '@/db/schema.ts';

const tables = Object.values(schema).filter((each) => isTable(each));

it('every table says whose its rows are', () => {
  expect(tables.length).toBeGreaterThan(10);
  for (const table of tables.filter((t) => getTableName(t) !== 'shops'))
    expect((getTableColumns(table) as Record<string, unknown>).shopId, getTableName(table)).toMatchObject({
      name: 'shop_id',
      notNull: true,
      default: 1,
    });
});

it('tables are asked and written through one door, which says whose the rows are', () => {
  const files = ['db', 'keep', 'keys', 'features', 'app', 'server', 'scripts'].flatMap((folder) =>
    (readdirSync(folder, { recursive: true, encoding: 'utf8' }) as string[])
      .filter((file) => /\.tsx?$/.test(file))
      .map((file) => join(folder, file)),
  );
  expect(files.length).toBeGreaterThan(150);
  const asking = files.filter((file) =>
    /\.(insert|update|delete|from)\(\s*(people|engineSheets|engineFigures|machines|jobs|jobEvents|eventFigures|houseRules|jobStates|jobSheets|tablets|sessions|sheetLinks|auditLines|table)\b/.test(
      readFileSync(file, 'utf8'),
    ),
  );
  expect(asking).toEqual(['db/shop.ts']);
});
