import type { Library } from '@overcoat/core/materials';
import type { BuildUp } from '@overcoat/core/model';

/** What fills a bay, told by texture as well as colour. */
export type Texture = 'board' | 'fibre' | 'foam' | 'other' | 'none';

const WORDS: Record<Texture, string> = {
  board: 'board',
  fibre: 'fibre',
  foam: 'closed-cell foam',
  other: 'other',
  none: 'bare',
};
export const textureWord = (texture: Texture): string => WORDS[texture];

/** The texture of a material family. */
export function familyTexture(family: string | undefined): Texture {
  if (family === 'board' || family === 'fibre' || family === 'foam') return family;
  return family === 'absorber' ? 'foam' : 'other';
}

/** The texture of a build-up: that of its thickest fill. */
export function textureOf(buildUp: BuildUp | null, library: Library): Texture {
  if (!buildUp) return 'none';
  const fills = buildUp.layers
    .filter(l => l.role === 'fill' || l.role === 'over-rib')
    .sort((a, b) => b.thickness - a.thickness);
  const [first] = fills;
  if (!first) return buildUp.layers.length > 0 ? 'other' : 'none';
  return familyTexture(library.get(first.material)?.family);
}

/** Pattern definitions, in millimetres of the shell; `prefix` keeps two maps on a page apart. */
export function TextureDefs({ prefix, scale = 1 }: { prefix: string; scale?: number }) {
  const line = { stroke: 'var(--ink)', strokeOpacity: 0.3, fill: 'none', strokeWidth: 5 * scale };
  const size = (n: number) => n * scale;
  return (
    <defs>
      <pattern id={`${prefix}-board`} width={size(60)} height={size(60)} patternUnits="userSpaceOnUse">
        <rect width={size(60)} height={size(60)} fill="var(--board)" />
        <path d={`M0 ${size(30)}H${size(60)}`} {...line} />
      </pattern>
      <pattern id={`${prefix}-fibre`} width={size(90)} height={size(64)} patternUnits="userSpaceOnUse">
        <rect width={size(90)} height={size(64)} fill="var(--fibre)" />
        <path d={`M0 ${size(32)}q${size(22.5)} ${size(-36)} ${size(45)} 0t${size(45)} 0`} {...line} />
      </pattern>
      <pattern id={`${prefix}-foam`} width={size(56)} height={size(56)} patternUnits="userSpaceOnUse">
        <rect width={size(56)} height={size(56)} fill="var(--foam)" />
        <circle cx={size(14)} cy={size(14)} r={size(6)} fill="var(--ink)" fillOpacity={0.32} />
        <circle cx={size(42)} cy={size(42)} r={size(6)} fill="var(--ink)" fillOpacity={0.32} />
      </pattern>
      <pattern id={`${prefix}-other`} width={size(48)} height={size(48)} patternUnits="userSpaceOnUse">
        <rect width={size(48)} height={size(48)} fill="var(--other)" />
        <path d={`M0 ${size(48)}L${size(48)} 0`} {...line} />
      </pattern>
    </defs>
  );
}
