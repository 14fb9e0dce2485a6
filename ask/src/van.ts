import { evaluate } from '@overcoat/core/evaluate';
import type { Brief, Shell } from '@overcoat/core/model';
import { vanModel } from '@overcoat/core/studies/cabin';
import { type ABOUT, type Asked, readDesign } from './readDesign.ts';

export const JOULES_A_KWH = 3.6e6;

/** The whole van of a variant as it is stepped through time, with fitted covers on its windows or without. */
export async function readVan(
  file: string | undefined,
  {
    covers,
    'wet-end': wetEnd,
    ...about
  }: { [K in keyof typeof ABOUT]?: string } & { covers?: boolean; 'wet-end'?: boolean },
): Promise<Asked & { shell: Shell; brief: Brief; model: ReturnType<typeof vanModel> }> {
  const asked = await readDesign(file, about);
  const { shell, brief } = asked.design;
  const e = evaluate(asked.design, asked.variant.design, asked.library);
  const choice = { covers: covers ?? false, heater: null, leaks: wetEnd ? 'wetEnd' : 'likely' } as const;
  return { ...asked, shell, brief, model: vanModel(e, shell, brief, choice, asked.library) };
}
