import type { LiveMessage } from '@kanga/contract/bench';
import { LiveLine, type LiveNews, type Source } from './index.js';

class FakeSource implements Source {
  onopen: Source['onopen'] = null;
  onmessage: Source['onmessage'] = null;
  onerror: Source['onerror'] = null;
  closed = false;
  close = () => {
    this.closed = true;
  };
  opens = () => this.onopen?.(new Event('open'));
  breaks = () => this.onerror?.(new Event('error'));
  says = (message: LiveMessage) => this.onmessage?.(new MessageEvent('message', { data: JSON.stringify(message) }));
}

describe('LiveLine', () => {
  let sources: FakeSource[] = [];
  const last = () => sources.at(-1) as FakeSource;
  const make = () => {
    sources = [];
    return new LiveLine(() => {
      const source = new FakeSource();
      sources.push(source);
      return source;
    });
  };
  beforeEach(() => {
    jest.useFakeTimers();
  });
  afterEach(() => {
    jest.useRealTimers();
  });

  it('is open while anybody listens, once for all of them', () => {
    const line = make();
    const [a, b] = [line.listen(() => undefined), line.listen(() => undefined)];
    expect(sources).toHaveLength(1);
    a();
    expect(last().closed).toBe(false);
    b();
    expect(last().closed).toBe(true);
  });
  it('hands on what is said, and keeps what presses told last', () => {
    const line = make();
    const news: LiveNews[] = [];
    line.listen((one) => news.push(one));
    last().opens();
    const presses = [{ pressId: 'p', reading: null, trouble: 'away' as const }];
    last().says({ kind: 'presses', presses });
    last().says({ kind: 'run', jobId: 'j', from: 0, events: [] });
    expect(news.map(({ kind }) => kind)).toEqual(['again', 'presses', 'run']);
    expect(line.read()).toEqual({ heard: true, presses });
  });
  it('says that it is alone when the line breaks, opens it anew, and tells everybody', () => {
    const line = make();
    const news: LiveNews[] = [];
    line.listen((one) => news.push(one));
    last().opens();
    last().breaks();
    expect(line.read()).toEqual({ heard: false, presses: [] });
    // It was good until now: soon.
    jest.advanceTimersByTime(200);
    expect(sources).toHaveLength(2);
    last().breaks();
    jest.advanceTimersByTime(900);
    expect(sources).toHaveLength(2);
    jest.advanceTimersByTime(100);
    expect(sources).toHaveLength(3);
    last().opens();
    expect(line.read().heard).toBe(true);
    expect(news).toEqual([{ kind: 'again' }, { kind: 'again' }]);
  });
});
