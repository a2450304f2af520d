import { useState } from 'react';
import { useSortable } from '@dnd-kit/sortable';
import { GripVertical } from '../../ui/icons.tsx';
import { Item } from '../../core/grading/index.ts';
import { FIGURE_NAMES, FIGURES } from '../../core/theory/index.ts';
import { useTyped } from '../../data/typed.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';

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
  if (field === 'slurs' && item.slurs.length === 0) return 'any';
  return Array.isArray(value) ? value.join(' ') : String(value ?? '');
}

/** The line with a field as typed; what is wrong with it where it can't be so. */
function withField(item: Item, field: FieldId, text: string): { item?: Item; wrong?: string } {
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
    ...(field === 'slurs' ? { slurs: words[0] === 'any' ? [] : words.map(Number) } : {}),
    ...(field === 'octaves' ? { octaves: Number(text) } : {}),
  });
  return read.success ? { item: read.data } : { wrong: read.error.issues[0]?.message ?? 'This cannot be read.' };
}

/** One line: its fields checked as they are typed, and a handle to move it. */
export function ItemLine({
  item,
  place,
  onChange,
  onDelete,
}: {
  item: Item;
  place: number;
  /** `typing` names the field that is typed in, so that undo takes back what was typed and not a letter. */
  onChange: (item: Item, typing?: string) => void;
  onDelete: () => void;
}) {
  const { attributes, listeners, setNodeRef, transform } = useSortable({ id: item.id });
  const [wrongFigure, setWrongFigure] = useState<string>();
  const [editing, setEditing] = useState<{ readonly field: FieldId; readonly text: string }>();
  const { typed: unreadable = {}, type } = useTyped(`line ${item.id}`);
  const edit = (field: FieldId, text: string): void => {
    setEditing({ field, text });
    const next = withField(item, field, text).item;
    const others = Object.entries(unreadable).filter(([one]) => one !== field);
    type(Object.fromEntries(next ? others : [...others, [field, text]]));
    if (next && textOf(next, field) !== textOf(item, field)) onChange(next, `line ${item.id} ${field}`);
  };
  const wrong =
    wrongFigure ??
    FIELDS.map(({ id }) => (unreadable[id] === undefined ? undefined : withField(item, id, unreadable[id]).wrong)).find(
      Boolean,
    );
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
          setWrongFigure(next.success ? undefined : next.error.issues[0]?.message);
          if (next.success) onChange(next.data);
        }}
      />
      {FIELDS.map(({ id, name, wide }) => (
        <label key={id} className="text-sm text-faint">
          {name}
          <input
            aria-label={`${name} of line ${place + 1}`}
            value={(editing?.field === id ? editing.text : unreadable[id]) ?? textOf(item, id)}
            onChange={({ target }) => edit(id, target.value)}
            onBlur={() => setEditing(undefined)}
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
          {wrong} The last correct value stays until you change this.
        </p>
      ) : null}
    </li>
  );
}
