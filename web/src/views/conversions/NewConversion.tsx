import { type Measurement, measured, type PatternName } from '@overcoat/core/model';
import { MASTER_LIMITS } from '@overcoat/core/survey/edits';
import { type Pattern, patterns } from '@overcoat/core/survey/patterns';
import { parseLength, printLength, type UnitSystem } from '@overcoat/core/units';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { type FormState, type UseFormRegister, useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { api } from '../../api/client.ts';
import { keys, useConversions } from '../../api/queries.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { PatternDrawing } from './PatternDrawing.tsx';

const SIZES = ['length', 'width', 'height'] as const;
const WORDS = { length: 'Load floor, length', width: 'wall to wall', height: 'floor to rib' };

interface Form extends Record<(typeof SIZES)[number], string> {
  name: string;
  pattern: PatternName;
  earlier: string;
}

/** Name, body pattern and the sizes that are known already; the rest is corrected where it is used. */
export default function NewConversion() {
  const units = useUnits();
  const { register, handleSubmit, formState, watch, setFocus } = useForm<Form>({
    defaultValues: { name: '', pattern: 'long high-roof', earlier: '', length: '', width: '', height: '' },
  });
  const { data: conversions } = useConversions();
  const navigate = useNavigate();
  const client = useQueryClient();
  // The form comes after its dialog the first time.
  useEffect(() => setFocus('name'), [setFocus]);
  const create = useMutation({
    mutationFn: ({ name, pattern, earlier, ...typed }: Form) => {
      const sizes: Partial<Record<(typeof SIZES)[number], Measurement>> = {};
      for (const field of SIZES) {
        const read = parseLength(typed[field], { system: units, ...MASTER_LIMITS[field] });
        if (typed[field].trim() !== '' && read.ok) sizes[field] = measured(read.value, typed[field].trim());
      }
      return api.create({ name: name.trim(), pattern, sizes, ...(earlier ? { earlier } : {}) });
    },
    onSuccess: async record => {
      await client.invalidateQueries({ queryKey: keys.conversions });
      void navigate(`/c/${record.id}/survey`);
    },
  });
  const chosen = patterns.find(p => p.name === watch('pattern'))!;
  const earlier = watch('earlier');
  const wrong = SIZES.map(f => formState.errors[f]?.message).find(Boolean);
  return (
    <form onSubmit={handleSubmit(form => create.mutate(form))} className="grid gap-4">
      <VanName register={register} formState={formState} />
      <KnownSizes
        units={units}
        register={register}
        formState={formState}
        chosen={chosen}
        earlier={earlier}
        wrong={wrong}
      />
      <StartFrom register={register} conversions={conversions} />
      {!earlier && <BodyPatterns units={units} register={register} />}
      {create.error && (
        <p role="alert" className="text-signal">
          {create.error.message}
        </p>
      )}
      <Button look="strong" type="submit" disabled={create.isPending} className="justify-self-start">
        Start measuring
      </Button>
    </form>
  );
}

function VanName({ register, formState }: { register: UseFormRegister<Form>; formState: FormState<Form> }) {
  return (
    <label className="block">
      <span className="text-[13px] text-faint">Name of the van</span>
      <input
        {...register('name', {
          validate: text => text.trim() !== '' || 'Give the van a name, so that you find it again.',
          maxLength: { value: 120, message: 'At most 120 letters.' },
        })}
        data-first
        aria-invalid={formState.errors.name !== undefined}
        className="min-h-10 w-full rounded-[4px] border border-rule bg-ticket px-2 text-lg"
      />
      {formState.errors.name && (
        <span role="alert" className="font-medium text-signal">
          {formState.errors.name.message}
        </span>
      )}
    </label>
  );
}

function StartFrom({
  register,
  conversions,
}: {
  register: UseFormRegister<Form>;
  conversions: ReturnType<typeof useConversions>['data'];
}) {
  return (
    <>
      {conversions && conversions.length > 0 && (
        <label className="block">
          <span className="text-[13px] text-faint">Start from</span>
          <select
            {...register('earlier')}
            className="min-h-9 w-full rounded-[4px] border border-rule bg-ticket px-1.5 font-medium"
          >
            <option value="">a body pattern</option>
            {conversions.map(c => (
              <option key={c.id} value={c.id}>
                sizes of {c.name}, as assumed ({c.pattern})
              </option>
            ))}
          </select>
        </label>
      )}
    </>
  );
}

function BodyPatterns({ units, register }: { units: UnitSystem; register: UseFormRegister<Form> }) {
  return (
    <fieldset>
      <legend className="mb-1 text-[13px] text-faint">Body pattern</legend>
      <div className="grid grid-cols-2 gap-2">
        {patterns.map(p => (
          <label
            key={p.name}
            className="cursor-pointer rounded-[4px] border border-rule bg-ticket p-2 has-checked:border-2 has-checked:border-signal has-focus-visible:outline-2"
          >
            <input type="radio" value={p.name} {...register('pattern')} className="sr-only" />
            <PatternDrawing pattern={p.name} className="h-24 w-full" />
            <span className="block font-medium">{p.label}</span>
            <span className="block text-[13px]">
              {SIZES.map(f => printLength(p[f] / 1000, units).replace(' mm', '')).join(' × ')}
              {units === 'metric' ? ' mm' : ''}
            </span>
            <span className="block text-[13px] text-faint">{p.says}</span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}

function KnownSizes({
  units,
  register,
  formState,
  chosen,
  earlier,
  wrong,
}: {
  units: UnitSystem;
  register: UseFormRegister<Form>;
  formState: FormState<Form>;
  chosen: Pattern;
  earlier: string;
  wrong: string | undefined;
}) {
  return (
    <fieldset>
      <legend className="mb-1 text-[13px] text-faint">Sizes you know already; empty ones are assumed</legend>
      <div className="grid grid-cols-3 gap-2">
        {SIZES.map(field => (
          <label key={field} className="block">
            <span className="text-[13px] text-faint">{WORDS[field]}</span>
            <input
              {...register(field, {
                validate: text => {
                  if (text.trim() === '') return true;
                  const read = parseLength(text, { system: units, ...MASTER_LIMITS[field] });
                  return read.ok || `${WORDS[field]}: ${read.message}`;
                },
              })}
              autoComplete="off"
              placeholder={earlier ? 'as there' : printLength(chosen[field] / 1000, units)}
              aria-invalid={formState.errors[field] !== undefined}
              className="min-h-9 w-full rounded-[4px] border border-rule bg-ticket px-2 font-medium text-chalk"
            />
          </label>
        ))}
      </div>
      {wrong && (
        <span role="alert" className="font-medium text-signal">
          {wrong}
        </span>
      )}
    </fieldset>
  );
}
