import { evaluate } from '@overcoat/core/evaluate';
import type { Brief, Front, Shell } from '@overcoat/core/model';
import { type FacePlace, vanModel } from '@overcoat/core/studies/cabin';
import { withFront } from '@overcoat/core/survey/patterns';
import { AskMistake } from './mistake.ts';
import { ABOUT, type AskedDesign, readDesign } from './readDesign.ts';

export const JOULES_A_KWH = 3.6e6;

/** Options of every question about the whole van. */
export const ABOUT_VAN = {
  ...ABOUT,
  covers: { type: 'boolean' },
  bulkhead: { type: 'string' },
} as const;

const FRONTS: Record<string, Front> = { open: 'open', curtain: 'heavy curtain', fixed: 'bulkhead' };

/** The whole van of a variant as it is stepped through time: with screens up or not, and another front than the file's. */
export async function readVan(
  file: string | undefined,
  {
    covers,
    bulkhead,
    'wet-end': wetEnd,
    ...about
  }: { [K in keyof typeof ABOUT]?: string } & { covers?: boolean; bulkhead?: string; 'wet-end'?: boolean },
): Promise<
  AskedDesign & { shell: Shell; brief: Brief; cab: CabAnswer | null; model: ReturnType<typeof vanModel> }
> {
  const asked = await readDesign(file, about);
  const { brief } = asked.design;
  const shell = frontOf(asked.design.shell, bulkhead);
  const e = evaluate({ ...asked.design, shell }, asked.variant.design, asked.library);
  const choice = { covers: covers ?? false, heater: null, leaks: wetEnd ? 'wetEnd' : 'likely' } as const;
  const { cab } = e.heat;
  return {
    ...asked,
    shell,
    brief,
    cab: cab && { front: shell.cab!.front, share: cab.share, heatLoss: cab.loss, temperature: cab.t },
    model: vanModel(e, shell, brief, choice, asked.library),
  };
}

/** The cab on the steady design night. */
interface CabAnswer {
  front: Front;
  share: number;
  heatLoss: number;
  temperature: number;
}

function frontOf(shell: Shell, asked: string | undefined): Shell {
  if (asked === undefined) return shell;
  const front = FRONTS[asked];
  if (!front) throw new AskMistake(`--bulkhead takes open, curtain or fixed, not “${asked}”.`);
  if (!shell.cab) throw new AskMistake('The cab of this van is not surveyed: there is no front to close.');
  return withFront(shell, front);
}

/** Water that ran down, kg by place; places that stayed dry are 0. */
export const ranDown = (by: Partial<Record<FacePlace, number>>, dripped: number) => ({ ...by, dripped });
