import { fireEvent, screen, waitFor } from '@testing-library/react';

/** Writes into the field that is called so. */
export const write = (label: string, text: string): void => {
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
};

/** Waits until something holds; it fails in the words of what did not. */
const until = (holds: () => boolean, words: string): Promise<void> =>
  waitFor(() => {
    if (!holds()) throw new Error(words);
  });

/** Presses the button of a form as soon as what is written holds, and waits until that is given to `done`. */
export async function pressWhenRight(
  button: () => HTMLButtonElement,
  done: { readonly mock: { readonly calls: readonly unknown[] } },
): Promise<void> {
  await until(() => !button().disabled, 'the form holds nothing that can be saved');
  fireEvent.click(button());
  await until(() => done.mock.calls.length > 0, 'nothing was given');
}
