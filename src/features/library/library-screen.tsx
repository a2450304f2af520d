import { useDeferredValue, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { INSTRUMENT_TABLE } from '../../core/instruments/index.ts';
import type { ListedStudy } from '../../core/study/index.ts';
import { useStudyList } from '../../data/library-queries.ts';
import { useRoll } from '../../data/pupil-queries.ts';
import { buttonLook } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { StorageNotice } from '../../ui/storage-notice.tsx';
import { BackupActions } from './backup-actions.tsx';
import { DamagedStudies } from './damaged-studies.tsx';
import { EmptyLibrary } from './empty-library.tsx';
import { choicesAmong, inOrder, USUAL_ORDER, wantedAmong, type Wanted } from './order.ts';
import { StudyTable } from './study-table.tsx';

/** The saved studies: find one, open it, copy, rename or delete it. */
export function LibraryScreen() {
  const list = useStudyList();
  const [search, setSearch] = useState('');
  const wanted = useDeferredValue(search);
  // Thousands that come after the first rows are put on the page when nothing else waits.
  const studies = useDeferredValue(list.data?.studies);
  // Put in order once, not at every letter.
  const [order, setOrder] = useState(USUAL_ORDER);
  const ordered = useMemo(() => inOrder(studies ?? [], order), [studies, order]);
  // Made when the field is gone to: of thousands it takes longer than a letter may.
  const [looking, setLooking] = useState(false);
  const sought = looking || wanted.trim() !== '';
  const texts = useMemo(() => (sought ? ordered.map(textOf) : []), [sought, ordered]);
  const found = useMemo(() => matching(ordered, texts, wanted), [ordered, texts, wanted]);
  const [kind, setKind] = useState<Wanted>({});
  const roll = useRoll().data;
  const [pupil, setPupil] = useState('');
  const shown = useMemo(() => {
    const kinds = wantedAmong(found, kind);
    if (pupil === '') return kinds;
    const set = new Set(roll?.assignments.filter((one) => one.pupil === pupil).map(({ study }) => study));
    return kinds.filter(({ id }) => set.has(id));
  }, [found, kind, roll, pupil]);
  if (list.error) return <StorageNotice title="The library cannot be opened" trouble={list.error} wholePage />;
  if (!list.data || !studies) return <p role="status">Opening the library …</p>;
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-4">
        <h1 className="text-3xl">Library</h1>
        <div className="flex flex-wrap items-center gap-2">
          {/* Schools, syllabuses and the book are worth a backup without a study, too. */}
          {studies.length > 0 ? <BackupActions /> : <BackupActions alone="export" />}
          <Link to="/passage" className={buttonLook('quiet')}>
            Open a passage
          </Link>
          <Link to="/studies/new" className={buttonLook('strong')}>
            Build a study
          </Link>
        </div>
      </header>
      <DamagedStudies keys={list.data.damaged} />
      {studies.length === 0 ? <EmptyLibrary bring={<BackupActions alone="import" />} /> : null}
      {studies.length > 0 ? (
        <>
          <div className="mt-3 flex flex-wrap items-baseline gap-x-6 gap-y-1">
            <label className="block">
              <span className="mr-2 text-faint">Find</span>
              <input
                type="search"
                value={search}
                onFocus={() => setLooking(true)}
                onChange={(event) => setSearch(event.target.value)}
                placeholder="name, key, instrument"
                className="w-72 max-w-full border-b-2 border-rule bg-transparent px-1 py-1 placeholder:text-faint"
              />
            </label>
            <Filter studies={studies} wanted={kind} onWanted={setKind} />
            {roll && roll.pupils.length > 0 ? (
              <Choice
                label="Which pupil"
                value={pupil}
                options={[
                  { value: '', label: 'every pupil' },
                  ...roll.pupils.map(({ id, name }) => ({ value: id, label: `set to ${name}` })),
                ]}
                onChoose={setPupil}
              />
            ) : null}
          </div>
          <StudyTable studies={shown} order={order} onOrder={setOrder} />
          {shown.length === 0 ? (
            <p className="mt-4" role="status">
              {found.length === 0
                ? `No study matches “${wanted}”. Look for a name, a key such as A minor, or an instrument.`
                : 'None of these is of the kind chosen above. Choose every instrument, key and form to see them.'}
            </p>
          ) : null}
        </>
      ) : null}
    </>
  );
}

/** Which studies are shown, read as a sentence; only what is there can be chosen. */
function Filter({
  studies,
  wanted,
  onWanted,
}: {
  studies: readonly ListedStudy[];
  wanted: Wanted;
  onWanted: (wanted: Wanted) => void;
}) {
  const choices = useMemo(() => choicesAmong(studies), [studies]);
  const list = (
    part: keyof Wanted,
    label: string,
    any: string,
    read: (value: string) => unknown = (value) => value,
  ) => (
    <Choice
      label={label}
      value={String(wanted[part] ?? '')}
      options={[{ value: '', label: any }, ...choices[part]]}
      onChoose={(value) => onWanted({ ...wanted, [part]: value === '' ? undefined : read(value) })}
    />
  );
  return (
    <p className="flex flex-wrap items-baseline gap-x-3">
      {list('instrument', 'Which instrument', 'every instrument')}
      {list('tonic', 'Which key', 'every key')}
      {list('form', 'Which form', 'every form')}
      {list('octaves', 'How many octaves', 'any octaves', Number)}
    </p>
  );
}

function textOf({ name, title, instrument, tonic }: ListedStudy): string {
  return plain(`${name ?? ''} ${title} ${INSTRUMENT_TABLE[instrument].name} ${tonic}`);
}

/** The studies in whose text every word looked for stands; `texts` are theirs, in the same order. */
function matching(studies: readonly ListedStudy[], texts: readonly string[], search: string): readonly ListedStudy[] {
  const words = plain(search).split(/\s+/).filter(Boolean);
  return words.length === 0
    ? studies
    : studies.filter((_, place) => words.every((word) => texts[place]?.includes(word)));
}

const PLAIN = /^[\x20-\x7e]*$/;

/** Letters as they are typed: signs spelled `#` and `b`, accents left off. */
function plain(text: string): string {
  if (PLAIN.test(text)) return text.toLowerCase();
  return text.toLowerCase().replaceAll('♯', '#').replaceAll('♭', 'b').normalize('NFD').replace(/\p{M}/gu, '');
}
