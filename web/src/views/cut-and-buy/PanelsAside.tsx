import type { FixedPanel, Zone } from '@overcoat/core/model';
import type { PanelFinding } from '@overcoat/core/order/grounds';
import { inUnits, type Parsed, parseLength, printLength, type UnitSystem } from '@overcoat/core/units';
import type { Grounds } from '@overcoat/jobs/cut';
import { useCutList } from '../../hooks/useCutList.ts';
import { freshId } from '../../store/edits.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Field } from '../../ui/Field.tsx';
import { NameInput } from '../../ui/KeptText.tsx';
import { Refused } from '../../ui/Refused.tsx';

const SIZES = [
  ['along', 'Behind the front'],
  ['up', 'Above the lower edge'],
  ['width', 'Width'],
  ['height', 'Height'],
] as const;

/** Panels of a zone that are there already: where they go, what was found of them, and their marks. */
export function PanelsAside({ zone, findings }: { zone: Zone; findings: Grounds['findings'] }) {
  const cuts = useCutList();
  const units = useUnits();
  const { panels = [] } = cuts.list;
  const own = panels.filter(p => p.zone === zone.id);
  const put = (panel: FixedPanel) =>
    void cuts.set({ panels: panels.map(p => (p.id === panel.id ? panel : p)) });
  const add = () => {
    const id = freshId(
      panels.map(p => p.id),
      'panel',
    );
    const name = `panel ${own.length + 1}`;
    const size = {
      width: Math.min(0.6, zone.length.value / 2),
      height: Math.min(0.4, zone.height.value / 2),
    };
    cuts.set({ panels: [...panels, { id, name, zone: zone.id, along: 0, up: 0, ...size, marks: [] }] });
  };
  return (
    <section className="w-full overflow-auto bg-ticket p-5" aria-label="Panels that are there already">
      <h3 className="text-xl">Panels that are there already</h3>
      <p className="mt-1 text-[13px] text-faint">
        Bought to size, or from an earlier fit-out: they stay as they are. The linings of the{' '}
        {zone.name.toLowerCase()} are cut round them, battens go under their ends, and they are checked before
        anything is cut.
      </p>
      {own.map(panel => {
        const about = findings.filter(f => f.panel === panel.id);
        return (
          <OnePanel
            key={panel.id}
            cuts={cuts}
            units={units}
            panels={panels}
            put={put}
            panel={panel}
            about={about}
          />
        );
      })}
      <div className="mt-4 flex flex-wrap gap-1.5">
        <Button onClick={add}>Add a panel</Button>
        {cuts.undo && <Button onClick={cuts.undo}>Undo here</Button>}
        {cuts.redo && <Button onClick={cuts.redo}>Redo here</Button>}
      </div>
      <Refused why={cuts.failed} className="mt-1" />
    </section>
  );
}

function OnePanel({
  cuts,
  units,
  panels,
  put,
  panel,
  about,
}: {
  cuts: ReturnType<typeof useCutList>;
  units: UnitSystem;
  panels: FixedPanel[];
  put: (panel: FixedPanel) => undefined;
  panel: FixedPanel;
  about: PanelFinding[];
}) {
  return (
    <fieldset className="mt-4 border-t border-rule pt-2">
      <legend className="sr-only">{panel.name}</legend>
      <NameInput value={panel.name} onName={name => put({ ...panel, name })} />
      <PanelSizes units={units} put={put} panel={panel} />
      <MarksField panel={panel} onMarks={marks => put({ ...panel, marks })} />
      <ul>
        {about.map(f => (
          <li key={f.says} className={f.ok ? '' : 'font-medium text-signal'}>
            {f.ok ? '' : '! '}
            {inUnits(f.says, units)}
          </li>
        ))}
      </ul>
      <Button
        small
        look="danger"
        className="mt-1"
        onClick={() => cuts.set({ panels: panels.filter(p => p.id !== panel.id) })}
      >
        Take it out
      </Button>
    </fieldset>
  );
}

function PanelSizes({
  units,
  put,
  panel,
}: {
  units: UnitSystem;
  put: (panel: FixedPanel) => undefined;
  panel: FixedPanel;
}) {
  return (
    <div className="mt-1 grid grid-cols-2 gap-x-3">
      {SIZES.map(([field, label]) => (
        <Field
          key={field}
          label={label}
          shown={printLength(panel[field], units)}
          parse={text =>
            parseLength(text, {
              system: units,
              min: field === 'width' || field === 'height' ? 0.021 : 0,
              max: 20,
            })
          }
          onCommit={value => put({ ...panel, [field]: value })}
        />
      ))}
    </div>
  );
}

/** Holes or marks along a panel, several lengths parted by semicolons. */
function MarksField({ panel, onMarks }: { panel: FixedPanel; onMarks(marks: number[]): void }) {
  const units = useUnits();
  const read = (text: string): { marks: number[] } | { why: string } => {
    const marks: number[] = [];
    for (const part of text.split(';').map(t => t.trim())) {
      if (part === '') continue;
      const length = parseLength(part, { system: units, min: 0, max: panel.width });
      if (!length.ok) return { why: length.message };
      marks.push(length.value);
    }
    return { marks: [...new Set(marks)].sort((a, b) => a - b) };
  };
  return (
    <Field
      label="Screw holes or marks, from its front end"
      shown={panel.marks.map(mark => printLength(mark, units)).join('; ')}
      note="several with a semicolon between: 40; 430; 860"
      parse={(text): Parsed => {
        const found = read(text);
        return 'why' in found ? { ok: false, message: found.why } : { ok: true, value: found.marks.length };
      }}
      onCommit={(_, entered) => {
        const found = read(entered);
        if ('why' in found) return found.why;
        onMarks(found.marks);
      }}
    />
  );
}
