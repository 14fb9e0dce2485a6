import { evaluate } from '@overcoat/core/evaluate';
import type { Placement } from '@overcoat/core/model';
import { type Knocked, ringDown } from '@overcoat/core/physics/sound';
import {
  type Deadening,
  deadening,
  type Everywhere,
  everywhere,
  type SheetStock,
} from '@overcoat/core/studies/deaden';
import { bareTones, rain, tonesOfBay } from '@overcoat/core/studies/knocks';
import { type Echo, echo, type OutsideNoise, outsideNoise } from '@overcoat/core/studies/noise';
import type { Heard } from '@overcoat/core/van/quiet';
import type { JobShelf } from './shelf.ts';

interface Of {
  placement: Placement;
  heard: Heard;
}

/** What sheets can do for a whole van, and where two habits end up. */
export interface DeadenAnswer {
  deadening: Deadening;
  quarter: Everywhere;
  all: Everywhere;
}

/** Most panels of a roof that rain is made of. */
const ROOF = 6;

/** The jobs about sound. */
export const soundJobs = {
  /** Ways to lay every bay, and what each kilogram buys. */
  deaden(
    { design, library }: JobShelf,
    { placement, heard, stock }: Of & { stock: SheetStock },
  ): DeadenAnswer {
    const e = evaluate(design, placement, library, heard);
    const share = (part: number) => everywhere(design, placement, stock, part, library, heard);
    return { deadening: deadening(e, design.shell, stock, library), quarter: share(0.25), all: share(1) };
  },

  /** Noise from outside, and the echo inside. */
  noise(
    { design, library }: JobShelf,
    { placement, heard }: Of,
  ): { outside: OutsideNoise | null; echo: Echo } {
    const e = evaluate(design, placement, library, heard);
    return { outside: outsideNoise(e, design.shell, library), echo: echo(e, design.shell, library) };
  },

  /** Tones of a recorded knock. */
  ringDown: (_: JobShelf, { samples, rate }: { samples: Float32Array; rate: number }): Knocked =>
    ringDown(samples, rate),

  /** Rain on the roof, bare and as designed, of one length and strength. */
  rain(
    { design, library }: JobShelf,
    { placement, heard }: Of,
  ): { bare: Float32Array; designed: Float32Array } {
    const e = evaluate(design, placement, library, heard);
    const roof = [...e.bays.values()]
      .filter(b => b.zone.kind === 'ceiling' || b.zone.kind === 'cab overhead')
      .flatMap(b => e.quiet.bays.get(b.bay.id) ?? [])
      .slice(0, ROOF);
    return { bare: rain(roof.map(bareTones), 2.5, 7), designed: rain(roof.map(tonesOfBay), 2.5, 7) };
  },
};
