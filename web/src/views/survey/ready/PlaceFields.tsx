import { findBay, type Measurement, type Place } from '@overcoat/core/model';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { MeasureField } from '../../../ui/MeasureField.tsx';

interface Props {
  bay: string;
  at: Place | undefined;
  size: Measurement;
  onPlace(at: Place): void;
  onSize(size: Measurement): void;
}

/** Where something lies in its bay, and how large it is; the bay's middle until somebody says. */
export function PlaceFields({ bay, at, size, onPlace, onSize }: Props) {
  const { shell } = useOpenDesign();
  const found = findBay(shell, bay);
  if (!found) return null;
  const middle = (m: Measurement): Measurement => ({ basis: 'assumed', value: m.value / 2, from: 'guess' });
  const place = at ?? { along: middle(found.bay.width), up: middle(found.bay.height) };
  const taken = (work: () => void) => {
    work();
    return null;
  };
  return (
    <div className="mt-1 grid grid-cols-3 gap-1.5">
      <MeasureField label="size" value={size} min={0.001} max={2} onMeasure={m => taken(() => onSize(m))} />
      <MeasureField
        label="behind front"
        value={place.along}
        max={found.bay.width.value}
        onMeasure={along => taken(() => onPlace({ ...place, along }))}
      />
      <MeasureField
        label="above edge"
        value={place.up}
        max={found.bay.height.value}
        onMeasure={up => taken(() => onPlace({ ...place, up }))}
      />
    </div>
  );
}
