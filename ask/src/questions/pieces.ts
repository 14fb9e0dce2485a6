import { layUp } from '@overcoat/core/buildup';
import { cutPieces, USUAL_CHOICES } from '@overcoat/core/order/pieces';
import { number, options } from '../options.ts';
import { ABOUT, readDesign } from '../readDesign.ts';

/** Every piece of a variant as it is cut, seen from inside, with its outline. */
export async function askPieces(args: readonly string[]) {
  const { values, rest } = options(args, { ...ABOUT, 'gap-behind': { type: 'string' } });
  const gap = number('gap-behind', values['gap-behind'], { min: 0.0005, max: 0.05 });
  const { design, variant, library } = await readDesign(rest[0], values);
  const laid = layUp(design.shell, variant.design, library);
  return {
    variant: variant.name,
    pieces: cutPieces(design.shell, variant.design, laid, library, {
      ...USUAL_CHOICES,
      gapBehind: gap ?? USUAL_CHOICES.gapBehind,
    }),
  };
}
