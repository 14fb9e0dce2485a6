import { layUp } from '@overcoat/core/buildup';
import { cutPieces, USUAL_CHOICES } from '@overcoat/core/order/pieces';
import { heldVan } from '@overcoat/core/studies/cabin';
import { options } from '../options.ts';
import { ABOUT, readDesign } from '../readDesign.ts';

/** What holds each piece of a variant, and whether it will: dry, wet, and on a hot day. */
export async function askHolding(args: readonly string[]) {
  const { values, rest } = options(args, ABOUT);
  const { design, variant, library } = await readDesign(rest[0], values);
  const laid = layUp(design.shell, variant.design, library);
  const pieces = cutPieces(design.shell, variant.design, laid, library, USUAL_CHOICES);
  const held = heldVan(design, variant.design, library, pieces, []);
  return { variant: variant.name, ...held };
}
