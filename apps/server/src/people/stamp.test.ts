import { stamp } from './stamp.js';

describe('what somebody sends', () => {
  it('is theirs, whatever it says', () => {
    const body = {
      events: [
        { kind: 'done', by: 'Wren' },
        { kind: 'done', by: null },
      ],
    };
    stamp(body, 'Odo', []);
    expect(body.events.map(({ by }) => by)).toEqual(['Odo', 'Odo']);
    const report = { by: 'Wren' };
    stamp(report, 'Odo', []);
    expect(report.by).toBe('Odo');
  });
  it('stays that of who was at the same tablet before: it was entered while the server was away', () => {
    const body = { events: [{ by: 'Wren' }, { by: 'Stranger' }] };
    stamp(body, 'Odo', ['Wren', 'Odo']);
    expect(body.events.map(({ by }) => by)).toEqual(['Wren', 'Odo']);
  });
  it.each([null, undefined, 7, 'text', [], { events: 'no' }, { events: [null, 3] }])(
    'is left alone where it is nothing of the kind: %p',
    (body) => {
      const before = JSON.stringify(body);
      stamp(body, 'Odo', []);
      expect(JSON.stringify(body)).toBe(before);
    },
  );
});
