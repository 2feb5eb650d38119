import { useMutation, useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import type { Me } from '@kanga/contract/people';
import { call, entered, problemFrom } from '../data/index.js';
import { Button, Camera, ProblemText } from '../ui/index.js';

const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9'];
/** A badge as its code is: nobody types that by hand. */
const BADGE = /KB-[\w-]{43}$/;
/** A scanner types without a pause, a busy tablet takes it in with one: after so long a new badge begins, ms. */
const PAUSE = 2000;

/** The digits, each as large as a glove. */
function PinPad({
  name,
  onPin,
  onBack,
  trouble,
  busy,
}: {
  name: string;
  onPin: (pin: string) => void;
  onBack: () => void;
  trouble: unknown;
  busy: boolean;
}) {
  const [pin, setPin] = useState('');
  const add = (digit: string) => {
    setPin((now) => (now + digit).slice(0, 8));
  };
  useEffect(() => {
    const typed = (event: KeyboardEvent) => {
      if (/^\d$/.test(event.key)) add(event.key);
      if (event.key === 'Backspace') setPin((now) => now.slice(0, -1));
      if (event.key === 'Enter' && pin.length >= 4) onPin(pin);
      if (event.key === 'Escape') onBack();
    };
    window.addEventListener('keydown', typed);
    return () => {
      window.removeEventListener('keydown', typed);
    };
  }, [pin, onPin, onBack]);
  const key = 'min-h-20 rounded-sm border-2 font-big font-bold active:bg-raised';
  const digitKey = `${key} border-edge bg-field text-[32px] text-ink`;
  return (
    <section aria-label={`PIN of ${name}`} className="mx-auto w-[min(420px,100%)]">
      <h1 className="font-big text-[34px] leading-none font-bold">{name}</h1>
      <p aria-live="polite" className="figures my-4 h-10 text-[34px] tracking-[0.4em]">
        {pin === '' ? (
          <span className="text-[20px] tracking-normal text-quiet">Type your PIN</span>
        ) : (
          '●'.repeat(pin.length)
        )}
      </p>
      {trouble !== null && <ProblemText problem={problemFrom(trouble)} className="mb-3" />}
      <div className="grid grid-cols-3 gap-2.5">
        {KEYS.map((digit) => (
          <button
            key={digit}
            type="button"
            className={digitKey}
            onClick={() => {
              add(digit);
            }}
          >
            {digit}
          </button>
        ))}
        <button type="button" className={`${key} border-edge bg-field text-[20px] text-ink`} onClick={onBack}>
          Not me
        </button>
        <button
          type="button"
          className={digitKey}
          onClick={() => {
            add('0');
          }}
        >
          0
        </button>
        <button
          type="button"
          className={`${key} border-cyan bg-cyan text-[26px] text-white disabled:opacity-40`}
          disabled={pin.length < 4 || busy}
          onClick={() => {
            onPin(pin);
            setPin('');
          }}
        >
          Go
        </button>
      </div>
    </section>
  );
}

/** Tells what a scanner that types has read. */
function useScanner(onBadge: (badge: string) => void): void {
  const read = useRef({ text: '', at: 0 });
  useEffect(() => {
    const typed = ({ key, timeStamp }: KeyboardEvent) => {
      const { text, at } = read.current;
      const goesOn = timeStamp - at < PAUSE;
      const [badge] = BADGE.exec(text) ?? [];
      if (key === 'Enter' && goesOn && badge !== undefined) onBadge(badge);
      else if (key.length === 1) read.current = { text: goesOn ? text + key : key, at: timeStamp };
    };
    window.addEventListener('keydown', typed);
    return () => {
      window.removeEventListener('keydown', typed);
    };
  }, [onBadge]);
}

/** Who stands at this tablet? A name to touch, then a PIN; or a badge to scan. */
export function TabletDoor({ tablet }: { tablet: { id: string; name: string } }) {
  const { data: people, error } = useQuery({ queryKey: ['tablet-people'], queryFn: () => call('tabletPeople') });
  const [navigate, { pathname }] = [useNavigate(), useLocation()];
  // Whoever comes to a tablet of the bench comes to press.
  const atWork = async (me: Me) => {
    if (pathname === '/') await navigate('/bench', { replace: true });
    await entered(me);
  };
  const [chosen, setChosen] = useState<{ id: string; name: string } | null>(null);
  const [camera, setCamera] = useState(false);
  const pin = useMutation({
    mutationFn: (body: { person: string; pin: string }) => call('usePin', { body }),
    onSuccess: atWork,
  });
  const badge = useMutation({
    mutationFn: (text: string) => call('useBadge', { body: { badge: text } }),
    onSuccess: atWork,
  });
  const { mutate: scan } = badge;
  useScanner(scan);
  const trouble = badge.error ?? error;
  return (
    <main className="dark-bench min-h-full bg-field p-6 text-ink">
      <title>{`${tablet.name} · Kanga`}</title>
      <p className="mb-6 flex justify-between text-[17px] text-quiet">
        <span className="font-big font-bold text-ink">Kanga</span>
        <span>{tablet.name}</span>
      </p>
      {chosen ? (
        <PinPad
          name={chosen.name}
          busy={pin.isPending}
          trouble={pin.error}
          onPin={(typed) => {
            pin.mutate({ person: chosen.id, pin: typed });
          }}
          onBack={() => {
            pin.reset();
            setChosen(null);
          }}
        />
      ) : (
        <>
          <h1 className="mb-5 font-big text-[34px] leading-none font-bold">Who is at the press?</h1>
          {trouble && <ProblemText problem={problemFrom(trouble)} className="mb-3" />}
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(210px,1fr))] gap-3">
            {people
              ?.filter((one) => one.pin)
              .map((one) => (
                <li key={one.id}>
                  <button
                    type="button"
                    className="min-h-24 w-full rounded-sm border-2 border-edge bg-raised px-4 text-left font-big text-[26px] font-bold"
                    onClick={() => {
                      setChosen(one);
                    }}
                  >
                    {one.name}
                  </button>
                </li>
              ))}
          </ul>
          {people?.length === 0 && (
            <p className="text-lg">Nobody has a PIN or a badge yet: an owner gives them, under People.</p>
          )}
          <div className="mt-6">
            {camera ? (
              <Camera
                onCode={scan}
                onClose={() => {
                  setCamera(false);
                }}
                lack="Touch your name instead."
              />
            ) : (
              <Button
                className="min-h-16 text-lg"
                onClick={() => {
                  setCamera(true);
                }}
              >
                Show a badge to the camera
              </Button>
            )}
          </div>
        </>
      )}
    </main>
  );
}
