import { useMutation, useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { isHardGoods, type Blank } from '@kanga/core/blank';
import { USUAL_WANTS } from '@kanga/core/dial';
import type { Press } from '@kanga/core/shop';
import { proposeSettings, unsuited } from '@kanga/core/stack';
import { BUDGET_LIMITS, limitsFor, pressuresFor } from '@kanga/core/study';
import { parseNumber } from '@kanga/core/units';
import type { NewStudy } from '@kanga/contract/study';
import {
  blanksQuery,
  call,
  problemFrom,
  queryClient,
  studiesQuery,
  testClothQuery,
  useFloor,
  useOperator,
  useShop,
} from '../data/index.js';
import { Choice, OpenDialog, FormFoot, ParsedField, Select } from '../ui/index.js';
import { StudyFields, targetsOf, type StudyWords } from './study-fields.js';

const shorter = (text: string): string => text.split(',')[0] ?? text;

/** What a study of a blank on a press begins with. */
function wordsFor(blank: Blank, press: Press, proposed: ReturnType<typeof proposeSettings>): StudyWords {
  return {
    name: `${shorter(blank.name)} on ${press.name}`,
    limits: limitsFor(blank, press, proposed),
    budget: BUDGET_LIMITS.usual,
    wants: USUAL_WANTS,
    school: 'few swatches',
    turns: { light: '', medium: '', firm: '' },
  };
}

/** Begins a study: the goods, the press and the paper; the rest is proposed. */
export function NewStudyDialog({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const shop = useShop();
  const floor = useFloor();
  const by = useOperator();
  const blanks = useSuspenseQuery(blanksQuery).data.filter((blank) => !blank.archived && !isHardGoods(blank.family));
  const targets = targetsOf(useQuery(studiesQuery).data ?? []);
  const kept = useQuery(testClothQuery).data ?? [];
  const [blankId, setBlankId] = useState(blanks[0]?.id ?? '');
  const blank = blanks.find(({ id }) => id === blankId) ?? blanks[0];
  const presses = blank ? shop.presses.filter((press) => unsuited(blank, press) === null) : shop.presses;
  const [pressId, setPressId] = useState(presses[0]?.id ?? '');
  const press = presses.find(({ id }) => id === pressId) ?? presses[0];
  const [mediaId, setMediaId] = useState(shop.media[0]?.id ?? '');
  const media = shop.media.find(({ id }) => id === mediaId) ?? shop.media[0];
  const spoiled = kept.find((one) => one.blankId === blank?.id)?.pieces ?? 0;
  const [from, setFrom] = useState<NewStudy['from'] | null>(null);
  const cloth = from ?? (spoiled > 0 ? 'spoiled piece' : 'test cloth');
  const [polyester, setPolyester] = useState<number | null>(null);
  const share = polyester ?? (cloth === 'spoiled piece' ? (blank?.fibre.polyester ?? 100) : 100);
  const [words, setWords] = useState<{ of: string; change: Partial<StudyWords> }>({ of: '', change: {} });
  const key = `${blank?.id ?? ''} ${press?.id ?? ''}`;
  const proposed = blank
    ? proposeSettings(
        blank,
        {},
        {
          ...(floor.house ? { house: floor.house } : {}),
          proven: floor.proven ?? [],
          pressId: press?.id ?? '',
          mediaId: media?.id ?? null,
        },
      )
    : null;
  // What was typed for another blank or press says nothing of this one.
  const shown =
    blank && press && proposed
      ? { ...wordsFor(blank, press, proposed), ...(words.of === key ? words.change : {}) }
      : null;
  const begin = useMutation({
    mutationFn: async (body: NewStudy) => {
      if (body.from === 'spoiled piece')
        await call('useTestCloth', { body: { id: body.id, blankId: body.blankId, by } });
      return call('addStudy', { body });
    },
    onSuccess: async ({ id }) => {
      await Promise.all([queryClient.invalidateQueries(studiesQuery), queryClient.invalidateQueries(testClothQuery)]);
      await navigate(`/studies/${id}`);
    },
  });
  const [id] = useState(() => crypto.randomUUID());
  const options = (list: readonly { id: string; name: string }[]) =>
    list.map(({ id: value, name }) => ({ value, label: name }));
  return (
    <OpenDialog title="A new study" onClose={onClose}>
      {!blank || !press || !media || !shown ? (
        <p className="text-lg">A study wants a blank of cloth on the shelf, a press that takes it, and a paper.</p>
      ) : (
        <form
          className="grid gap-3 sm:grid-cols-2"
          onSubmit={(event) => {
            event.preventDefault();
            begin.mutate({
              ...shown,
              id,
              blankId: blank.id,
              pressId: press.id,
              mediaId: media.id,
              from: cloth,
              polyester: share,
            });
          }}
        >
          <div className="sm:col-span-2">
            <Select label="Goods" value={blank.id} options={options(blanks)} onChange={setBlankId} />
          </div>
          <Select label="Press" value={press.id} options={options(presses)} onChange={setPressId} />
          <Select label="Paper" value={media.id} options={options(shop.media)} onChange={setMediaId} />
          <Choice
            label="Pressed on"
            value={cloth}
            options={[
              { value: 'test cloth', label: 'Test cloth' },
              ...(spoiled > 0 ? [{ value: 'spoiled piece' as const, label: `A spoiled piece (${spoiled} kept)` }] : []),
            ]}
            onChange={setFrom}
          />
          <ParsedField
            label="Polyester, %"
            shown={String(share)}
            parse={parseNumber}
            limits={(value) => (value >= 0 && value <= 100 ? null : 'Write a share from 0 to 100.')}
            hint={share < 65 ? 'Below 65 % colours look faded, whatever the setting.' : undefined}
            onValue={setPolyester}
          />
          <StudyFields
            words={shown}
            pressures={pressuresFor(blank)}
            targets={targets}
            onChange={(change) => {
              setWords((before) => ({ of: key, change: { ...(before.of === key ? before.change : {}), ...change } }));
            }}
          />
          <FormFoot
            problem={begin.isError ? problemFrom(begin.error) : null}
            onCancel={onClose}
            label="Begin"
            disabled={begin.isPending}
          />
        </form>
      )}
    </OpenDialog>
  );
}
