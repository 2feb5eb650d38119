import type { ReactNode } from 'react';

/** The edge of the cloth, with what is asked within it. */
export function DoorCloth({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className="flex min-h-full flex-col items-center justify-center p-4">
      <title>{`${title} · Kanga`}</title>
      <div className="w-[min(460px,100%)] border-t-[10px] border-cyan bg-white p-7 shadow-xl">
        <p className="font-big text-[20px] font-bold">Kanga</p>
        <h1 className="mt-1 mb-5 font-big text-[34px] leading-none font-bold">{title}</h1>
        {children}
      </div>
    </main>
  );
}
