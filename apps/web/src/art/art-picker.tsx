import { useSuspenseQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { ART_LIMITS, type Art } from '@kanga/core/art';
import type { Problem } from '@kanga/contract/finding';
import { artQuery, call, pictureUrl, problemFrom, queryClient, upload } from '../data/index.js';
import { Button, FileInput, usePassing } from '../ui/index.js';
import { hashOf } from '../workers/index.js';

/** Sends a picture, unless the server has the very same one already: then that is taken, and nothing is sent. */
async function bring(file: File, onProgress: (share: number) => void, signal: AbortSignal): Promise<Art> {
  const sha256 = await hashOf(file, signal);
  const [known] = await call('arts', { query: { sha256 } });
  return known ?? upload('addArt', { query: { name: file.name.trim() || 'picture' }, body: file }, onProgress, signal);
}

/** Uploading one picture: how far it is, and what was wrong with it. */
export function useUpload(onArt: (art: Art) => void) {
  const [share, setShare] = useState<number | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const stop = useRef<AbortController | null>(null);
  const send = (file: File) => {
    if (file.size > ART_LIMITS.bytes) {
      const most = Math.round(ART_LIMITS.bytes / 1024 / 1024);
      setProblem({
        code: 'upload.large',
        title: `“${file.name}” has ${Math.round(file.size / 1024 / 1024)} MB; ${most} MB is the most`,
        remedy: 'Save it with fewer pixels, or as a JPEG.',
        faults: [],
      });
      return;
    }
    stop.current = new AbortController();
    setProblem(null);
    setShare(0);
    bring(file, setShare, stop.current.signal)
      .then(async (art) => {
        await queryClient.invalidateQueries(artQuery);
        onArt(art);
      })
      .catch((error: unknown) => {
        if (!(error instanceof DOMException && error.name === 'AbortError')) setProblem(problemFrom(error));
      })
      .finally(() => {
        setShare(null);
      });
  };
  return {
    send,
    share,
    problem,
    cancel: () => {
      stop.current?.abort();
    },
    clear: () => {
      setProblem(null);
    },
  };
}

type Uploading = ReturnType<typeof useUpload>;

/** All pictures as a row to choose from, with the way to bring one's own. */
export function ArtPicker({
  chosen,
  onChoose,
  locked,
  uploading,
}: {
  chosen: string | null;
  /** `passing`: by the arrow keys, on the way to another perhaps. */
  onChoose: (art: Art, passing: boolean) => void;
  locked: boolean;
  uploading: Uploading;
}) {
  const { data: pictures } = useSuspenseQuery(artQuery);
  const { send, share, problem, cancel, clear } = uploading;
  const { group, passing } = usePassing();
  return (
    <div className="mb-2">
      {/* A fieldset is as wide as what stands in it, unless it is told otherwise: pictures would run over the facts. */}
      <fieldset disabled={locked} className="min-w-0" {...group}>
        <legend className="sr-only">Pictures</legend>
        <div className="flex gap-2 overflow-x-auto pb-1.5">
          <label className="flex h-[92px] w-[104px] flex-none flex-col items-center justify-center gap-1 rounded-sm border-2 border-dashed border-key/50 bg-white p-1.5 text-center text-[14px] leading-tight hover:bg-wash has-focus-visible:outline-3 has-focus-visible:outline-cyan">
            <svg viewBox="0 0 32 24" className="h-7" aria-hidden>
              <path d="M16 17V3M10 8l6-6 6 6M3 15v7h26v-7" fill="none" stroke="var(--color-key)" strokeWidth="2.4" />
            </svg>
            Your own picture
            <FileInput
              accept="image/png,image/jpeg,image/webp,image/tiff,image/svg+xml,application/pdf,.png,.jpg,.jpeg,.webp,.tif,.tiff,.svg,.pdf"
              label="Upload your own PNG, JPEG, WebP, TIFF, SVG or PDF"
              onFile={send}
            />
          </label>
          {pictures.map((art) => (
            <label
              key={art.id}
              title={art.name}
              className="relative flex h-[92px] w-[104px] flex-none flex-col rounded-sm border-2 border-rule bg-white text-[13px] hover:border-key/60 has-checked:border-key has-checked:bg-yellow/25 has-focus-visible:outline-3 has-focus-visible:outline-offset-1 has-focus-visible:outline-cyan"
            >
              <input
                type="radio"
                name="art"
                className="sr-only"
                checked={art.id === chosen}
                onChange={() => {
                  onChoose(art, passing());
                }}
              />
              <img src={pictureUrl(art.id, 'thumb')} alt="" loading="lazy" className="m-1 h-[58px] object-contain" />
              <span className="truncate px-1 text-center">{art.name.replace(/\.\w+$/, '')}</span>
            </label>
          ))}
        </div>
      </fieldset>
      {share !== null && (
        <div className="flex items-center gap-3 py-1" role="status">
          <progress className="h-3 flex-1" max={1} value={share < 1 ? share : undefined} aria-label="Upload" />
          <span className="text-[15px]">{share < 1 ? `${Math.round(share * 100)} % sent` : 'Reading its pixels…'}</span>
          <Button onClick={cancel}>Cancel</Button>
        </div>
      )}
      {problem && (
        <div role="alert" className="my-1 flex items-start gap-3 border-l-4 border-magenta bg-wash px-3 py-2">
          <p>
            <b>{problem.title}.</b> {problem.remedy}
          </p>
          <Button className="ml-auto" onClick={clear}>
            Close
          </Button>
        </div>
      )}
    </div>
  );
}
