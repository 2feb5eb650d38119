import { useMutation } from '@tanstack/react-query';
import type { Art } from '@kanga/core/art';
import { artQuery, call, problemFrom, queryClient } from '../data/index.js';
import { ParsedField, ProblemText } from '../ui/index.js';
import type { Designing } from './use-design.js';

/** Another page of the same file. */
export function PageChoice({ art, designing }: { art: Art; designing: Designing }) {
  const take = useMutation({
    mutationFn: (page: number) => call('addArtPage', { id: art.id, body: { page } }),
    onSuccess: async (other) => {
      await queryClient.invalidateQueries(artQuery);
      designing.bring(other, false);
    },
  });
  return (
    <div>
      <ParsedField
        label={`Page, of ${art.pages}`}
        shown={String(art.page)}
        hint={take.isPending ? 'Reading that page…' : undefined}
        parse={(text) =>
          /^\s*\d+\s*$/.test(text)
            ? { ok: true, value: Number(text) }
            : { ok: false, problem: `“${text.trim()}” is not a page number.` }
        }
        limits={(page) => (page >= 1 && page <= art.pages ? null : `From 1 to ${art.pages}.`)}
        onValue={(page) => {
          take.mutate(page);
        }}
      />
      {take.isError && <ProblemText problem={problemFrom(take.error)} />}
    </div>
  );
}
