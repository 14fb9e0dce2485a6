import type { Library } from '@overcoat/core/materials';
import {
  hasUp,
  type LayUpOption,
  type PutUp,
  type PutUpPick,
  type RunnerUp,
  type ZonePick,
} from '@overcoat/core/studies/proposal';
import { printNumber, type UnitSystem } from '@overcoat/core/units';
import { memo } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { takePutUp, takeZone } from '../../store/edits.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Table } from '../../ui/Table.tsx';
import { candidateWords, changeWords, putUpWords } from './proposalWords.ts';

interface Props {
  zones: readonly ZonePick[];
  /** At night, in each place. */
  putUp: readonly PutUpPick[];
  locked: readonly string[];
  onLocked(locked: string[]): void;
}

/** What goes into each zone and why not the runner-up; a zone is taken alone, or locked for the next search. */
export const ProposedZones = memo(function ProposedZones({ zones, putUp, locked, onLocked }: Props) {
  const { shell } = useOpenDesign();
  const variant = useVariant();
  const { library } = useLibrary();
  const units = useUnits();
  const placeName = (id: string) =>
    id === 'cab' ? 'Cab at night' : `${shell.zones.find(z => z.id === id)?.name ?? id} at night`;
  return (
    <Table
      caption="The best choice by zone"
      look="list"
      className="mt-2"
      heads={['zone', 'best', 'not', ''].map(h => ({ key: h, name: h, className: 'pr-3' }))}
    >
      {zones.map(({ zone, option, runnerUp }) => (
        <ProposedZone
          key={zone}
          locked={locked}
          onLocked={onLocked}
          shell={shell}
          variant={variant}
          library={library}
          units={units}
          zone={zone}
          option={option}
          runnerUp={runnerUp}
        />
      ))}
      {putUp.map(({ id, panes, option, runnerUp }) => (
        <ProposedPutUp
          key={`up ${id}`}
          variant={variant}
          units={units}
          placeName={placeName}
          id={id}
          panes={panes}
          option={option}
          runnerUp={runnerUp}
        />
      ))}
    </Table>
  );
});

function ProposedPutUp({
  variant,
  units,
  placeName,
  id,
  panes,
  option,
  runnerUp,
}: {
  variant: ReturnType<typeof useVariant>;
  units: UnitSystem;
  placeName: (id: string) => string;
  id: string;
  panes: string[];
  option: PutUp;
  runnerUp: RunnerUp<PutUp> | null;
}) {
  return (
    <tr className="border-t border-rule align-top">
      <th scope="row" className="py-1 pr-3 text-left font-medium whitespace-nowrap">
        {id === 'cab' ? '' : `${id} `}
        {placeName(id)}
      </th>
      <td className="py-1 pr-3">
        {putUpWords(option)}
        {option.saves > 0 && `: −${printNumber(option.saves, 1)} W/K while up`}
        {hasUp(variant.design, { id, panes }, option) && ' (as now)'}
      </td>
      <td className="py-1 pr-3 text-[13px] text-faint">
        {runnerUp
          ? `${putUpWords(runnerUp.option)}: ${changeWords(runnerUp.changes, units) || 'no different'}${runnerUp.breaks ? ', breaks a limit' : ''}`
          : 'no other'}
      </td>
      <td className="py-1 text-right">
        <Button
          small
          onClick={() => takePutUp(placeName(id), id, panes, option)}
          aria-label={`Take the proposal for ${placeName(id)}`}
        >
          take
        </Button>
      </td>
    </tr>
  );
}

function ProposedZone({
  locked,
  onLocked,
  shell,
  variant,
  library,
  units,
  zone,
  option,
  runnerUp,
}: {
  locked: readonly string[];
  onLocked: (locked: string[]) => void;
  shell: ReturnType<typeof useOpenDesign>['shell'];
  variant: ReturnType<typeof useVariant>;
  library: Library;
  units: UnitSystem;
  zone: string;
  option: LayUpOption;
  runnerUp: RunnerUp<LayUpOption> | null;
}) {
  return (
    <tr className="border-t border-rule align-top">
      <th scope="row" className="py-1 pr-3 text-left font-medium whitespace-nowrap">
        {zone} {shell.zones.find(z => z.id === zone)?.name}
      </th>
      <td className="py-1 pr-3">
        {candidateWords(option, library, units)}
        {option.buildUp.id === variant.design.zones[zone] && ' (as now)'}
      </td>
      <td className="py-1 pr-3 text-[13px] text-faint">
        {runnerUp
          ? `${candidateWords(runnerUp.option, library, units)}: ${changeWords(runnerUp.changes, units) || 'no different'}${runnerUp.breaks ? ', breaks a limit' : ''}`
          : 'no other'}
      </td>
      <td className="py-1 text-right whitespace-nowrap">
        <label className="mr-2 text-[13px]">
          <input
            type="checkbox"
            checked={locked.includes(zone)}
            onChange={e => onLocked(e.target.checked ? [...locked, zone] : locked.filter(l => l !== zone))}
          />{' '}
          keep mine
        </label>
        <Button
          small
          onClick={() => takeZone(zone, option)}
          aria-label={`Take the proposal for ${shell.zones.find(z => z.id === zone)?.name}`}
        >
          take
        </Button>
      </td>
    </tr>
  );
}
