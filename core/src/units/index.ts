export { parseLength, printLength, type UnitSystem } from './length.ts';
export { type Parsed, parseNumber, printNumber, printSignificant } from './number.ts';
export {
  parseMass,
  parseMoney,
  parseTemperature,
  printArea,
  printMass,
  printMoney,
  printResistance,
  printTemperature,
} from './quantities.ts';
export { inUnits, lengthIn } from './sentence.ts';
