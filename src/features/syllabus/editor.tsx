import type { InstrumentId } from '../../core/instruments/index.ts';
import { useState } from 'react';
import { sectionFor, type Grade, type Syllabus } from '../../core/grading/index.ts';
import { newId } from '../../data/library.ts';
import { added } from '../../data/change.ts';
import { save } from '../../data/save.ts';
import { isShipped, ownCopyOf } from '../../data/syllabuses.ts';
import { useKept } from '../../data/use-kept.ts';
import { useUndoable } from '../../data/use-undoable.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { LiveText } from '../../ui/live-text.tsx';
import { CompareSyllabuses } from './compare-syllabuses.tsx';
import { freshItem, GroupLines } from './group-lines.tsx';
import { SyllabusLines } from './syllabus-lines.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';

interface Edited {
  readonly syllabus: Syllabus;
  readonly instrument: InstrumentId;
  readonly others: readonly Syllabus[];
  readonly onCopied: (id: string) => void;
}

/** The lines of a syllabus: to change, where it is the teacher's own; one that is shipped is copied first. */
export function Editor(props: Edited) {
  return isShipped(props.syllabus) ? <ShippedLines {...props} /> : <OwnLines {...props} />;
}

function ShippedLines({ syllabus, instrument, others, onCopied }: Edited) {
  const section = sectionFor(syllabus, instrument);
  if (!section) return null;
  const copy = (): void => {
    const own = ownCopyOf(syllabus);
    save([added('syllabuses', own)]).then(() => onCopied(own.id), sayTrouble);
  };
  return (
    <div className="mt-3">
      <p className="mr-3 inline-block">This syllabus comes with Step Ladder and stays as it is.</p>
      <Button kind="strong" className="no-print" onClick={copy}>
        Copy it and change the copy
      </Button>
      <CompareSyllabuses syllabus={syllabus} instrument={instrument} others={others} />
      <SyllabusLines grades={section.grades} />
    </div>
  );
}

/** Changed in place, checked as it is typed, in any order, kept at once. */
function OwnLines({ syllabus: stored, instrument, others }: Edited) {
  const kept = useKept('syllabuses', stored);
  const { here: syllabus, change: write, undo, canUndo } = useUndoable(kept);
  const [place, setPlace] = useState(0);
  const section = sectionFor(syllabus, instrument);
  if (!section) return null;
  const grade = section.grades[Math.min(place, section.grades.length - 1)];
  if (!grade) return null;
  const change = (grades: readonly Grade[], typing?: string): void =>
    write(
      {
        sections: syllabus.sections.map((one) =>
          one.instrument === instrument ? { ...one, grades: [...grades] } : one,
        ),
      },
      typing,
    );
  const changeGrade = (next: Grade, typing?: string): void =>
    change(
      section.grades.map((one) => (one.id === grade.id ? next : one)),
      typing,
    );
  return (
    <div className="mt-2">
      <div className="flex flex-wrap items-end gap-2">
        <div>
          <span className="block text-sm text-faint">Name of the syllabus</span>
          <LiveText
            label="Name of the syllabus"
            value={syllabus.name}
            most={120}
            onText={(name) => write({ name }, 'name')}
            className="w-80 max-w-full border-b-2 border-ink bg-sheet px-2 py-1"
          />
        </div>
        <Button disabled={!canUndo} onClick={undo}>
          Undo
        </Button>
        <p role="status" className="text-sm text-faint">
          {kept.keeping.state === 'kept' ? 'Every change is kept as it is made.' : 'Keeping …'}
        </p>
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <span>
          Grade{' '}
          <Choice
            label="Grade"
            value={String(Math.min(place, section.grades.length - 1))}
            options={section.grades.map(({ name }, k) => ({ value: String(k), label: name }))}
            onChoose={(value) => setPlace(Number(value))}
          />
        </span>
        <div>
          <LiveText
            key={grade.id}
            label="Name of the grade"
            value={grade.name}
            most={60}
            onText={(name) => changeGrade({ ...grade, name }, `grade ${grade.id}`)}
            className="border-b-2 border-ink bg-sheet px-2 py-1"
          />
        </div>
        <Button
          kind="quiet"
          onClick={() => {
            const copy = renewed(grade, `${grade.name}, again`.slice(0, 60));
            change([...section.grades.slice(0, place + 1), copy, ...section.grades.slice(place + 1)]);
            setPlace(place + 1);
          }}
        >
          Duplicate the grade
        </Button>
        <Button
          kind="quiet"
          disabled={section.grades.length < 2}
          onClick={() => {
            change(section.grades.filter((one) => one.id !== grade.id));
            setPlace(Math.max(0, place - 1));
          }}
        >
          Delete the grade
        </Button>
      </div>
      {grade.groups.map((group) => (
        <GroupLines
          key={group.id}
          group={group}
          onChange={(next, typing) =>
            changeGrade({ ...grade, groups: grade.groups.map((one) => (one.id === group.id ? next : one)) }, typing)
          }
          onDelete={() => changeGrade({ ...grade, groups: grade.groups.filter((one) => one.id !== group.id) })}
        />
      ))}
      <Button
        className="mt-3"
        onClick={() =>
          changeGrade({
            ...grade,
            groups: [...grade.groups, { id: newId(), name: 'More', rule: { kind: 'all' }, items: [freshItem()] }],
          })
        }
      >
        Add a group
      </Button>
      <CompareSyllabuses syllabus={syllabus} instrument={instrument} others={others} />
    </div>
  );
}

function renewed(grade: Grade, name: string): Grade {
  return {
    id: newId(),
    name,
    groups: grade.groups.map((group) => ({
      ...group,
      id: newId(),
      items: group.items.map((item) => ({ ...item, id: newId() })),
    })),
  };
}
