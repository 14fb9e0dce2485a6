import { readEpw, toEpw, type WeatherFile } from '@overcoat/core/formats';
import { stationYear } from '@overcoat/core/van/climate';
import { CloudSun, Download } from 'lucide-react';
import { useRef, useState } from 'react';
import { download } from '../../download.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { Button } from '../../ui/Button.tsx';
import { Refused } from '../../ui/Refused.tsx';

interface Props {
  weather: WeatherFile | null;
  onWeather(weather: WeatherFile | null): void;
}

/** The brief's illustrative year, or a weather file of one's own; the built-in simulated station writes one to try. */
export function WeatherChoice({ weather, onWeather }: Props) {
  const { brief } = useOpenDesign();
  const input = useRef<HTMLInputElement>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const read = async (file: File | undefined) => {
    if (!file) return;
    const result = readEpw(await file.text());
    setRefused(result.ok ? null : result.message);
    if (result.ok) onWeather(result.weather);
    if (input.current) input.current.value = '';
  };
  return (
    <>
      <Button onClick={() => input.current?.click()} title="Read an EPW weather file">
        <CloudSun size={15} aria-hidden /> {weather ? weather.place : 'weather file…'}
      </Button>
      {weather && (
        <Button look="quiet" small onClick={() => onWeather(null)}>
          use the brief’s
        </Button>
      )}
      <Button
        look="quiet"
        small
        title="The simulated station’s year as EPW"
        onClick={() =>
          download(
            `${brief.climate}.epw`,
            'text/plain',
            toEpw(stationYear(brief), 'written by a simulated station: illustrative; no place on earth'),
          )
        }
      >
        <Download size={14} aria-hidden /> station’s EPW
      </Button>
      <input
        ref={input}
        type="file"
        accept=".epw,text/plain"
        className="sr-only"
        tabIndex={-1}
        aria-label="Weather file"
        onChange={e => void read(e.target.files?.[0])}
      />
      <Refused why={refused} className="w-full font-medium" />
    </>
  );
}
