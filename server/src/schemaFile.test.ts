import { readFileSync } from 'node:fs';
import { demoConversions } from '@overcoat/core/demo';
import { toDesignFile } from '@overcoat/core/formats';
import { makeLibrary } from '@overcoat/core/materials';
import * as schema from '@overcoat/core/schema';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { expect, it } from 'vitest';

const published = JSON.parse(
  readFileSync(new URL('../../docs/schema/design-8.json', import.meta.url), 'utf8'),
);

it('publishes the schema it reads by (npm run schema writes it)', () => {
  const { $schema, title, ...rest } = published;
  expect([$schema, title]).not.toContain(undefined);
  expect(rest).toEqual(JSON.parse(JSON.stringify(schema.DesignFile)));
});

it('describes what is exported, as another reader would check it', () => {
  const validate = new Ajv2020({ discriminator: true, strict: false }).compile(published);
  for (const { design, log } of demoConversions(makeLibrary()))
    expect(validate(toDesignFile(design, [], [], log)), JSON.stringify(validate.errors)).toBe(true);
});
