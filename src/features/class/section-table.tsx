import { toast } from 'sonner';
import {
  type ClassPlan,
  sectionNames,
  Section,
  type ClassRecord,
  LEVELS,
  type LevelId,
} from '../../core/classroom/index.ts';
import { INSTRUMENT_TABLE, INSTRUMENTS, type InstrumentId } from '../../core/instruments/index.ts';
import { useOwnSchools } from '../../data/schools.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { LiveText } from '../../ui/live-text.tsx';
import { NumberField } from '../../ui/number-field.tsx';

const MEANWHILE = { rest: 'rests', repeat: 'repeats its own', hold: 'holds its top note' } as const;

/** Who sits in the class, and what to tell each section. */
export function SectionTable({
  record,
  plan,
  onChange,
}: {
  record: ClassRecord;
  plan: ClassPlan | undefined;
  onChange: (part: Partial<ClassRecord>) => void;
}) {
  const { sections } = record;
  const names = sectionNames(sections);
  const schools = useOwnSchools();
  const set = (place: number, part: Partial<Section>): void =>
    onChange({ sections: sections.map((one, k) => (k === place ? { ...one, ...part } : one)) });
  const add = (instrument: InstrumentId): void => {
    const one = Section.parse({ instrument, level: 'first' });
    const after = sections.findLastIndex(
      (other) => INSTRUMENTS.indexOf(other.instrument) <= INSTRUMENTS.indexOf(instrument),
    );
    onChange({ sections: sections.toSpliced(after + 1, 0, one) });
  };
  return (
    <section aria-label="Sections" className="mt-4">
      <ul className="border-t-2 border-ink">
        {sections.map((section, place) => {
          const worked = plan?.sections[place];
          return (
            <li key={place} className="grid gap-x-6 gap-y-1 border-b border-rule py-2 lg:grid-cols-[34rem_1fr]">
              <div>
                <div className="flex items-baseline gap-2">
                  <LiveText
                    label={`Name of section ${place + 1}`}
                    value={section.name ?? ''}
                    instead={names[place] ?? ''}
                    most={60}
                    onText={(name) => set(place, { name: name || undefined })}
                    className="w-40 min-w-0 flex-1 border-b border-transparent bg-transparent font-serif text-lg font-bold placeholder:text-ink hover:border-rule focus:border-accent"
                  />
                  <NumberField
                    label={`Players: ${names[place]}`}
                    value={section.players}
                    least={0}
                    most={99}
                    onNumber={(players) => set(place, { players })}
                  />
                  <span className="text-sm text-faint">players</span>
                </div>
                <p className="no-print leading-8">
                  <Choice
                    label={`Instrument: ${names[place]}`}
                    value={section.instrument}
                    options={INSTRUMENTS.map((id) => ({ value: id, label: INSTRUMENT_TABLE[id].name }))}
                    onChoose={(next) =>
                      set(place, { instrument: next as InstrumentId, start: undefined, setUp: undefined })
                    }
                  />{' '}
                  in{' '}
                  <Choice
                    label={`Level: ${names[place]}`}
                    value={section.level}
                    options={LEVELS.map(({ id, name }) => ({ value: id, label: name }))}
                    onChoose={(next) => set(place, { level: next as LevelId })}
                  />
                  ,{' '}
                  <Choice
                    label={`Octaves: ${names[place]}`}
                    value={section.octaves === undefined ? '' : String(section.octaves)}
                    options={[
                      { value: '', label: 'all octaves it has' },
                      { value: '1', label: 'one octave' },
                      { value: '2', label: 'two octaves' },
                    ]}
                    onChoose={(next) => set(place, { octaves: next === '' ? undefined : Number(next) })}
                  />
                  , then{' '}
                  <Choice
                    label={`Meanwhile: ${names[place]}`}
                    value={section.after}
                    options={Object.entries(MEANWHILE).map(([value, label]) => ({ value, label }))}
                    onChoose={(next) => set(place, { after: next as Section['after'] })}
                  />
                  {schools.length > 0 ? (
                    <>
                      , taught by{' '}
                      <Choice
                        label={`School: ${names[place]}`}
                        value={typeof section.school === 'object' ? section.school.id : ''}
                        options={[
                          { value: '', label: 'common practice' },
                          ...schools.map(({ id, name }) => ({ value: id, label: name })),
                        ]}
                        onChoose={(next) => set(place, { school: schools.find(({ id }) => id === next) })}
                      />
                    </>
                  ) : null}
                  .{' '}
                  {sections.length > 1 ? (
                    <button
                      type="button"
                      className="text-sm underline"
                      aria-label={`Remove ${names[place]}`}
                      onClick={() => {
                        onChange({ sections: sections.toSpliced(place, 1) });
                        toast(`${names[place]} is taken out.`, {
                          action: { label: 'Undo', onClick: () => onChange({ sections }) },
                        });
                      }}
                    >
                      Remove
                    </button>
                  ) : null}
                </p>
              </div>
              <ul aria-label={`What to tell ${names[place]}`} className="list-disc pl-5 text-lg leading-snug">
                {[...(worked?.forTheTeacher ?? []), ...(worked?.reminders ?? [])].map((reminder) => (
                  <li key={reminder}>{reminder}</li>
                ))}
              </ul>
            </li>
          );
        })}
      </ul>
      <p className="no-print mt-2 flex flex-wrap items-center gap-2">
        <span className="text-faint">Add a section:</span>
        {INSTRUMENTS.map((id) => (
          <Button key={id} kind="quiet" disabled={sections.length >= 24} onClick={() => add(id)}>
            {INSTRUMENT_TABLE[id].name}
          </Button>
        ))}
      </p>
    </section>
  );
}
