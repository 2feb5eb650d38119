import { useState } from 'react';

/** One of a few, remembered at this screen under a name; the first of them until somebody chooses. */
export function useKept<T extends string>(name: string, options: readonly [T, ...T[]]): [T, (value: T) => void] {
  const key = `kanga.kept.${name}`;
  const [value, setValue] = useState<T>(() => {
    const kept = localStorage.getItem(key);
    return options.find((one) => one === kept) ?? options[0];
  });
  return [
    value,
    (next) => {
      localStorage.setItem(key, next);
      setValue(next);
    },
  ];
}
