import type { Design } from '@overcoat/core/model';
import { KIT_ROLES } from '@overcoat/core/model/lists';
import { type BuyLine, weighKit } from '@overcoat/core/order/buying';
import { parseNumber, printNumber } from '@overcoat/core/units';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { useLibrary } from '../../../api/queries.ts';
import { useCutList } from '../../../hooks/useCutList.ts';
import { usePieces } from '../../../hooks/useCutting.ts';
import { parsePrice, printMoney } from '../../../store/money.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { Button } from '../../../ui/Button.tsx';
import { Check } from '../../../ui/Check.tsx';
import { Field } from '../../../ui/Field.tsx';
import { TextField } from '../../../ui/TextField.tsx';

type Kit = NonNullable<ReturnType<typeof useCutList>['list']['kits']>[number];

/** Kits that are sold ready-cut, each against cutting the same pieces oneself. */
export function KitSection({ lines }: { lines: readonly BuyLine[] }) {
  const { list, set } = useCutList();
  const { shell } = useOpenDesign();
  const kits = list.kits ?? [];
  const put = (kit: Kit) => set({ kits: kits.map(k => (k.id === kit.id ? kit : k)) });
  const add = () =>
    set({
      kits: [
        ...kits,
        {
          id: uuid(),
          name: `Kit ${kits.length + 1}`,
          price: 300,
          zones: shell.zones.filter(z => z.kind === 'wall').map(z => z.id),
          roles: ['lining'],
          misfits: 0.1,
        },
      ],
    });
  return (
    <section className="mt-5" aria-label="Ready-cut kits">
      <h3 className="text-xl">Ready-cut kits</h3>
      {kits.map(kit => (
        <OneKit
          key={kit.id}
          kit={kit}
          lines={lines}
          onKit={put}
          onRemove={() => set({ kits: kits.filter(k => k.id !== kit.id) })}
        />
      ))}
      <Button small className="no-print mt-1" onClick={add}>
        Weigh a kit against cutting it yourself
      </Button>
    </section>
  );
}

interface OneProps {
  kit: Kit;
  lines: readonly BuyLine[];
  onKit(kit: Kit): void;
  onRemove(): void;
}

function OneKit({ kit, lines, onKit, onRemove }: OneProps) {
  const { library } = useLibrary();
  const { shell } = useOpenDesign();
  const { answer: pieces } = usePieces();
  const [name, setName] = useState(kit.name);
  if (!pieces) return null;
  const w = weighKit(kit, pieces, lines, library);
  const has = <T,>(all: T[], one: T) => (all.includes(one) ? all.filter(a => a !== one) : [...all, one]);
  return (
    <div className="mt-2 border border-rule bg-ticket px-3 py-2">
      <p className="font-medium">{verdict(w)}</p>
      {w.covers.length > 0 && (
        <p className="text-[13px] text-faint">
          {w.covers.length} pieces. Cut from sheets they cost {printMoney(Math.round(w.own))},{' '}
          {printMoney(Math.round(w.waste))} of it waste. The kit saves {band(w.saves)} h of measuring and
          cutting; {printNumber(w.misfits.pieces, 1)} will not fit and are cut anew:{' '}
          {printMoney(Math.round(w.misfits.cost))} and {band(w.misfits.hours)} h. Fitting takes as long either
          way. Rates are common practice: at best, likely, at worst.
        </p>
      )}
      <div className="no-print mt-2 flex flex-wrap items-start gap-2">
        <TextField
          label="Kit"
          compact
          value={name}
          maxLength={120}
          onText={setName}
          onBlur={() => name.trim() && name !== kit.name && onKit({ ...kit, name: name.trim() })}
          inputClass="w-44"
        />
        <KitTerms kit={kit} onKit={onKit} />
        <Button small className="mt-5" onClick={onRemove} aria-label={`Take away ${kit.name}`}>
          take away
        </Button>
      </div>
      <KitCovers kit={kit} onKit={onKit} shell={shell} has={has} />
    </div>
  );
}

function KitTerms({ kit, onKit }: { kit: OneProps['kit']; onKit: (kit: Kit) => void }) {
  return (
    <>
      <Field
        compact
        className="w-24"
        label="Its price"
        shown={printMoney(kit.price)}
        parse={parsePrice}
        onCommit={price => onKit({ ...kit, price }) ?? null}
      />
      <Field
        compact
        className="w-28"
        label="Will not fit, %"
        shown={printNumber(kit.misfits * 100, 0)}
        parse={text => {
          const read = parseNumber(text.replace('%', ''));
          if (!read.ok) return read;
          return read.value >= 0 && read.value <= 100
            ? { ok: true, value: read.value / 100 }
            : { ok: false, message: 'A share from 0 to 100 %.' };
        }}
        onCommit={misfits => onKit({ ...kit, misfits }) ?? null}
      />
    </>
  );
}

function KitCovers({
  kit,
  onKit,
  shell,
  has,
}: {
  kit: OneProps['kit'];
  onKit: (kit: Kit) => void;
  shell: Design['shell'];
  has: <T>(all: T[], one: T) => T[];
}) {
  return (
    <>
      <fieldset className="no-print mt-1 flex flex-wrap gap-x-3 text-[13px]">
        <legend className="text-faint">What it brings</legend>
        {KIT_ROLES.map(role => (
          <Check
            key={role}
            className="gap-1"
            checked={kit.roles.includes(role)}
            onCheck={() => onKit({ ...kit, roles: has(kit.roles, role) })}
          >
            {role}
          </Check>
        ))}
      </fieldset>
      <fieldset className="no-print mt-1 flex flex-wrap gap-x-3 text-[13px]">
        <legend className="text-faint">For</legend>
        {shell.zones.map(z => (
          <Check
            key={z.id}
            className="gap-1"
            checked={kit.zones.includes(z.id)}
            onCheck={() => onKit({ ...kit, zones: has(kit.zones, z.id) })}
          >
            {z.name}
          </Check>
        ))}
      </fieldset>
    </>
  );
}

const band = ([least, likely, most]: readonly [number, number, number]): string =>
  `${printNumber(likely, 1)} (${printNumber(least, 1)} to ${printNumber(most, 1)})`;

function verdict({ covers, more, turns }: ReturnType<typeof weighKit>): string {
  if (covers.length === 0)
    return 'It brings nothing that this van takes: choose what it brings, and for where.';
  if (more <= 0)
    return `Cheaper than your own cutting by ${printMoney(Math.round(-more))}, and it saves the time.`;
  if (!turns) return 'Not worth it: what does not fit takes longer than cutting everything yourself.';
  const [slow, likely, quick] = [turns[2], turns[1], turns[0]].map(t => printMoney(Math.round(t)));
  return `${printMoney(Math.round(more))} more than your own cutting: worth it if an hour is worth more than ${likely} to you (${slow} if you are slow, ${quick} if you are quick).`;
}
