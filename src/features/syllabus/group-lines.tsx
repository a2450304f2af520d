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
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { readRule, ruleText, ruleWords, ALL, Item, type Group } from '../../core/grading/index.ts';
import { newId } from '../../data/library.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { LiveText } from '../../ui/live-text.tsx';
import { ItemLine } from './item-line.tsx';

/** A line to begin from. */
export function freshItem(): Item {
  return Item.parse({ id: newId(), figure: 'scale', forms: ['major'], tonics: ['C'], octaves: 1 });
}

const RULES = ['all', 'choice', 'any 1', 'any 2', 'any 3', 'any 4'];

/** A group of a grade: its name, how much of it is asked, its lines in any order. */
export function GroupLines({
  group,
  onChange,
  onDelete,
}: {
  group: Group;
  onChange: (group: Group, typing?: string) => void;
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
  const rule = ruleText(group.rule);
  return (
    <fieldset className="mt-4 border-t border-rule pt-2">
      <legend className="sr-only">{group.name}</legend>
      <p className="flex flex-wrap items-center gap-2">
        <LiveText
          label="Name of the group"
          value={group.name}
          most={80}
          onText={(name) => onChange({ ...group, name }, `group ${group.id}`)}
          className="border-b-2 border-ink bg-sheet px-2 py-1 font-serif text-lg font-bold"
        />
        <Choice
          label={`How much of ${group.name}`}
          value={rule}
          options={[...new Set([...RULES, rule])].map((value) => ({ value, label: ruleWords(readRule(value) ?? ALL) }))}
          onChoose={(value) => onChange({ ...group, rule: readRule(value) ?? ALL })}
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
                onChange={(next, typing) =>
                  onChange({ ...group, items: group.items.map((one) => (one.id === item.id ? next : one)) }, typing)
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
