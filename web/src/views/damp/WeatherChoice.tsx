import { readEpw, toEpw, type WeatherFile } from '@overcoat/core/formats';
import { stationYear } from '@overcoat/core/van/climate';
import { CloudSun, Download } from 'lucide-react';
import { useState } from 'react';
import { download } from '../../download.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { Button } from '../../ui/Button.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { Refused } from '../../ui/Refused.tsx';

interface Props {
  weather: WeatherFile | null;
  onWeather(weather: WeatherFile | null): void;
}

/** The brief's illustrative year, or a weather file of one's own; the built-in simulated station writes one to try. */
export function WeatherChoice({ weather, onWeather }: Props) {
  const { brief } = useOpenDesign();
  const [refused, setRefused] = useState<string | null>(null);
  const read = async (file: File) => {
    const result = readEpw(await file.text());
    setRefused(result.ok ? null : result.message);
    if (result.ok) onWeather(result.weather);
  };
  return (
    <>
      <FileButton
        file="Weather file"
        accept=".epw,text/plain"
        title="Read an EPW weather file"
        onFiles={([file]) => void read(file!)}
      >
        <CloudSun size={15} aria-hidden /> {weather ? weather.place : 'weather file…'}
      </FileButton>
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
      <Refused why={refused} className="w-full font-medium" />
    </>
  );
}
