import { type Facts, uncut } from '@overcoat/core/log';
import type { Bay, Design, Ready, Zone } from '@overcoat/core/model';
import { printLength } from '@overcoat/core/units';
import { ArrowLeft, Printer } from 'lucide-react';
import { type Dispatch, type SetStateAction, useState } from 'react';
import { Link } from 'react-router';
import { ShellMap } from '../../../shell-map/ShellMap.tsx';
import { useFacts } from '../../../store/log.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { usePreferences, useUnits } from '../../../store/preferences.ts';
import { Button } from '../../../ui/Button.tsx';

const FIELDS = ['width', 'height', 'depthMin', 'depthMax'] as const;

/** The survey on paper: the unfolded shell, then a line a bay; blank to be written on, or filled. */
export function Component() {
  const { shell, name, ready } = useOpenDesign();
  const facts = useFacts();
  const units = useUnits();
  const seen = usePreferences(s => s.seen);
  const [blank, setBlank] = useState(true);
  const figures = (bay: Bay, field: (typeof FIELDS)[number]) => {
    if (blank) return '';
    return `${printLength(bay[field].value, units)}${bay[field].basis === 'assumed' ? ' ?' : ''}`;
  };
  return (
    <div className="table-ground min-h-0 grow overflow-auto p-6 print-whole">
      <FormTools blank={blank} setBlank={setBlank} />
      <article className="mx-auto max-w-[900px] bg-sheet p-6 print:p-0">
        <h2 className="text-2xl">Survey: {name}</h2>
        <p className="text-faint">
          Load floor {blank ? '________' : printLength(shell.length.value, units)} long,{' '}
          {blank ? '________' : printLength(shell.width.value, units)} wide,{' '}
          {blank ? '________' : printLength(shell.height.value, units)} high. Sizes in{' '}
          {units === 'metric' ? 'millimetres' : 'inches'}. Depth where it is shallowest and where it is
          deepest.
        </p>
        <p className="mt-1 font-medium">
          Every panel seen from {seen}
          {seen === 'inside' ? ', as you stand in the van' : ''}.
        </p>
        <div className="mt-2 h-[620px]">
          <ShellMap
            shell={shell}
            paint={bay => ({ fill: 'white', says: bay.id })}
            selected={[]}
            onSelect={() => undefined}
            label="Bays on the form"
          />
        </div>
        {shell.zones.map(zone => (
          <ZoneTable key={zone.id} ready={ready} facts={facts} blank={blank} figures={figures} zone={zone} />
        ))}
      </article>
    </div>
  );
}

function FormTools({ blank, setBlank }: { blank: boolean; setBlank: Dispatch<SetStateAction<boolean>> }) {
  return (
    <div className="no-print mb-4 flex flex-wrap items-center gap-2">
      <Link to="../survey" relative="path" className="inline-flex items-center gap-1 text-chalk underline">
        <ArrowLeft size={15} aria-hidden /> Survey
      </Link>
      <Button aria-pressed={blank} onClick={() => setBlank(true)} look={blank ? 'strong' : 'plain'}>
        blank
      </Button>
      <Button aria-pressed={!blank} onClick={() => setBlank(false)} look={blank ? 'plain' : 'strong'}>
        filled in
      </Button>
      <Button onClick={() => print()}>
        <Printer size={15} aria-hidden /> Print
      </Button>
      <span className="text-[13px] text-faint">
        {blank ? 'Room to write on.' : 'A question mark stands behind what is only assumed.'}
      </span>
    </div>
  );
}

function ZoneTable({
  ready,
  facts,
  blank,
  figures,
  zone,
}: {
  ready: Design['ready'];
  facts: Facts;
  blank: boolean;
  figures: (bay: Bay, field: (typeof FIELDS)[number]) => string;
  zone: Zone;
}) {
  return (
    <section className="mt-4 break-inside-avoid">
      <h3 className="text-lg">
        {zone.id} {zone.name}
      </h3>
      <table className="w-full border-collapse text-[13px]">
        <thead>
          <tr className="text-left text-faint">
            {['bay', 'along', 'across', 'shallowest', 'deepest', 'knock', 'rust, holes, notes'].map(h => (
              <th
                key={h}
                scope="col"
                className={`border-b border-ink py-1 font-medium ${h.startsWith('rust') ? 'w-[38%]' : ''}`}
              >
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {zone.bays.map(bay => (
            <tr key={bay.id} className="border-b border-rule">
              <th scope="row" className="py-1 text-left">
                {bay.id}
              </th>
              {FIELDS.map(field => (
                <td key={field}>{figures(bay, field)}</td>
              ))}
              <td>{blank ? '' : (facts.knocks.get(bay.id)?.bare?.fact.sounds ?? '')}</td>
              <td>{blank ? '' : notesOn(bay.id, ready, facts)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function notesOn(bay: string, ready: Ready, facts: Facts): string {
  const flag = facts.flags.get(bay);
  return [
    ...ready.rust.filter(r => r.bay === bay).map(r => `${r.grade} rust`),
    ...ready.holes
      .filter(h => h.bay === bay)
      .map(h => `${h.name}: ${(facts.holes.get(h.id) ?? uncut).state}`),
    ...(flag ? [flag.fact.note || 'flagged'] : []),
  ].join('; ');
}
