import { expect, it } from 'vitest';
import { ABSORPTANCE, facingOf, solarGain } from './facing.ts';

it('a floor sees neither sun nor sky; a roof sees most of both', () => {
  expect(facingOf('floor')).toEqual({ sun: 0, sky: 0 });
  for (const kind of ['wall', 'sliding door', 'rear door', 'arch', 'bulkhead'] as const) {
    expect(facingOf(kind).sun).toBeLessThan(facingOf('ceiling').sun);
    expect(facingOf(kind).sky).toBeLessThan(facingOf('ceiling').sky);
  }
  expect(facingOf('cab overhead')).toEqual(facingOf('ceiling'));
});

it('the darker the skin the warmer in the sun, and all alike and colder than the air at night', () => {
  const roof = facingOf('ceiling');
  const noon = (['white', 'grey', 'black'] as const).map(c => solarGain(roof, ABSORPTANCE[c], 800, 0.04));
  expect(noon).toEqual([...noon].sort((a, b) => a - b));
  for (const a of Object.values(ABSORPTANCE)) expect(solarGain(roof, a, 0, 0.04)).toBeCloseTo(-1.8, 12);
});

it('stands near the sol-air figures of the handbook (ASHRAE Fundamentals, from memory)', () => {
  // Absorptance over film: 0.026 m2K/W for light, 0.052 for dark surfaces, with a film of 17 W/m2K.
  const rse = 1 / 17;
  const perWatt = (a: number) => solarGain({ sun: 1, sky: 0 }, a, 1, rse);
  expect(perWatt(ABSORPTANCE.white)).toBeLessThan(0.026);
  expect(Math.abs(perWatt(ABSORPTANCE.black) - 0.052)).toBeLessThan(0.002);
  // A clear sky takes about 63 W/m2 from a level surface: ours, clouds counted in, takes less.
  expect(facingOf('ceiling').sky).toBeLessThan(63);
  expect(facingOf('ceiling').sky).toBeGreaterThan(63 / 2);
});
