import { readSurveyCsv, type SurveyReading, shellDxf, shellSvg, surveyCsv } from '@overcoat/core/formats';
import type { Design } from '@overcoat/core/model';
import type { Seen } from '@overcoat/core/survey/layout';
import { inUnits, printLength } from '@overcoat/core/units';
import { Download, Printer, Upload } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { download } from '../../../download.ts';
import { useDesign } from '../../../store/design.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { usePreferences, useUnits } from '../../../store/preferences.ts';
import { Button } from '../../../ui/Button.tsx';
import { Dialog } from '../../../ui/Dialog.tsx';
import { FileButton } from '../../../ui/FileButton.tsx';
import { Select } from '../../../ui/Select.tsx';
import { right, Table } from '../../../ui/Table.tsx';

const WORDS = { width: 'along', height: 'across', depthMin: 'shallowest', depthMax: 'deepest' };

/** The survey on paper, as a table and as outlines. */
export function FilesPanel() {
  const design = useOpenDesign();
  const edit = useDesign(s => s.edit);
  const [reading, setReading] = useState<SurveyReading | null>(null);
  const { seen, setSeen } = usePreferences();
  const name = design.name.toLowerCase();
  const read = async (file: File) => setReading(readSurveyCsv(design.shell, await file.text()));
  const apply = () => {
    if (reading)
      edit(`survey read in: ${reading.changes.length} sizes`, draft => {
        draft.shell = reading.shell;
      });
    setReading(null);
  };
  return (
    <div className="flex flex-col gap-5">
      <section>
        <h2 className="text-xl">On paper</h2>
        <p className="text-faint">The unfolded shell and one line a bay, to take into the van.</p>
        <div className="mt-2 flex gap-2">
          <Link
            to="../form"
            relative="path"
            className="inline-flex min-h-9 items-center gap-1.5 rounded-[4px] border border-rule bg-ticket px-3 font-medium hover:border-ink"
          >
            <Printer size={15} aria-hidden /> Survey form
          </Link>
        </div>
      </section>
      <AsTable design={design} name={name} read={read} />
      <AsOutlines design={design} seen={seen} setSeen={setSeen} name={name} />
      <Dialog
        open={reading !== null}
        onOpenChange={open => !open && setReading(null)}
        title="What this file would change"
        description="Nothing is taken until you say so; it is one step to undo."
        side
      >
        {reading && <Report reading={reading} onApply={apply} onLeave={() => setReading(null)} />}
      </Dialog>
    </div>
  );
}

function AsOutlines({
  design,
  seen,
  setSeen,
  name,
}: {
  design: Design;
  seen: Seen;
  setSeen: (seen: Seen) => void;
  name: string;
}) {
  return (
    <section>
      <h2 className="text-xl">As outlines</h2>
      <p className="text-faint">
        Every bay and opening at true size in millimetres, a layer a zone, each bay with its TOP and FRONT.
      </p>
      <div className="mt-1 w-56">
        <Select label="every piece seen from" value={seen} onChange={e => setSeen(e.target.value as Seen)}>
          <option value="inside">inside, as you stand</option>
          <option value="outside">outside, its back</option>
        </Select>
      </div>
      <div className="mt-2 flex gap-2">
        <Button
          onClick={() =>
            download(`${name}-shell-${seen}.svg`, 'image/svg+xml', shellSvg(design.shell, design.name, seen))
          }
        >
          <Download size={15} aria-hidden /> SVG
        </Button>
        <Button
          onClick={() => download(`${name}-shell-${seen}.dxf`, 'image/vnd.dxf', shellDxf(design.shell, seen))}
        >
          <Download size={15} aria-hidden /> DXF
        </Button>
      </div>
    </section>
  );
}

function AsTable({
  design,
  name,
  read,
}: {
  design: Design;
  name: string;
  read: (file: File) => Promise<void>;
}) {
  return (
    <section>
      <h2 className="text-xl">As a table</h2>
      <p className="text-faint">
        One row a bay, millimetres. What a file would change is shown before it is taken.
      </p>
      <div className="mt-2 flex gap-2">
        <Button onClick={() => download(`${name}-survey.csv`, 'text/csv', surveyCsv(design.shell))}>
          <Download size={15} aria-hidden /> Survey CSV
        </Button>
        <FileButton file="Survey file" accept=".csv,text/csv" onFiles={([file]) => void read(file!)}>
          <Upload size={15} aria-hidden /> Read a CSV…
        </FileButton>
      </div>
    </section>
  );
}

function Report({ reading, onApply, onLeave }: { reading: SurveyReading; onApply(): void; onLeave(): void }) {
  const units = useUnits();
  const { changes, problems, same } = reading;
  return (
    <>
      <p>
        <b>{changes.length}</b> sizes would change, {same} bays stay as they are
        {problems.length > 0 && (
          <>
            , <b className="text-signal">{problems.length}</b> places cannot be taken
          </>
        )}
        .
      </p>
      {problems.length > 0 && (
        <ul className="mt-2">
          {problems.map(p => (
            <li key={`${p.row}${p.column}`} className="text-signal">
              Row {p.row}
              {p.column ? `, ${p.column}` : ''}: {inUnits(p.message, units)}
            </li>
          ))}
        </ul>
      )}
      {changes.length > 0 && (
        <Table
          caption="Sizes that change"
          look="page"
          className="mt-3 text-left"
          heads={['bay', 'size', right('from'), right('to')]}
        >
          {changes.map(c => (
            <tr key={`${c.bay}${c.field}`} className="border-t border-rule">
              <td className="py-1">{c.bay}</td>
              <td>{WORDS[c.field]}</td>
              <td className="text-right">
                {printLength(c.from.value, units)} {c.from.basis === 'assumed' && 'assumed'}
              </td>
              <td className="text-right font-medium">{printLength(c.to.value, units)}</td>
            </tr>
          ))}
        </Table>
      )}
      <div className="mt-4 flex gap-2">
        <Button look="strong" disabled={changes.length === 0} onClick={onApply}>
          Take {changes.length} sizes
        </Button>
        <Button onClick={onLeave}>Leave it</Button>
      </div>
    </>
  );
}
