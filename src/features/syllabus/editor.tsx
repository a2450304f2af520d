import { useState } from 'react';
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { GripVertical } from 'lucide-react';
import { toast } from 'sonner';
import { ruleWords } from '../../core/grading/ask-words.ts';
import { syllabusDifferences } from '../../core/grading/syllabus-difference.ts';
import { Item, sectionFor, type Grade, type Group, type Syllabus } from '../../core/grading/syllabus.ts';
import type { InstrumentId } from '../../core/instruments/instrument.ts';
import { FIGURE_NAMES, FIGURES } from '../../core/theory/figure.ts';
import { newId } from '../../data/library.ts';
import { isShipped, useKeepSyllabus } from '../../data/syllabuses.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';

/** The lines of a syllabus, to change: in place, checked as they are typed, in any order, kept at once. */
export function Editor({
  syllabus,
  instrument,
  others,
  onCopied,
}: {
  syllabus: Syllabus;
  instrument: InstrumentId;
  others: readonly Syllabus[];
  onCopied: (id: string) => void;
}) {
  const keep = useKeepSyllabus();
  const [place, setPlace] = useState(0);
  const [past, setPast] = useState<readonly Syllabus[]>([]);
  const section = sectionFor(syllabus, instrument);
  if (!section) return null;
  const grade = section.grades[Math.min(place, section.grades.length - 1)];
  if (!grade) return null;
  const write = (next: Syllabus): void =>
    keep.mutate(next, { onError: (error) => toast.error(error.message, { duration: 15_000 }) });
  const change = (grades: readonly Grade[]): void => {
    setPast([...past, syllabus]);
    write({
      ...syllabus,
      sections: syllabus.sections.map((one) => (one.instrument === instrument ? { ...one, grades: [...grades] } : one)),
    });
  };
  const changeGrade = (next: Grade): void => change(section.grades.map((one) => (one.id === grade.id ? next : one)));
  if (isShipped(syllabus)) {
    return (
      <div className="mt-3 max-w-prose">
        <p>This syllabus comes with Step Ladder and stays as it is. Change a copy of it:</p>
        <Button
          kind="strong"
          className="mt-2"
          onClick={() => {
            const own = { ...syllabus, id: newId(), name: `${syllabus.name}, own copy`.slice(0, 120) };
            keep.mutate(own, { onSuccess: () => onCopied(own.id), onError: (error) => toast.error(error.message) });
          }}
        >
          Copy it and change the copy
        </Button>
        <Compare syllabus={syllabus} instrument={instrument} others={others} />
      </div>
    );
  }
  return (
    <div className="mt-2">
      <div className="flex flex-wrap items-end gap-2">
        <label>
          <span className="block text-sm text-faint">Name of the syllabus</span>
          <input
            key={syllabus.name}
            defaultValue={syllabus.name}
            maxLength={120}
            onBlur={(event) => {
              const name = event.target.value.trim();
              if (name && name !== syllabus.name) {
                setPast([...past, syllabus]);
                write({ ...syllabus, name });
              } else event.target.value = syllabus.name;
            }}
            className="w-80 max-w-full border-b-2 border-ink bg-sheet px-2 py-1"
          />
        </label>
        <Button
          disabled={past.length === 0}
          onClick={() => {
            const last = past.at(-1);
            setPast(past.slice(0, -1));
            if (last) write(last);
          }}
        >
          Undo
        </Button>
        <p role="status" className="text-sm text-faint">
          {keep.isPending ? 'Keeping …' : 'Every change is kept as it is made.'}
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
        <label>
          <span className="sr-only">Name of the grade</span>
          <input
            aria-label="Name of the grade"
            key={grade.id + grade.name}
            defaultValue={grade.name}
            maxLength={60}
            onBlur={(event) => {
              const name = event.target.value.trim();
              if (name && name !== grade.name) changeGrade({ ...grade, name });
              else event.target.value = grade.name;
            }}
            className="border-b-2 border-ink bg-sheet px-2 py-1"
          />
        </label>
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
          onChange={(next) =>
            changeGrade({ ...grade, groups: grade.groups.map((one) => (one.id === group.id ? next : one)) })
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
      <Compare syllabus={syllabus} instrument={instrument} others={others} />
    </div>
  );
}

function freshItem(): Item {
  return Item.parse({ id: newId(), figure: 'scale', forms: ['major'], tonics: ['C'], octaves: 1 });
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

const RULES = ['all', 'choice', 'any 1', 'any 2', 'any 3', 'any 4'];

function GroupLines({
  group,
  onChange,
  onDelete,
}: {
  group: Group;
  onChange: (group: Group) => void;
  onDelete: () => void;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const moved = ({ active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return;
    const ids = group.items.map(({ id }) => id);
    onChange({
      ...group,
      items: arrayMove(group.items, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))),
    });
  };
  const rule = group.rule.kind === 'any' ? `any ${group.rule.count}` : group.rule.kind;
  return (
    <fieldset className="mt-4 border-t border-rule pt-2">
      <legend className="sr-only">{group.name}</legend>
      <p className="flex flex-wrap items-center gap-2">
        <input
          aria-label="Name of the group"
          key={group.name}
          defaultValue={group.name}
          maxLength={80}
          onBlur={(event) => {
            const name = event.target.value.trim();
            if (name && name !== group.name) onChange({ ...group, name });
            else event.target.value = group.name;
          }}
          className="border-b-2 border-ink bg-sheet px-2 py-1 font-serif text-lg font-bold"
        />
        <Choice
          label={`How much of ${group.name}`}
          value={rule}
          options={[...new Set([...RULES, rule])].map((value) => ({
            value,
            label: ruleWords(
              value.startsWith('any ') ? { kind: 'any', count: Number(value.slice(4)) } : { kind: value as 'all' },
            ),
          }))}
          onChoose={(value) =>
            onChange({
              ...group,
              rule: value.startsWith('any ')
                ? { kind: 'any', count: Number(value.slice(4)) }
                : { kind: value as 'all' | 'choice' },
            })
          }
        />
        <Button kind="quiet" onClick={onDelete}>
          Delete the group
        </Button>
      </p>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={moved}>
        <SortableContext items={group.items.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <ul>
            {group.items.map((item, place) => (
              <ItemLine
                key={item.id}
                item={item}
                place={place}
                onChange={(next) =>
                  onChange({ ...group, items: group.items.map((one) => (one.id === item.id ? next : one)) })
                }
                onDelete={() => onChange({ ...group, items: group.items.filter((one) => one.id !== item.id) })}
              />
            ))}
          </ul>
        </SortableContext>
      </DndContext>
      <Button kind="quiet" onClick={() => onChange({ ...group, items: [...group.items, freshItem()] })}>
        Add a line
      </Button>
    </fieldset>
  );
}

/** The fields of a line that are typed, as text. */
const FIELDS = [
  { id: 'forms', name: 'forms', wide: 'w-44' },
  { id: 'tonics', name: 'tonics', wide: 'w-32' },
  { id: 'octaves', name: 'octaves', wide: 'w-14' },
  { id: 'lowest', name: 'lowest note', wide: 'w-16' },
  { id: 'slurs', name: 'notes to a bow', wide: 'w-20' },
  { id: 'bpm', name: 'beats a minute', wide: 'w-16' },
  { id: 'perBeat', name: 'notes to a beat', wide: 'w-14' },
] as const;

type FieldId = (typeof FIELDS)[number]['id'];

function textOf(item: Item, field: FieldId): string {
  if (field === 'bpm') return item.tempo ? String(item.tempo.bpm) : '';
  if (field === 'perBeat') return item.tempo ? String(item.tempo.perBeat) : '';
  const value = item[field];
  return Array.isArray(value) ? value.join(' ') : String(value ?? '');
}

/** The line with a field as typed; what is wrong with it where it can't be so. */
function typed(item: Item, field: FieldId, text: string): { item?: Item; wrong?: string } {
  const words = text.split(/[\s,;]+/).filter(Boolean);
  const { tempo, lowest: _, ...rest } = item;
  const lowest = field === 'lowest' ? text.trim() : item.lowest;
  const timed =
    field === 'bpm'
      ? text.trim() === ''
        ? undefined
        : { bpm: Number(text), perBeat: tempo?.perBeat ?? 1 }
      : field === 'perBeat' && tempo
        ? { ...tempo, perBeat: Number(text) }
        : tempo;
  const read = Item.safeParse({
    ...rest,
    ...(lowest ? { lowest } : {}),
    ...(timed ? { tempo: timed } : {}),
    ...(field === 'forms' || field === 'tonics' ? { [field]: words } : {}),
    ...(field === 'slurs' ? { slurs: words.map(Number) } : {}),
    ...(field === 'octaves' ? { octaves: Number(text) } : {}),
  });
  return read.success ? { item: read.data } : { wrong: read.error.issues[0]?.message ?? 'This cannot be read.' };
}

function ItemLine({
  item,
  place,
  onChange,
  onDelete,
}: {
  item: Item;
  place: number;
  onChange: (item: Item) => void;
  onDelete: () => void;
}) {
  const { attributes, listeners, setNodeRef, transform } = useSortable({ id: item.id });
  const [wrong, setWrong] = useState<string>();
  return (
    <li
      ref={setNodeRef}
      style={transform ? { transform: `translateY(${transform.y}px)` } : undefined}
      className="flex flex-wrap items-center gap-x-2 gap-y-1 border-b border-rule bg-paper py-1"
    >
      <button
        type="button"
        aria-label={`Move line ${place + 1}`}
        className="cursor-grab p-1"
        {...attributes}
        {...listeners}
      >
        <GripVertical size={18} aria-hidden="true" />
      </button>
      <Choice
        label={`Figure of line ${place + 1}`}
        value={item.figure}
        options={FIGURES.filter((figure) => figure !== 'key-set').map((value) => ({
          value,
          label: FIGURE_NAMES[value],
        }))}
        onChoose={(figure) => {
          const next = Item.safeParse({ ...item, figure });
          setWrong(next.success ? undefined : next.error.issues[0]?.message);
          if (next.success) onChange(next.data);
        }}
      />
      {FIELDS.map(({ id, name, wide }) => (
        <label key={id} className="text-sm text-faint">
          {name}
          <input
            key={textOf(item, id)}
            aria-label={`${name} of line ${place + 1}`}
            defaultValue={textOf(item, id)}
            onChange={(event) => setWrong(typed(item, id, event.target.value).wrong)}
            onBlur={(event) => {
              const next = typed(item, id, event.target.value);
              if (next.item && textOf(next.item, id) !== textOf(item, id)) onChange(next.item);
            }}
            className={`block ${wide} border-b-2 border-rule bg-sheet px-1 text-base text-ink`}
          />
        </label>
      ))}
      <label className="text-sm">
        <input
          type="checkbox"
          className="accent-accent"
          checked={item.memory}
          onChange={(event) => onChange({ ...item, memory: event.target.checked })}
        />{' '}
        from memory
      </label>
      <Button kind="quiet" aria-label={`Delete line ${place + 1}`} onClick={onDelete}>
        Delete
      </Button>
      {wrong ? (
        <p role="alert" className="w-full text-sm text-accent">
          {wrong} What stood here before is kept until this can be read.
        </p>
      ) : null}
    </li>
  );
}

/** What differs from another syllabus, or from another version of this one. */
function Compare({
  syllabus,
  instrument,
  others,
}: {
  syllabus: Syllabus;
  instrument: InstrumentId;
  others: readonly Syllabus[];
}) {
  const [id, setId] = useState('');
  const other = others.find((one) => one.id === id);
  const here = sectionFor(syllabus, instrument);
  const there = other && sectionFor(other, instrument);
  const differences = here && there ? syllabusDifferences(here, there) : [];
  return (
    <section aria-label="Compare" className="mt-5 border-t border-rule pt-2">
      <p>
        Compare with{' '}
        <Choice
          label="Compare with"
          value={id}
          options={[
            { value: '', label: 'nothing' },
            ...others.filter((one) => one.id !== syllabus.id).map((one) => ({ value: one.id, label: one.name })),
          ]}
          onChoose={setId}
        />
      </p>
      {other ? (
        <>
          <p role="status">
            {there
              ? `${differences.length} ${differences.length === 1 ? 'thing differs' : 'things differ'}.`
              : `“${other.name}” has nothing for this instrument.`}
          </p>
          <table className="mt-1 w-full text-left text-sm">
            <thead>
              <tr>
                <th scope="col">Asked</th>
                <th scope="col">{syllabus.name}</th>
                <th scope="col">{other.name}</th>
              </tr>
            </thead>
            <tbody>
              {differences.map((one) => (
                <tr key={one.name} className="border-t border-rule align-top">
                  <td className="pr-3">{one.name}</td>
                  <td className="pr-3">{one.here ?? '–'}</td>
                  <td>{one.there ?? '–'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      ) : null}
    </section>
  );
}
