import { printTemperature, type RibResult } from '@overcoat/core';
import { useEffect, useRef } from 'react';
import { usePreferences } from '../../store/preferences.ts';

/** How far into the bay the picture reaches, m, and its scale, px per m. */
const REACH = 0.14;
const SCALE = 3200;

/** The rib's section with its temperatures: paper at the dew point, blue below, vermilion above; isotherms every 2 K. */
export function RibPicture({ result, dewPoint }: { result: RibResult; dewPoint: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = usePreferences(s => s.theme);
  const { field, geometry } = result;
  const height = field.y.at(-1)!;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme changes the colours read from the page.
  useEffect(() => {
    const target = canvas.current!;
    const css = getComputedStyle(document.documentElement);
    const rgb = (name: string) => parse(css.getPropertyValue(name).trim());
    const [w, h] = [Math.round(2 * REACH * SCALE), Math.round(height * SCALE)];
    target.width = w;
    target.height = h;
    const context = target.getContext('2d')!;
    const image = context.createImageData(w, h);
    const [paper, cold, hot, ink] = [rgb('--ticket'), rgb('--chalk'), rgb('--signal'), rgb('--ink')];
    const at = sampler(result);
    const low = Math.min(...field.t.filter((_, k) => field.conductivity[k]! > 0));
    const high = Math.max(...field.t);
    const row = new Float64Array(w);
    const strong: [number, number][] = [];
    for (let py = 0; py < h; py++) {
      const above = Float64Array.from(row);
      for (let px = 0; px < w; px++) {
        const t = at(Math.abs(px - w / 2) / SCALE, (h - py - 0.5) / SCALE);
        row[px] = t;
        const share =
          t < dewPoint
            ? (dewPoint - t) / Math.max(1, dewPoint - low)
            : (t - dewPoint) / Math.max(1, high - dewPoint);
        let colour = mix(paper, t < dewPoint ? cold : hot, 0.75 * Math.min(1, share));
        const crosses = (level: number) =>
          (px > 0 && (row[px - 1]! - level) * (t - level) <= 0) ||
          (py > 0 && (above[px]! - level) * (t - level) <= 0);
        const nearest = Math.round(t / 2) * 2;
        if (crosses(dewPoint)) strong.push([px, py]);
        else if (crosses(nearest)) colour = mix(colour, ink, 0.28);
        const o = (py * w + px) * 4;
        image.data[o] = colour[0];
        image.data[o + 1] = colour[1];
        image.data[o + 2] = colour[2];
        image.data[o + 3] = 255;
      }
    }
    context.putImageData(image, 0, 0);
    context.fillStyle = css.getPropertyValue('--ink');
    for (const [px, py] of strong) context.fillRect(px - 1, py - 1, 3, 3);
    context.strokeStyle = css.getPropertyValue('--ink');
    context.lineWidth = 1.2;
    for (const l of geometry.labels) {
      // What begins on the middle line goes through it.
      const spans =
        l.x0 === 0
          ? [[-l.x1, l.x1]]
          : [
              [-l.x1, -l.x0],
              [l.x0, l.x1],
            ];
      for (const [from, to] of spans) {
        const x0 = w / 2 + Math.max(-REACH, from!) * SCALE;
        const x1 = w / 2 + Math.min(REACH, to!) * SCALE;
        context.strokeRect(x0, h - l.y1 * SCALE, x1 - x0, (l.y1 - l.y0) * SCALE);
      }
    }
  }, [result, dewPoint, theme]);
  const names = [...new Set(geometry.labels.map(l => l.name))];
  return (
    <figure className="mt-2">
      <p className="text-center text-[13px] text-faint">room</p>
      <canvas
        ref={canvas}
        role="img"
        aria-label={`Temperatures round the rib: coldest room face ${printTemperature(result.coldest)}, dew point ${printTemperature(dewPoint)}`}
        className="w-full rounded-[3px] border border-ink"
      />
      <figcaption className="text-center text-[13px] text-faint">
        outside · from the skin: {names.join(', ')}
      </figcaption>
    </figure>
  );
}

/** Temperature at a place of the half section, by cells with straight blending between their middles. */
function sampler({ field }: RibResult): (x: number, y: number) => number {
  const { x, y, t } = field;
  const nx = x.length - 1;
  const find = (lines: Float64Array, v: number): [number, number, number] => {
    let low = 0;
    let high = lines.length - 2;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (lines[middle]! <= v) low = middle;
      else high = middle - 1;
    }
    const centre = (i: number) => (lines[i]! + lines[i + 1]!) / 2;
    const other = Math.max(0, Math.min(lines.length - 2, v < centre(low) ? low - 1 : low + 1));
    const share = other === low ? 0 : (v - centre(low)) / (centre(other) - centre(low));
    return [low, other, Math.max(0, Math.min(1, share))];
  };
  return (px, py) => {
    const [i, i2, a] = find(x, px);
    const [j, j2, b] = find(y, py);
    const lower = t[j * nx + i]! * (1 - a) + t[j * nx + i2]! * a;
    const upper = t[j2 * nx + i]! * (1 - a) + t[j2 * nx + i2]! * a;
    return lower * (1 - b) + upper * b;
  };
}

type Rgb = [number, number, number];
const parse = (hex: string): Rgb => [1, 3, 5].map(i => Number.parseInt(hex.slice(i, i + 2), 16)) as Rgb;
const mix = (a: Rgb, b: Rgb, share: number): Rgb => a.map((v, i) => v + (b[i]! - v) * share) as Rgb;
