import type { WaterPlaces } from '@overcoat/core/physics/hourly';
import { type BayYears, movedAway, standsFree, tellableWoodMoisture } from '@overcoat/core/studies/damp';
import { HALF_GRAM } from '@overcoat/core/tolerance';
import { addHours, format } from 'date-fns';
import { grams } from '../../format.ts';

const W = 460;
const H = 96;
const SKIN = 8;

/** Where the water sits in the layers at its wettest hour: free water as blue wedges with their figures. */
export function WaterSection({ years }: { years: BayYears }) {
  const { layers, wettest, reversed } = years;
  const away = reversed.free.reduce((a, b) => a + b, 0);
  if (wettest.free.length === 0 || wettest.skin + wettest.free.reduce((a, b) => a + b, 0) < HALF_GRAM)
    return <p className="text-[13px] text-faint">There is never free water in it worth drawing.</p>;
  return (
    <figure>
      <Places layers={layers} at={wettest} />
      <figcaption className="text-[13px]">
        {on(wettest)}, at its wettest: {grams(wettest.skin)} on the skin
        {layers.map((l, i) =>
          standsFree(wettest.free[i]!) ? `, ${grams(wettest.free[i]!)} in ${l.name.toLowerCase()}` : '',
        )}
        {damp(layers, wettest)}.
        {movedAway(away) && (
          <>
            {' '}
            On {on(reversed)} {grams(away)} stood away from the skin, in{' '}
            {layers[reversed.free.indexOf(Math.max(...reversed.free))]!.name.toLowerCase()}: on warm days
            water leaves the skin and stops at the cold side of what is tight.
          </>
        )}
      </figcaption>
    </figure>
  );
}

const on = (at: WaterPlaces) => format(addHours(new Date(2001, 9, 1), at.hour), 'd MMMM');

/** Wood's moisture by mass, where a layer is wooden. */
function damp(layers: BayYears['layers'], at: WaterPlaces): string {
  const wood = tellableWoodMoisture(layers, at.bound);
  if (!wood) return '';
  const rot = wood.mayRot ? ' (over 20 %: it may rot)' : '';
  return `; ${wood.layer.toLowerCase()} at ${Math.round(wood.share * 100)} % moisture${rot}`;
}

function Places({ layers, at }: { layers: BayYears['layers']; at: WaterPlaces }) {
  const total = layers.reduce((sum, l) => sum + Math.max(l.thickness, 0.002), 0);
  const scale = (W - SKIN - 60) / total;
  let x = SKIN;
  const most = Math.max(at.skin, ...at.free);
  const tall = (water: number) => Math.max(3, (water / most) * (H - 30));
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="w-full"
      role="img"
      aria-label="Where the water sits, skin on the left, room on the right"
    >
      <rect x={0} y={14} width={SKIN} height={H - 30} fill="var(--ink)" />
      {layers.map((l, i) => {
        const width = Math.max(l.thickness, 0.002) * scale;
        const from = x;
        x += width;
        return <LayerWater key={l.id + i} at={at} tall={tall} l={l} i={i} width={width} from={from} />;
      })}
      {standsFree(at.skin) && (
        <path
          d={`M${SKIN} ${H - 16}V${H - 16 - tall(at.skin)}L${SKIN + 14} ${H - 16}Z`}
          fill="var(--chalk)"
        />
      )}
      <text x={0} y={10} fontSize={10.5} fontWeight={600} fill="var(--chalk)">
        SKIN
      </text>
      <text x={W} y={10} fontSize={10.5} fontWeight={600} textAnchor="end" fill="var(--chalk)">
        ROOM
      </text>
    </svg>
  );
}

function LayerWater({
  at,
  tall,
  l,
  i,
  width,
  from,
}: {
  at: WaterPlaces;
  tall: (water: number) => number;
  l: { id: string; name: string; thickness: number; wooden: number | null };
  i: number;
  width: number;
  from: number;
}) {
  return (
    <g>
      <rect
        x={from}
        y={14}
        width={width}
        height={H - 30}
        fill={l.name === 'air' ? 'var(--sheet)' : i % 2 ? 'var(--other)' : 'var(--fibre)'}
        stroke="var(--ink)"
        strokeWidth={0.8}
      />
      {standsFree(at.free[i]!) && (
        <rect
          x={from + width * 0.15}
          y={H - 16 - tall(at.free[i]!)}
          width={Math.max(3, width * 0.7)}
          height={tall(at.free[i]!)}
          fill="var(--chalk)"
          opacity={0.75}
        />
      )}
      {width > 34 && (
        <text x={from + width / 2} y={H - 4} fontSize={10.5} textAnchor="middle" fill="var(--faint)">
          {l.name.length * 5.2 < width ? l.name : `${l.name.slice(0, Math.floor(width / 5.6))}…`}
        </text>
      )}
    </g>
  );
}
