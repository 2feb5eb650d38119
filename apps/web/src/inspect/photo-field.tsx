import { useMutation } from '@tanstack/react-query';
import { addressOf } from '@kanga/contract/route';
import { call, problemFrom } from '../data/index.js';
import { Button, FileInput, ProblemText } from '../ui/index.js';

/** A photograph of what is seen: from the camera of a tablet, or a file. */
export function PhotoField({
  jobId,
  photo,
  onPhoto,
}: {
  jobId: string;
  photo: string | null;
  onPhoto: (photo: string | null) => void;
}) {
  const send = useMutation({
    mutationFn: (file: File) => call('addPhoto', { id: jobId, body: file }),
    onSuccess: ({ id }) => {
      onPhoto(id);
    },
  });
  return (
    <div className="mt-3">
      {photo ? (
        <div className="flex items-end gap-3">
          <img src={addressOf('photo', { id: photo })} alt="The photograph" className="h-24 object-cover" />
          <Button
            onClick={() => {
              onPhoto(null);
            }}
          >
            Remove
          </Button>
        </div>
      ) : (
        <label className="inline-flex min-h-12 cursor-pointer items-center rounded-sm border-[1.5px] border-key/60 px-4 font-semibold hover:bg-wash has-focus-visible:outline-3 has-focus-visible:outline-cyan">
          {send.isPending ? 'Uploading…' : 'Photograph'}
          <FileInput
            accept="image/jpeg,image/png,image/webp"
            onFile={(file) => {
              send.mutate(file);
            }}
          />
        </label>
      )}
      {send.isError && <ProblemText problem={problemFrom(send.error)} className="mt-2" />}
    </div>
  );
}
