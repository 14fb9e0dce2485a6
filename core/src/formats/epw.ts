import { daysIn, MONTHS } from '../van/climate/index.ts';

/** A year of weather, hour by hour from 1 January: degC, relative humidity 0 to 1, sun on a level face W/m2. */
export interface WeatherFile {
  /** As the file names it. */
  place: string;
  /** degC by hour from 1 January. */
  temperature: Float64Array;
  /** Relative humidity, 0 to 1, by hour. */
  humidity: Float64Array;
  /** On a level face, W/m2, by hour. */
  sun: Float64Array;
}

export type WeatherRead = { ok: true; weather: WeatherFile } | { ok: false; message: string };

const HOURS = 8760;
const HEADER = 8;
/** Fields of a data row, counted from 0 (EnergyPlus weather format, from memory of its published dictionary). */
const FIELD = { month: 1, day: 2, hour: 3, temperature: 6, humidity: 8, sun: 13 } as const;

/**
 * Reads an EPW weather file: header of eight lines, then one row an hour. The 29th of February is left out. Refused,
 * with the line, when rows are missing or a figure cannot be.
 */
export function readEpw(text: string): WeatherRead {
  const lines = text.split(/\r?\n/);
  const head = lines[0]?.split(',') ?? [];
  if (head[0]?.trim().toUpperCase() !== 'LOCATION')
    return no('This is no EPW weather file: its first line should begin with LOCATION.');
  const weather: WeatherFile = {
    place: head[1]?.trim() || 'unnamed place',
    temperature: new Float64Array(HOURS),
    humidity: new Float64Array(HOURS),
    sun: new Float64Array(HOURS),
  };
  let h = 0;
  for (let i = HEADER; i < lines.length; i++) {
    const line = lines[i]!.trim();
    if (line === '') continue;
    const fields = line.split(',');
    if (fields.length < 14)
      return no(`Line ${i + 1} has ${fields.length} fields; a row of weather has at least 14.`);
    if (Number(fields[FIELD.month]) === 2 && Number(fields[FIELD.day]) === 29) continue;
    if (h >= HOURS) return no(`The file goes on beyond a year at line ${i + 1}; 8,760 hourly rows are read.`);
    const t = Number(fields[FIELD.temperature]);
    const rh = Number(fields[FIELD.humidity]);
    const sun = Number(fields[FIELD.sun]);
    if (!(t > -70 && t < 70))
      return no(`Line ${i + 1}: a temperature of “${fields[FIELD.temperature]}” °C is missing or cannot be.`);
    if (!(rh >= 0 && rh <= 110))
      return no(`Line ${i + 1}: a humidity of “${fields[FIELD.humidity]}” % is missing or cannot be.`);
    if (!(sun >= 0 && sun < 1500))
      return no(`Line ${i + 1}: sun of “${fields[FIELD.sun]}” W/m² is missing or cannot be.`);
    weather.temperature[h] = t;
    weather.humidity[h] = Math.min(1, rh / 100);
    weather.sun[h] = sun;
    h++;
  }
  if (h < HOURS)
    return no(`The file holds ${h} hourly rows of 8,760: it is cut short, or its steps are not hours.`);
  return { ok: true, weather };
}

const no = (message: string): WeatherRead => ({ ok: false, message });

/** Writes a year as EPW; what is not known carries the format's own mark for missing. */
export function toEpw(weather: WeatherFile, comment: string): string {
  const place = weather.place.replaceAll(',', ' ');
  const rows: string[] = [
    `LOCATION,${place},-,-,simulated station,0,50.0,0.0,0.0,0.0`,
    'DESIGN CONDITIONS,0',
    'TYPICAL/EXTREME PERIODS,0',
    'GROUND TEMPERATURES,0',
    'HOLIDAYS/DAYLIGHT SAVINGS,No,0,0,0',
    `COMMENTS 1,${comment.replaceAll(',', ';')}`,
    'COMMENTS 2,-',
    'DATA PERIODS,1,1,Data,Sunday,1/1,12/31',
  ];
  let h = 0;
  MONTHS.forEach((_, month) => {
    for (let day = 1; day <= daysIn(month); day++)
      for (let hour = 1; hour <= 24; hour++, h++) {
        const t = weather.temperature[h]!;
        const rh = weather.humidity[h]!;
        const rest =
          '0,999999999,999999,9999,9999,9999,9999,99,99,9999,99999,9,999999999,999,0.999,999,99,999,0,0,99';
        rows.push(
          `2026,${month + 1},${day},${hour},60,?,${t.toFixed(1)},99.9,${Math.round(rh * 100)},999999,9999,9999,9999,${Math.round(weather.sun[h]!)},${rest}`,
        );
      }
  });
  return `${rows.join('\r\n')}\r\n`;
}
