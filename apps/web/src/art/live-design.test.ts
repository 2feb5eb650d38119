/**
 * @jest-environment jsdom
 */
import type { SideCheck, SideDesign } from '@kanga/core/art';
import { LiveDesign } from './live-design.js';

const design = (): SideDesign[] => [{ fill: 'own', items: [] }];
const checks: SideCheck[] = [
  { ppi: 300, coverage: { missingShare: 0, widest: 0, missing: [], pitch: 1 }, findings: [] },
];

let pending: FrameRequestCallback | null = null;
const frame = () => pending?.(0);

beforeEach(() => {
  pending = null;
  window.requestAnimationFrame = (next) => {
    pending = next;
    return 1;
  };
  window.cancelAnimationFrame = () => {
    pending = null;
  };
});

describe('a design that is moved about', () => {
  it('tells of each move, and keeps what was found until more is', () => {
    const live = new LiveDesign();
    const seen: unknown[] = [];
    const leave = live.subscribe(() => seen.push(live.read()));
    const [first, second] = [design(), design()];
    live.move(first);
    live.found(checks);
    // With the next frame, if the hand has not moved on by then.
    frame();
    live.move(second);
    expect(seen).toEqual([
      { design: first, checks: null },
      { design: first, checks },
      { design: second, checks },
    ]);
    leave();
    live.end();
    expect(live.read()).toBeNull();
    expect(seen).toHaveLength(3);
  });

  it('tells of what was found with a move that comes before the frame, and not again in the frame', () => {
    const live = new LiveDesign();
    live.move(design());
    const hear = jest.fn();
    live.subscribe(hear);
    live.found(checks);
    expect(hear).not.toHaveBeenCalled();
    live.move(design());
    expect(live.read()?.checks).toBe(checks);
    frame();
    expect(hear).toHaveBeenCalledTimes(1);
  });

  it('does not come back by what is found after it was let go', () => {
    const live = new LiveDesign();
    live.move(design());
    live.end();
    live.found(checks);
    expect(live.read()).toBeNull();
    live.move(design());
    expect(live.read()?.checks).toBeNull();
  });
});
