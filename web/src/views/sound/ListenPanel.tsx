import { bareTones, heardKnock, SOUND_RATE, tonesOfBay } from '@overcoat/core/studies/knocks';
import { Play } from 'lucide-react';
import { useState } from 'react';
import { useJob } from '../../hooks/useJob.ts';
import { useBay } from '../../store/evaluation.ts';
import { useHeard } from '../../store/heard.ts';
import { useVariant } from '../../store/openDesign.ts';
import { Button } from '../../ui/Button.tsx';
import { Check } from '../../ui/Check.tsx';
import { Refused } from '../../ui/Refused.tsx';
import { JobBar } from '../damp/JobBar.tsx';
import { play } from './play.ts';

/** The bay's knock and rain on the roof, before and after. */
export function ListenPanel({ id }: { id: string }) {
  const { quiet } = useBay(id);
  const variant = useVariant();
  const heard = useHeard();
  const [matched, setMatched] = useState(false);
  const [failed, setFailed] = useState<string | null>(null);
  const rain = useJob('rain', variant.id, { placement: variant.design, heard });
  const sound = async (samples: Float32Array, level: number) =>
    setFailed(await play(samples, SOUND_RATE, level));
  return (
    <div className="flex flex-col gap-4">
      <Check className="gap-2 text-[15px]" checked={matched} onCheck={checked => setMatched(checked)}>
        level-matched: both as loud as each other, to hear how they differ and not by how much
      </Check>
      <section className="border-t border-rule pt-2">
        <h4 className="font-sign text-lg font-semibold">A knock on {id}</h4>
        {quiet ? (
          <Pair
            what={`knock on ${id}`}
            make={when => heardKnock(when === 'before' ? bareTones(quiet) : tonesOfBay(quiet))}
            matched={matched}
            sound={sound}
          />
        ) : (
          <p>It has no field to swing.</p>
        )}
      </section>
      <section className="border-t border-rule pt-2">
        <h4 className="font-sign text-lg font-semibold">Rain on the roof</h4>
        {rain.answer && !rain.stale ? (
          <Pair
            what="rain on the roof"
            make={when => (when === 'before' ? rain.answer!.bare : rain.answer!.designed)}
            matched={matched}
            sound={sound}
          />
        ) : (
          <JobBar job={rain} name="Make it rain" doing="raining on the roof’s panels" />
        )}
      </section>
      <Refused why={failed} />
      <p className="text-[13px] text-faint">
        Made from the panels’ computed tones, with drops at chance moments. Headphones cannot tell how loud it
        is in the van, and most give little below 100 Hz; the room, the lining and the way in from outside are
        left out. It shows how long a panel rings on, no more.
      </p>
    </div>
  );
}

interface PairProps {
  what: string;
  make(when: 'before' | 'after'): Float32Array;
  matched: boolean;
  sound(samples: Float32Array, level: number): void;
}

/** Before and after, at one gain for both, or each brought to the same loudness. */
function Pair({ what, make, matched, sound }: PairProps) {
  const hear = (when: 'before' | 'after') => {
    const samples = make(when);
    const of = matched ? samples : make('before');
    let power = 0;
    for (const v of of) power += v * v;
    sound(samples, 0.12 / Math.sqrt(power / of.length + 1e-12));
  };
  return (
    <div className="mt-1 flex gap-2">
      {(['before', 'after'] as const).map(when => (
        <Button key={when} onClick={() => hear(when)} aria-label={`Play ${what}, ${when}`}>
          <Play size={16} aria-hidden /> {when === 'before' ? 'bare' : 'as designed'}
        </Button>
      ))}
    </div>
  );
}
