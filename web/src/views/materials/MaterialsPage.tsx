import type { Material } from '@overcoat/core/model';
import { printNumber, printSignificant } from '@overcoat/core/units';
import type { ColumnDef } from '@tanstack/react-table';
import { type Dispatch, type SetStateAction, useMemo, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { MapPanel } from '../../shell-map/MapPanel.tsx';
import { familyTexture } from '../../shell-map/textures.tsx';
import { useEvaluation } from '../../store/evaluation.ts';
import { DataTable } from '../../ui/DataTable.tsx';
import { Select } from '../../ui/Select.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { MaterialCard } from './MaterialCard.tsx';

/** The shelf: every material with its properties and their sources; own ones beside the reference. */
export function Component() {
  const { library, own } = useLibrary();
  const e = useEvaluation();
  const [search, setSearch] = useState('');
  const [family, setFamily] = useState('');
  const [chosen, setChosen] = useState<string | null>(null);
  const families = useMemo(() => [...new Set([...library.values()].map(m => m.family))], [library]);
  const mine = useMemo(() => new Set(own.map(m => m.id)), [own]);
  const rows = useMemo(
    () =>
      [...library.values()].filter(
        m =>
          (family === '' || m.family === family) &&
          m.name.toLowerCase().includes(search.trim().toLowerCase()),
      ),
    [library, family, search],
  );
  const columns = useMemo(() => columnsOf(mine, setChosen), [mine]);
  const material = chosen ? library.get(chosen) : undefined;
  // What is cut for it besides: stuffing, screens, a curtain.
  const cut = new Set(e.order.pieces.flatMap(p => (p.material === chosen ? p.bays : [])));
  const holds = (bay: string) =>
    cut.has(bay) ||
    (e.bays.get(bay)?.buildUp?.layers.some(l => l.role !== 'air gap' && l.material === chosen) ?? false);
  return (
    <>
      <MaterialList
        search={search}
        setSearch={setSearch}
        family={family}
        setFamily={setFamily}
        chosen={chosen}
        setChosen={setChosen}
        families={families}
        rows={rows}
        columns={columns}
      />
      <div className="flex w-full shrink-0 flex-col border-rule lg:w-[460px] lg:border-l">
        {material && (
          <MaterialCard
            key={material.id}
            material={material}
            own={mine.has(material.id)}
            onChoose={setChosen}
          />
        )}
        <WhereItIs material={material} holds={holds} />
      </div>
    </>
  );
}

function MaterialList({
  search,
  setSearch,
  family,
  setFamily,
  chosen,
  setChosen,
  families,
  rows,
  columns,
}: {
  search: string;
  setSearch: Dispatch<SetStateAction<string>>;
  family: string;
  setFamily: Dispatch<SetStateAction<string>>;
  chosen: string | null;
  setChosen: Dispatch<SetStateAction<string | null>>;
  families: Material['family'][];
  rows: Material[];
  columns: ColumnDef<Material, unknown>[];
}) {
  return (
    <section className="min-w-0 grow overflow-auto bg-sheet p-5">
      <Find search={search} setSearch={setSearch} family={family} setFamily={setFamily} families={families} />
      {rows.length === 0 ? (
        <p>No material matches. Clear the search, or copy a near one and make it your own.</p>
      ) : (
        <DataTable
          rows={rows}
          columns={columns}
          caption="Materials"
          rowKey={m => m.id}
          onRow={m => setChosen(m.id)}
          isChosen={m => m.id === chosen}
        />
      )}
    </section>
  );
}

function WhereItIs({ material, holds }: { material: Material | undefined; holds: (bay: string) => boolean }) {
  return (
    <MapPanel
      title={material ? 'Where this variant has it' : 'Choose a material'}
      paint={(bay, zone) => ({
        ...(holds(bay.id) ? { texture: familyTexture(material?.family) } : {}),
        says: `${zone.name}${holds(bay.id) ? ', has it' : ''}`,
      })}
      legend={null}
    />
  );
}

function Find({
  search,
  setSearch,
  family,
  setFamily,
  families,
}: {
  search: string;
  setSearch: Dispatch<SetStateAction<string>>;
  family: string;
  setFamily: Dispatch<SetStateAction<string>>;
  families: Material['family'][];
}) {
  return (
    <div className="mb-3 flex flex-wrap items-end gap-3">
      <h2 className="mr-auto text-2xl">Materials</h2>
      <TextField
        label="Find"
        type="search"
        value={search}
        onText={setSearch}
        placeholder="wool, foam, tape…"
      />
      <Select label="Family" value={family} onChange={ev => setFamily(ev.target.value)}>
        <option value="">all</option>
        {families.map(f => (
          <option key={f}>{f}</option>
        ))}
      </Select>
    </div>
  );
}

const columnsOf = (
  mine: ReadonlySet<string>,
  onChoose: (id: string) => void,
): ColumnDef<Material, unknown>[] => [
  {
    id: 'name',
    header: 'material',
    accessorFn: m => m.name,
    cell: ({ row: { original: m } }) => (
      <button type="button" className="text-left" onClick={() => onChoose(m.id)}>
        <span className="font-medium">{m.name}</span>
        {mine.has(m.id) && <span className="ml-1 text-[13px] text-chalk">own</span>}
        <span className="block text-[13px] text-faint">{m.family}</span>
      </button>
    ),
  },
  {
    id: 'lambda',
    header: 'W/mK',
    accessorFn: m => m.conductivity,
    meta: { number: true },
    cell: ({ getValue }) => printSignificant(getValue() as number, 2),
  },
  {
    id: 'vapour',
    header: 'vapour',
    accessorFn: m => (m.vapour.by === 'mu' ? m.vapour.mu : m.vapour.sd * 1000),
    meta: { number: true },
    cell: ({ row: { original: m } }) =>
      m.vapour.by === 'mu' ? `µ ${printNumber(m.vapour.mu)}` : `sd ${printSignificant(m.vapour.sd, 2)} m`,
  },
  {
    id: 'density',
    header: 'kg/m³',
    accessorFn: m => m.density,
    meta: { number: true },
    cell: ({ getValue }) => printNumber(getValue() as number),
  },
  {
    id: 'thick',
    header: 'sold, mm',
    enableSorting: false,
    accessorFn: m => m.stock.map(s => Math.round(s.thickness * 10_000) / 10).join(' '),
    cell: ({ getValue }) => <span className="text-[13px]">{String(getValue())}</span>,
  },
];
