import { demoConversions } from '@overcoat/core/demo';
import { toDesignFile } from '@overcoat/core/formats';
import { makeLibrary } from '@overcoat/core/materials';
import { AskMistake } from '../mistake.ts';
import { options } from '../options.ts';

/** A demo van's design file. */
export async function askDemo(args: readonly string[]) {
  const { rest } = options(args, {});
  const vans = demoConversions(makeLibrary());
  const found = vans.find(v => v.design.name.toLowerCase() === rest[0]?.toLowerCase());
  if (!found)
    throw new AskMistake(
      `${rest[0] ? `There is no demo van “${rest[0]}”` : 'Name a demo van'}: ${vans.map(v => v.design.name.toLowerCase()).join(' or ')}.`,
    );
  return toDesignFile(found.design, [], [], found.log);
}
