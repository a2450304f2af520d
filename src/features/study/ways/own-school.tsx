import { listed, fileName } from '../../../core/base/index.ts';
import type { InstrumentId } from '../../../core/instruments/index.ts';
import type { Recipe } from '../../../core/recipe/index.ts';
import { OwnSystems } from './own-systems.tsx';
import { memo, useState } from 'react';
import { toast } from 'sonner';
import {
  EARLY_LATE,
  KNOB_RANGE,
  KNOBS,
  knobOf,
  ownSchool,
  turned,
  readSchool,
  type School,
} from '../../../core/schools/index.ts';
import { newId } from '../../../data/library.ts';
import { textOf } from '../../../data/outside.ts';
import { useOwnSchools } from '../../../data/schools.ts';
import { added, changed } from '../../../data/change.ts';
import { save } from '../../../data/save.ts';
import { useTyped } from '../../../data/typed.ts';
import { Button } from '../../../ui/button.tsx';
import { Choice, type Option } from '../../../ui/choice.tsx';
import { HAND_OPTIONS, OPEN_STRING_OPTIONS, RETURN_OPTIONS } from '../desk/rule-options.ts';
import { FileButton } from '../../../ui/file-button.tsx';
import { download } from '../../../ui/download.ts';
import { sayTrouble } from '../../../ui/say-trouble.ts';

/** Sliders that make a school of one's own; the fingering follows each. */
export const OwnSchool = memo(function OwnSchool({
  school,
  instrument,
  recipe,
  onSchool,
}: {
  recipe: Recipe;
  /** The school the study follows now. */
  school: School | undefined;
  instrument: InstrumentId;
  onSchool: (school: School) => void;
}) {
  const [id] = useState(() => newId());
  const { typed, type, forget } = useTyped('name of a school');
  const name = typed?.name ?? (school && !isShipped(school) ? school.name : 'My school');
  const bringIn = async (chosen: File): Promise<void> => {
    const read = readSchool(await textOf(chosen, 'school'));
    if (!read.ok) {
      toast.error(`${chosen.name}: ${read.refusal.message}`, { duration: 15_000 });
    } else if (read.value.instruments && !read.value.instruments.includes(instrument)) {
      toast.error(`“${read.value.name}” is a school for ${listed(read.value.instruments)}: open such a study first.`);
    } else {
      // It comes in under an id of its own, so that it replaces none that is here.
      const fresh = { ...read.value, id: newId() };
      forget();
      try {
        await save([added('schools', fresh)]);
        onSchool(fresh);
        toast.success(`The school “${fresh.name}” is kept, and this study follows it.`);
      } catch (error) {
        sayTrouble(error);
      }
    }
  };
  // A shipped school is never changed: turning a knob begins one's own from it.
  const own = (): School => (school && !isShipped(school) ? school : ownSchool(school, id, name, instrument));
  // The school as it was kept when it was opened here: what another tab changes of it since is joined, or asked about.
  const stored = useOwnSchools();
  const [seen, setSeen] = useState(stored);
  if (seen.length === 0 && stored.length > 0) setSeen(stored);
  const keep = async (named: School): Promise<void> => {
    const base = seen.find((one) => one.id === named.id);
    await save([base ? changed('schools', base, named) : added('schools', named)]);
    setSeen([...seen.filter((one) => one !== base), named]);
  };
  const early = school?.weights[EARLY_LATE.term] ?? EARLY_LATE.usual;
  return (
    <details className="mt-1">
      <summary className="cursor-pointer">A school of your own</summary>
      <p className="mt-1 text-sm text-faint">
        How much each thing counts against a fingering, beside the usual. The fingering follows; undo takes a step back.
      </p>
      <div className="mt-2 grid gap-x-8 gap-y-1">
        {KNOBS.map((knob) => (
          <Slider
            key={knob.id}
            name={knob.name}
            value={knobOf(school, knob)}
            words={factorWords}
            range={KNOB_RANGE}
            onSet={(factor) => onSchool(turned(own(), knob, factor))}
          />
        ))}
        <Slider
          name="Early or late shifts"
          value={early}
          words={earlyWords}
          range={EARLY_LATE}
          onSet={(weight) => {
            const base = own();
            onSchool({ ...base, weights: { ...base.weights, [EARLY_LATE.term]: weight } });
          }}
        />
      </div>
      <Rules rules={school?.rules ?? {}} instrument={instrument} onRules={(rules) => onSchool({ ...own(), rules })} />
      <OwnSystems
        systems={school?.systems ?? []}
        recipe={recipe}
        onSystems={(systems) => onSchool({ ...own(), systems })}
      />
      <form
        className="mt-2 flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          const named = { ...own(), name: name.trim() || 'My school' };
          onSchool(named);
          keep(named)
            .then(() => {
              forget();
              toast.success(`Kept the school “${named.name}”.`);
            })
            .catch(sayTrouble);
        }}
      >
        <label>
          <span className="block text-sm text-faint">Name</span>
          <input
            name="school"
            value={name}
            maxLength={80}
            onChange={(event) => type({ name: event.target.value })}
            className="border-b-2 border-ink bg-sheet px-2 py-1"
          />
        </label>
        <Button type="submit">Keep the school</Button>
        <Button
          kind="quiet"
          onClick={() =>
            download(fileName(name, 'school.json'), JSON.stringify({ ...own(), name }, null, 2), 'application/json')
          }
        >
          Export it
        </Button>
        <FileButton
          label="A school’s file"
          accept=".json,application/json"
          onFile={(chosen) => void bringIn(chosen).catch(sayTrouble)}
        >
          Import one …
        </FileButton>
      </form>
    </details>
  );
});

const AS_THE_STUDY: Option = { value: '', label: 'as the study says' };

/** The rules a study under this school follows unless it has its own. */
function Rules({
  rules,
  instrument,
  onRules,
}: {
  rules: School['rules'];
  instrument: InstrumentId;
  onRules: (rules: School['rules']) => void;
}) {
  const set = (field: keyof School['rules'], value: string | boolean): void => {
    const next = Object.entries({ ...rules, [field]: value || undefined }).filter(([, one]) => one !== undefined);
    onRules(Object.fromEntries(next) as School['rules']);
  };
  return (
    <p className="mt-2 leading-8">
      Its rules: open strings{' '}
      <Choice
        label="The school’s open strings"
        value={rules.openStrings ?? ''}
        options={[AS_THE_STUDY, ...OPEN_STRING_OPTIONS]}
        onChoose={(value) => set('openStrings', value)}
      />
      ; coming down{' '}
      <Choice
        label="The school’s way down"
        value={rules.return ?? ''}
        options={[AS_THE_STUDY, ...RETURN_OPTIONS]}
        onChoose={(value) => set('return', value)}
      />
      {instrument === 'bass' ? (
        <>
          ; the hand{' '}
          <Choice
            label="The school’s hand system"
            value={rules.handSystem ?? ''}
            options={[AS_THE_STUDY, ...HAND_OPTIONS]}
            onChoose={(value) => set('handSystem', value)}
          />
        </>
      ) : null}
      ; groups of fingers{' '}
      <Choice
        label="The school’s groups"
        value={rules.movable ? 'movable' : ''}
        options={[
          { value: '', label: 'as they fall' },
          { value: 'movable', label: 'the same in every key' },
        ]}
        onChoose={(value) => set('movable', value === 'movable')}
      />
      .
    </p>
  );
}

function isShipped(school: School): boolean {
  return !/^[0-9a-f]{8}-/.test(school.id);
}

function factorWords(factor: number): string {
  if (factor === 0) return 'not at all';
  return factor === 1 ? 'as usual' : `${factor} times`;
}

function earlyWords(weight: number): string {
  if (weight === 0) return 'as usual';
  return weight < 0 ? `early (${weight})` : `late (+${weight})`;
}

/** A slider that is heard when it is let go, so that one turn is one step of undo. */
function Slider({
  name,
  value,
  words,
  range,
  onSet,
}: {
  name: string;
  value: number;
  words: (value: number) => string;
  range: { readonly least: number; readonly most: number; readonly step: number };
  onSet: (value: number) => void;
}) {
  const [held, setHeld] = useState<number>();
  const shown = held ?? value;
  const settle = (): void => {
    if (held !== undefined && held !== value) onSet(held);
    setHeld(undefined);
  };
  return (
    <label className="block">
      <span className="flex justify-between text-sm">
        <span>{name}</span>
        <span className="text-faint">{words(shown)}</span>
      </span>
      <input
        type="range"
        aria-label={name}
        aria-valuetext={words(shown)}
        min={range.least}
        max={range.most}
        step={range.step}
        value={shown}
        onChange={(event) => setHeld(Number(event.target.value))}
        onPointerUp={settle}
        onKeyUp={settle}
        onBlur={settle}
        className="w-full accent-accent"
      />
    </label>
  );
}
