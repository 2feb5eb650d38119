import { STAND_IN } from '@kanga/core/shop';
import { Chosen } from '../form/index.js';
import { Select, TextField } from '../ui/index.js';
import type { PressFields } from './use-press-form.js';

/** What a press can be told to tell of itself. */
const CONTROLLERS = { none: 'None: by hand', 'stand-in': 'Simulated', own: 'Modbus TCP' } as const;
type Controlled = keyof typeof CONTROLLERS;
const STARTS: Record<Controlled, string> = { none: '', 'stand-in': STAND_IN, own: 'tcp://' };
const controlled = (address: string): Controlled =>
  address === '' ? 'none' : address === STAND_IN ? 'stand-in' : 'own';

/** Where the controller of a press answers, if it has one. */
export function ControllerFields({ fields: { form, field } }: { fields: PressFields }) {
  return (
    <Chosen control={form.control} name="controller">
      {(address, set) => (
        <>
          <Select
            label="Controller"
            value={controlled(address)}
            options={(Object.keys(CONTROLLERS) as Controlled[]).map((value) => ({ value, label: CONTROLLERS[value] }))}
            onChange={(next) => {
              set(STARTS[next]);
            }}
          />
          {controlled(address) === 'own' && (
            <TextField label="Address, Modbus TCP" placeholder="tcp://192.168.0.20:502" {...field('controller')} />
          )}
        </>
      )}
    </Chosen>
  );
}
