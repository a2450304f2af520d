import { useState } from 'react';
import { toast } from 'sonner';
import type { PupilWhole } from '../../../core/practice/pupil.ts';
import { nameOf } from '../../../core/study/listed-study.ts';
import { newId, readStudy } from '../../../data/library.ts';
import { useStudyList } from '../../../data/library-queries.ts';
import { useKeepPupilRecords } from '../../../data/pupil-queries.ts';
import { Button } from '../../../ui/button.tsx';
import { Choice } from '../../../ui/choice.tsx';
import { today } from '../today.ts';

/** Sets a study of the library. */
export function SetStudy({ whole: { pupil, assignments } }: { whole: PupilWhole }) {
  const list = useStudyList();
  const keep = useKeepPupilRecords();
  const [chosen, setChosen] = useState('');
  const set = new Set(assignments.filter(({ put }) => put === undefined).map(({ study }) => study));
  const studies = (list.data?.studies ?? []).filter(
    ({ instrument, id }) => instrument === pupil.instrument && !set.has(id),
  );
  const give = async (): Promise<void> => {
    const found = await readStudy(chosen);
    if (found.kind !== 'study') return;
    const { bpm, perBeat } = found.study.recipe.bowing;
    const now = new Date().toISOString();
    await keep.mutateAsync({
      assignments: [
        {
          id: newId(),
          pupil: pupil.id,
          study: chosen,
          set: today(),
          target: { bpm, perBeat },
          words: '',
          updated: now,
        },
      ],
    });
    setChosen('');
  };
  if (studies.length === 0)
    return <p className="mt-2 text-faint">Every study of the library for this instrument is set.</p>;
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
      <Button
        disabled={chosen === ''}
        onClick={() =>
          void give().catch((error: unknown) => toast.error(error instanceof Error ? error.message : String(error)))
        }
      >
        Set it
      </Button>
    </p>
  );
}
