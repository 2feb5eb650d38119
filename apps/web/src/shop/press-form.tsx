import { useWatch } from 'react-hook-form';
import { openEdges, PRESS_KINDS } from '@kanga/core/shop';
import type { PressWords } from '@kanga/contract/shop';
import { Chosen } from '../form/index.js';
import { Check, FormFoot, Select, TextField } from '../ui/index.js';
import { ControllerFields } from './controller-fields.js';
import type { FloorFormProps } from './floor-form.js';
import { PadFields } from './pad-fields.js';
import { usePressForm } from './use-press-form.js';

const EDGES = { top: 'Back', left: 'Left', right: 'Right', bottom: 'Front' } as const;

/** What is said of a press: what it is, how hot, how far it opens, what lies beside it. */
export function PressForm({ start, busy, problem, onDone, onCancel }: FloorFormProps<PressWords>) {
  const fields = usePressForm(start);
  const { form, field, submit } = fields;
  const { control, formState, setValue } = form;
  const kind = useWatch({ control, name: 'kind' });
  return (
    <form className="grid gap-3 sm:grid-cols-2" onSubmit={submit(onDone)}>
      <TextField label="Name" required maxLength={80} {...field('name')} />
      <Chosen control={control} name="kind">
        {(value, set) => (
          <Select
            label="Kind"
            value={value}
            options={PRESS_KINDS.map((one) => ({ value: one, label: one }))}
            onChange={(next) => {
              set(next);
              setValue('open', openEdges(next), { shouldValidate: true });
            }}
          />
        )}
      </Chosen>
      <TextField
        label={kind === 'mug press' ? 'Element, round it' : 'Plate, across'}
        measured
        {...field('platen.width')}
      />
      <TextField
        label={kind === 'mug press' ? 'Element, along it' : 'Plate, front to back'}
        measured
        {...field('platen.depth')}
      />
      <TextField label="Maximum temperature" measured {...field('heatLimit')} />
      <TextField label="Gap when closed" measured placeholder="not measured" {...field('opening')} />
      <TextField label="Warm-up time" measured {...field('warmUp')} />
      <TextField label="Recovery time" measured {...field('recovery')} />
      <TextField label="Table beside it reaches" measured {...field('table')} />
      <TextField label="Note" maxLength={300} {...field('remark')} />
      <ControllerFields fields={fields} />
      <fieldset className="sm:col-span-2">
        <legend className="font-semibold">Edges that a blank may hang over</legend>
        <div className="flex flex-wrap gap-x-5">
          {(Object.keys(EDGES) as (keyof typeof EDGES)[]).map((edge) => (
            <Chosen key={edge} control={control} name={`open.${edge}`}>
              {(checked, set) => <Check label={EDGES[edge]} checked={checked} onChange={set} />}
            </Chosen>
          ))}
        </div>
      </fieldset>
      <PadFields fields={fields} />
      <div className="sm:col-span-2">
        <FormFoot problem={problem} onCancel={onCancel} label="Save" disabled={busy || !formState.isValid} />
      </div>
    </form>
  );
}
