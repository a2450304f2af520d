import { INSTRUMENT_TABLE } from '../../core/instruments/instruments.ts';
import { useState } from 'react';
import { Link } from 'react-router';
import type { SavedStudy } from '../../core/study/saved-study.ts';
import { titleOf, octaveWords } from '../../core/recipe/title.ts';
import { formOf } from '../../core/theory/form.ts';
import { printed } from '../../core/theory/pitch.ts';
import { useLibrary } from '../../data/library-queries.ts';
import { buttonLook } from '../../ui/button.tsx';
import { Notice } from '../../ui/notice.tsx';
import { BackupActions } from './backup-actions.tsx';
import { StudyRowActions } from './study-row-actions.tsx';

/** What a study is called in lists. */
export function nameOf(study: SavedStudy): string {
  return study.name ?? titleOf(study.recipe);
}

/** The saved studies: find one, open it, copy, rename or delete it. */
export function LibraryScreen() {
  const library = useLibrary();
  const [search, setSearch] = useState('');
  if (library.error) {
    return (
      <Notice tone="trouble" wholePage title="The library cannot be opened">
        {library.error.message}
      </Notice>
    );
  }
  if (!library.data) return <p role="status">Opening the library …</p>;
  const { studies, unreadable } = library.data;
  const found = studies.filter((study) => matches(study, search));
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-4">
        <h1 className="text-3xl">Library</h1>
        <div className="flex flex-wrap items-center gap-2">
          <BackupActions />
          <Link to="/studies/new" className={buttonLook('strong')}>
            Build a study
          </Link>
        </div>
      </header>
      {unreadable > 0 ? (
        <div className="mt-3">
          <Notice tone="trouble" title={`${unreadable} ${unreadable === 1 ? 'study' : 'studies'} cannot be read`}>
            They are left as they are and not shown. A newer Step Ladder may read them, or a backup may hold them.
          </Notice>
        </div>
      ) : null}
      {studies.length === 0 ? <EmptyLibrary /> : null}
      {studies.length > 0 ? (
        <>
          <label className="mt-4 block">
            <span className="mr-2 text-faint">Find</span>
            <input
              type="search"
              value={search}
              onChange={(event) => setSearch(event.target.value)}
              placeholder="name, key, instrument"
              className="w-72 max-w-full border-b-2 border-rule bg-transparent px-1 py-1 placeholder:text-faint"
            />
          </label>
          <StudyTable studies={found} />
          {found.length === 0 ? (
            <p className="mt-4" role="status">
              No study matches “{search}”. Look for a name, a key such as A minor, or an instrument.
            </p>
          ) : null}
        </>
      ) : null}
    </>
  );
}

function StudyTable({ studies }: { studies: readonly SavedStudy[] }) {
  if (studies.length === 0) return null;
  return (
    <table className="mt-3 w-full border-collapse text-left">
      <thead>
        <tr className="border-b-2 border-ink text-sm text-faint">
          <th scope="col" className="py-1 pr-4 font-medium">
            Study
          </th>
          <th scope="col" className="hidden py-1 pr-4 font-medium sm:table-cell">
            Instrument
          </th>
          <th scope="col" className="hidden py-1 pr-4 font-medium md:table-cell">
            Key
          </th>
          <th scope="col" className="hidden py-1 pr-4 font-medium md:table-cell">
            Octaves
          </th>
          <th scope="col" className="hidden py-1 pr-4 font-medium sm:table-cell">
            Highest position
          </th>
          <th scope="col" className="py-1 font-medium">
            <span className="sr-only">Actions</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {studies.map((study) => (
          <tr key={study.id} className="border-b border-rule align-baseline hover:bg-wash">
            <th scope="row" className="max-w-96 py-2 pr-4 font-serif text-lg leading-snug break-words">
              <Link
                to={`/studies/${study.id}`}
                className="underline decoration-rule underline-offset-4 hover:decoration-accent"
              >
                {nameOf(study)}
              </Link>
              <span className="block font-sans text-sm font-normal text-faint">
                {study.name ? titleOf(study.recipe) : null}
                <span className="sm:hidden">
                  {study.name ? ' · ' : ''}
                  {INSTRUMENT_TABLE[study.recipe.instrument].name}, up to {study.highestPosition}
                </span>
              </span>
            </th>
            <td className="hidden py-2 pr-4 sm:table-cell">{INSTRUMENT_TABLE[study.recipe.instrument].name}</td>
            <td className="hidden py-2 pr-4 md:table-cell">{keyOf(study)}</td>
            <td className="hidden py-2 pr-4 md:table-cell">{octaveWords(study.recipe.octaves).split(' ')[0]}</td>
            <td className="hidden py-2 pr-4 sm:table-cell">{study.highestPosition}</td>
            <td className="py-2 text-right">
              <StudyRowActions study={study} name={nameOf(study)} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function EmptyLibrary() {
  return (
    <div className="mt-10 max-w-prose">
      <p className="font-serif text-2xl">Nothing here yet.</p>
      <p className="mt-2 text-lg">
        Choose an instrument, a key and how far it goes: the fingering, the shifts and the crossings are worked out at
        once, and you keep the way you like.
      </p>
      <Link to="/studies/new" className={`${buttonLook('strong')} mt-4`}>
        Build the first study
      </Link>
    </div>
  );
}

function keyOf(study: SavedStudy): string {
  return `${printed(study.recipe.tonic)} ${formOf(study.recipe.form).name}`;
}

function matches(study: SavedStudy, search: string): boolean {
  const text = plain(
    `${nameOf(study)} ${titleOf(study.recipe)} ${INSTRUMENT_TABLE[study.recipe.instrument].name} ${study.recipe.tonic}`,
  );
  return plain(search)
    .split(/\s+/)
    .every((word) => text.includes(word));
}

/** Letters as they are typed: signs spelled `#` and `b`, accents left off. */
function plain(text: string): string {
  return text.toLowerCase().replaceAll('♯', '#').replaceAll('♭', 'b').normalize('NFD').replace(/\p{M}/gu, '');
}
