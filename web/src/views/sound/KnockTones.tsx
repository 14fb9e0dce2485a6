import type { FactOf } from '@overcoat/core/model';
import type { RungMode } from '@overcoat/core/physics/sound';
import { bareTones, comparison, stillRings, tonesOfBay } from '@overcoat/core/studies/knocks';
import { printNumber } from '@overcoat/core/units';
import { wordOf } from '@overcoat/core/van/quiet';
import { printLevel } from '../../format.ts';
import { useBay } from '../../store/evaluation.ts';
import { right, Table } from '../../ui/Table.tsx';

type On = FactOf<'knock'>['on'];

/** The middle of the loss factors told; what is damped too well for that is dead. */
export function knockVerdict(modes: readonly RungMode[]): FactOf<'knock'>['sounds'] {
  const losses = modes.flatMap(m => m.lossFactor ?? []).sort((a, b) => a - b);
  return losses.length === 0 ? 'dead' : wordOf(losses[Math.floor(losses.length / 2)]!);
}

interface TonesProps {
  modes: readonly RungMode[];
  chosen: number;
  onChoose(index: number): void;
}

/** Tones of a knock, one of them chosen. */
export function KnockTones({ modes, chosen, onChoose }: TonesProps) {
  return (
    <Table
      caption="Tones of the knock"
      look="page"
      className="text-[14px]"
      heads={['tone', 'loss factor', 'rings', right('confidence')]}
    >
      {modes.map((m, i) => (
        <tr key={m.frequency} className={`border-t border-rule ${i === chosen ? 'bg-wet' : ''}`}>
          <td className="py-1">
            <button
              type="button"
              className="font-semibold underline decoration-rule underline-offset-4"
              aria-pressed={i === chosen}
              onClick={() => onChoose(i)}
            >
              {printNumber(m.frequency, 0)} Hz
            </button>
          </td>
          <td>
            {m.lossFactor === null ? (
              'well damped'
            ) : (
              <>
                {printNumber(m.lossFactor, 4)} ± {printNumber(m.within, 4)}
              </>
            )}
          </td>
          <td>
            {m.lossFactor === null
              ? '–'
              : `${printNumber(Math.log(1e6) / (2 * Math.PI * m.frequency * m.lossFactor), 1)} s`}
          </td>
          <td className="text-right">{Math.round(100 * m.confidence)} %</td>
        </tr>
      ))}
    </Table>
  );
}

/** The knock against what was computed, and what to do where a damped panel still rings. */
export function KnockAgainst({ id, on, modes }: { id: string; on: On; modes: readonly RungMode[] }) {
  const { quiet } = useBay(id);
  if (!quiet) return null;
  const tones = on === 'bare' ? bareTones(quiet) : tonesOfBay(quiet);
  const held = comparison(modes, tones);
  const rings = on === 'damped' && knockVerdict(modes) !== 'dead';
  return (
    <section className="border-l-[5px] border-chalk pl-3">
      <p data-testid="knock-against">
        {held.off === null || held.tune === null
          ? 'No tone is sure enough to hold against the model.'
          : `The model’s losses were ${printLevel(Math.abs(held.off))} too ${held.off < 0 ? 'high' : 'low'}, its tones ${printNumber(100 * Math.abs(held.tune - 1), 0)} % too ${held.tune < 1 ? 'high' : 'low'}; kept, the knock sets both right.`}
      </p>
      {rings && (
        <>
          <h4 className="mt-2 font-sign text-lg font-semibold">A damped panel still rings</h4>
          <ul className="list-disc pl-5">
            {stillRings(quiet, held).map(s => (
              <li key={s}>{s}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
