import { useMutation, useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { bookOf, type BookEntry } from '@kanga/core/recipe';
import type { Proven } from '@kanga/core/stack';
import { formatDuration } from '@kanga/core/units';
import type { RecipeFile, RecipesTaken } from '@kanga/contract/recipe';
import { addressOf } from '@kanga/contract/route';
import {
  ApiError,
  blanksQuery,
  call,
  problemFrom,
  provenQuery,
  queryClient,
  recipesQuery,
  usePrint,
  useShop,
  useOperator,
} from '../data/index.js';
import { Cloth, May } from '../frame/index.js';
import { Button, FileInput, ProblemText } from '../ui/index.js';

/** Reads a file of recipes; what is no such file is said. */
async function takeFile(file: File): Promise<RecipesTaken> {
  let json: unknown;
  try {
    json = JSON.parse(await file.text());
  } catch {
    throw new ApiError(422, {
      code: 'recipes.unread',
      title: `“${file.name}” is no JSON`,
      remedy: 'Choose a file that a recipe book was saved as.',
      faults: [],
    });
  }
  // What it holds, the server checks.
  return call('importRecipes', { body: json as RecipeFile });
}

const refresh = async (): Promise<void> => {
  await Promise.all([queryClient.invalidateQueries(recipesQuery), queryClient.invalidateQueries(provenQuery)]);
};

/** Settings in one line, as they are set at a press. */
function SettingsCells({ settings }: { settings: Proven }) {
  const print = usePrint();
  return (
    <>
      <td data-head={HEADS[1]} className="figures text-[20px] font-bold whitespace-nowrap">
        {print.temperature(settings.temperature)}
      </td>
      <td data-head={HEADS[2]} className="figures text-[20px] font-bold whitespace-nowrap">
        {formatDuration(settings.dwell)}
      </td>
      <td data-head={HEADS[3]}>{settings.pressure}</td>
      <td data-head={HEADS[4]} className="whitespace-nowrap">
        {settings.prePress > 0 ? formatDuration(settings.prePress) : 'none'}
      </td>
      <td data-head={HEADS[5]}>{settings.peel}</td>
    </>
  );
}

function Entry({ entry, paper }: { entry: BookEntry; paper: string }) {
  const print = usePrint();
  const who = useOperator();
  const accept = useMutation({
    mutationFn: ({ settings, why }: NonNullable<BookEntry['proposal']>) =>
      call('addRecipe', { body: { id: crypto.randomUUID(), by: who, why, settings } }),
    onSuccess: refresh,
  });
  const { recipe, counted, proposal } = entry;
  const held = recipe?.settings ?? counted;
  const pressed = counted.good + counted.spoiled;
  return (
    <>
      <tr className="border-t border-rule [&>td]:py-1.5 [&>td]:pr-4">
        <td data-head={HEADS[0]}>{paper}</td>
        <SettingsCells settings={held} />
        <td data-head={HEADS[6]}>
          {pressed > 0 ? (
            <span>
              <b className="figures">{counted.good}</b> of {pressed} good, last{' '}
              <span className="whitespace-nowrap">{print.day(counted.last)}</span>
            </span>
          ) : (
            'never pressed here'
          )}
        </td>
        <td>
          {recipe ? (
            <>
              <b className="text-green">✓ recipe</b>{' '}
              <span className="text-[14px] text-soft">
                since {print.day(recipe.at)}
                {recipe.by !== null && `, ${recipe.by}`}
                {recipe.studyId !== undefined && (
                  <>
                    {' · '}
                    <Link to={`/studies/${recipe.studyId}`} className="text-cyan underline">
                      its study
                    </Link>
                  </>
                )}
              </span>
            </>
          ) : (
            <span className="text-soft">{entry.proven ? 'not accepted yet' : 'not proven yet'}</span>
          )}
        </td>
      </tr>
      {proposal && (
        <tr className="no-print">
          <td />
          <td colSpan={7} className="pb-3">
            <div className="flex flex-wrap items-center gap-3 border-l-4 border-yellow bg-wash py-2 pl-3">
              <span>
                {recipe && (
                  <b className="figures">
                    {print.temperature(proposal.settings.temperature)}, {formatDuration(proposal.settings.dwell)}:{' '}
                  </b>
                )}
                {print.text(proposal.why)}
              </span>
              <May door="addRecipe">
                <Button
                  tone="strong"
                  disabled={accept.isPending}
                  onClick={() => {
                    accept.mutate(proposal);
                  }}
                >
                  {recipe ? 'Accept' : 'Make it the recipe'}
                </Button>
              </May>
              {accept.isError && <ProblemText problem={problemFrom(accept.error)} />}
            </div>
          </td>
        </tr>
      )}
    </>
  );
}

const HEADS = ['Paper', 'Temperature', 'Dwell', 'Pressure', 'Pre-press', 'Peel', 'Pressed here', ''];

/** The recipe book’s one question: what do we set for this blank on this press? */
export function Recipes() {
  const { settings, presses, media } = useShop();
  const { data: proven } = useSuspenseQuery(provenQuery);
  const { data: recipes } = useSuspenseQuery(recipesQuery);
  const blanks = useQuery(blanksQuery).data ?? [];
  const take = useMutation({ mutationFn: takeFile, onSuccess: refresh });
  const book = bookOf(proven, recipes);
  const nameOf = (list: readonly { id: string; name: string }[], id: string | null, none: string) =>
    list.find((one) => one.id === id)?.name ?? none;
  const groups = new Map<string, BookEntry[]>();
  for (const entry of book) {
    const name = `${nameOf(blanks, entry.key.blankId, 'Deleted blank')} on ${nameOf(presses, entry.key.pressId, 'a press that is gone')}`;
    groups.set(name, [...(groups.get(name) ?? []), entry]);
  }
  return (
    <Cloth title="Recipe book" head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <div className="mb-2 flex flex-wrap items-end justify-between gap-4">
          <h1 className="font-big text-[34px] leading-none font-bold">Recipe book</h1>
          <div className="no-print flex flex-wrap items-center gap-4">
            <Button
              onClick={() => {
                window.print();
              }}
            >
              Print
            </Button>
            <Link to="/settings" className="text-cyan underline">
              Settings sheet
            </Link>
            <Link to="/chart" className="text-cyan underline">
              Reference chart
            </Link>
            <a href={addressOf('exportRecipes', {})} download="kanga-recipes.json" className="text-cyan underline">
              Export
            </a>
            <May door="importRecipes">
              <label className="inline-flex min-h-tap cursor-pointer items-center text-cyan underline has-focus-visible:outline-3 has-focus-visible:outline-cyan">
                Import
                <FileInput
                  accept=".json,application/json"
                  onFile={(file) => {
                    take.mutate(file);
                  }}
                />
              </label>
            </May>
          </div>
        </div>
        <p className="no-print mb-4 max-w-3xl text-soft">
          What worked here, for each blank, press and paper. Plans start from it. A recipe changes only when you accept
          what the evidence proposes.
        </p>
        {take.isError && <ProblemText problem={problemFrom(take.error)} className="mb-3" />}
        {take.data && (
          <p role="status" className="mb-3 font-semibold">
            {take.data.taken} {take.data.taken === 1 ? 'recipe' : 'recipes'} taken.
            {take.data.unknown.length > 0 && ` Not found here: ${take.data.unknown.join(', ')}.`}
          </p>
        )}
        {book.length === 0 ? (
          <p className="text-lg text-soft">
            Nothing was pressed and judged yet. Whatever comes out good is recorded here automatically; three good
            pieces with the same settings prove them.
          </p>
        ) : (
          [...groups].map(([name, entries]) => (
            <section key={name} className="mb-6 break-inside-avoid" aria-label={name}>
              <h2 className="font-big text-xl font-bold">{name}</h2>
              <table className="w-full not-print:max-md:folds text-left">
                <thead className="text-[14px] text-soft">
                  <tr className="[&>th]:pr-4 [&>th]:font-normal">
                    {HEADS.map((head) => (
                      <th key={head}>{head === '' ? <span className="sr-only">Recipe</span> : head}</th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {entries.map((entry) => (
                    <Entry
                      key={JSON.stringify(entry.key)}
                      entry={entry}
                      paper={nameOf(media, entry.key.mediaId, 'any paper')}
                    />
                  ))}
                </tbody>
              </table>
            </section>
          ))
        )}
      </div>
    </Cloth>
  );
}
