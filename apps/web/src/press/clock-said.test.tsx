/** @jest-environment jsdom */
import { cleanup, render } from '@testing-library/react';
import type { ClockPhase } from '@kanga/core/bench';
import { ClockSaid } from './clock-said.js';

afterEach(cleanup);
const at = (phase: ClockPhase | null, ironed = false) => <ClockSaid press="Back press" phase={phase} ironed={ironed} />;
const told = (container: HTMLElement) =>
  ['polite', 'assertive'].map((how) => container.querySelector(`[aria-live=${how}]`)?.textContent);

describe('a clock for who does not see it', () => {
  it('says nothing while it waits or runs, says soon quietly, and breaks in when it is out', () => {
    const { container, rerender } = render(at('waiting'));
    const phases: [ClockPhase | null, string[]][] = [
      ['running', ['', '']],
      ['soon', ['Back press: soon: get ready to open it', '']],
      ['now', ['', 'Back press: open it now']],
      ['overdue', ['', 'Back press: overdue: open it now']],
      [null, ['', '']],
    ];
    expect(told(container)).toEqual(['', '']);
    for (const [phase, words] of phases) {
      rerender(at(phase));
      expect(told(container)).toEqual(words);
    }
  });
  it('changes no word within a phase, however often the clock is read', () => {
    const { container, rerender } = render(at('now'));
    let changes = 0;
    const watch = new MutationObserver((list) => {
      changes += list.length;
    });
    watch.observe(container, { childList: true, characterData: true, subtree: true });
    for (let i = 0; i < 20; i++) rerender(at('now'));
    changes += watch.takeRecords().length;
    expect(changes).toBe(0);
    rerender(at('overdue'));
    expect(watch.takeRecords().length).toBeGreaterThan(0);
    watch.disconnect();
  });
  it('speaks of lifting where a hand iron presses', () => {
    const { container } = render(at('overdue', true));
    expect(told(container)[1]).toBe('Back press: overdue: lift it now');
  });
});
