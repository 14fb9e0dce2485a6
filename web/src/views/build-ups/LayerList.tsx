import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  type DraggableAttributes,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import type { SyntheticListenerMap } from '@dnd-kit/core/dist/hooks/utilities/index';
import { arrayMove, SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ROLES, sectionAt, sheetArea } from '@overcoat/core/buildup';
import type { BayResult } from '@overcoat/core/evaluate';
import { type Library, stockFor, usualFor } from '@overcoat/core/materials';
import type { BuildUp, Layer, Material, Role } from '@overcoat/core/model';
import { massPerArea } from '@overcoat/core/order/load';
import { meanDepth } from '@overcoat/core/survey/geometry';
import { SAME_SIZE } from '@overcoat/core/tolerance';
import { printLength, printNumber, type UnitSystem } from '@overcoat/core/units';
import { ChevronDown, ChevronUp, GripVertical, X } from 'lucide-react';
import { useMemo } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { editBuildUp, freshId } from '../../store/edits.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { layShare } from '../../store/sheets.ts';
import { Button } from '../../ui/Button.tsx';

/** Layers from skin to room: add, remove, change, and reorder by drag, by buttons, or by keyboard on the grip. */
export function LayerList({ buildUp, result }: { buildUp: BuildUp; result: BayResult }) {
  const { library } = useLibrary();
  const { shell } = useOpenDesign();
  const { bay, zone } = result;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const planes = useMemo(
    () => sectionAt(buildUp.layers, meanDepth(bay), zone.kind, shell, library).planes,
    [buildUp, bay, zone, shell, library],
  );
  // Where it stands is looked up as the change is made: each of two quick presses moves it one place.
  const move = (layer: string, to: (from: number, layers: readonly Layer[]) => number) =>
    editBuildUp(`${buildUp.name}: layers reordered`, buildUp.id, b => {
      const from = b.layers.findIndex(l => l.id === layer);
      const place = to(from, b.layers as Layer[]);
      if (from >= 0 && place >= 0 && place < b.layers.length && place !== from)
        b.layers = arrayMove(b.layers, from, place);
    });
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (over) move(String(active.id), (_, layers) => layers.findIndex(l => l.id === over.id));
  };
  return (
    <section aria-label="Layers, skin to room" className="mt-2">
      <div className="grid grid-cols-[44px_1fr_86px_44px_52px_30px] gap-1 border-b border-rule pb-1 text-[13px] text-faint">
        <span className="col-span-2">layer, skin to room</span>
        <span className="text-right">thick</span>
        <span className="text-right" title="m²K/W, at the bay’s middle depth">
          R
        </span>
        <span className="text-right">kg/m²</span>
      </div>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
        <SortableContext items={buildUp.layers.map(l => l.id)} strategy={verticalListSortingStrategy}>
          <ol>
            {buildUp.layers.map((layer, i) => (
              <LayerRow
                key={layer.id}
                layer={layer}
                buildUp={buildUp}
                library={library}
                resistance={
                  planes.find(
                    p => p.layer === layer.id || (layer.role === 'batten' && p.layer === 'batten gap'),
                  )?.resistance ?? 0
                }
                onMove={by => move(layer.id, from => from + by)}
                first={i === 0}
                last={i === buildUp.layers.length - 1}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      {buildUp.layers.length === 0 && (
        <p className="py-3 text-faint">No layers yet: the bay is bare steel.</p>
      )}
      <AddLayer buildUp={buildUp} library={library} result={result} />
      <Cautions buildUp={buildUp} library={library} />
    </section>
  );
}

/** What of the panels is really covered, where bays were laid by hand. */
function SheetsLaid({ buildUp }: { buildUp: BuildUp }) {
  const e = useEvaluation();
  const bays = [...e.bays.values()].filter(b => b.buildUp?.id === buildUp.id);
  const byHand = bays.filter(b => b.sheets?.byHand).length;
  if (byHand === 0) return null;
  const covered = bays.reduce((sum, b) => sum + sheetArea(b.bay, b.sheets?.patches ?? []), 0);
  const area = bays.reduce((sum, b) => sum + b.area, 0);
  return (
    <span title="A share chosen here lays every bay anew">
      really {Math.round((100 * covered) / area)} %, {byHand} {byHand === 1 ? 'bay' : 'bays'} by hand
    </span>
  );
}

interface RowProps {
  layer: Layer;
  buildUp: BuildUp;
  library: Library;
  resistance: number;
  onMove(by: number): void;
  first: boolean;
  last: boolean;
}

function LayerRow({ layer, buildUp, library, resistance, onMove, first, last }: RowProps) {
  const units = useUnits();
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: layer.id,
  });
  const material = layer.role === 'air gap' ? null : library.get(layer.material);
  const name = material?.name ?? 'air gap';
  const change = (label: string, recipe: (l: Layer) => void) =>
    editBuildUp(`${buildUp.name}: ${label}`, buildUp.id, b => {
      const target = b.layers.find(l => l.id === layer.id);
      if (target) recipe(target);
    });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`grid grid-cols-[44px_1fr_86px_44px_52px_30px] items-center gap-1 border-b border-rule py-1 ${isDragging ? 'relative z-10 bg-wet' : 'bg-sheet'}`}
    >
      <MoveHandle
        onMove={onMove}
        first={first}
        last={last}
        attributes={attributes}
        listeners={listeners}
        name={name}
      />
      <WhatAndHow layer={layer} buildUp={buildUp} library={library} units={units} change={change} />
      <ThicknessSelect layer={layer} units={units} material={material} name={name} change={change} />
      <span className="text-right font-medium">{resistance < 0.005 ? '–' : printNumber(resistance, 2)}</span>
      <span className="text-right font-medium">
        {printNumber(massPerArea(layer, library) * (layer.role === 'damping' ? layer.coverage : 1), 1)}
      </span>
      <button
        type="button"
        aria-label={`Remove ${name}`}
        className="justify-self-end rounded p-1 text-faint hover:text-signal"
        onClick={() =>
          editBuildUp(`${buildUp.name}: ${name.toLowerCase()} removed`, buildUp.id, b => {
            b.layers = b.layers.filter(l => l.id !== layer.id);
          })
        }
      >
        <X size={15} />
      </button>
    </li>
  );
}

function ThicknessSelect({
  layer,
  units,
  material,
  name,
  change,
}: {
  layer: RowProps['layer'];
  units: UnitSystem;
  material: Material | null | undefined;
  name: string;
  change: (label: string, recipe: (l: Layer) => void) => void;
}) {
  return (
    <select
      aria-label={`Thickness of ${name}`}
      value={layer.thickness}
      className="w-full rounded border border-transparent bg-transparent py-0.5 text-right font-medium hover:border-rule"
      onChange={e => {
        const thickness = Number(e.target.value);
        change(`${name.toLowerCase()} ${printLength(thickness, units)}`, l => {
          l.thickness = thickness;
          if (l.role === 'batten' && material) l.width = stockFor(material, thickness).width;
        });
      }}
    >
      {thicknesses(layer, material).map(t => (
        <option key={t} value={t}>
          {printLength(t, units)}
        </option>
      ))}
    </select>
  );
}

function WhatAndHow({
  layer,
  buildUp,
  library,
  units,
  change,
}: {
  layer: RowProps['layer'];
  buildUp: RowProps['buildUp'];
  library: Library;
  units: UnitSystem;
  change: (label: string, recipe: (l: Layer) => void) => void;
}) {
  return (
    <div className="min-w-0">
      {layer.role === 'air gap' ? (
        <span className="font-medium">air gap</span>
      ) : (
        <MaterialSelect layer={layer} library={library} change={change} />
      )}
      <div className="flex items-center gap-2 pl-1 text-[13px] text-faint">
        {layer.role}
        {layer.role === 'damping' && (
          <Small
            label="Share of the panel covered"
            value={layer.coverage}
            options={[0.25, 0.4, 0.6, 0.8, 1].map(c => [c, `${Math.round(c * 100)} % of the panel`])}
            onChange={coverage =>
              layShare(
                `${buildUp.name}: damping covers ${Math.round(coverage * 100)} %`,
                buildUp.id,
                coverage,
              )
            }
          />
        )}
        {layer.role === 'damping' && <SheetsLaid buildUp={buildUp} />}
        {layer.role === 'batten' && (
          <Small
            label="Batten spacing"
            value={layer.spacing}
            options={[0.3, 0.4, 0.5, 0.6].map(s => [
              s,
              `${printLength(layer.width, units)} wide, every ${printLength(s, units)}`,
            ])}
            onChange={spacing =>
              change(`battens every ${printLength(spacing, units)}`, l => Object.assign(l, { spacing }))
            }
          />
        )}
      </div>
    </div>
  );
}

function MaterialSelect({
  layer,
  library,
  change,
}: {
  layer: Exclude<Layer, { role: 'air gap' }>;
  library: Library;
  change: (label: string, recipe: (l: Layer) => void) => void;
}) {
  return (
    <select
      aria-label={`Material of the ${layer.role}`}
      value={layer.material}
      className="w-full truncate rounded border border-transparent bg-transparent py-0.5 font-medium hover:border-rule"
      onChange={e => {
        const next = library.get(e.target.value)!;
        change(`${layer.role} → ${next.name.toLowerCase()}`, l => {
          if (l.role !== 'air gap')
            Object.assign(l, { material: next.id, thickness: stockFor(next, l.thickness).thickness });
        });
      }}
    >
      {forRole(layer.role, library).map(m => (
        <option key={m.id} value={m.id}>
          {m.name}
        </option>
      ))}
    </select>
  );
}

function MoveHandle({
  onMove,
  first,
  last,
  attributes,
  listeners,
  name,
}: {
  onMove: (by: number) => void;
  first: boolean;
  last: boolean;
  attributes: DraggableAttributes;
  listeners: SyntheticListenerMap | undefined;
  name: string;
}) {
  return (
    <span className="flex items-center">
      <button
        type="button"
        className="cursor-grab touch-none rounded p-0.5 text-faint"
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}: arrow keys, or drag`}
        aria-describedby={undefined}
        onKeyDown={e => {
          if (e.key !== 'ArrowUp' && e.key !== 'ArrowDown') return;
          e.preventDefault();
          onMove(e.key === 'ArrowUp' ? -1 : 1);
        }}
      >
        <GripVertical size={16} />
      </button>
      <span className="flex flex-col">
        <button
          type="button"
          aria-label={`${name} nearer the skin`}
          aria-disabled={first}
          onClick={() => onMove(-1)}
          className="rounded text-faint hover:text-ink aria-disabled:opacity-25"
        >
          <ChevronUp size={14} />
        </button>
        <button
          type="button"
          aria-label={`${name} nearer the room`}
          aria-disabled={last}
          onClick={() => onMove(1)}
          className="rounded text-faint hover:text-ink aria-disabled:opacity-25"
        >
          <ChevronDown size={14} />
        </button>
      </span>
    </span>
  );
}

function Small({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: number;
  options: (readonly [number, string])[];
  onChange(value: number): void;
}) {
  const shown = options.some(([v]) => v === value) ? options : [[value, `${value}`] as const, ...options];
  return (
    <select
      aria-label={label}
      value={value}
      className="rounded border border-transparent bg-transparent text-chalk hover:border-rule"
      onChange={e => onChange(Number(e.target.value))}
    >
      {shown.map(([v, words]) => (
        <option key={v} value={v}>
          {words}
        </option>
      ))}
    </select>
  );
}

const forRole = (role: Role, library: Library): Material[] =>
  [...library.values()].filter(m => (m.roles as string[]).includes(role));

/** What is for sale, and what the layer has now. */
function thicknesses(layer: Layer, material: Material | null | undefined): number[] {
  const sold = material ? material.stock.map(s => s.thickness) : [0.01, 0.015, 0.02, 0.025, 0.03, 0.04, 0.05];
  return [...new Set([...sold, layer.thickness])].sort((a, b) => a - b);
}

function AddLayer({ buildUp, library, result }: { buildUp: BuildUp; library: Library; result: BayResult }) {
  const add = (role: Role) => {
    const id = freshId(
      buildUp.layers.map(l => l.id),
      'y',
    );
    const layer = newLayer(id, role, library, result);
    if (!layer) return;
    editBuildUp(`${buildUp.name}: ${role} added`, buildUp.id, b => {
      const after = b.layers.findLastIndex(l => ROLES.indexOf(l.role) <= ROLES.indexOf(role));
      b.layers.splice(after + 1, 0, layer);
    });
  };
  return (
    <div className="mt-2 flex flex-wrap items-center gap-1">
      <span className="text-[13px] text-faint">add</span>
      {ROLES.map(role => (
        <Button
          key={role}
          small
          onClick={() => add(role)}
          disabled={role === 'batten' && buildUp.layers.some(l => l.role === 'batten')}
        >
          {role}
        </Button>
      ))}
    </div>
  );
}

/** A floor's ply and battens bear feet: no thinner than these, m. Common practice, no source. */
const FLOOR_LEAST: Partial<Record<Role, number>> = { lining: 0.009, batten: 0.025 };

/** The usual choice for a role, as light as the place allows: the thickest fill that fits, the thinnest of all else. */
function newLayer(id: string, role: Role, library: Library, { bay, zone }: BayResult): Layer | null {
  if (role === 'air gap') return { id, role, thickness: 0.02 };
  const material = usualFor(library, role) ?? forRole(role, library)[0];
  if (!material) return null;
  const sold = [...material.stock].sort((a, b) => a.thickness - b.thickness);
  const room = material.squeeze < 0.9 ? bay.depthMax.value : bay.depthMin.value;
  const least = zone.kind === 'floor' ? (FLOOR_LEAST[role] ?? 0) : 0;
  const stock =
    (role === 'fill'
      ? sold.findLast(s => s.thickness <= room + SAME_SIZE)
      : sold.find(s => s.thickness >= least - SAME_SIZE)) ?? sold[0]!;
  if (role === 'damping')
    return { id, role, material: material.id, thickness: stock.thickness, coverage: 0.25 };
  if (role === 'batten')
    return { id, role, material: material.id, thickness: stock.thickness, width: stock.width, spacing: 0.4 };
  return { id, role, material: material.id, thickness: stock.thickness };
}

/** Cautions of the materials in hand, where they bite; local codes and licensed trades come first. */
function Cautions({ buildUp, library }: { buildUp: BuildUp; library: Library }) {
  const materials = new Set<Material>();
  for (const layer of buildUp.layers) {
    const material = layer.role === 'air gap' ? undefined : library.get(layer.material);
    if (!material) continue;
    materials.add(material);
    const fixing = material.fixedWith ? library.get(material.fixedWith) : undefined;
    if (fixing) materials.add(fixing);
  }
  const lines = [...materials].flatMap(m => m.cautions.map(c => ({ m, c })));
  if (lines.length === 0) return null;
  return (
    <details className="mt-3 text-[13px]">
      <summary className="font-medium">Before you start: {lines.length} cautions</summary>
      <ul className="mt-1 grid gap-1">
        {lines.map(({ m, c }) => (
          <li key={m.id + c} className="border-l-[3px] border-signal pl-2">
            <b>{m.name}:</b> {c}
          </li>
        ))}
        <li className="pl-2 text-faint">
          Keep drain holes, airbags, belt reels, flues and fixed vents clear. Local codes and the makers’
          instructions come first.
        </li>
      </ul>
    </details>
  );
}
