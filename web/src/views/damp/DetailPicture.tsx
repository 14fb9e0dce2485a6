import { sampler, type TemperatureField } from '@overcoat/core/physics/heat2d';
import { printTemperature } from '@overcoat/core/units';
import type { DetailGeometry, DetailResult } from '@overcoat/core/van/bridges';
import { useEffect, useRef } from 'react';
import { usePreferences, useUnits } from '../../store/preferences.ts';

/** Width of the picture, px. */
const WIDE = 900;

/** A detail's section with its temperatures: paper at the dew point, blue below, vermilion above; isotherms every 2 K. */
export function DetailPicture({ result, dewPoint }: { result: DetailResult; dewPoint: number }) {
  const units = useUnits();
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = usePreferences(s => s.theme);
  const { field, geometry } = result;
  const height = field.y.at(-1)!;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme changes the colours read from the page.
  useEffect(() => {
    const target = canvas.current!;
    drawField({ dewPoint, field, geometry, height, target });
  }, [result, dewPoint, theme]);
  const names = [...new Set(geometry.labels.map(l => l.name))];
  return (
    <figure className="mt-2">
      <p className="text-center text-[13px] text-faint">room</p>
      <canvas
        ref={canvas}
        role="img"
        aria-label={`Temperatures: coldest room face ${printTemperature(result.coldest, units)}, dew point ${printTemperature(dewPoint, units)}`}
        className="w-full rounded-[3px] border border-ink"
      />
      <figcaption className="text-center text-[13px] text-faint">
        outside · from the skin: {names.join(', ')}
      </figcaption>
    </figure>
  );
}

/** Draws the temperatures, the dew point as a strong line and others 2 K apart, and the outlines of what is solved. */
function drawField({
  dewPoint,
  field,
  geometry,
  height,
  target,
}: {
  dewPoint: number;
  field: TemperatureField;
  geometry: DetailGeometry;
  height: number;
  target: HTMLCanvasElement;
}) {
  const css = getComputedStyle(document.documentElement);
  const rgb = (name: string) => parse(css.getPropertyValue(name).trim());
  const { mirrored, view } = geometry;
  const left = mirrored ? -view.to : view.from;
  const scale = WIDE / (view.to - left);
  const [w, h] = [WIDE, Math.round(height * scale)];
  target.width = w;
  target.height = h;
  const context = target.getContext('2d')!;
  const image = context.createImageData(w, h);
  const [paper, cold, hot, ink] = [rgb('--ticket'), rgb('--chalk'), rgb('--signal'), rgb('--ink')];
  const at = sampler(field);
  const low = Math.min(...field.t.filter((_, k) => field.conductivity[k]! > 0));
  const high = Math.max(...field.t);
  const row = new Float64Array(w);
  const strong: [number, number][] = [];
  for (let py = 0; py < h; py++) {
    const above = Float64Array.from(row);
    for (let px = 0; px < w; px++) {
      const x = left + (px + 0.5) / scale;
      const t = at(mirrored ? Math.abs(x) : x, (h - py - 0.5) / scale);
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
  drawOutlines({ geometry, mirrored, view, left, scale, h, context });
}

/** The outlines of what is solved; what begins on the middle line goes through it. */
function drawOutlines({
  geometry,
  mirrored,
  view,
  left,
  scale,
  h,
  context,
}: {
  geometry: DetailGeometry;
  mirrored: boolean;
  view: { from: number; to: number };
  left: number;
  scale: number;
  h: number;
  context: CanvasRenderingContext2D;
}) {
  for (const l of geometry.labels) {
    // What begins on the middle line goes through it.
    const spans = !mirrored
      ? [[l.x0, l.x1]]
      : l.x0 === 0
        ? [[-l.x1, l.x1]]
        : [
            [-l.x1, -l.x0],
            [l.x0, l.x1],
          ];
    for (const [from, to] of spans) {
      const x0 = (Math.max(left, from!) - left) * scale;
      const x1 = (Math.min(view.to, to!) - left) * scale;
      if (x1 > x0) context.strokeRect(x0, h - l.y1 * scale, x1 - x0, (l.y1 - l.y0) * scale);
    }
  }
}

type Rgb = [number, number, number];
const parse = (hex: string): Rgb => [1, 3, 5].map(i => Number.parseInt(hex.slice(i, i + 2), 16)) as Rgb;
const mix = (a: Rgb, b: Rgb, share: number): Rgb => a.map((v, i) => v + (b[i]! - v) * share) as Rgb;
