import { intervalOf } from './grid.ts';
import type { TemperatureField } from './solve.ts';

/**
 * Temperature of a field at any place x, y (m), degC: straight between the middles of the four cells about it, each
 * weighted also by how well it conducts, so that a point on the face of a conductor has the conductor's temperature.
 */
export function sampler({ x, y, conductivity, t }: TemperatureField): (x: number, y: number) => number {
  const nx = x.length - 1;
  const [across, up] = [new Between(x), new Between(y)];
  return (px, py) => {
    across.find(px);
    up.find(py);
    let sum = 0;
    let weight = 0;
    let plain = 0;
    for (let k = 0; k < 4; k++) {
      const [i, wx] = k & 1 ? [across.other, across.share] : [across.at, 1 - across.share];
      const [j, wy] = k & 2 ? [up.other, up.share] : [up.at, 1 - up.share];
      const cell = j * nx + i;
      const w = wx * wy * conductivity[cell]!;
      sum += w * t[cell]!;
      weight += w;
      plain += wx * wy * t[cell]!;
    }
    // Amid air, which conducts nothing here, the air's own.
    return weight > 0 ? sum / weight : plain;
  };
}

/** The two intervals of some lines whose middles lie about a value, and how far it is on the way from one to the other. */
class Between {
  at = 0;
  other = 0;
  share = 0;

  constructor(private readonly lines: Float64Array) {}

  find(value: number): void {
    const last = this.lines.length - 2;
    this.at = intervalOf(this.lines, value);
    const middle = this.middle(this.at);
    this.other = Math.max(0, Math.min(last, value < middle ? this.at - 1 : this.at + 1));
    const share = this.other === this.at ? 0 : (value - middle) / (this.middle(this.other) - middle);
    this.share = Math.max(0, Math.min(1, share));
  }

  private middle(i: number): number {
    return (this.lines[i]! + this.lines[i + 1]!) / 2;
  }
}
