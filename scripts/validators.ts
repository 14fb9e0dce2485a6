/**
 * Writes down the validators of everything the server takes in, so that it need not compile their schemas as it starts: run by the
 * build, before the result is bundled.
 */
import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { contract } from '@overcoat/core/contract';
import * as schema from '@overcoat/core/schema';
import { Ajv2020 } from 'ajv/dist/2020.js';
import standalone from 'ajv/dist/standalone/index.js';

const bodies = Object.values(contract).flatMap(said => ('body' in said ? [said.body as object] : []));
const types = [
  ...bodies,
  schema.Zone,
  schema.Variant,
  schema.Design,
  ...Object.values(schema.documentSchemas),
];
const ajv = new Ajv2020({ code: { source: true, esm: true }, discriminator: true, strict: false });
const names: Record<string, string> = {};
for (const type of types) {
  const text = JSON.stringify(type);
  // As `validate.ts` looks it up.
  const name = `v${createHash('sha256').update(text).digest('hex').slice(0, 32)}`;
  if (names[name]) continue;
  names[name] = name;
  ajv.addSchema(JSON.parse(text), name);
}
const [out] = process.argv.slice(2);
const write = standalone as unknown as (ajv: Ajv2020, names: Record<string, string>) => string;
writeFileSync(out!, write(ajv, names));
