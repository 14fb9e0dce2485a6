import type { Library } from '@overcoat/core/materials';
import { type Design, inCab } from '@overcoat/core/model';
import { measuredBays } from '@overcoat/core/survey/geometry';
import { printTemperature } from '@overcoat/core/units';
import { type Heard, NOTHING_HEARD } from '@overcoat/core/van/quiet';
import { buildsUp, dampMark, dampWord } from '@overcoat/core/van/wetting';
import { printLevel } from '../format.ts';
import { evaluation } from '../store/evaluation.ts';
import { printMoney } from '../store/money.ts';
import type { Stage } from '../views/index.ts';

interface State {
  mark: string;
  says: string;
  alert: boolean;
}

const state = (mark: string, says: string, alert = false): State => ({ mark, says, alert });

/** Where each stage of the work stands, in a mark and a few words. */
export function railStates(
  design: Design,
  variantId: string | null,
  library: Library,
  heard: Heard = NOTHING_HEARD,
): Record<Stage, State> {
  const variant = design.variants.find(v => v.id === variantId) ?? design.variants[0]!;
  const e = evaluation(design, variant.design, library, heard, variant.id, true);
  const { measured, total } = measuredBays(design.shell);
  const toLine = [...e.bays.values()].filter(b => b.buildUp || !inCab(b.zone.kind)).length;
  const lined = toLine - e.damp.bareBays;
  const misfits = e.fit.misfits.length;
  const lines = e.order.lines.length;
  return {
    survey: state(
      measured === 0 ? '○' : measured === total ? '●' : '◐',
      measured === 0 ? 'all assumed' : `${measured} of ${total} measured`,
    ),
    brief: state('●', `${design.brief.people} aboard, ${printTemperature(design.brief.designNight)}`),
    'build-ups':
      misfits > 0
        ? state('', `${misfits} ${misfits === 1 ? 'bay does' : 'bays do'} not fit`, true)
        : state(
            lined === 0 ? '○' : lined === toLine ? '●' : '◐',
            lined === 0
              ? 'not started'
              : `${lined} of ${toLine}${toLine < e.bays.size ? ', cab aside' : ' lined'}`,
          ),
    'cold-and-damp': state(dampMark(e.damp.state), dampWord(e.damp.state), buildsUp(e.damp.state)),
    sound: state(
      e.quiet.change.likely > -0.5 ? '○' : e.quiet.knocked.of > 0 ? '●' : '◐',
      e.quiet.change.likely > -0.5
        ? 'as loud as bare'
        : `${printLevel(e.quiet.change.likely)}, ${e.quiet.knocked.of} knocked`,
    ),
    compare: state(
      design.variants.length > 1 ? '◐' : '○',
      `${design.variants.length} variant${design.variants.length === 1 ? '' : 's'}`,
    ),
    'cut-and-buy': state(
      lines === 0 ? '○' : '◐',
      lines === 0 ? 'nothing to buy' : e.pay ? `${printMoney(Math.round(e.pay.total))} to pay` : 'counting',
    ),
    materials: state('', `${library.size} on the shelf`),
  };
}
