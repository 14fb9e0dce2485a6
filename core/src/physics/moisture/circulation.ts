import { AIR_CAPACITY, airDensity, GRAVITY, MASS_TRANSFER } from '../air/index.ts';
import type { FlowLaw } from './cracks.ts';

/** Flows count as balanced when what is left over is so small a share of what moves. */
const BALANCED = 1e-6;
const ROUNDS = 60;
/** A temperature is near enough: to so many K, and to so much of the difference across the space. */
const NEAR = 0.01;
const NEAR_SHARE = 0.002;

/** A way for air into the space behind a lining. */
export interface AirWay {
  /** Of 1 m2 of the space. */
  law: FlowLaw;
  /** Which half of the space it opens into. */
  end: 'lower' | 'upper';
  /** Over the middle of the space, m. */
  at: number;
  /** What air stands before it. */
  from: 'room' | 'outside';
}

/** The space behind a lining, and the ways into it. Per m2 of lining. */
export interface Cavity {
  ways: readonly AirWay[];
  /** What its fill opposes to air rising from its lower to its upper half, Pa s/m3 for 1 m2; 0 for none. */
  fill: number;
  /** Its middle over the height at which the cabin's air presses no more than that outside, m. */
  above: number;
  /** From the middle of the space to the air outside, m2K/W. */
  toOutside: number;
  /** And to the room, m2K/W. */
  toRoom: number;
}

/** Air that enters a space, m3/s per m2, by where it comes from; as much leaves. */
export interface Through {
  /** From the room. */
  room: number;
  /** From outdoors. */
  outside: number;
}

/** A space that is shut. */
export const STILL: Through = { room: 0, outside: 0 };

/**
 * What buoyancy moves through a space: pressures in its lower and upper half such that as much air leaves as enters,
 * each way by its own law, with the fill between the halves. Wind is not counted.
 */
export class Circulation {
  /** What moves, as last found. */
  room = 0;
  outside = 0;
  readonly #cavity: Cavity;
  readonly #linear: Float64Array;
  readonly #square: Float64Array;
  readonly #upper: Uint8Array;
  /** A sharp-edged hole answers its first breath without limit: what it opposes with a millionth of a pascal behind it. */
  readonly #breath: Float64Array;
  /** What drives each way, Pa, and what it lets in, m3/s per m2. */
  readonly #driving: Float64Array;
  readonly #flow: Float64Array;
  /** Pressure in the lower and the upper half, Pa; and how what flows into each answers it, and what moves there. */
  readonly #p = [0, 0];
  readonly #slope = [0, 0];
  readonly #moved = [0, 0];
  /** The least and the most of what drives: no pressure inside lies beyond. */
  readonly #range: [number, number] = [0, 0];

  constructor(cavity: Cavity) {
    const ways = cavity.ways.filter(w => w.law.linear < Number.POSITIVE_INFINITY);
    this.#cavity = { ...cavity, ways };
    this.#linear = Float64Array.from(ways, w => w.law.linear);
    this.#square = Float64Array.from(ways, w => w.law.square);
    this.#breath = Float64Array.from(ways, w => Math.sqrt(4e-6 * w.law.square));
    this.#upper = Uint8Array.from(ways, w => (w.end === 'upper' ? 1 : 0));
    this.#driving = new Float64Array(ways.length);
    this.#flow = new Float64Array(ways.length);
  }

  /** What enters less what leaves, as last found. */
  get left(): number {
    return this.#flow.reduce((sum, q) => sum + q, 0);
  }

  /** Finds what moves while the space has a temperature of its own; all in degC. */
  at(outside: number, room: number, inside: number): void {
    const { ways, above, fill } = this.#cavity;
    const [rhoOut, rhoRoom, rhoIn] = [airDensity(outside), airDensity(room), airDensity(inside)];
    const [driving, range] = [this.#driving, this.#range];
    for (let i = 0; i < ways.length; i++) {
      const way = ways[i]!;
      driving[i] =
        GRAVITY *
        (way.from === 'room'
          ? (rhoIn - rhoRoom) * way.at
          : (rhoRoom - rhoOut) * above + (rhoIn - rhoOut) * way.at);
      range[0] = i > 0 ? Math.min(range[0], driving[i]!) : driving[i]!;
      range[1] = i > 0 ? Math.max(range[1], driving[i]!) : driving[i]!;
    }
    if (fill > 0) this.#throughFill(fill);
    else this.#freely();
    this.room = this.outside = 0;
    for (let i = 0; i < ways.length; i++) if (this.#flow[i]! > 0) this[ways[i]!.from] += this.#flow[i]!;
  }

  /** What flows into a half at a pressure, less what leaves it; and how that answers the pressure. */
  #into(half: number, pressure: number): number {
    const [linear, square, flow] = [this.#linear, this.#square, this.#flow];
    let [over, slope, moved] = [0, 0, 0];
    for (let i = 0; i < flow.length; i++) {
      if (this.#upper[i] !== half) continue;
      const drop = this.#driving[i]! - pressure;
      const root = Math.sqrt(linear[i]! ** 2 + 4 * square[i]! * Math.abs(drop));
      const q = drop === 0 ? 0 : (2 * drop) / (linear[i]! + root);
      flow[i] = q;
      over += q;
      moved += Math.abs(q);
      slope += 1 / Math.max(root, this.#breath[i]!);
    }
    this.#slope[half] = slope;
    this.#moved[half] = moved;
    return over;
  }

  /** An empty space has one pressure: Newton's rounds as in `#balanced`, in one loop, for this is what most bays ask. */
  #freely(): void {
    const [linear, square, flow, driving] = [this.#linear, this.#square, this.#flow, this.#driving];
    const n = flow.length;
    let [low, high] = this.#range;
    let p = Math.max(low, Math.min(high, this.#p[0]!));
    for (let round = 0; round < ROUNDS; round++) {
      let [over, slope, moved] = [0, 0, 0];
      for (let i = 0; i < n; i++) {
        const drop = driving[i]! - p;
        const size = drop < 0 ? -drop : drop;
        const root = Math.sqrt(linear[i]! * linear[i]! + 4 * square[i]! * size);
        const q = size === 0 ? 0 : (2 * drop) / (linear[i]! + root);
        flow[i] = q;
        over += q;
        moved += q < 0 ? -q : q;
        slope += 1 / Math.max(root, this.#breath[i]!);
      }
      if (Math.abs(over) <= BALANCED * moved || high - low < 1e-15) break;
      if (over > 0) low = p;
      else high = p;
      const next = p + over / slope;
      p = next > low && next < high ? next : (low + high) / 2;
    }
    this.#p[0] = p;
  }

  /** Through a fill: the pressure above such that what comes up through it leaves, while below as much goes in. */
  #throughFill(fill: number): void {
    const [p, slope, moved] = [this.#p, this.#slope, this.#moved];
    const link = 1 / fill;
    p[1] = this.#balanced(p[1]!, upper => {
      p[0] = this.#balanced(p[0]!, lower => {
        const over = this.#into(0, lower) + (upper - lower) * link;
        return { over, slope: slope[0]! + link, moved: moved[0]! };
      });
      const over = this.#into(1, upper) + (p[0]! - upper) * link;
      const below = slope[0]! + link;
      return { over, slope: slope[1]! + link - (link * link) / below, moved: moved[0]! + moved[1]! };
    });
  }

  /** The pressure at which nothing is left over: Newton's rounds between what is surely too low and too high. */
  #balanced(start: number, look: (p: number) => { over: number; slope: number; moved: number }): number {
    let [low, high] = this.#range;
    let p = Math.max(low, Math.min(high, start));
    for (let round = 0; round < ROUNDS; round++) {
      const { over, slope, moved } = look(p);
      if (Math.abs(over) <= BALANCED * moved || high - low < 1e-15) break;
      if (over > 0) low = p;
      else high = p;
      const next = p + over / slope;
      p = next > low && next < high ? next : (low + high) / 2;
    }
    return p;
  }
}

/**
 * What passes a space between air outside and a room (degC), for any of them: its temperature from the heat that comes
 * through what bounds it and with the air itself, by secants that stay between the two airs. Each finding begins from
 * the last, so they are best asked in order of their difference.
 */
export function throughCavity(cavity: Cavity): (outside: number, room: number) => Through & { t: number } {
  const found = new Circulation(cavity);
  const [byOut, byRoom] = [1 / cavity.toOutside, 1 / cavity.toRoom];
  /** Where between the two airs the last one lay. */
  let share = byRoom / (byOut + byRoom);
  return (outside, room) => {
    // Where the flow at a temperature would hold it, less where it is.
    const off = (t: number): number => {
      found.at(outside, room, t);
      const [a, b] = [byOut + AIR_CAPACITY * found.outside, byRoom + AIR_CAPACITY * found.room];
      return (a * outside + b * room) / (a + b) - t;
    };
    const near = NEAR + NEAR_SHARE * Math.abs(room - outside);
    let before = outside + share * (room - outside);
    let wasOff = off(before);
    let t = before + wasOff;
    for (let round = 0; round < 30 && Math.abs(wasOff) >= near; round++) {
      const nowOff = off(t);
      const secant = t - (nowOff * (t - before)) / (nowOff - wasOff);
      const between = secant >= Math.min(outside, room) && secant <= Math.max(outside, room);
      [before, wasOff, t] = [t, nowOff, between ? secant : t + nowOff / 2];
    }
    if (room !== outside) share = (before - outside) / (room - outside);
    return { room: found.room, outside: found.outside, t: before };
  };
}

/** Share of what air could leave at a cold face that it does leave while it is mixed beside it (Lewis relation). */
export const metBy = ({ room, outside }: Through): number => MASS_TRANSFER / (MASS_TRANSFER + room + outside);
