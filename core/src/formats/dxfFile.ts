/** A group of a DXF file: code and value. */
export type DxfGroup = [number, string | number];

/** A layer and its colour by number. */
export interface DxfLayer {
  name: string;
  /** By its index: 1 red, 3 green, 5 blue, 7 the pen's own. */
  colour: number;
}

/** An ASCII DXF of R12 entities, which every reader knows, in millimetres. Group codes from memory of the published reference. */
export function dxfFile(layers: readonly DxfLayer[], entities: readonly DxfGroup[]): string {
  const out: DxfGroup[] = [
    [0, 'SECTION'],
    [2, 'HEADER'],
    [9, '$ACADVER'],
    [1, 'AC1009'],
    [9, '$INSUNITS'],
    [70, 4],
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'TABLES'],
    [0, 'TABLE'],
    [2, 'LAYER'],
    [70, layers.length],
    ...layers.flatMap(({ name, colour }): DxfGroup[] => [
      [0, 'LAYER'],
      [2, name],
      [70, 0],
      [62, colour],
      [6, 'CONTINUOUS'],
    ]),
    [0, 'ENDTAB'],
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'ENTITIES'],
    ...entities,
    [0, 'ENDSEC'],
    [0, 'EOF'],
  ];
  return `${out.map(([code, value]) => `${code}\n${value}`).join('\n')}\n`;
}

const n = (value: number) => (Math.round(value * 1e5) / 1e5).toString();

/** A polyline through points, mm, y up; a bulge arcs the side that begins there. */
export const dxfPolyline = (
  layer: string,
  points: readonly { x: number; y: number; bulge?: number | undefined }[],
  closed = true,
): DxfGroup[] => [
  [0, 'POLYLINE'],
  [8, layer],
  [66, 1],
  [10, 0],
  [20, 0],
  [30, 0],
  [70, closed ? 1 : 0],
  ...points.flatMap((p): DxfGroup[] => [
    [0, 'VERTEX'],
    [8, layer],
    [10, n(p.x)],
    [20, n(p.y)],
    [30, 0],
    [42, (p.bulge ?? 0).toFixed(9)],
  ]),
  [0, 'SEQEND'],
  [8, layer],
];

/** A text with its left foot (or, turned, its middle) at a place, mm; `turn` counter-clockwise, degrees. */
export const dxfText = (
  layer: string,
  says: string,
  x: number,
  y: number,
  size: number,
  turn?: number,
): DxfGroup[] => [
  [0, 'TEXT'],
  [8, layer],
  [10, n(x)],
  [20, n(y)],
  [30, 0],
  [40, n(size)],
  [1, says],
  // Centred on its place: horizontal justification 1 goes with a second alignment point.
  ...(turn === undefined
    ? []
    : ([
        [50, turn % 360],
        [72, 1],
        [11, n(x)],
        [21, n(y)],
        [31, 0],
      ] as DxfGroup[])),
];
