import { schools } from '@overcoat/core/buildup';
import { Copy, Hammer, Pencil, Trash2 } from 'lucide-react';
import { type Dispatch, type SetStateAction, useState } from 'react';
import { useLibrary } from '../api/queries.ts';
import { useDesign } from '../store/design.ts';
import { duplicateVariant } from '../store/edits.ts';
import { useOpenDesign, useVariant } from '../store/openDesign.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Select } from '../ui/Select.tsx';
import { TextField } from '../ui/TextField.tsx';

/** Duplicate (as it is, or by another school), rename and remove variants. */
export function VariantMenu() {
  const [task, setTask] = useState<'duplicate' | 'rename' | null>(null);
  const design = useOpenDesign();
  const variant = useVariant();
  const { edit, chooseVariant } = useDesign.getState();
  const remove = () => {
    const next = design.variants.find(v => v.id !== variant.id)!;
    edit(`variant ${variant.name} removed`, draft => {
      draft.variants = draft.variants.filter(v => v.id !== variant.id);
      if (draft.built === variant.id) draft.built = next.id;
    });
    chooseVariant(next.id);
  };
  return (
    <div className="flex">
      <Button look="quiet" small onClick={() => setTask('duplicate')} title="Duplicate this variant">
        <Copy size={15} aria-hidden /> duplicate
      </Button>
      <Button look="quiet" small aria-label="Rename variant" onClick={() => setTask('rename')}>
        <Pencil size={15} />
      </Button>
      {design.built !== variant.id && (
        <Button
          look="quiet"
          small
          onClick={() =>
            edit(`${variant.name} is the one being built`, draft => {
              draft.built = variant.id;
            })
          }
          title="Orders, labels and checks go by the variant being built"
        >
          <Hammer size={15} aria-hidden /> build this one
        </Button>
      )}
      {design.variants.length > 1 && (
        <Button
          look="quiet"
          small
          aria-label="Remove variant"
          onClick={remove}
          title="Remove this variant (undo brings it back)"
        >
          <Trash2 size={15} />
        </Button>
      )}
      <VariantDialogs task={task} setTask={setTask} />
    </div>
  );
}

function VariantDialogs({
  task,
  setTask,
}: {
  task: 'duplicate' | 'rename' | null;
  setTask: Dispatch<SetStateAction<'duplicate' | 'rename' | null>>;
}) {
  return (
    <>
      <Dialog
        open={task === 'duplicate'}
        onOpenChange={open => !open && setTask(null)}
        title="Duplicate this variant"
        description="The shell and the brief are shared; the copy gets build-ups of its own."
      >
        <DuplicateForm onDone={() => setTask(null)} />
      </Dialog>
      <Dialog
        open={task === 'rename'}
        onOpenChange={open => !open && setTask(null)}
        title="Rename this variant"
      >
        <RenameForm onDone={() => setTask(null)} />
      </Dialog>
    </>
  );
}

function DuplicateForm({ onDone }: { onDone(): void }) {
  const variant = useVariant();
  const { library } = useLibrary();
  const [school, setSchool] = useState('');
  const [name, setName] = useState('');
  const suggested = schools.find(s => s.id === school)?.name ?? `${variant.name} again`;
  return (
    <form
      onSubmit={event => {
        event.preventDefault();
        duplicateVariant((name.trim() || suggested).slice(0, 120), school || null, library);
        onDone();
      }}
      className="grid gap-3"
    >
      <Select label="Build-ups" value={school} onChange={e => setSchool(e.target.value)}>
        <option value="">as they are here</option>
        {schools.map(s => (
          <option key={s.id} value={s.id}>
            by the school: {s.name}
          </option>
        ))}
      </Select>
      <NameInput value={name} placeholder={suggested} onChange={setName} />
      <Button look="strong" type="submit" className="justify-self-start">
        Duplicate
      </Button>
    </form>
  );
}

function RenameForm({ onDone }: { onDone(): void }) {
  const variant = useVariant();
  const [name, setName] = useState(variant.name);
  return (
    <form
      className="grid gap-3"
      onSubmit={event => {
        event.preventDefault();
        if (name.trim() === '') return;
        useDesign.getState().edit('variant renamed', draft => {
          draft.variants.find(v => v.id === variant.id)!.name = name.trim();
        });
        onDone();
      }}
    >
      <NameInput value={name} placeholder="a name" onChange={setName} />
      <Button look="strong" type="submit" disabled={name.trim() === ''} className="justify-self-start">
        Rename
      </Button>
    </form>
  );
}

function NameInput({
  value,
  placeholder,
  onChange,
}: {
  value: string;
  placeholder: string;
  onChange(text: string): void;
}) {
  return (
    <TextField
      label="Name"
      value={value}
      maxLength={120}
      placeholder={placeholder}
      onText={onChange}
      inputClass="w-full"
    />
  );
}
