import { useState } from 'react';
import { INSTRUMENT_TABLE, INSTRUMENTS, isInstrument } from '../../core/instruments/index.ts';
import { Pupil } from '../../core/practice/index.ts';
import { readOutside } from '../../core/base/index.ts';
import { SCHOOLS } from '../../core/schools/index.ts';
import { sectionFor } from '../../core/grading/index.ts';
import { useLadders } from '../../data/pupil-queries.ts';
import { useOwnSchools } from '../../data/schools.ts';
import { useSyllabuses } from '../../data/syllabuses.ts';
import { newId } from '../../data/library.ts';
import { useTypedForm } from '../../data/typed.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';
import { WEEKDAYS } from './today.ts';

/** What is known of a pupil, asked for or changed. */
export function PupilForm({
  pupil,
  open,
  onClose,
  onKeep,
}: {
  /** The pupil to change; a new one where left out. */
  pupil?: Pupil;
  open: boolean;
  onClose: () => void;
  /** Saves it; `before` is the pupil as the form was opened with them. */
  onKeep: (before: Pupil, after: Pupil) => Promise<void>;
}) {
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title={pupil ? `Change ${pupil.name}` : 'A new pupil'}
      description="Only a name and an instrument are needed; all of it can be changed later."
    >
      {open ? <Fields {...(pupil ? { pupil } : {})} onClose={onClose} onKeep={onKeep} /> : null}
    </Dialog>
  );
}

function Fields({
  pupil: given,
  onClose,
  onKeep,
}: {
  pupil?: Pupil;
  onClose: () => void;
  onKeep: (before: Pupil, after: Pupil) => Promise<void>;
}) {
  // What another tab changes meanwhile is joined with what is changed here since the form was opened.
  const [pupil] = useState(given);
  const { typed, form, forget } = useTypedForm(`pupil ${pupil?.id ?? 'new'}`);
  const [instrument, setInstrument] = useState(
    typed?.instrument !== undefined && isInstrument(typed.instrument)
      ? typed.instrument
      : (pupil?.instrument ?? 'violin'),
  );
  const [trouble, setTrouble] = useState<string>();
  const schools = [...SCHOOLS, ...useOwnSchools()].filter(
    ({ instruments }) => !instruments || instruments.includes(instrument),
  );
  const ladders = useLadders();
  const grades = useSyllabuses().flatMap((syllabus) =>
    (sectionFor(syllabus, instrument)?.grades ?? []).map((grade) => ({
      value: JSON.stringify({ syllabus: syllabus.id, grade: grade.id }),
      label: `${syllabus.name}: ${grade.name}`,
    })),
  );
  const sizes = INSTRUMENT_TABLE[instrument].sizes.map(({ name }) => name);
  const keep = (form: HTMLFormElement): void => {
    const given = new FormData(form);
    const text = (name: string): string | undefined => {
      const value = given.get(name);
      return typeof value === 'string' && value.trim() !== '' ? value.trim() : undefined;
    };
    const now = new Date().toISOString();
    const { size: _, ...setUp } = pupil?.instrument === instrument ? (pupil.setUp ?? {}) : {};
    const size = text('size');
    const read = readOutside(Pupil, {
      ...pupil,
      id: pupil?.id ?? newId(),
      name: text('name') ?? '',
      instrument,
      setUp: size || Object.keys(setUp).length > 0 ? { ...setUp, ...(size ? { size } : {}) } : undefined,
      smallHand: given.get('smallHand') === 'on',
      school: text('school'),
      ladder: text('ladder') ?? 'usual',
      grade: text('grade') ? (JSON.parse(text('grade') ?? 'null') as unknown) : undefined,
      exam: text('exam'),
      lessonDay: text('lessonDay') === undefined ? undefined : Number(text('lessonDay')),
      practice: {
        minutes: Number(text('minutes') ?? 20),
        restDays: WEEKDAYS.flatMap(([day]) => (given.get(`rest ${day}`) === 'on' ? [day] : [])),
      },
      tempo: {
        ...pupil?.tempo,
        up: Number(text('up') ?? 5),
        afterClean: Number(text('afterClean') ?? 3),
        down: Number(text('down') ?? 8),
        afterMissed: Number(text('afterMissed') ?? 1),
      },
      created: pupil?.created ?? now,
      updated: now,
    });
    if (read.ok) onKeep(pupil ?? read.value, read.value).then(forget, sayTrouble);
    else setTrouble(read.refusal.message);
  };
  return (
    <form
      {...form}
      className="mt-3 grid gap-x-4 gap-y-2 sm:grid-cols-2"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        keep(event.currentTarget);
      }}
    >
      <Field label="Name, or initials">
        <input name="name" defaultValue={pupil?.name ?? ''} maxLength={80} autoComplete="off" className={FIELD} />
      </Field>
      <Field label="Instrument">
        <select
          name="instrument"
          defaultValue={pupil?.instrument ?? 'violin'}
          onChange={({ target }) => isInstrument(target.value) && setInstrument(target.value)}
          className={FIELD}
        >
          {INSTRUMENTS.map((id) => (
            <option key={id} value={id}>
              {INSTRUMENT_TABLE[id].name}
            </option>
          ))}
        </select>
      </Field>
      <Pick name="size" label="Size" value={pupil?.setUp?.size ?? ''} none="full size" key={`size ${instrument}`}>
        {sizes.map((size) => ({ value: size, label: size }))}
      </Pick>
      <Pick
        name="school"
        label="School"
        value={pupil?.school ?? ''}
        none="usual fingering"
        key={`school ${instrument}`}
      >
        {schools.map(({ id, name }) => ({ value: id, label: name }))}
      </Pick>
      <Pick name="ladder" label="Ladder" value={pupil?.ladder ?? 'usual'}>
        {ladders.map(({ id, name }) => ({ value: id, label: name }))}
      </Pick>
      <Pick
        name="grade"
        label="Works for"
        value={pupil?.grade ? JSON.stringify(pupil.grade) : ''}
        none="no grade"
        key={`grade ${instrument}`}
      >
        {grades}
      </Pick>
      <Field label="Exam on">
        <input type="date" name="exam" defaultValue={pupil?.exam ?? ''} className={FIELD} />
      </Field>
      <Pick
        name="lessonDay"
        label="Lesson on"
        value={pupil?.lessonDay === undefined ? '' : String(pupil.lessonDay)}
        none="no fixed day"
      >
        {WEEKDAYS.map(([day, name]) => ({ value: String(day), label: name }))}
      </Pick>
      <Field label="Minutes of practice a day">
        <input
          type="number"
          name="minutes"
          min={5}
          max={240}
          defaultValue={pupil?.practice.minutes ?? 20}
          className={FIELD}
        />
      </Field>
      <label className="flex items-center gap-2 self-end py-1">
        <input type="checkbox" name="smallHand" defaultChecked={pupil?.smallHand ?? false} className="accent-accent" />
        Small hand: spare stretches
      </label>
      <fieldset className="sm:col-span-2">
        <legend className="text-sm text-faint">Days without practice</legend>
        <div className="flex flex-wrap gap-x-3">
          {WEEKDAYS.map(([day, name]) => (
            <label key={day} className="flex items-center gap-1">
              <input
                type="checkbox"
                name={`rest ${day}`}
                defaultChecked={(pupil?.practice.restDays ?? [0]).includes(day)}
                className="accent-accent"
              />
              {name.slice(0, 3)}
            </label>
          ))}
        </div>
      </fieldset>
      <fieldset className="sm:col-span-2">
        <legend className="text-sm text-faint">Tempo</legend>
        <p className="leading-9">
          up by <Small name="up" label="Raise by, per cent" value={pupil?.tempo.up ?? 5} most={50} /> per cent after{' '}
          <Small name="afterClean" label="Clean times in a row" value={pupil?.tempo.afterClean ?? 3} most={10} /> clean
          times; down by <Small name="down" label="Lower by, per cent" value={pupil?.tempo.down ?? 8} most={50} /> per
          cent after{' '}
          <Small name="afterMissed" label="Misses in a row" value={pupil?.tempo.afterMissed ?? 1} most={10} /> missed
        </p>
      </fieldset>
      {trouble ? (
        <p role="alert" className="text-accent sm:col-span-2">
          {trouble}
        </p>
      ) : null}
      <div className="mt-2 flex gap-2 sm:col-span-2">
        <Button kind="strong" type="submit">
          {pupil ? 'Keep the changes' : 'Add the pupil'}
        </Button>
        <Button
          kind="quiet"
          onClick={() => {
            forget();
            onClose();
          }}
        >
          Leave it
        </Button>
      </div>
    </form>
  );
}

const FIELD = 'w-full border-b-2 border-ink bg-paper px-2 py-1';

function Field({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <label className="block">
      <span className="block text-sm text-faint">{label}</span>
      {children}
    </label>
  );
}

function Small({ name, label, value, most }: { name: string; label: string; value: number; most: number }) {
  return (
    <input
      type="number"
      name={name}
      aria-label={label}
      min={1}
      max={most}
      defaultValue={value}
      className="w-14 border-b-2 border-ink bg-paper px-1"
    />
  );
}

function Pick({
  name,
  label,
  value,
  none,
  children,
}: {
  name: string;
  label: string;
  value: string;
  /** What choosing nothing is called; something must be chosen where left out. */
  none?: string;
  children: readonly { readonly value: string; readonly label: string }[];
}) {
  return (
    <Field label={label}>
      <select name={name} defaultValue={value} className={FIELD}>
        {none === undefined ? null : <option value="">{none}</option>}
        {children.map((one) => (
          <option key={one.value} value={one.value}>
            {one.label}
          </option>
        ))}
      </select>
    </Field>
  );
}
