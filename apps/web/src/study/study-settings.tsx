import { useState } from 'react';
import { useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { PRESSURES } from '@kanga/core/blank';
import { pressuresFor } from '@kanga/core/study';
import { blanksQuery, call, studiesQuery } from '../data/index.js';
import { OpenDialog, FormFoot, TextField } from '../ui/index.js';
import { StudyFields, targetsOf, type StudyWords } from './study-fields.js';
import type { StudySession } from './use-study.js';

/** What a study looks for, changed while it runs: everything is worked out anew. */
export function StudySettings({ session, onClose }: { session: StudySession; onClose: () => void }) {
  const { study, change, busy, problem } = session;
  const { name, limits, budget, wants, school, turns, version } = study;
  const [words, setWords] = useState<StudyWords>({ name, limits, budget, wants, school, turns });
  const targets = targetsOf((useQuery(studiesQuery).data ?? []).filter(({ id }) => id !== study.id));
  const blank = useSuspenseQuery(blanksQuery).data.find(({ id }) => id === study.cloth.blankId);
  return (
    <OpenDialog title="Settings of this study" onClose={onClose}>
      <form
        className="grid gap-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          void change(() => call('changeStudy', { id: study.id, body: { ...words, version } })).then((changed) => {
            if (changed) onClose();
          });
        }}
      >
        <div className="sm:col-span-2">
          <TextField
            label="Name"
            required
            maxLength={120}
            value={words.name}
            onChange={(event) => {
              setWords({ ...words, name: event.target.value });
            }}
          />
        </div>
        <StudyFields
          words={words}
          pressures={blank ? pressuresFor(blank) : PRESSURES}
          targets={targets}
          onChange={(part) => {
            setWords((before) => ({ ...before, ...part }));
          }}
        />
        <FormFoot problem={problem} onCancel={onClose} label="Save" disabled={busy || words.name.trim() === ''} />
      </form>
    </OpenDialog>
  );
}
