import { mkdirSync, writeFileSync } from 'node:fs';
import { FORMAT } from '@overcoat/core/model/lists';
import * as schema from '@overcoat/core/schema';

/** Writes the published schema of the design file. */
mkdirSync('docs/schema', { recursive: true });
const text = JSON.stringify(
  {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: `Overcoat design file, format ${FORMAT}`,
    ...schema.DesignFile,
  },
  null,
  1,
);
writeFileSync('docs/schema/design-8.json', `${text}\n`);
