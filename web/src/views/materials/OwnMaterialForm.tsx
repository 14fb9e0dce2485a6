import { type Library, type MaterialLimits, materialLimits } from '@overcoat/core/materials';
import type { Material } from '@overcoat/core/model';
import { type Parsed, parseLength, parseNumber } from '@overcoat/core/units';
import type { ReactNode } from 'react';
import { type UseFormRegister, type UseFormRegisterReturn, useForm } from 'react-hook-form';
import { api } from '../../api/client.ts';
import { useLibrary, useLibraryChange } from '../../api/queries.ts';
import { freshId } from '../../store/edits.ts';
import { parseMoney, printMoney } from '../../store/money.ts';
import { Button } from '../../ui/Button.tsx';
import { Refused } from '../../ui/Refused.tsx';

interface Form {
  name: string;
  conductivity: string;
  density: string;
  vapour: string;
  /** Of its shear where a facing shears it, of its bending otherwise. */
  lossFactor: string;
  /** MPa: of its shear likewise, or Young's; empty for what has none. */
  stiffness: string;
  thickness: string;
  width: string;
  length: string;
  price: string;
  source: string;
  runs: Material['runs'];
  cutWith: Material['cutWith'];
  /** Empty for what is not laid in courses. */
  tongue: string;
  byMetre: boolean;
}

const between = (what: string, min: number, max: number) => (text: string) => {
  const read = parseNumber(text);
  if (!read.ok && read.message.includes('can mean')) return read.message;
  return (
    (read.ok && read.value >= min && read.value <= max) || `${what} must be a number from ${min} to ${max}.`
  );
};
const readable = (parse: (text: string) => Parsed) => (text: string) => {
  const read = parse(text);
  return read.ok || read.message;
};
const number = (text: string) => {
  const read = parseNumber(text);
  return read.ok ? read.value : Number.NaN;
};
const size = (text: string, [min, max]: MaterialLimits['width']) => parseLength(text, { min, max });

/** A length that may be negative, m; null where it cannot be read. */
function signed(text: string): number | null {
  const minus = /^\s*[-−–]/.test(text);
  const read = parseLength(text.replace(/^\s*[-−–]/, ''), { max: 1 });
  return read.ok ? (minus ? -read.value : read.value) : null;
}

/** What a material does with sound, changed where it damps by. */
const soundOf = (m: Material, lossFactor: number, modulus: number | null) =>
  m.constrained
    ? { constrained: { ...m.constrained, lossFactor, shear: modulus ?? m.constrained.shear } }
    : { lossFactor, stiffness: modulus };

/** What is typed; the rest is chosen. */
type TextField = Exclude<keyof Form, 'runs' | 'cutWith' | 'byMetre'>;
/** A field, what it is called, and why what stands there is not taken. */
type Asked = readonly [name: TextField, label: string, validate: (text: string) => true | string];

const filled = (what: string) => (text: string) => text.trim() !== '' || `${what} is needed.`;

/** What is asked of a material, in order. */
function asked(m: Material, own: boolean): Asked[] {
  const limits = materialLimits(m);
  const first = m.stock[0]!;
  const length = (name: 'thickness' | 'width' | 'length', label: string): Asked => [
    name,
    label,
    readable(t => size(t, limits[name])),
  ];
  return [
    ['name', 'Name', filled('A name')],
    ['conductivity', 'Conductivity, W/mK', between('Conductivity', ...limits.conductivity)],
    ['density', 'Density, kg/m³', between('Density', ...limits.density)],
    m.vapour.by === 'mu'
      ? ['vapour', 'Vapour resistance factor µ', between('The factor', 1, 10_000_000)]
      : ['vapour', 'sd value, m', between('The sd value', 0, 5000)],
    ['lossFactor', m.constrained ? 'Loss factor in shear' : 'Loss factor', between('The loss factor', 0, 1)],
    [
      'stiffness',
      m.constrained ? 'Shear modulus at 100 Hz, MPa' : 'Stiffness, MPa (empty for loose)',
      t => (t.trim() === '' && !m.constrained) || between('Stiffness', 0.0001, 1_000_000)(t),
    ],
    [
      'price',
      own && first.perPack > 1 ? `Price a pack of ${first.perPack}` : 'Price of one',
      priceUpTo(limits.price[1]),
    ],
    length('thickness', 'Thickness'),
    length('width', 'Width'),
    length('length', 'Length'),
  ];
}

const priceUpTo = (most: number) => (text: string) => {
  const read = parseMoney(text);
  if (!read.ok) return read.message;
  return read.value <= most || `At most ${printMoney(most)}.`;
};

const TONGUE: Asked = [
  'tongue',
  'Tongue in courses, or minus the gap',
  t => {
    if (t.trim() === '') return true;
    const value = signed(t);
    if (value === null) return 'Write it as 7 mm, or −6 mm for a gap.';
    return Math.abs(value) <= 0.05 || 'At most 50 mm.';
  },
];
const SOURCE: Asked = ['source', 'Where these figures are from', filled('A source')];

/** Copies or changes a material. A copy is sold in the size given here alone: what the original is sold in is not its own. */
export function OwnMaterialForm({
  material: m,
  own,
  onDone,
}: {
  material: Material;
  own: boolean;
  onDone(id: string): void;
}) {
  const { library } = useLibrary();
  const save = useLibraryChange((material: Material) => api.putMaterial(material));
  const { register, handleSubmit, formState } = useForm<Form>({ defaultValues: formOf(m, own) });
  const submit = (f: Form) => {
    const made = ownMaterial(m, own, library, f);
    save.mutate(made, { onSuccess: () => onDone(made.id) });
  };
  const typed = ([name, label, validate]: Asked) => (
    <Typed
      key={name}
      label={label}
      field={register(name, { validate })}
      wrong={formState.errors[name]?.message}
      wide={name === 'name' || name === 'source'}
    />
  );
  return (
    <form onSubmit={handleSubmit(submit)} className="grid grid-cols-2 gap-3">
      {asked(m, own).map(typed)}
      {(m.form === 'sheet' || m.form === 'roll') && <RunsAndCut register={register} />}
      {m.form === 'sheet' && typed(TONGUE)}
      {m.form === 'roll' && (
        <label className="flex items-center gap-2">
          <input type="checkbox" {...register('byMetre')} />
          sold by the metre: any part of the length for its share of the price
        </label>
      )}
      {typed(SOURCE)}
      <Refused why={save.error?.message ?? null} className="col-span-2" />
      <Button look="strong" type="submit" disabled={save.isPending} className="justify-self-start">
        Keep it
      </Button>
    </form>
  );
}

function RunsAndCut({ register }: { register: UseFormRegister<Form> }) {
  return (
    <>
      <Chosen label="Its pieces" field={register('runs')}>
        <option value="any">may be turned any way</option>
        <option value="grain">follow its grain</option>
        <option value="pile">follow its pile or pattern</option>
      </Chosen>
      <Chosen label="Cut with" field={register('cutWith')}>
        <option value="knife">a knife or shears</option>
        <option value="saw">a saw</option>
      </Chosen>
    </>
  );
}

function Chosen({
  label,
  field,
  children,
}: {
  label: string;
  field: UseFormRegisterReturn;
  children: ReactNode;
}) {
  return (
    <label className="block">
      <span className="text-[13px] text-faint">{label}</span>
      <select {...field} className="min-h-9 w-full rounded-[4px] border border-rule bg-ticket px-1.5">
        {children}
      </select>
    </label>
  );
}

/** The form's material: what is not asked is as in the one it starts from. */
function ownMaterial(m: Material, own: boolean, library: Library, f: Form): Material {
  const first = m.stock[0]!;
  const metres = (text: string) => {
    const read = parseLength(text, { max: 200 });
    return read.ok ? read.value : Number.NaN;
  };
  const price = parseMoney(f.price);
  const stock = {
    ...first,
    thickness: metres(f.thickness),
    width: metres(f.width),
    length: metres(f.length),
    price: price.ok ? price.value : 0,
    byMetre: f.byMetre,
  };
  const id = own ? m.id : freshId(library.keys(), `${m.id}-own`);
  return {
    ...m,
    id,
    name: f.name.trim(),
    // What is first offered stays the library's own.
    usualAs: [],
    conductivity: number(f.conductivity),
    density: number(f.density),
    vapour: m.vapour.by === 'mu' ? { by: 'mu', mu: number(f.vapour) } : { by: 'sd', sd: number(f.vapour) },
    runs: f.runs,
    cutWith: f.cutWith,
    tongue: f.tongue.trim() === '' ? null : (signed(f.tongue) ?? null),
    ...soundOf(m, number(f.lossFactor), f.stiffness === '' ? null : number(f.stiffness) * 1e6),
    stock: own ? [stock, ...m.stock.slice(1)] : [{ ...stock, perPack: 1 }],
    sources: {
      ...m.sources,
      conductivity: f.source.trim(),
      density: f.source.trim(),
      vapour: f.source.trim(),
      sound: f.source.trim(),
      price: 'Your price',
    },
  };
}

/** What the form begins with. */
function formOf(m: Material, own: boolean): Form {
  const first = m.stock[0]!;
  return {
    name: own ? m.name : `${m.name}, mine`,
    conductivity: String(m.conductivity),
    density: String(m.density),
    vapour: String(m.vapour.by === 'mu' ? m.vapour.mu : m.vapour.sd),
    lossFactor: String(m.constrained?.lossFactor ?? m.lossFactor),
    stiffness: String((m.constrained?.shear ?? m.stiffness ?? Number.NaN) / 1e6).replace('NaN', ''),
    thickness: `${first.thickness * 1000} mm`,
    width: `${first.width * 1000} mm`,
    length: `${first.length * 1000} mm`,
    price: String(own ? first.price : Math.round((100 * first.price) / first.perPack) / 100),
    source: own ? m.sources.conductivity : '',
    runs: m.runs,
    cutWith: m.cutWith,
    tongue: m.tongue === null ? '' : `${m.tongue * 1000} mm`,
    byMetre: first.byMetre ?? false,
  };
}

/** A field of the form, with why it is not taken. */
function Typed({
  label,
  field,
  wrong,
  wide,
}: {
  label: string;
  field: UseFormRegisterReturn;
  wrong: string | undefined;
  /** Over both columns. */
  wide: boolean;
}) {
  return (
    <label className={`block ${wide ? 'col-span-2' : ''}`}>
      <span className="text-[13px] text-faint">{label}</span>
      <input
        {...field}
        aria-invalid={wrong !== undefined}
        className="min-h-9 w-full rounded-[4px] border border-rule bg-ticket px-2"
      />
      {wrong && (
        <span role="alert" className="text-[13px] font-medium text-signal">
          {wrong}
        </span>
      )}
    </label>
  );
}
