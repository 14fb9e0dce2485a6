import { patchBox } from '@overcoat/core/buildup';
import type { Patch } from '@overcoat/core/model';
import { SAME_SIZE } from '@overcoat/core/tolerance';
import { parseLength, parseNumber, printLength } from '@overcoat/core/units';
import { useUnits } from '../../store/preferences.ts';
import { Field } from '../../ui/Field.tsx';

interface Props {
  patch: Patch;
  bay: { id: string; width: { value: number }; height: { value: number } };
  onPut(patch: Patch, what: string): void;
}

/** The chosen sheet in figures. */
export function PatchFields({ patch, bay, onPut }: Props) {
  const units = useUnits();
  const length = (label: string, value: number, max: number, change: (v: number) => Patch, what: string) => (
    <Field
      label={label}
      shown={printLength(value, units)}
      parse={text => parseLength(text, { system: units, min: 0, max: 20 })}
      onCommit={v => {
        if (v > max + SAME_SIZE)
          return `Bay ${bay.id} is ${printLength(max, units)} there: a sheet may be no larger.`;
        const next = change(v);
        if (next.width < 0.02 || next.height < 0.02) return 'A sheet is at least 20 mm wide.';
        const box = patchBox(next);
        if (box.width > bay.width.value + 0.002 || box.height > bay.height.value + 0.002)
          return `Turned like this it is larger than bay ${bay.id}.`;
        onPut(next, what);
      }}
    />
  );
  return (
    <div className="grid grid-cols-5 gap-2">
      {length('wide', patch.width, bay.width.value, v => ({ ...patch, width: v }), 'cut')}
      {length('high', patch.height, bay.height.value, v => ({ ...patch, height: v }), 'cut')}
      {length('from front', patch.along, bay.width.value, v => ({ ...patch, along: v }), 'moved')}
      {length('from below', patch.up, bay.height.value, v => ({ ...patch, up: v }), 'moved')}
      <Field
        label="turned"
        shown={`${patch.turn}°`}
        parse={text => parseNumber(text.replace('°', '').trim())}
        onCommit={v => {
          if (v < -90 || v > 90) return 'From −90 to 90 degrees.';
          onPut({ ...patch, turn: v }, 'turned');
        }}
      />
    </div>
  );
}
