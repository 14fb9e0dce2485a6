import type { Library } from '@overcoat/core/materials';
import type { Material, WorkshopEntry } from '@overcoat/core/model';
import { offcutWrong, type Rest } from '@overcoat/core/order/buying';
import { type Parsed, parseLength, printLength, type UnitSystem } from '@overcoat/core/units';
import { format } from 'date-fns';
import { Camera } from 'lucide-react';
import { type Dispatch, type SetStateAction, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { useLibrary } from '../../../api/queries.ts';
import { keepPhoto, usePhotoUrl } from '../../../store/photos.ts';
import { useUnits } from '../../../store/preferences.ts';
import { useWorkshop } from '../../../store/workshop.ts';
import { Button } from '../../../ui/Button.tsx';
import { Field } from '../../../ui/Field.tsx';
import { Refused } from '../../../ui/Refused.tsx';
import { Select } from '../../../ui/Select.tsx';
import { TextField } from '../../../ui/TextField.tsx';

/** Pixels a metre. */
const SCALE = 52;

/** Rests at hand, drawn to scale: they are cut from before anything is bought, for whichever van. */
export function ShelfSection() {
  const { rests, note, failed } = useWorkshop();
  const { library } = useLibrary();
  const units = useUnits();
  const gone = (r: Rest) => note([{ kind: 'rest gone', rest: r.id, count: 1 }]);
  return (
    <section className="mt-5" aria-label="The shelf">
      <h3 className="text-xl">The shelf</h3>
      <p className="text-[13px] text-faint">
        Rests of earlier cutting, for every van. They go first when sheets are laid out.
      </p>
      {rests.length === 0 && <p className="mt-1">Nothing on it yet.</p>}
      <ul className="mt-2 flex flex-wrap items-end gap-4">
        {rests.map(r => (
          <li key={r.id}>
            <svg
              width={Math.max(24, r.width * SCALE)}
              height={Math.max(16, Math.min(2.5, r.length) * SCALE)}
              role="img"
              aria-label={`${library.get(r.material)?.name ?? r.material}, ${printLength(r.width, units)} by ${printLength(r.length, units)}`}
            >
              <rect
                x="0.5"
                y="0.5"
                width={Math.max(23, r.width * SCALE - 1)}
                height={Math.max(15, Math.min(2.5, r.length) * SCALE - 1)}
                fill="var(--wet)"
                stroke="var(--chalk)"
              />
            </svg>
            <p className="max-w-40 leading-tight">
              <span className="font-medium">
                {library.get(r.material)?.name ?? r.material} {printLength(r.thickness, units)}
              </span>
              <span className="block text-[13px] text-faint">
                {r.count > 1 ? `${r.count} of ` : ''}
                {printLength(r.width, units)} × {printLength(r.length, units)}
                {r.where ? `, ${r.where}` : ''}, {format(new Date(r.at), 'd MMM')}
              </span>
            </p>
            {r.photo && <Picture hash={r.photo} />}
            <Button
              small
              onClick={() => gone(r)}
              aria-label={`One of ${printLength(r.width, units)} by ${printLength(r.length, units)} is gone`}
            >
              gone
            </Button>
          </li>
        ))}
      </ul>
      <AddRest onAdd={fact => note([fact])} />
      <Refused why={failed} />
    </section>
  );
}

/** What the rest looks like, opened large by a click. */
function Picture({ hash }: { hash: string }) {
  const url = usePhotoUrl(hash);
  if (!url) return null;
  return (
    <a href={url} target="_blank" rel="noreferrer" className="block w-24">
      <img src={url} alt="The rest as it lies" className="max-h-20 rounded-[4px] border border-rule" />
    </a>
  );
}

type Kept = Extract<WorkshopEntry['fact'], { kind: 'rest kept' }>;

function AddRest({ onAdd }: { onAdd(fact: Kept): void }) {
  const { library } = useLibrary();
  const units = useUnits();
  const cut = [...library.values()].filter(m => m.form === 'sheet' || m.form === 'roll');
  const [material, setMaterial] = useState(cut[0]!.id);
  const own = library.get(material) ?? cut[0]!;
  const thicknesses = [...new Set(own.stock.map(s => s.thickness))];
  const [thickness, setThickness] = useState<number | null>(null);
  const [typed, setSize] = useState({ width: 0.6, length: 0.4 });
  const [where, setWhere] = useState('');
  const { photo, take, setRefused, setPhoto, refused } = useRestPhoto();
  const thick = thickness !== null && thicknesses.includes(thickness) ? thickness : thicknesses[0]!;
  const most = {
    width: Math.max(...own.stock.map(s => s.width)),
    length: Math.max(...own.stock.map(s => s.length)),
  };
  // A rest of a smaller sheet is no larger than that.
  const size = { width: Math.min(typed.width, most.width), length: Math.min(typed.length, most.length) };
  const within = (max: number) => (text: string) => parseLength(text, { system: units, min: 0.02, max });
  return (
    <fieldset className="no-print mt-3 flex flex-wrap items-end gap-2">
      <legend className="sr-only">Put a rest on the shelf</legend>
      <RestSize
        units={units}
        cut={cut}
        material={material}
        setMaterial={setMaterial}
        thicknesses={thicknesses}
        setThickness={setThickness}
        setSize={setSize}
        thick={thick}
        most={most}
        size={size}
        within={within}
      />
      <WhereField where={where} setWhere={setWhere} />
      <PictureButton photo={photo} take={take} />
      <PutOnShelf
        onAdd={onAdd}
        library={library}
        own={own}
        where={where}
        photo={photo}
        setRefused={setRefused}
        setPhoto={setPhoto}
        thick={thick}
        size={size}
      />
      <Refused why={refused} className="w-full" />
    </fieldset>
  );
}

function PutOnShelf({
  onAdd,
  library,
  own,
  where,
  photo,
  setRefused,
  setPhoto,
  thick,
  size,
}: {
  onAdd: (fact: Kept) => void;
  library: Library;
  own: Material;
  where: string;
  photo: string | null;
  setRefused: Dispatch<SetStateAction<string | null>>;
  setPhoto: Dispatch<SetStateAction<string | null>>;
  thick: number;
  size: { width: number; length: number };
}) {
  return (
    <Button
      onClick={() => {
        const wrong = offcutWrong({ material: own.id, ...size }, library);
        setRefused(wrong);
        if (wrong) return;
        onAdd({
          kind: 'rest kept',
          rest: uuid(),
          material: own.id,
          thickness: thick,
          ...size,
          count: 1,
          where: where.trim(),
          ...(photo ? { photo } : {}),
        });
        setPhoto(null);
      }}
    >
      Put it on the shelf
    </Button>
  );
}

function WhereField({ where, setWhere }: { where: string; setWhere: Dispatch<SetStateAction<string>> }) {
  return (
    <TextField label="Where" compact value={where} maxLength={200} onText={setWhere} inputClass="w-36" />
  );
}

function PictureButton({
  photo,
  take,
}: {
  photo: string | null;
  take: (file: File | undefined) => Promise<void>;
}) {
  return (
    <label className="inline-flex min-h-7 cursor-pointer items-center gap-1.5 rounded-[4px] border border-rule bg-ticket px-2 text-[13px] font-medium focus-within:outline-2">
      <Camera size={15} aria-hidden /> {photo ? 'picture taken' : 'picture'}
      <input
        type="file"
        accept="image/*"
        capture="environment"
        className="sr-only"
        onChange={e => void take(e.target.files?.[0])}
      />
    </label>
  );
}

function RestSize({
  units,
  cut,
  material,
  setMaterial,
  thicknesses,
  setThickness,
  setSize,
  thick,
  most,
  size,
  within,
}: {
  units: UnitSystem;
  cut: Material[];
  material: string;
  setMaterial: Dispatch<SetStateAction<string>>;
  thicknesses: number[];
  setThickness: Dispatch<SetStateAction<number | null>>;
  setSize: Dispatch<SetStateAction<{ width: number; length: number }>>;
  thick: number;
  most: { width: number; length: number };
  size: { width: number; length: number };
  within: (max: number) => (text: string) => Parsed;
}) {
  return (
    <>
      <Select
        compact
        className="w-56"
        label="Rest of"
        value={material}
        onChange={e => setMaterial(e.target.value)}
      >
        {cut.map(m => (
          <option key={m.id} value={m.id}>
            {m.name}
          </option>
        ))}
      </Select>
      <Select
        compact
        className="w-24"
        label="Thick"
        value={thick}
        onChange={e => setThickness(Number(e.target.value))}
      >
        {thicknesses.map(t => (
          <option key={t} value={t}>
            {printLength(t, units)}
          </option>
        ))}
      </Select>
      <RestAcross units={units} setSize={setSize} most={most} size={size} within={within} />
    </>
  );
}

function RestAcross({
  units,
  setSize,
  most,
  size,
  within,
}: {
  units: UnitSystem;
  setSize: Dispatch<SetStateAction<{ width: number; length: number }>>;
  most: { width: number; length: number };
  size: { width: number; length: number };
  within: (max: number) => (text: string) => Parsed;
}) {
  return (
    <>
      <Field
        compact
        className="w-24"
        label="Across"
        shown={printLength(size.width, units)}
        parse={within(most.width)}
        onCommit={width => setSize({ ...size, width }) ?? null}
      />
      <Field
        compact
        className="w-24"
        label="Along grain"
        shown={printLength(size.length, units)}
        parse={within(most.length)}
        onCommit={length => setSize({ ...size, length }) ?? null}
      />
    </>
  );
}

function useRestPhoto() {
  const [photo, setPhoto] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setRefused(null);
    try {
      setPhoto((await keepPhoto(file)).hash);
    } catch (error) {
      setRefused((error as Error).message);
    }
  };
  return { photo, take, setRefused, setPhoto, refused };
}
