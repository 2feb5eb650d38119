/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { sampleJob } from '@kanga/core/testing';
import { unitPrinter } from '@kanga/core/units';
import { pressWhenRight, write } from '../testing/index.js';
import { JobForm } from './job-form.js';

jest.mock('../data/index.js', () => ({
  usePrint: () => unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' }),
}));

const start = { name: '', customer: '', due: null, pieces: 1 };
const open = (more: Partial<Parameters<typeof JobForm>[0]> = {}) => {
  const done = jest.fn();
  render(
    <JobForm
      start={start}
      label="Open the job"
      busy={false}
      problem={null}
      onDone={done}
      onCancel={jest.fn()}
      {...more}
    />,
  );
  return done;
};
const button = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Open the job' });
const press = (done: jest.Mock) => pressWhenRight(button, done);

afterEach(cleanup);

describe('the form of a job', () => {
  it('wants a name, and gives what was written without the spaces round it', async () => {
    const done = open();
    expect(button().disabled).toBe(true);
    write('What is it?', '  Club shirts ');
    write('How many pieces?', '24');
    write('Due', '2026-12-05');
    write('Customer', 'Pebblewick Runners');
    await press(done);
    expect(done).toHaveBeenCalledWith({
      name: 'Club shirts',
      customer: 'Pebblewick Runners',
      due: '2026-12-05',
      pieces: 24,
    });
  });
  it.each(['0', '-3', '2.5', '5001', 'many', ''])('takes no “%s” pieces, and says which it takes', async (text) => {
    const done = open({ start: { ...start, name: 'Shirts' } });
    write('How many pieces?', text);
    expect((await screen.findByRole('alert')).textContent).toBe('Write a whole number from 1 to 5000.');
    fireEvent.submit(button());
    expect(done).not.toHaveBeenCalled();
  });
  it('leaves the day and the customer open, and keeps what the server refused', async () => {
    const problem = { code: 'x', title: 'The name is taken', remedy: 'Choose another.', faults: [] };
    const done = open({ start: { ...start, name: 'Shirts' }, problem });
    expect(screen.getByRole('alert').textContent).toBe('The name is taken. Choose another.');
    expect(screen.getByLabelText<HTMLInputElement>('What is it?').value).toBe('Shirts');
    await press(done);
    expect(done).toHaveBeenCalledWith({ name: 'Shirts', customer: '', due: null, pieces: 1 });
  });
  it('changes a job that is much more, and gives back what it asked for alone', async () => {
    const job = { ...sampleJob(), name: 'Shirts', customer: '', due: null, pieces: 3 };
    const done = open({ start: job });
    write('Due', '2027-01-05');
    await press(done);
    expect(done).toHaveBeenCalledWith({ name: 'Shirts', customer: '', due: '2027-01-05', pieces: 3 });
  });
  it('changes no pieces once the plan is at the press, and nothing while it is being saved', () => {
    open({ fixedPieces: true, busy: true, start: { ...start, name: 'Shirts' } });
    expect(screen.getByLabelText<HTMLInputElement>('How many pieces?').readOnly).toBe(true);
    expect(screen.getByText('Fixed: the plan is at the press.')).toBeTruthy();
    expect(button().disabled).toBe(true);
  });
});
