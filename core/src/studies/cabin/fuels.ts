/** Heat in a unit of fuel after the heater's losses, kWh (handbook values, from memory; heater 80 % unless electric). */
export const FUELS = [
  { name: 'diesel', unit: 'l', heat: 9.9 * 0.8 },
  { name: 'bottled gas', unit: 'kg', heat: 12.8 * 0.8 },
  { name: 'electricity', unit: 'kWh', heat: 1 },
] as const;
