import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { STAND_IN, USUAL_CARD, USUAL_INKS, type Media, type Printer } from '@kanga/core/shop';
import type { MediaWords, PrinterWords, Shop } from '@kanga/contract/shop';
import { call, useDay, problemFrom, queryClient, shopQuery, usePrint, useShop } from '../data/index.js';
import { Button, Dialog, ProblemText } from '../ui/index.js';
import { MediaForm } from './media-form.js';
import { MirrorTest } from './mirror-test.js';
import type { FloorFormProps } from './floor-form.js';
import { PrinterForm } from './printer-form.js';
import { PrinterReport } from './printer-report.js';

const NEW_PRINTER: PrinterWords = {
  name: '',
  mirroredBy: 'kanga',
  dye: 'ink',
  resolution: 360,
  address: null,
  inks: USUAL_INKS,
  mirrorTest: null,
};
const newMedia = (printerId: string): MediaWords => ({
  printerId,
  name: '',
  kind: 'cut',
  width: 210,
  length: 297,
  margins: { top: 3, right: 3, bottom: 12, left: 3 },
  left: null,
  price: null,
  card: USUAL_CARD,
  offcut: false,
});
export const wordsOf = <T extends { id: string }>({ id, ...words }: T): Omit<T, 'id'> => {
  void id;
  return words;
};

/** Saves what is said of a printer, a paper or a press; a new id adds one. */
export function useSaveFloor<Words>(save: (words: Words) => Promise<unknown>, done: () => void) {
  return useMutation({
    mutationFn: save,
    onSuccess: async () => {
      await queryClient.invalidateQueries(shopQuery);
      done();
    },
  });
}

/** An id for something new; another one once that has joined the `count` that are there. */
export function useFreshId(count: number): string {
  const [fresh, setFresh] = useState(() => ({ id: crypto.randomUUID() as string, count }));
  if (fresh.count !== count) setFresh({ id: crypto.randomUUID(), count });
  return fresh.id;
}

export function Take({ name, remove }: { name: string; remove: () => Promise<Shop> }) {
  const take = useMutation({
    mutationFn: remove,
    onSuccess: (shop) => {
      queryClient.setQueryData(shopQuery.queryKey, shop);
    },
  });
  return (
    <>
      <Button
        aria-label={`Remove ${name}`}
        disabled={take.isPending}
        onClick={() => {
          take.mutate();
        }}
      >
        Remove
      </Button>
      {take.isError && <ProblemText problem={problemFrom(take.error)} className="basis-full" />}
    </>
  );
}

/** A form in a dialog that saves what is said of a printer, a paper or a press. */
export function Edit<Words extends { name: string }>({
  words,
  save: saveWords,
  trigger,
  fresh,
  form: Form,
}: {
  words: Words;
  save: (words: Words) => Promise<unknown>;
  trigger: React.ReactNode;
  /** The title while it has no name yet. */
  fresh: string;
  form: React.ComponentType<FloorFormProps<Words>>;
}) {
  const [open, setOpen] = useState(false);
  const close = () => {
    setOpen(false);
  };
  const save = useSaveFloor(saveWords, close);
  return (
    <Dialog title={words.name || fresh} open={open} onOpenChange={setOpen} trigger={trigger}>
      <Form
        start={words}
        busy={save.isPending}
        problem={save.isError ? problemFrom(save.error) : null}
        onDone={(json) => {
          save.mutate(json);
        }}
        onCancel={close}
      />
    </Dialog>
  );
}

interface EditProps<Words> {
  id: string;
  words: Words;
  trigger: React.ReactNode;
}
const EditPrinter = ({ id, ...props }: EditProps<PrinterWords>) => (
  <Edit fresh="A new printer" form={PrinterForm} save={(body) => call('setPrinter', { id, body })} {...props} />
);
const EditMedia = ({ id, ...props }: EditProps<MediaWords>) => (
  <Edit fresh="A new paper" form={MediaForm} save={(body) => call('setMedia', { id, body })} {...props} />
);

function Paper({ media }: { media: Media }) {
  const print = usePrint();
  const { kind, left, margins } = media;
  const amount = left === null ? 'not counted' : kind === 'roll' ? `${print.length(left)} left` : `${left} sheets left`;
  return (
    <li className="flex flex-wrap items-center gap-2 border-t border-rule py-1.5">
      <div className="min-w-0 flex-1">
        <b>{media.name}</b>
        {media.offcut && ' (offcut)'}, <span className="figures">{print.size(media.width, media.length)}</span>
        <div className="text-[15px] text-soft">
          {amount}; margins{' '}
          <span className="figures">
            {[margins.top, margins.right, margins.bottom, margins.left].map((mm) => print.length(mm)).join(', ')}
          </span>
        </div>
      </div>
      <EditMedia
        id={media.id}
        words={wordsOf(media)}
        trigger={<Button aria-label={`Change ${media.name}`}>Change</Button>}
      />
      <Take name={media.name} remove={() => call('removeMedia', { id: media.id })} />
    </li>
  );
}

function PrinterCard({ printer, media }: { printer: Printer; media: Media[] }) {
  const fresh = useFreshId(media.length);
  const day = useDay();
  const { mirrorTest, mirroredBy, address } = printer;
  const agrees = mirrorTest === null || mirrorTest.driverMirrors === (mirroredBy === 'driver');
  return (
    <li className="border-[1.5px] border-key/25 p-3">
      <div className="flex flex-wrap items-center gap-2">
        <h3 className="mr-auto text-lg font-semibold">{printer.name}</h3>
        <EditPrinter
          id={printer.id}
          words={wordsOf(printer)}
          trigger={<Button aria-label={`Change ${printer.name}`}>Change</Button>}
        />
        <Take name={printer.name} remove={() => call('removePrinter', { id: printer.id })} />
      </div>
      <p>
        {mirroredBy === 'kanga' ? 'Kanga mirrors, its driver does not' : 'Its driver mirrors, Kanga does not'};{' '}
        <span className="figures">{printer.resolution}</span> pixels per inch;{' '}
        {address === null ? 'printed on by hand' : address === STAND_IN ? 'simulated by the stand-in' : address}.
      </p>
      <div className="flex flex-wrap items-center gap-2 py-1.5">
        <p className={agrees ? '' : 'font-semibold text-magenta'}>
          {mirrorTest === null
            ? 'Mirror never tested.'
            : `Mirror tested ${day(mirrorTest.at)}: the driver ${mirrorTest.driverMirrors ? 'mirrors' : 'does not mirror'}${agrees ? '.' : ', which is not what is set here: every sheet would come out wrong.'}`}
        </p>
        <MirrorTest printer={printer} />
        {address !== null && <PrinterReport printer={printer} />}
      </div>
      <ul>
        {media.map((one) => (
          <Paper key={one.id} media={one} />
        ))}
      </ul>
      <div className="border-t border-rule pt-2">
        <EditMedia
          key={fresh}
          id={fresh}
          words={newMedia(printer.id)}
          trigger={<Button aria-label={`Add a paper to ${printer.name}`}>Add a paper</Button>}
        />
      </div>
    </li>
  );
}

/** Printers with their papers: what each is, what is left of it, and who mirrors. */
export function Floor() {
  const { printers, media } = useShop();
  const fresh = useFreshId(printers.length);
  return (
    <section className="space-y-3">
      <h2 className="font-big text-2xl font-bold">Printers and paper</h2>
      <ul className="space-y-3">
        {printers.map((printer) => (
          <PrinterCard key={printer.id} printer={printer} media={media.filter((one) => one.printerId === printer.id)} />
        ))}
      </ul>
      <EditPrinter key={fresh} id={fresh} words={NEW_PRINTER} trigger={<Button>Add a printer</Button>} />
    </section>
  );
}
