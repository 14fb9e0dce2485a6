import type { Library } from '@overcoat/core/materials';
import type { Material, Stock } from '@overcoat/core/model';
import {
  printLength,
  printNumber,
  printSignificant,
  printTemperature,
  type UnitSystem,
} from '@overcoat/core/units';
import type { UseMutationResult } from '@tanstack/react-query';
import { type Dispatch, type SetStateAction, useState } from 'react';
import { api } from '../../api/client.ts';
import { useLibrary, useLibraryChange } from '../../api/queries.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { OwnPrice } from '../../ui/OwnPrice.tsx';
import { OwnMaterialForm } from './OwnMaterialForm.tsx';

const SORPTION_WORDS: Record<Material['sorption'], string> = {
  none: 'not at all',
  fibre: 'as loose fibre',
  wool: 'as wool',
  wood: 'as wood',
};

/** What holds it and what closes its joints. */
const joined = (m: Material, library: Library): [string, string, string][] =>
  (
    [
      ['fixed with', m.fixedWith],
      ['joints taped with', m.tapedWith],
    ] as const
  ).flatMap(([name, id]) => (id ? [[name, library.get(id)?.name ?? id, m.sources.traits]] : []));

/** What it does with sound, and how far that may be off. */
function sound(m: Material): [string, string, string][] {
  const off = `, within ×${printNumber(m.soundWithin, 1)}`;
  const mega = (pascal: number) => `${printSignificant(pascal / 1e6)} MPa`;
  const rows: [string, string, string][] = [];
  if (m.constrained)
    rows.push(
      [
        'core under its foil',
        `G ${mega(m.constrained.shear)} at 100 Hz and 20 °C, η ${printNumber(m.constrained.lossFactor, 2)}${off}`,
        m.sources.sound,
      ],
      ['softens tenfold', `every ${printNumber(m.constrained.softensBy)} K`, m.sources.sound],
    );
  else if (m.stiffness !== null)
    rows.push([
      'stiffness, loss',
      `${mega(m.stiffness)}, η ${printNumber(m.lossFactor, 3)}${off}`,
      m.sources.sound,
    ]);
  if (m.flowResistivity !== null)
    rows.push(['flow resistivity', `${printNumber(m.flowResistivity)} Pa s/m²${off}`, m.sources.sound]);
  return rows;
}

/** One material in full: what it is, where each figure comes from, what it costs. */
export function MaterialCard({
  material: m,
  own,
  onChoose,
}: {
  material: Material;
  own: boolean;
  onChoose(id: string | null): void;
}) {
  const units = useUnits();
  const { prices, library } = useLibrary();
  const [editing, setEditing] = useState(false);
  const reset = useLibraryChange((id: string) => api.removePrices(id));
  const remove = useLibraryChange((id: string) => api.removeMaterial(id));
  const traits = traitsOf(m, units);
  const facts = factsTold(m, units, library);
  return (
    <section className="max-h-[60%] overflow-auto border-b border-rule bg-sheet p-5" aria-label={m.name}>
      <CardHead m={m} own={own} onChoose={onChoose} setEditing={setEditing} remove={remove} />
      {remove.error && (
        <p role="alert" className="text-signal">
          {remove.error.message}
        </p>
      )}
      <p className="text-faint">{traits.join(', ')}</p>
      <dl className="mt-2">
        {facts.map(([name, value, source]) => (
          <div key={name} className="grid grid-cols-[9.5rem_7rem_1fr] gap-1 border-t border-rule py-1">
            <dt>{name}</dt>
            <dd className="font-medium">{value}</dd>
            <dd className="text-[12px] leading-4 text-faint">{source}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-2 text-[13px]">
        <b>Fire:</b> {m.fire} <b>Cutting:</b> {m.cutting}
      </p>
      {m.cautions.map(c => (
        <p key={c} className="mt-1 border-l-[3px] border-signal pl-2 text-[13px]">
          {c}
        </p>
      ))}
      <h3 className="mt-3 text-lg">Sold as</h3>
      <ul>
        {m.stock.map(s => {
          return <SoldAs key={`${s.thickness}-${s.width}`} m={m} units={units} s={s} />;
        })}
      </ul>
      {prices.some(p => p.material === m.id) && (
        <Button small look="quiet" onClick={() => reset.mutate(m.id)}>
          back to indicative prices
        </Button>
      )}
      <OwnDialog m={m} own={own} onChoose={onChoose} editing={editing} setEditing={setEditing} />
    </section>
  );
}

function CardHead({
  m,
  own,
  onChoose,
  setEditing,
  remove,
}: {
  m: Material;
  own: boolean;
  onChoose: (id: string | null) => void;
  setEditing: Dispatch<SetStateAction<boolean>>;
  remove: UseMutationResult<unknown, Error, string, unknown>;
}) {
  return (
    <div className="flex items-start gap-2">
      <h2 className="mr-auto text-xl">{m.name}</h2>
      <Button small onClick={() => setEditing(true)}>
        {own ? 'change' : 'copy as own'}
      </Button>
      {own && (
        <Button small look="danger" onClick={() => remove.mutate(m.id, { onSuccess: () => onChoose(null) })}>
          delete
        </Button>
      )}
    </div>
  );
}

function OwnDialog({
  m,
  own,
  onChoose,
  editing,
  setEditing,
}: {
  m: Material;
  own: boolean;
  onChoose: (id: string | null) => void;
  editing: boolean;
  setEditing: Dispatch<SetStateAction<boolean>>;
}) {
  return (
    <Dialog
      open={editing}
      onOpenChange={setEditing}
      title={own ? `Change ${m.name}` : 'A material of your own'}
      description={
        own
          ? 'Every design that uses it follows.'
          : 'Starts as a copy; every design on this machine can use it.'
      }
    >
      <OwnMaterialForm
        material={m}
        own={own}
        onDone={id => {
          setEditing(false);
          onChoose(id);
        }}
      />
    </Dialog>
  );
}

/** What is told of a material: name, value, source. */
function factsTold(m: Material, units: UnitSystem, library: Library) {
  const facts: [string, string, string][] = [
    ['conductivity', `${printNumber(m.conductivity, 3)} W/mK`, m.sources.conductivity],
    ['density', `${printNumber(m.density)} kg/m³`, m.sources.density],
    [
      'vapour',
      m.vapour.by === 'mu' ? `µ ${printNumber(m.vapour.mu)}` : `sd ${printNumber(m.vapour.sd, 1)} m`,
      m.sources.vapour,
    ],
    ['emissivity to the room', printNumber(m.emissivity, 2), m.sources.traits],
    ['binds water, mould class', `${SORPTION_WORDS[m.sorption]}, ${m.mould}`, m.sources.moisture],
    ...sound(m),
    ...(m.bondLimit === null
      ? []
      : [
          ['bond holds to', printTemperature(m.bondLimit, units), m.sources.bond] as [string, string, string],
        ]),
    ...joined(m, library),
  ];
  return facts;
}

function traitsOf(m: Material, units: UnitSystem) {
  const traits = [
    m.closedCell && 'closed cell',
    m.squeeze < 1 && `squeezes to ${printNumber(m.squeeze * 100)} %`,
    m.selfAdhesive && 'self-adhesive',
    m.flexible ? 'flexible' : 'stiff',
    m.toleratesWet ? 'tolerates wet' : 'must stay dry',
    m.runs !== 'any' && `has a ${m.runs}`,
    m.cutWith === 'saw' && 'sawn',
    m.tongue !== null &&
      (m.tongue < 0
        ? `laid in courses ${printLength(-m.tongue, units)} apart`
        : `laid in courses, ${printLength(m.tongue, units)} into the next`),
  ].filter(Boolean);
  return traits;
}

function SoldAs({ m, units, s }: { m: Material; units: UnitSystem; s: Stock }) {
  return (
    <li className="grid grid-cols-[1fr_7rem] items-start gap-2 border-t border-rule py-1">
      <span>
        {printLength(s.thickness, units)} · {printLength(s.width, units)} × {printLength(s.length, units)}
        {s.perPack > 1 && ` · ${s.perPack} a pack`}
        {s.byMetre && ' · any length'}
      </span>
      <OwnPrice material={m} stock={s} label={`Price of ${printLength(s.thickness, units)}`} />
    </li>
  );
}
