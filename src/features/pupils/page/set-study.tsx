import { useState } from 'react';
import type { PupilWhole } from '../../../core/practice/index.ts';
import { nameOf } from '../../../core/study/index.ts';
import { readStudy } from '../../../data/library.ts';
import { useStudyList } from '../../../data/library-queries.ts';
import { Button } from '../../../ui/button.tsx';
import { Choice } from '../../../ui/choice.tsx';
import { useSet } from '../use-set.ts';
import { sayTrouble } from '../../../ui/say-trouble.ts';

/** Sets a study of the library. */
export function SetStudy({ whole: { pupil, assignments } }: { whole: PupilWhole }) {
  const list = useStudyList();
  const { set } = useSet(pupil);
  const [chosen, setChosen] = useState('');
  const known = new Set(assignments.filter(({ put }) => put === undefined).map(({ study }) => study));
  const own = (list.data?.studies ?? []).filter(({ instrument }) => instrument === pupil.instrument);
  const studies = own.filter(({ id }) => !known.has(id));
  const give = async (): Promise<void> => {
    const found = await readStudy(chosen);
    if (found.kind !== 'study') return;
    await set([found.study]);
    setChosen('');
  };
  if (list.data === undefined) return null;
  if (studies.length === 0)
    return (
      <p className="mt-2 text-faint">
        {own.length === 0
          ? 'The library has no study for this instrument yet.'
          : 'Every study of the library for this instrument is set.'}
      </p>
    );
  return (
    <p className="no-print mt-2 flex flex-wrap items-center gap-2">
      Set from the library{' '}
      <Choice
        label="A study to set"
        value={chosen}
        options={[
          { value: '', label: 'choose a study' },
          ...studies.map((one) => ({ value: one.id, label: nameOf(one) })),
        ]}
        onChoose={setChosen}
      />
      <Button disabled={chosen === ''} onClick={() => void give().catch(sayTrouble)}>
        Set it
      </Button>
    </p>
  );
}
