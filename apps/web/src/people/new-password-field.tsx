import { TextField } from '../ui/index.js';

/** Where a password is chosen, and what a good one is. */
export const NewPasswordField = ({
  label = 'New password',
  value,
  onValue,
}: {
  label?: string;
  value: string;
  onValue: (password: string) => void;
}) => (
  <TextField
    label={label}
    hint="At least 12 letters: three or four words that have nothing to do with each other are easy to remember."
    type="password"
    autoComplete="new-password"
    required
    value={value}
    onChange={(event) => {
      onValue(event.target.value);
    }}
  />
);
