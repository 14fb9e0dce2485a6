import { useDesign } from '../store/design.ts';
import { useOpenDesign } from '../store/openDesign.ts';
import { Select } from '../ui/Select.tsx';

const COLOURS = ['white', 'grey', 'black'] as const;

/** Colour of the van outside: what sun its skin takes. Part of the shell, undone like any other edit. */
export function SkinColour({ hideLabel = false }: { hideLabel?: boolean }) {
  const { skin } = useOpenDesign().shell;
  const edit = useDesign(s => s.edit);
  return (
    <Select
      label="Colour of the skin"
      hideLabel={hideLabel}
      value={skin.colour}
      onChange={e =>
        edit(`skin ${e.target.value}`, draft => {
          draft.shell.skin.colour = e.target.value as (typeof COLOURS)[number];
        })
      }
    >
      {COLOURS.map(colour => (
        <option key={colour} value={colour}>
          {colour} skin
        </option>
      ))}
    </Select>
  );
}
