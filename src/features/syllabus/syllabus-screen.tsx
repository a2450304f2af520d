import { passageOf } from '../../core/passage/index.ts';
import { INSTRUMENT_TABLE, type InstrumentId } from '../../core/instruments/index.ts';
import { Suspense, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { coverageOf, sectionFor, type Ask, type Syllabus } from '../../core/grading/index.ts';
import { useLibrary } from '../../data/library-queries.ts';
import { added, removed } from '../../data/change.ts';
import { save } from '../../data/save.ts';
import { isShipped, ownCopyOf, useSyllabuses, useSyllabusTrouble } from '../../data/syllabuses.ts';
import { StorageNotice } from '../../ui/storage-notice.tsx';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { fileName } from '../../core/base/index.ts';
import { download } from '../../ui/download.ts';
import { Menu, MenuAction } from '../../ui/menu.tsx';
import { Notice } from '../../ui/notice.tsx';
import { BookActions } from './book-actions.tsx';
import { CoverageMatrix, type SavedStudyMatch } from './coverage-matrix.tsx';
import { GradeList } from './grade-list.tsx';
import { ImportSyllabus } from './import-syllabus.tsx';
import { MakeMissing, useMaking } from './make-missing.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';
import { later } from '../../ui/later.ts';

const Charts = later(() => import('./charts.tsx'), 'Charts');
const Editor = later(() => import('./editor.tsx'), 'Editor');
const MockExamination = later(() => import('./mock-examination.tsx'), 'MockExamination');

/** A syllabus: what each grade asks, what is there, what is missing. */
export function SyllabusScreen() {
  const [params, setParams] = useSearchParams();
  const syllabuses = useSyllabuses();
  const trouble = useSyllabusTrouble();
  const syllabus = syllabuses.find(({ id }) => id === params.get('syllabus')) ?? syllabuses[0];
  const wanted = params.get('instrument') ?? 'violin';
  const section = syllabus && (sectionFor(syllabus, wanted as InstrumentId) ?? syllabus.sections[0]);
  const set = (changes: Readonly<Record<string, string | undefined>>): void => {
    const next = new URLSearchParams(params);
    for (const [field, value] of Object.entries(changes)) {
      if (value === undefined) next.delete(field);
      else next.set(field, value);
    }
    setParams(next, { replace: true });
  };
  if (!syllabus || !section) return <p role="status">Opening the syllabuses …</p>;
  return (
    <article>
      <header className="flex flex-wrap items-start justify-between gap-x-6 gap-y-2">
        <div className="max-w-5xl">
          <h1 className="text-3xl leading-tight text-balance wrap-anywhere">{syllabus.name}</h1>
          {syllabus.notes ? <p className="text-sm text-pretty text-faint">{syllabus.notes}</p> : null}
        </div>
        <SyllabusActions syllabus={syllabus} onOpen={(id) => set({ syllabus: id, show: undefined })} />
      </header>
      {trouble ? <StorageNotice title="Your own syllabuses cannot be read" trouble={trouble} /> : null}
      <p className="no-print mt-2 leading-9">
        Syllabus{' '}
        <Choice
          label="Syllabus"
          value={syllabus.id}
          options={syllabuses.map(({ id, name }) => ({ value: id, label: name }))}
          onChoose={(id) => set({ syllabus: id, grade: undefined, tonic: undefined })}
        />
        , for{' '}
        <Choice
          label="Instrument"
          value={section.instrument}
          options={syllabus.sections.map(({ instrument }) => ({
            value: instrument,
            label: INSTRUMENT_TABLE[instrument].name.toLowerCase(),
          }))}
          onChoose={(instrument) => set({ instrument, tonic: undefined })}
        />
        , showing{' '}
        <Choice
          label="Showing"
          value={params.get('show') ?? 'coverage'}
          options={[
            { value: 'coverage', label: 'what is there and what is missing' },
            { value: 'edit', label: isShipped(syllabus) ? 'its lines' : 'its lines, to change them' },
            { value: 'charts', label: 'how it grows from grade to grade' },
            { value: 'mock', label: 'a mock examination' },
          ]}
          onChoose={(show) => set({ show: show === 'coverage' ? undefined : show })}
        />
      </p>
      <Suspense fallback={<p role="status">Opening …</p>}>
        {params.get('show') === 'edit' ? (
          <Editor
            key={syllabus.id + section.instrument}
            syllabus={syllabus}
            instrument={section.instrument}
            others={syllabuses}
            onCopied={(id) => set({ syllabus: id })}
          />
        ) : params.get('show') === 'charts' ? (
          <Charts
            syllabus={syllabus}
            section={section}
            syllabuses={syllabuses}
            marked={params.get('study') ?? undefined}
          />
        ) : params.get('show') === 'mock' ? (
          <MockExamination key={syllabus.id + section.instrument} syllabus={syllabus} section={section} />
        ) : (
          <Coverage
            syllabus={syllabus}
            instrument={section.instrument}
            grade={Number(params.get('grade') ?? 0)}
            tonic={params.get('tonic') ?? undefined}
            onChoose={(grade, tonic) => set({ grade: String(grade), tonic })}
          />
        )}
      </Suspense>
    </article>
  );
}

function SyllabusActions({ syllabus, onOpen }: { syllabus: Syllabus; onOpen: (id: string) => void }) {
  const copy = (): void => {
    const own = ownCopyOf(syllabus);
    save([added('syllabuses', own)])
      .then(() => {
        toast.success('Copied. The copy is yours to change.');
        onOpen(own.id);
      })
      .catch(sayTrouble);
  };
  return (
    <div className="no-print flex flex-wrap gap-2">
      <ImportSyllabus onKept={onOpen} />
      <Menu trigger={<Button>Export</Button>}>
        <MenuAction
          onSelect={() =>
            download(fileName(syllabus.name, 'json'), JSON.stringify(syllabus, null, 2), 'application/json')
          }
        >
          JSON, all of it
        </MenuAction>
        <MenuAction
          onSelect={() => {
            void import('./csv.ts').then(({ syllabusCsv }) =>
              download(fileName(syllabus.name, 'csv'), syllabusCsv(syllabus), 'text/csv'),
            );
          }}
        >
          CSV, for a spreadsheet
        </MenuAction>
      </Menu>
      <Button onClick={copy}>Copy</Button>
      {isShipped(syllabus) ? null : (
        <Button
          kind="quiet"
          onClick={() => {
            save([removed('syllabuses', syllabus.id)]).then(({ undo }) => {
              toast(`Deleted “${syllabus.name}”.`, {
                duration: 15_000,
                action: { label: 'Bring it back', onClick: () => void undo().catch(sayTrouble) },
              });
              onOpen('');
            }, sayTrouble);
          }}
        >
          Delete
        </Button>
      )}
    </div>
  );
}

/** The matrix, and the chosen grade's list under it. */
function Coverage({
  syllabus,
  instrument,
  grade,
  tonic,
  onChoose,
}: {
  syllabus: Syllabus;
  instrument: InstrumentId;
  grade: number;
  tonic: string | undefined;
  onChoose: (grade: number, tonic?: string) => void;
}) {
  const library = useLibrary();
  const [school, setSchool] = useState('');
  const { make, share } = useMaking(school);
  const section = sectionFor(syllabus, instrument);
  const studies = useMemo(
    () =>
      (library.data ?? []).flatMap((saved): SavedStudyMatch[] => {
        if (saved.recipe.instrument !== instrument) return [];
        const passage = passageOf(saved.recipe);
        return passage.ok ? [{ saved, recipe: saved.recipe, lowest: passage.value.tonic.name }] : [];
      }),
    [library.data, instrument],
  );
  const covered = useMemo(() => (section ? coverageOf(section, studies) : []), [section, studies]);
  if (!section) return null;
  if (library.error) {
    return (
      <Notice tone="trouble" title="The library cannot be read">
        {library.error.message}
      </Notice>
    );
  }
  const inGrade = covered.filter(({ ask }) => ask.grade === grade);
  const shown = inGrade.filter(({ ask }) => tonic === undefined || ask.tonic === tonic);
  const missing: readonly Ask[] = inGrade.filter(({ status }) => status === 'missing').map(({ ask }) => ask);
  const all: readonly Ask[] = covered.filter(({ status }) => status === 'missing').map(({ ask }) => ask);
  const name = section.grades[grade]?.name ?? '';
  return (
    <div className="gap-x-8 xl:grid xl:grid-cols-[auto_minmax(22rem,1fr)] xl:items-start">
      <CoverageMatrix section={section} covered={covered} chosen={{ grade, tonic }} onChoose={onChoose} />
      <div className="min-w-0 max-xl:mt-4 max-xl:border-t max-xl:border-rule max-xl:pt-3">
        <h2 className="text-2xl">
          {name}
          {tonic === undefined ? '' : `, ${tonic.replace('#', '♯').replace('b', '♭')}`}
        </h2>
        <MakeMissing
          missing={missing}
          school={school}
          onSchool={setSchool}
          share={share}
          onMake={() => void make(missing)}
        />
        <div className="no-print mt-2 flex flex-wrap items-center gap-2">
          <BookActions syllabus={syllabus} gradeName={name} covered={inGrade} />
          <Button kind="quiet" disabled={all.length === 0 || share !== undefined} onClick={() => void make(all)}>
            Make all {all.length} missing in every grade
          </Button>
        </div>
        <GradeList
          covered={shown}
          beyond={section.grades[grade]?.groups.flatMap((group) => group.beyond ?? []) ?? []}
          busy={share !== undefined}
          onMake={(ask) => void make([ask])}
        />
      </div>
    </div>
  );
}
