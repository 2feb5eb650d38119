import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Subject } from '@kanga/core/trace';
import { call, callForFile, problemFrom } from '../data/index.js';
import { Button } from '../ui/index.js';
import type { TraceFault } from '../workers/index.js';

/** What the scanner on the bench could scan now. */
export function FromScanner({
  ppi,
  onScan,
  onFault,
}: {
  ppi: number;
  onScan: (file: Blob, subject: Subject) => void;
  onFault: (fault: TraceFault) => void;
}) {
  const glass = useQuery({
    queryKey: ['scanner'],
    queryFn: () => call('glass'),
    retry: false,
    staleTime: 60_000,
  });
  const [busy, setBusy] = useState<string | null>(null);
  if (!glass.data) return null;
  // Pressed cloth is no outline.
  const items = glass.data.items.flatMap((item) =>
    item.subject === 'cloth' ? [] : { ...item, subject: item.subject },
  );
  const scan = async (item: (typeof items)[number]) => {
    setBusy(item.id);
    const query = { item: item.id, ppi: String(glass.data.ppi.includes(ppi) ? ppi : 300) };
    await callForFile('scan', { query }).then(
      (picture) => {
        onScan(picture, item.subject);
      },
      (error: unknown) => {
        onFault(problemFrom(error));
      },
    );
  };
  return (
    <details className="border-t border-rule pt-2">
      <summary className="cursor-pointer font-semibold">From the scanner on the bench</summary>
      <ul className="mt-1 space-y-1">
        {items.map((item) => (
          <li key={item.id}>
            <Button
              className="w-full justify-start! text-left whitespace-normal!"
              disabled={busy !== null}
              onClick={() => {
                void scan(item).finally(() => {
                  setBusy(null);
                });
              }}
            >
              {busy === item.id ? 'Scanning…' : item.name}
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
