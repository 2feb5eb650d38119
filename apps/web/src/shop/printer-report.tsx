import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Printer } from '@kanga/core/shop';
import { call, problemFrom } from '../data/index.js';
import { Fact } from '../frame/index.js';
import { Button, Dialog, ProblemText, CloseFoot } from '../ui/index.js';

/** What a printer on the network says of itself, asked anew every two seconds while it is looked at. */
export function PrinterReport({ printer }: { printer: Printer }) {
  const [open, setOpen] = useState(false);
  const report = useQuery({
    queryKey: ['printer-report', printer.id],
    queryFn: () => call('printerReport', { id: printer.id }),
    enabled: open,
    refetchInterval: 2000,
    retry: false,
  });
  const { data } = report;
  return (
    <Dialog
      title={printer.name}
      open={open}
      onOpenChange={setOpen}
      trigger={<Button aria-label={`Check status: ${printer.name}`}>Check status</Button>}
    >
      {report.isError && <ProblemText problem={problemFrom(report.error)} />}
      {!data && !report.isError && <p role="status">Checking…</p>}
      {data && (
        <dl>
          <Fact name="State">
            {data.state}
            {data.reasons.length > 0 && `: ${data.reasons.join(', ')}`}
          </Fact>
          <Fact name="Takes PDF">{data.takesPdf ? 'Yes' : 'No: print the PDF by hand'}</Fact>
          <Fact name="Paper in it">{data.media.join(', ') || 'Not reported.'}</Fact>
          <Fact name="Ink">
            {data.inks.length === 0
              ? 'Not reported.'
              : data.inks.map(({ name, level }) => (
                  <span key={name} className="mr-3 inline-block">
                    {name} <span className="figures">{level < 0 ? '?' : `${level} %`}</span>
                  </span>
                ))}
          </Fact>
          {data.page && (
            <Fact name="Web page">
              <a className="text-cyan underline" href={data.page} target="_blank" rel="noreferrer">
                {data.page}
              </a>
            </Fact>
          )}
        </dl>
      )}
      <CloseFoot
        onClose={() => {
          setOpen(false);
        }}
      />
    </Dialog>
  );
}
