import { counted, fileName } from '../../core/base/index.ts';
import { useState } from 'react';
import { toast } from 'sonner';
import { askManner, askName, isReady, type Covered, type Syllabus } from '../../core/grading/index.ts';
import { Button } from '../../ui/button.tsx';
import { Menu, MenuAction } from '../../ui/menu.tsx';
import { download } from '../../ui/download.ts';
import { engraver, PAPER_SIZES, type BookEntry, type PaperSize } from '../../workers/engraver.ts';
import type { SavedStudyMatch } from './coverage-matrix.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';

/** Writes a grade's book: cover, contents, the studies, the checklist. */
export function BookActions({
  syllabus,
  gradeName,
  covered,
}: {
  syllabus: Syllabus;
  gradeName: string;
  covered: readonly Covered<SavedStudyMatch>[];
}) {
  const [share, setShare] = useState<number>();
  const entries: BookEntry[] = covered.map(({ ask, status, studies }) => ({
    name: askName(ask),
    manner: askManner(ask),
    group: ask.group,
    ready: isReady(status),
    study: studies[0] && { recipe: studies[0].saved.recipe, fingering: studies[0].saved.fingering },
  }));
  const count = entries.filter(({ study }) => study).length;
  const write = (paper: PaperSize): void => {
    setShare(0);
    engraver()
      .book({ title: syllabus.name, grade: gradeName, notes: syllabus.notes, entries }, paper, setShare)
      .then((pdf) => {
        if (pdf) download(fileName(`${syllabus.name} ${gradeName}`, 'pdf'), pdf, 'application/pdf');
        else toast('Stopped: no book was written.');
      })
      .catch(sayTrouble)
      .finally(() => setShare(undefined));
  };
  return share === undefined ? (
    <Menu trigger={<Button disabled={count === 0}>Book of {counted(count, 'study', 'studies')}</Button>}>
      {(Object.keys(PAPER_SIZES) as PaperSize[]).map((paper) => (
        <MenuAction key={paper} onSelect={() => write(paper)}>
          PDF, {paper}
        </MenuAction>
      ))}
    </Menu>
  ) : (
    <span className="flex items-center gap-2">
      <progress value={share} max={1} aria-label="Writing the book" className="accent-accent" />
      <Button onClick={() => void engraver().cancelBook()}>Stop</Button>
    </span>
  );
}
