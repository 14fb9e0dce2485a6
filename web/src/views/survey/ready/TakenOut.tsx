import type { Fact, FactOf } from '@overcoat/core/model';
import { clipsCounted, stripList } from '@overcoat/core/survey/ready';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { useFacts, useLog } from '../../../store/log.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { Button } from '../../../ui/Button.tsx';
import { KeptText } from '../../../ui/KeptText.tsx';
import { Select } from '../../../ui/Select.tsx';
import { Photos } from '../log/Photos.tsx';
import { ZoneSelect } from '../van/ZoneSelect.tsx';

type Item = FactOf<'taken out'>;
const BECOMES: Item['becomes'][] = ['template', 'goes back', 'sold', 'scrap'];

/** What came out of the van, what such a van usually still has in it, and the clips counted by type. */
export function TakenOut() {
  const { shell } = useOpenDesign();
  const items = useFacts().takenOut;
  const { note } = useLog.getState();
  const [from, setFrom] = useState(shell.zones[0]!.id);
  const usual = stripList(
    shell,
    items.map(i => i.fact),
  );
  const clips = clipsCounted(items.map(i => i.fact));
  const take = (name: string, zone: string, becomes: Item['becomes']) =>
    note({ kind: 'taken out', name, becomes, fixings: '', kept: '' }, { zone });
  return (
    <section data-testid="taken-out">
      <div className="flex items-end justify-between gap-2">
        <h3 className="whitespace-nowrap text-lg">Taken out</h3>
        <span className="flex items-end gap-1.5">
          <ZoneSelect label="out of" value={from} onChange={setFrom} />
          <Button small onClick={() => take('Panel', from, 'template')}>
            <Plus size={14} aria-hidden /> something
          </Button>
        </span>
      </div>
      <p className="text-[13px] text-faint">
        Old floors and linings are the best templates. Count the clips by type as they come off.
      </p>
      {items.map(({ id, fact, place }) => (
        <ItemRow key={id} id={id} item={fact} zone={place?.zone} />
      ))}
      {clips.length > 0 && (
        <p className="mt-1">
          <b>Clips to have at hand:</b> {clips.map(c => `${c.count} × ${c.type}`).join(', ')}.
        </p>
      )}
      {usual.length > 0 && (
        <details className="mt-2" open={items.length === 0 || undefined}>
          <summary className="font-medium">Usually still in such a van: {usual.length}</summary>
          <ul>
            {usual.map(u => (
              <li
                key={u.name}
                className="grid grid-cols-[1fr_auto] items-start gap-2 border-t border-rule py-1"
              >
                <span>
                  {u.name} <span className="text-[13px] text-faint">usually: {u.becomes}</span>
                  {u.caution && <span className="block text-[13px] font-medium">{u.caution}</span>}
                </span>
                <Button small onClick={() => take(u.name, u.zone, u.becomes)}>
                  is out
                </Button>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function ItemRow({ id, item, zone }: { id: string; item: Item; zone: string | undefined }) {
  const { correct } = useLog.getState();
  const change = (instead: Fact) => correct(id, instead);
  const text = (field: 'name' | 'fixings' | 'kept', label: string) => (
    <KeptText
      aria-label={`${label} of ${item.name}`}
      value={item[field]}
      needed={field === 'name'}
      placeholder={label}
      className="min-h-8 w-full rounded-[4px] border border-rule bg-ticket px-2"
      onText={value => change({ ...item, [field]: value })}
    />
  );
  return (
    <div className="mt-2 border-t border-rule pt-1" data-taken={id}>
      <div className="grid grid-cols-[1.5fr_1fr_auto] gap-1.5">
        {text('name', 'name')}
        <Select
          label="becomes"
          hideLabel
          value={item.becomes}
          onChange={e => change({ ...item, becomes: e.target.value as Item['becomes'] })}
        >
          {BECOMES.map(b => (
            <option key={b}>{b}</option>
          ))}
        </Select>
        <Button small look="quiet" aria-label={`Take back: ${item.name}`} onClick={() => correct(id)}>
          <X size={14} />
        </Button>
        {text('fixings', 'fixings')}
        {text('kept', 'where it is')}
      </div>
      <Clips item={item} onChange={clips => change({ ...item, clips })} />
      {zone && <Photos zone={zone} about={id} />}
    </div>
  );
}

/** Clips by type: a new type with its count in one line. */
function Clips({ item, onChange }: { item: Item; onChange(clips: NonNullable<Item['clips']>): void }) {
  const clips = item.clips ?? [];
  return (
    <form
      className="mt-1 flex flex-wrap items-center gap-1.5 text-[13px]"
      onSubmit={event => {
        event.preventDefault();
        const form = new FormData(event.currentTarget);
        const type = String(form.get('type')).trim();
        const count = Math.round(Number(form.get('count')));
        if (!type || !(count >= 1 && count <= 500) || clips.length >= 20) return;
        onChange([...clips.filter(c => c.type !== type), { type, count }]);
        event.currentTarget.reset();
      }}
    >
      {clips.map(c => (
        <span key={c.type} className="rounded border border-rule bg-ticket px-1.5">
          {c.count} × {c.type}{' '}
          <button
            type="button"
            aria-label={`Remove clip ${c.type}`}
            onClick={() => onChange(clips.filter(o => o.type !== c.type))}
          >
            ×
          </button>
        </span>
      ))}
      <input
        name="count"
        type="number"
        min={1}
        max={500}
        required
        aria-label={`Clips of ${item.name}, how many`}
        placeholder="n"
        className="min-h-7 w-14 rounded-[4px] border border-rule bg-ticket px-1"
      />
      <input
        name="type"
        required
        maxLength={120}
        aria-label={`Clips of ${item.name}, type`}
        placeholder="clip type, as 8 mm fir tree"
        className="min-h-7 grow rounded-[4px] border border-rule bg-ticket px-1"
      />
      <Button small type="submit">
        add clips
      </Button>
    </form>
  );
}
