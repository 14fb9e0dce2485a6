import { describe, expect, it } from 'vitest';
import reference from './fixtures/sound.json' with { type: 'json' };
import { delanyBazley, miki, Z_AIR } from './porous.ts';
import { ECHO_OCTAVES, eyring, sabine } from './room.ts';
import {
  absorbed,
  airStiffness,
  type Element,
  massAirMass,
  massLaw,
  transferMatrix,
  transmissionLoss,
  transmitted,
} from './transfer.ts';

const { inputs, TL, mass_air_mass: mam } = reference.transmission;
const steel: Element = {
  by: 'plate',
  mass: inputs.m_steel,
  stiffness: inputs.D_steel,
  lossFactor: inputs.eta_steel,
};
const damped: Element = {
  by: 'plate',
  mass: inputs.m_steel + 3,
  stiffness: inputs.D_steel * inputs.D_damped_factor,
  lossFactor: inputs.eta_damped,
};
const ply: Element = { by: 'plate', mass: 4, stiffness: (6e9 * 0.006 ** 3) / 12 / 0.91, lossFactor: 0.03 };
const fibre: Element = { by: 'fluid', thickness: 0.04, resistivity: 8000 };
const air: Element = { by: 'fluid', thickness: 0.025, resistivity: null };
const limp = (mass: number): Element => ({ by: 'plate', mass, stiffness: 0, lossFactor: 0 });

describe('what comes through', () => {
  it.each([
    ['bare_steel', [steel]],
    ['steel_plus_damping_3kg', [damped]],
    ['steel_40mm_fibre_ply6', [steel, fibre, ply]],
    ['steel_25mm_air_ply6', [steel, air, ply]],
  ] as const)('%s as computed independently', (name, elements) => {
    for (const [i, value] of transmissionLoss(elements, 157).entries())
      expect(Math.abs(value - TL[name][i]!)).toBeLessThan(0.2);
    // The coarser angles of everyday use stay within what nobody hears.
    for (const [i, value] of transmissionLoss(elements).entries())
      expect(Math.abs(value - TL[name][i]!)).toBeLessThan(0.5);
  });
  it('follows the field-incidence mass law while limp, 6 dB an octave', () => {
    for (const f of [250, 1000, 4000])
      expect(-10 * Math.log10(transmitted([limp(6.28)], f, 157))).toBeCloseTo(massLaw(6.28, f), 1);
    expect(massLaw(6.28, 2000) - massLaw(6.28, 1000)).toBeCloseTo(6, 0);
  });
  it('is the same both ways, and every matrix has a determinant of one', () => {
    const there: Element[] = [damped, fibre, { by: 'spring', stiffness: 6e5, lossFactor: 0.1, mass: 1 }, ply];
    const back = [...there].reverse();
    for (const f of [80, 300, 1500]) {
      const t = transferMatrix(there, f, 0.7);
      const det = [
        t[0]! * t[6]! - t[1]! * t[7]! - t[2]! * t[4]! + t[3]! * t[5]!,
        t[0]! * t[7]! + t[1]! * t[6]! - t[2]! * t[5]! - t[3]! * t[4]!,
      ];
      expect(det[0]).toBeCloseTo(1, 6);
      expect(det[1]).toBeCloseTo(0, 6);
      expect(transmitted(there, f, 40) / transmitted(back, f, 40)).toBeCloseTo(1, 9);
    }
  });
  it('dips where two masses swing against the air between them', () => {
    expect(massAirMass(6.28, 4, airStiffness(0.04, false))).toBeCloseTo(mam.adiabatic_rho_c2, 0);
    expect(massAirMass(6.28, 4, airStiffness(0.04, true))).toBeCloseTo(mam.isothermal_P0, 0);
    // Straight on, the computed loss is lowest there.
    const straight = (f: number) => {
      const t = transferMatrix(
        [limp(6.28), { by: 'fluid', thickness: 0.04, resistivity: null }, limp(4)],
        f,
        0,
      );
      return Math.hypot(
        t[0]! + t[2]! / Z_AIR + t[4]! * Z_AIR + t[6]!,
        t[1]! + t[3]! / Z_AIR + t[5]! * Z_AIR + t[7]!,
      );
    };
    let [lowest, at] = [Number.POSITIVE_INFINITY, 0];
    for (let f = 100; f < 300; f++) if (straight(f) < lowest) [lowest, at] = [straight(f), f];
    expect(Math.abs(at - mam.adiabatic_rho_c2)).toBeLessThan(4);
  });
});

describe('what is taken up', () => {
  const { porous, cabin } = reference;
  it('by a porous layer: Miki’s fluid, on a rigid wall', () => {
    const { impedance, wavenumber } = miki(500, 10_000);
    expect(impedance.re).toBeCloseTo(porous.miki.Zc_500.re, 1);
    expect(wavenumber.im).toBeCloseTo(porous.miki.k_500.im, 3);
    for (const [thickness, key] of [
      [0.05, 'alpha_50mm_rigid'],
      [0.01, 'alpha_10mm_rigid'],
    ] as const)
      porous.miki.freqs.forEach((f, i) => {
        const layer: Element = { by: 'fluid', thickness, resistivity: 10_000 };
        expect(absorbed([layer], f, 1, true)).toBeCloseTo(porous.miki[key][i]!, 3);
      });
  });
  it('by Delany and Bazley much the same where both hold', () => {
    for (const f of [500, 1000, 2000]) {
      const [a, b] = [miki(f, 10_000), delanyBazley(f, 10_000)];
      expect(Math.abs(a.wavenumber.im / b.wavenumber.im - 1)).toBeLessThan(0.15);
      expect(Math.abs(a.impedance.re / b.impedance.re - 1)).toBeLessThan(0.15);
    }
  });
  it('in a diffuse field by thin foam', () => {
    const foam: Element = { by: 'fluid', thickness: 0.01, resistivity: 10_000 };
    const known = cabin.alphas_from_memory.calculated_foam_10mm_sigma10000_diffuse_rigid_back;
    for (const [i, f] of ECHO_OCTAVES.entries())
      expect(Math.abs(absorbed([foam], f) - known[i]!)).toBeLessThan(0.01);
  });
  it('and the time an echo lasts by Sabine and Eyring', () => {
    for (const row of [...cabin.bare, ...cabin.carpet_foam_walls_and_ceiling]) {
      expect(sabine(cabin.V, row.A)).toBeCloseTo(row.T60_sabine, 3);
      expect(eyring(cabin.V, cabin.areas.S, row.A) / row.T60_eyring).toBeCloseTo(1, 1);
    }
  });
});
