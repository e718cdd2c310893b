import { writeFileSync } from 'node:fs';
import { z } from 'zod';
import { caseSchema } from '../core/index.ts';

/** docs/case.schema.json from the schema the door itself uses; a test holds the two together. */
export const caseJsonSchema = () => ({
  ...z.toJSONSchema(caseSchema, { io: 'input' }),
  $id: 'ridge-bolt/case/1',
  title: 'Ridge Bolt case file, version 1',
});

if (process.argv[1]?.endsWith('write-schema.ts'))
  writeFileSync(new URL('../docs/case.schema.json', import.meta.url), `${JSON.stringify(caseJsonSchema(), null, 2)}\n`);
