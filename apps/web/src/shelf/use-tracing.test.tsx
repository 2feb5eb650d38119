/** @jest-environment jsdom */
import { act, renderHook, waitFor } from '@testing-library/react';
import type { TracedPicture } from '../workers/index.js';
import { useTracing } from './use-tracing.js';

interface Running {
  request: { kind: string; ppi?: number; subject?: string; corners?: unknown };
  tell: (share: number, doing: string) => void;
  resolve: (found: TracedPicture) => void;
  reject: (error: unknown) => void;
}
const mockRuns: Running[] = [];
class MockRefused extends Error {
  constructor(readonly fault: { code: string; title: string; remedy: string }) {
    super(fault.title);
  }
}
jest.mock('../workers/index.js', () => ({
  get TraceRefused() {
    return MockRefused;
  },
  tracePicture: (request: Running['request'], tell: Running['tell'], signal: AbortSignal) =>
    new Promise<TracedPicture>((resolve, reject) => {
      signal.addEventListener('abort', () => {
        reject(new DOMException('cancelled', 'AbortError'));
      });
      mockRuns.push({ request, tell, resolve, reject });
    }),
}));

const found = (uncertainty = 0.1): TracedPicture => ({
  traced: { outline: [], inPicture: [], found: 1, uncertainty, remarks: [] },
  size: { width: 40, height: 30 },
  corners: null,
});
const file = () => new Blob(['no resolution in it']);
const run = (i: number): Running => {
  const one = mockRuns[i];
  if (!one) throw new Error(`no tracing number ${i}`);
  return one;
};

beforeEach(() => {
  mockRuns.length = 0;
  Object.assign(globalThis, {
    createImageBitmap: (blob: Blob) =>
      blob.size === 0
        ? Promise.reject(new Error('no picture'))
        : Promise.resolve({ width: 400, height: 300, close: () => undefined }),
  });
  Object.assign(URL, { createObjectURL: () => 'blob:x', revokeObjectURL: jest.fn() });
  Object.assign(Blob.prototype, {
    arrayBuffer: () => Promise.resolve(new ArrayBuffer(8)),
  });
});

describe('tracing', () => {
  it('says how far it is, and what was found', async () => {
    const { result } = renderHook(() => useTracing('scan'));
    act(() => void result.current.take(file(), 'blank'));
    await waitFor(() => {
      expect(mockRuns).toHaveLength(1);
    });
    expect(run(0).request).toMatchObject({ kind: 'scan', ppi: 300, subject: 'blank' });
    act(() => {
      run(0).tell(0.4, 'Following the line');
    });
    expect(result.current.progress).toEqual({ share: 0.4, doing: 'Following the line' });
    await act(async () => {
      run(0).resolve(found(0.3));
      await Promise.resolve();
    });
    expect(result.current.progress).toBeNull();
    expect(result.current.result?.traced.uncertainty).toBe(0.3);
  });
  it('lets a second one go on when the first is given up for it', async () => {
    const { result } = renderHook(() => useTracing('scan'));
    act(() => void result.current.take(file()));
    await waitFor(() => {
      expect(mockRuns).toHaveLength(1);
    });
    await act(async () => {
      result.current.again({ ppi: 600 });
      await Promise.resolve();
    });
    await waitFor(() => {
      expect(mockRuns).toHaveLength(2);
    });
    expect(run(1).request).toMatchObject({ ppi: 600 });
    act(() => {
      run(1).tell(0.5, 'Following the line');
      run(0).tell(0.9, 'Too late');
    });
    // The first has ended by now: it neither hides how far the second is nor is taken for a fault.
    expect(result.current.progress).toEqual({ share: 0.5, doing: 'Following the line' });
    expect(result.current.fault).toBeNull();
  });
  it('tells why a picture is refused, and offers corners to set by hand in a photograph', async () => {
    const { result } = renderHook(() => useTracing('photo'));
    act(() => void result.current.take(file()));
    await waitFor(() => {
      expect(mockRuns).toHaveLength(1);
    });
    const fault = { code: 'trace.card', title: 'No card is found', remedy: 'Set its corners.' };
    await act(async () => {
      run(0).reject(new MockRefused(fault));
      await Promise.resolve();
    });
    expect(result.current.fault).toEqual(fault);
    expect(result.current.settings.corners?.[0]).toEqual({ x: 40, y: 30 });
    await act(async () => {
      result.current.again({ corners: result.current.settings.corners });
      await Promise.resolve();
    });
    await waitFor(() => {
      expect(mockRuns).toHaveLength(2);
    });
    expect(run(1).request.corners).toEqual(result.current.settings.corners);
    expect(result.current.fault).toBeNull();
  });
  it('says that a file is no picture, and keeps the one before', async () => {
    const { result } = renderHook(() => useTracing('scan'));
    await act(() => result.current.take(new Blob([])));
    expect(result.current.fault?.title).toBe('The picture cannot be read');
    expect(result.current.loaded).toBeNull();
    expect(mockRuns).toHaveLength(0);
  });
  it('ends what is under way when the screen is left', async () => {
    const { result, unmount } = renderHook(() => useTracing('scan'));
    act(() => void result.current.take(file()));
    await waitFor(() => {
      expect(mockRuns).toHaveLength(1);
    });
    const aborted = jest.fn();
    void new Promise((_, reject) => {
      const { reject: before } = run(0);
      run(0).reject = (error) => {
        before(error);
        reject(error instanceof Error ? error : new Error(String(error)));
      };
    }).catch(aborted);
    unmount();
    expect(URL.revokeObjectURL).toHaveBeenCalledWith('blob:x');
  });
});
