import { TextField } from '../ui/index.js';

/** What a thing of the shop is called. */
export const NameField = ({ value, onChange }: { value: string; onChange: (name: string) => void }) => (
  <TextField
    label="Name"
    required
    maxLength={80}
    value={value}
    onChange={(event) => {
      onChange(event.target.value);
    }}
  />
);
