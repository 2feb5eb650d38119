/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { setLiked, useLiked } from './liked.js';
import { useKept } from './kept-choice.js';
import { setOperator } from './operator.js';

beforeEach(() => {
  localStorage.clear();
  setOperator(null);
});

describe('how an operator likes to be led', () => {
  it('is remembered by name, and followed when another one stands there', () => {
    const { result } = renderHook(() => useLiked());
    expect(result.current).toBeNull();
    act(() => {
      setOperator('Wren');
      setLiked('Wren', 'each pressing');
    });
    expect(result.current).toBe('each pressing');
    act(() => {
      setOperator('Juniper');
    });
    expect(result.current).toBeNull();
    act(() => {
      setLiked('Juniper', 'every step');
      setOperator('Wren');
    });
    expect(result.current).toBe('each pressing');
  });
  it('is remembered of nobody who did not say who they are', () => {
    const { result } = renderHook(() => useLiked());
    act(() => {
      setLiked(null, 'the press tells');
    });
    expect(result.current).toBeNull();
    expect(localStorage.getItem('kanga.guidance')).toBeNull();
  });
  it.each(['no JSON', '[]', '7', 'null', '{"Wren":"by magic"}', '{"Wren":3}'])(
    'is not known where somebody else wrote %s',
    (text) => {
      localStorage.setItem('kanga.guidance', text);
      setOperator('Wren');
      const { result } = renderHook(() => useLiked());
      expect(result.current).toBeNull();
      act(() => {
        setLiked('Wren', 'every step');
      });
      expect(result.current).toBe('every step');
    },
  );
});

describe('a choice that is kept at a screen', () => {
  const looks = ['cards', 'table'] as const;
  it('is the first until somebody chooses, and then what was chosen, next time, too', () => {
    const first = renderHook(() => useKept('shelf', looks));
    expect(first.result.current[0]).toBe('cards');
    act(() => {
      first.result.current[1]('table');
    });
    expect(first.result.current[0]).toBe('table');
    expect(renderHook(() => useKept('shelf', looks)).result.current[0]).toBe('table');
    // Another thing has a choice of its own.
    expect(renderHook(() => useKept('jobs', looks)).result.current[0]).toBe('cards');
  });
  it('is the first where what was kept is no choice any more', () => {
    localStorage.setItem('kanga.kept.shelf', 'carousel');
    expect(renderHook(() => useKept('shelf', looks)).result.current[0]).toBe('cards');
  });
});
