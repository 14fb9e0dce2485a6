import type { Parsed } from '@overcoat/core/units';
import { type ReactNode, useEffect, useId, useRef, useState } from 'react';
import { useDesign } from '../store/design.ts';

interface Props {
  label: string;
  /** As it stands, printed. */
  shown: string;
  parse(text: string): Parsed;
  /** Takes the value, or returns why not in one sentence. */
  onCommit(value: number, entered: string): string | null | undefined;
  /** Enter was pressed on what stands there already. */
  onAccept?: () => void;
  note?: ReactNode;
  assumed?: boolean;
  hideLabel?: boolean;
  /** In a table row: no line kept free for a note, figures to the right. */
  compact?: boolean;
  className?: string;
}

/**
 * The one field for a measured or entered quantity. What is typed stays as typed until it can be read: a refusal
 * stands beside it, the design keeps its last good value. Enter or leaving commits, Escape goes back.
 */
export function Field({
  label,
  shown,
  parse,
  onCommit,
  onAccept,
  note,
  assumed,
  hideLabel,
  compact = false,
  className = '',
}: Props) {
  const id = useId();
  const { input, text, error, touched, setText, commit, revert } = useTyped(shown, parse, onCommit);

  return (
    <div className={className}>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'block text-[13px] text-faint'}>
        {label}
      </label>
      <input
        id={id}
        ref={input}
        value={text}
        inputMode="text"
        autoComplete="off"
        aria-invalid={error !== null}
        aria-describedby={`${id}-note`}
        onChange={e => {
          touched.current = true;
          setText(e.target.value);
        }}
        onFocus={e => e.target.select()}
        onBlur={commit}
        onKeyDown={e => {
          if (e.key === 'Enter') {
            if (touched.current) commit();
            else onAccept?.();
          }
          if (e.key === 'Escape' && touched.current) {
            e.stopPropagation();
            revert();
          }
        }}
        className={`${compact ? 'min-h-7 text-right' : 'min-h-9'} w-full rounded-[4px] border bg-ticket px-2 font-medium text-chalk ${assumed ? 'border-dashed' : ''} ${error ? 'border-signal' : assumed ? 'border-faint' : 'border-rule'}`}
      />
      <FieldNote note={note} compact={compact} id={id} error={error} />
    </div>
  );
}

function FieldNote({
  note,
  compact,
  id,
  error,
}: {
  note: ReactNode;
  compact: boolean;
  id: string;
  error: string | null;
}) {
  return (
    <div id={`${id}-note`} className={`text-xs leading-4 ${compact ? '' : 'min-h-4'}`}>
      {error ? (
        <span role="alert" className="font-medium text-signal">
          {error}
        </span>
      ) : (
        <span className="text-faint">{note}</span>
      )}
    </div>
  );
}

/** What is typed until it can be read, and why it could not be taken. */
function useTyped(
  shown: string,
  parse: (text: string) => Parsed,
  onCommit: (value: number, entered: string) => string | null | undefined,
) {
  const [text, setText] = useState(shown);
  const [error, setError] = useState<string | null>(null);
  const touched = useRef(false);
  const input = useRef<HTMLInputElement>(null);
  const design = useDesign(s => s.design);
  useEffect(() => {
    if (!touched.current) {
      setText(shown);
      setError(null);
    }
  }, [shown]);
  // What another field's commit changed here is selected anew while this one has the focus: typing replaces it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only what stands there is a reason.
  useEffect(() => {
    if (!touched.current && document.activeElement === input.current) input.current?.select();
  }, [text]);
  // What was refused is tried again once something else has changed: an error leaves with its cause.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a change of the design is a reason.
  useEffect(() => {
    if (touched.current && error !== null && document.activeElement !== input.current) commit();
  }, [design]);

  const commit = () => {
    if (!touched.current) return;
    const read = parse(text);
    const refusal = read.ok ? onCommit(read.value, text.trim()) : read.message;
    if (refusal) return setError(refusal);
    touched.current = false;
    setError(null);
    setText(shown);
  };
  const revert = () => {
    touched.current = false;
    setError(null);
    setText(shown);
  };
  return { input, text, error, touched, setText, commit, revert };
}
