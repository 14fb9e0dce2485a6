/** Direction of heat flow through a zone: up through a ceiling, down through a floor. */
export type Direction = 'up' | 'horizontal' | 'down';

/** Inside surface resistance, m2K/W (ISO 6946:2017 Table 7, from memory). */
export const RSI: Record<Direction, number> = { up: 0.1, horizontal: 0.13, down: 0.17 };

/** Outside surface resistance of a parked van, m2K/W (ISO 6946:2017 Table 7, from memory). */
export const RSE = 0.04;
