import type { PatternName } from '@overcoat/core/model';
import { patterns } from '@overcoat/core/survey/shell';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { api } from '../../api/client.ts';
import { keys } from '../../api/queries.ts';
import { Button } from '../../ui/Button.tsx';
import { PatternDrawing } from './PatternDrawing.tsx';

interface Form {
  name: string;
  pattern: PatternName;
}

/** Name and body pattern, nothing more: the rest is corrected where it is used. */
export default function NewConversion() {
  const { register, handleSubmit, formState } = useForm<Form>({
    defaultValues: { name: '', pattern: 'long high-roof' },
  });
  const navigate = useNavigate();
  const client = useQueryClient();
  const create = useMutation({
    mutationFn: ({ name, pattern }: Form) => api.create({ name: name.trim(), pattern }),
    onSuccess: async record => {
      await client.invalidateQueries({ queryKey: keys.conversions });
      void navigate(`/c/${record.id}/survey`);
    },
  });
  return (
    <form onSubmit={handleSubmit(form => create.mutate(form))} className="grid gap-4">
      <label className="block">
        <span className="text-[13px] text-faint">Name of the van</span>
        <input
          {...register('name', {
            validate: text => text.trim() !== '' || 'Give the van a name, so that you find it again.',
            maxLength: { value: 120, message: 'At most 120 letters.' },
          })}
          aria-invalid={formState.errors.name !== undefined}
          className="min-h-10 w-full rounded-[4px] border border-rule bg-ticket px-2 text-lg"
        />
        {formState.errors.name && (
          <span role="alert" className="font-medium text-signal">
            {formState.errors.name.message}
          </span>
        )}
      </label>
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
              <span className="block text-[13px] text-faint">{p.says}</span>
            </label>
          ))}
        </div>
      </fieldset>
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
