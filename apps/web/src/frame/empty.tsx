import type { ReactNode } from 'react';

/** What stands where a picture will be: it says what to do. */
export const Empty = ({ children }: { children: ReactNode }) => (
  <p className="flex h-full items-center justify-center p-8 text-center font-big text-2xl text-soft">{children}</p>
);
