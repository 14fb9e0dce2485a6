import { layUp } from '@overcoat/core/buildup';
import { GRAINS } from '@overcoat/core/model/lists';
import { type CutChoices, cutPieces, USUAL_CHOICES } from '@overcoat/core/order/pieces';
import { AskMistake } from '../mistake.ts';
import { number, options } from '../options.ts';
import { ABOUT, readDesign } from '../readDesign.ts';

/** Every piece of a variant as it is cut, seen from inside, with its outline. */
export async function askPieces(args: readonly string[]) {
  const { values, rest } = options(args, {
    ...ABOUT,
    'gap-behind': { type: 'string' },
    grain: { type: 'string' },
    strips: { type: 'boolean' },
    corner: { type: 'string' },
    'plain-behind': { type: 'boolean' },
  });
  const gap = number('gap-behind', values['gap-behind'], { min: 0.0005, max: 0.05 });
  const corner = number('corner', values.corner, { min: 0.04, max: 0.6 });
  const grain = GRAINS.find(g => g === values.grain) ?? null;
  if (values.grain !== undefined && grain === null)
    throw new AskMistake(`--grain is ${GRAINS.join(' or ')}, not “${values.grain}”.`);
  const choices: CutChoices = {
    ...USUAL_CHOICES,
    gapBehind: gap ?? USUAL_CHOICES.gapBehind,
    grain,
    strips: values.strips ?? false,
    corner,
    plainBehind: values['plain-behind'] ?? false,
  };
  const { design, variant, library } = await readDesign(rest[0], values);
  const laid = layUp(design.shell, variant.design, library);
  return {
    variant: variant.name,
    pieces: cutPieces(design.shell, variant.design, laid, library, choices),
  };
}
