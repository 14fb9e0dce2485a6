import { assemblyOf, battenOf, type Section, sectionAt } from '@overcoat/core/buildup';
import type { BayResult, Evaluation } from '@overcoat/core/evaluate';
import { dewPoint } from '@overcoat/core/physics/air';
import { type ProfilePoint, vapourProfile } from '@overcoat/core/physics/moisture';
import { meanDepth } from '@overcoat/core/survey/geometry';
import { HALF_MM } from '@overcoat/core/tolerance';
import { printLength, printTemperature } from '@overcoat/core/units';
import { type Dispatch, type SetStateAction, useMemo, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { familyTexture, TextureDefs } from '../../shell-map/textures.tsx';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';

const W = 460;
const LEFT = 70;
const RIGHT = 70;
const TOP = 18;
const BODY = 78;
const CHART_TOP = TOP + BODY + 22;
const CHART = 50;

const WHERE = { shallowest: 'shallowest', middle: 'in the middle', deepest: 'deepest' } as const;
type Where = keyof typeof WHERE;

/**
 * The section where the bay is shallowest, in its middle or where it is deepest, to scale, with the temperature line; below
 * it vapour pressure against saturation. A stack that is too thick is drawn as it is, past the rib face.
 */
export function SectionDrawing({ result, night }: { result: BayResult; night: Evaluation['damp']['night'] }) {
  const { shell } = useOpenDesign();
  const at = useSectionScales(result, night, shell);
  const { tapers, where, setWhere, section, points, units, xs, widths, library, misfit } = at;
  return (
    <figure className="my-2">
      {tapers && <WhereTaken where={where} setWhere={setWhere} />}
      <svg
        viewBox={`0 0 ${W} ${CHART_TOP + CHART + 16}`}
        className="w-full"
        role="img"
        aria-label={describe(section, points, night, units)}
      >
        <TextureDefs prefix="section" scale={0.2} />
        <text x={0} y={12} fontSize={11} fontWeight={600} fill="var(--chalk)">
          OUTSIDE {printTemperature(night.outside.t, units)}
        </text>
        <text x={W} y={12} fontSize={11} fontWeight={600} fill="var(--chalk)" textAnchor="end">
          CABIN {printTemperature(night.inside.t, units)}
        </text>
        {section.planes.map((plane, i) => (
          <Plane
            key={`${plane.layer}${i}`}
            x={xs[i]!}
            width={widths[i]!}
            family={plane.material ? library.get(plane.material)?.family : undefined}
            air={plane.material === null}
            thin={plane.thickness < 0.0012}
          />
        ))}
        {misfit && <TooThick at={at} />}
        <Temperatures at={at} night={night} />

        <Vapour at={at} night={night} />
      </svg>
    </figure>
  );
}

function WhereTaken({
  where,
  setWhere,
}: {
  where: 'shallowest' | 'deepest' | 'middle';
  setWhere: Dispatch<SetStateAction<'shallowest' | 'deepest' | 'middle'>>;
}) {
  return (
    <fieldset aria-label="Where the section is taken" className="flex gap-1">
      {(Object.keys(WHERE) as Where[]).map(w => (
        <Button
          key={w}
          small
          look={w === where ? 'strong' : 'quiet'}
          aria-pressed={w === where}
          onClick={() => setWhere(w)}
        >
          {WHERE[w]}
        </Button>
      ))}
    </fieldset>
  );
}

function Vapour({
  at,
  night,
}: {
  at: ReturnType<typeof useSectionScales>;
  night: Evaluation['damp']['night'];
}) {
  const { points, xs, line, end, py, wet, firstWet } = at;
  return (
    <>
      <text x={0} y={CHART_TOP + 10} fontSize={11} fill="var(--faint)">
        vapour, Pa
      </text>
      <path d={`M${LEFT} ${CHART_TOP + CHART}H${end}`} stroke="var(--rule)" />
      {xs.map((x, i) => (
        <path
          key={`${x}-${i}`}
          d={`M${x} ${CHART_TOP}V${CHART_TOP + CHART}`}
          stroke="var(--rule)"
          strokeWidth={0.7}
        />
      ))}
      <polyline points={line(p => py(p.saturation))} fill="none" stroke="var(--signal)" strokeWidth={1.8} />
      <polyline
        points={`${line(p => py(p.vapour))} ${end + 30},${py(night.inside.p)}`}
        fill="none"
        stroke="var(--chalk)"
        strokeWidth={2}
        strokeDasharray="5 3"
      />
      <text x={end + 4} y={py(points.at(-1)!.saturation) + 4} fontSize={11} fill="var(--signal)">
        saturation
      </text>
      <text x={end + 4} y={py(night.inside.p) + 14} fontSize={11} fill="var(--chalk)">
        vapour
      </text>
      {wet.map(
        (w, i) =>
          w && (
            <path
              key={`wet${xs[i]}`}
              d={`M${xs[i]} ${CHART_TOP + CHART + 2}c-6 8 -4 12 0 12s6 -4 0 -12z`}
              fill="var(--chalk)"
            />
          ),
      )}
      {firstWet >= 0 && (
        <text
          x={xs[firstWet]! + 10}
          y={CHART_TOP + CHART + 14}
          fontSize={11}
          fontWeight={600}
          fill="var(--chalk)"
        >
          saturated here on the design night
        </text>
      )}
    </>
  );
}

function Temperatures({
  at,
  night,
}: {
  at: ReturnType<typeof useSectionScales>;
  night: Evaluation['damp']['night'];
}) {
  const { units, ty, line, end, total, depth } = at;
  return (
    <>
      <path
        d={`M${LEFT} ${ty(night.dewPoint)}H${W - RIGHT + 40}`}
        stroke="var(--chalk)"
        strokeWidth={1.4}
        strokeDasharray="5 4"
      />
      <text
        x={W}
        y={ty(night.dewPoint) - 4}
        fontSize={11}
        fontWeight={600}
        textAnchor="end"
        fill="var(--chalk)"
        stroke="var(--sheet)"
        strokeWidth={3}
        paintOrder="stroke"
      >
        dew point {printTemperature(night.dewPoint, units)}
      </text>
      <polyline
        points={`${LEFT - 40},${ty(night.outside.t)} ${LEFT - 14},${ty(night.outside.t)} ${line(p => ty(p.t))} ${end + 14},${ty(night.inside.t)} ${end + 40},${ty(night.inside.t)}`}
        fill="none"
        stroke="var(--signal)"
        strokeWidth={2.2}
      />
      <text
        x={LEFT - 42}
        y={ty(night.outside.t) - 5}
        fontSize={11}
        fontWeight={600}
        fill="var(--signal)"
        stroke="var(--sheet)"
        strokeWidth={3}
        paintOrder="stroke"
      >
        temperature
      </text>
      <text x={(LEFT + end) / 2} y={TOP + BODY + 14} fontSize={11} textAnchor="middle" fill="var(--faint)">
        {printLength(total, units)} skin to room, at a depth of {printLength(depth, units)}
      </text>
    </>
  );
}

function TooThick({ at }: { at: ReturnType<typeof useSectionScales> }) {
  const { units, face, push, scale } = at;
  return (
    <g>
      <rect x={face} y={TOP} width={push * scale} height={BODY} fill="var(--signal)" fillOpacity={0.28} />
      <path d={`M${face} ${TOP - 5}V${TOP + BODY + 5}`} stroke="var(--signal)" strokeWidth={2.2} />
      <text
        x={face + (push * scale) / 2}
        y={TOP + BODY - 6}
        fontSize={11}
        fontWeight={600}
        textAnchor="middle"
        fill="var(--signal)"
        stroke="var(--sheet)"
        strokeWidth={3}
        paintOrder="stroke"
      >
        {printLength(push, units)} too thick
      </text>
    </g>
  );
}

/** Where everything of the section stands on the drawing. */
function useSectionScales(
  result: BayResult,
  night: Evaluation['damp']['night'],
  shell: ReturnType<typeof useOpenDesign>['shell'],
) {
  const { library } = useLibrary();
  const units = useUnits();
  const { bay, zone, buildUp } = result;
  const [where, setWhere] = useState<Where>('middle');
  const tapers = bay.depthMax.value - bay.depthMin.value > HALF_MM;
  const depth = !tapers
    ? meanDepth(bay)
    : { shallowest: bay.depthMin.value, middle: meanDepth(bay), deepest: bay.depthMax.value }[where];
  const section = useMemo(
    () => sectionAt(buildUp?.layers ?? [], depth, zone.kind, shell, library),
    [buildUp, depth, zone, shell, library],
  );
  const points = useMemo(() => vapourProfile(assemblyOf(section, zone.kind), night), [section, zone, night]);
  const total = section.planes.reduce((sum, p) => sum + p.thickness, 0);
  // To scale, but a sheet of steel would be a hair: nothing is drawn thinner than 2.5.
  const scale = (W - LEFT - RIGHT) / Math.max(total, 0.03);
  const widths = section.planes.map(p => (p.thickness > 0 ? Math.max(p.thickness * scale, 2.5) : 0));
  const xs = [LEFT];
  for (const w of widths) xs.push(xs.at(-1)! + w);
  const end = xs.at(-1)!;
  const { ty, py } = scalesOf(night, points);
  const wet = points.map(p => p.vapour >= p.saturation * 0.999 && p !== points[0]);
  const firstWet = wet.findIndex(Boolean);
  const { push } = section.fit;
  const misfit = push > HALF_MM && (result.fit?.misfit ?? false);
  const frame = battenOf(buildUp?.layers ?? [])?.thickness ?? 0;
  const face = LEFT + Math.max((section.planes[0]?.thickness ?? 0) * scale, 2.5) + (depth + frame) * scale;
  const line = (y: (p: ProfilePoint) => number) => points.map((p, i) => `${xs[i]},${y(p)}`).join(' ');
  return {
    tapers,
    where,
    setWhere,
    section,
    points,
    units,
    xs,
    widths,
    library,
    misfit,
    face,
    push,
    scale,
    ty,
    line,
    end,
    total,
    depth,
    py,
    wet,
    firstWet,
  };
}

/** Heights of a temperature and of a vapour pressure on the drawing. */
function scalesOf(night: Evaluation['damp']['night'], points: ProfilePoint[]) {
  const tMin = Math.min(night.outside.t, night.dewPoint) - 2;
  const tMax = night.inside.t + 2;
  const ty = (t: number) => TOP + BODY - ((t - tMin) / (tMax - tMin)) * BODY;
  const pMax = Math.max(...points.map(p => p.saturation), night.inside.p) * 1.05;
  const py = (p: number) => CHART_TOP + CHART - (p / pMax) * CHART;
  return { ty, py };
}

function Plane({
  x,
  width,
  family,
  air,
  thin,
}: {
  x: number;
  width: number;
  family: string | undefined;
  air: boolean;
  thin: boolean;
}) {
  if (width === 0) return null;
  const texture = familyTexture(family);
  const fill = air
    ? 'var(--sheet)'
    : family === 'metal' || family === 'damping'
      ? 'var(--ink)'
      : family === 'timber' || family === 'lining'
        ? 'color-mix(in srgb, var(--tape) 45%, var(--other))'
        : thin
          ? 'var(--signal)'
          : `url(#section-${texture})`;
  return (
    <rect
      x={x}
      y={TOP}
      width={width}
      height={BODY}
      fill={fill}
      stroke="var(--ink)"
      strokeWidth={0.9}
      strokeDasharray={air ? '3 3' : undefined}
    />
  );
}

function describe(
  section: Section,
  points: ProfilePoint[],
  night: Evaluation['damp']['night'],
  units: 'metric' | 'imperial',
): string {
  const skin = points[1]?.t ?? night.outside.t;
  return `Section of ${section.planes.length} layers. On the design night the skin is at ${printTemperature(skin, units)}, the cabin's dew point at ${printTemperature(dewPoint(night.inside.p), units)}.`;
}
