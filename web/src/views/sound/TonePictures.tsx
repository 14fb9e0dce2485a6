import type { KnockTone } from '@overcoat/core/studies/knocks';
import { printNumber } from '@overcoat/core/units';

interface Props {
  tones: { bare: KnockTone; after: KnockTone }[];
  chosen: { m: number; n: number } | null;
  onChoose(tone: { m: number; n: number } | null): void;
}

/** The lowest tones of a panel as small pictures: what swings one way light, the other dark. */
export function TonePictures({ tones, chosen, onChoose }: Props) {
  return (
    <section>
      <h4 className="font-sign text-lg font-semibold">How it swings</h4>
      <div className="grid grid-cols-4 gap-2">
        {tones.map(({ bare, after }) => {
          const here = chosen?.m === bare.m && chosen.n === bare.n;
          return (
            <button
              key={`${bare.m} ${bare.n}`}
              type="button"
              aria-pressed={here}
              aria-label={`${Math.round(bare.frequency)} Hz, ${bare.m} by ${bare.n}: show on the panel`}
              onClick={() => onChoose(here ? null : { m: bare.m, n: bare.n })}
              className={`rounded-[4px] border p-1.5 text-left text-xs ${here ? 'border-signal' : 'border-rule hover:border-ink'}`}
            >
              <svg viewBox="0 0 60 44" className="w-full" aria-hidden>
                <rect width={60} height={44} fill="var(--ticket)" />
                {Array.from({ length: bare.m * bare.n }, (_, i) => {
                  const [cx, cy] = [60 / bare.m, 44 / bare.n];
                  const [a, b] = [i % bare.m, Math.floor(i / bare.m)];
                  return (
                    <ellipse
                      key={`${a} ${b}`}
                      cx={(a + 0.5) * cx}
                      cy={(b + 0.5) * cy}
                      rx={cx * 0.44}
                      ry={cy * 0.44}
                      fill={(a + b) % 2 === 0 ? 'var(--chalk)' : 'var(--other)'}
                      fillOpacity={0.75}
                    />
                  );
                })}
                <rect width={60} height={44} fill="none" stroke="var(--ink)" />
              </svg>
              <b className="block text-[13px]">{Math.round(bare.frequency)} Hz</b>η{' '}
              {printNumber(bare.lossFactor, 3)} →{' '}
              {printNumber(after.lossFactor, after.lossFactor < 0.1 ? 3 : 2)}
              {bare.bending < 0.3 && <span className="block text-signal">crown</span>}
            </button>
          );
        })}
      </div>
    </section>
  );
}
