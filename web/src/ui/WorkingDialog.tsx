import type { Working, WorkingStep } from '@overcoat/core/studies/working';
import { inUnits, printSignificant } from '@overcoat/core/units';
import { printMoney } from '../store/money.ts';
import { useUnits } from '../store/preferences.ts';
import { Dialog } from './Dialog.tsx';
import { right, Table } from './Table.tsx';

const SIGNS: Record<WorkingStep['op'], string> = {
  given: '',
  sum: ' + ',
  product: ' × ',
  quotient: ' ÷ ',
  difference: ' − ',
  max: ', ',
  reciprocal: '',
  decibel: '',
};

/** The calculation behind a number: every step with what it follows from, its unit, its source and its basis. */
export function WorkingDialog({ working, onClose }: { working: Working | null; onClose(): void }) {
  return (
    <Dialog
      open={working !== null}
      onOpenChange={open => !open && onClose()}
      title={working ? `Working: ${working.title}` : ''}
      side
    >
      {working && <WorkingSteps working={working} />}
    </Dialog>
  );
}

function WorkingSteps({ working }: { working: Working }) {
  const units = useUnits();
  const byId = new Map(working.steps.map(s => [s.id, s]));
  const used = new Set(working.steps.flatMap(s => s.of));
  const rows = working.steps.filter(s => s.op !== 'given' || !used.has(s.id));
  const result = byId.get(working.result);
  const assumed = working.steps.filter(s => s.basis === 'assumed').length;
  const measured = working.steps.filter(s => s.basis === 'measured').length;
  const given = working.steps.filter(s => s.op === 'given').length;
  return (
    <>
      {result && (
        <p className="font-sign text-2xl">
          {result.label}: {print(result)}
        </p>
      )}
      {(assumed > 0 || measured > 0) && (
        <p className="mt-1 text-faint">
          {assumed > 0
            ? `${assumed} of ${given} inputs are assumed, not measured.`
            : 'Every size it rests on is measured.'}
        </p>
      )}
      <ul className="mt-2 list-disc pl-5 text-faint">
        {working.notes.map(note => (
          <li key={note}>{inUnits(note, units)}</li>
        ))}
      </ul>
      <Table caption="Step by step" className="mt-4" heads={['step', right('value')]}>
        {rows.map(step => (
          <tr key={step.id} className="border-t border-rule align-top">
            <td className="py-1.5 pr-3">
              <span className="font-medium">{inUnits(step.label, units)}</span>
              {step.source && <span className="text-faint"> · {inUnits(step.source, units)}</span>}
              <Inputs step={step} byId={byId} />
            </td>
            <td className="whitespace-nowrap py-1.5 text-right font-medium">{print(step)}</td>
          </tr>
        ))}
      </Table>
    </>
  );
}

function Inputs({ step, byId }: { step: WorkingStep; byId: Map<string, WorkingStep> }) {
  if (step.of.length === 0)
    return step.basis === 'computed' ? null : <div className="text-xs text-faint">{step.basis}</div>;
  const inputs = step.of.map(id => byId.get(id)!);
  const shown =
    inputs.length > 8
      ? `${inputs.length} lines ${step.op === 'max' ? 'compared' : 'added'}`
      : inputs.map(print).join(SIGNS[step.op]);
  const formula =
    step.op === 'reciprocal'
      ? `1 ÷ ${shown}`
      : step.op === 'decibel'
        ? `10 log ${shown}`
        : step.op === 'max'
          ? `largest of ${shown}`
          : shown;
  const sources = [...new Set(inputs.flatMap(i => (i.op === 'given' ? [i.source ?? i.basis] : [])))];
  return (
    <div className="text-xs text-faint">
      {formula}
      {inputs.length <= 8 && sources.length > 0 && <span> · {sources.join('; ')}</span>}
    </div>
  );
}

const print = (step: WorkingStep) =>
  step.unit === 'money'
    ? printMoney(step.value)
    : `${Number.isFinite(step.value) ? printSignificant(step.value, 4) : '∞'}${step.unit ? ` ${step.unit}` : ''}`;
