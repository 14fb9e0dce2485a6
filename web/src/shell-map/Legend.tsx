import { useId } from 'react';
import { type Texture, TextureDefs, textureWord } from './textures.tsx';

interface Swatch {
  texture?: Texture;
  fill?: string;
  dashed?: boolean;
  says: string;
}

/** Small pieces beside their words. */
export function Legend({ swatches }: { swatches: Swatch[] }) {
  const prefix = useId().replaceAll(':', '');
  return (
    <>
      {swatches.map(s => (
        <span key={s.says} className="inline-flex items-center gap-1.5">
          <svg width="24" height="14" aria-hidden>
            <TextureDefs prefix={prefix} scale={0.12} />
            <rect
              x="1"
              y="1"
              width="22"
              height="12"
              rx="1.5"
              fill={
                s.fill ??
                (s.texture && s.texture !== 'none' ? `url(#${prefix}-${s.texture})` : 'var(--ticket)')
              }
              stroke="var(--ink)"
              strokeDasharray={s.dashed ? '3 2.4' : undefined}
            />
          </svg>
          {s.says}
        </span>
      ))}
    </>
  );
}

export const TEXTURE_SWATCHES: Swatch[] = (['board', 'fibre', 'foam', 'other'] as const).map(texture => ({
  texture,
  says: textureWord(texture),
}));
