/** Air outside that a van may stand or move in, m/s; null for the 4 m/s or so of the standard's surface resistance. */
export const WINDS = [
  { name: 'parked in a wind (4 m/s)', wind: null },
  { name: 'still air', wind: 0 },
  { name: 'driving at 90\u00a0km/h', wind: 25 },
] as const;
