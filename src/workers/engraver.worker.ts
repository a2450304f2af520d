import type { OnProgress, Outcome } from '../core/base/index.ts';
import { INSTRUMENT_TABLE } from '../core/instruments/index.ts';
import { expose } from 'comlink';
import type { VerovioToolkit } from 'verovio/esm';
import { layOut, layOutScore, pagesOf, pictureOf, type PageSetting } from './lay-out.ts';
import { startEngraver } from './start-engraver.ts';
import {
  pagePicture,
  type PictureCopy,
  musicXml,
  excerptOf,
  firstBarOf,
  type ScoredStudy,
} from '../core/score/index.ts';
import { bookOrder } from '../core/grading/index.ts';
import { varied, type Variation } from '../core/bowing/index.ts';
import { engravedBy, type MusicFile } from '../core/passage/index.ts';
import { type ClassPlan, classScore } from '../core/classroom/index.ts';
import type { WeekSheet } from '../core/practice/index.ts';
import { CAUTION } from '../core/shifts/index.ts';
import type { SavedStudy } from '../core/study/index.ts';
import { MARGIN, PAPER_SIZES, type PaperSize } from './press/paper-size.ts';
import type { Press } from './press/press.ts';
import type { PageParts } from './press/study-page.ts';

let toolkit: Promise<VerovioToolkit> | undefined;

/** The engraver, loaded once. */
async function ready(): Promise<VerovioToolkit> {
  toolkit ??= startEngraver();
  return toolkit;
}

/** What fingers kept studies again: many times as much as a score on the screen needs. */
const keptMusic = () => import('./press/kept-music.ts');

/** The engraver, off the page's thread. */
const engraver = {
  /** Comes up, and waits: who stands hears at once, however busy the page is that calls. */
  wake(): void {},

  /** Loads the engraver, so that the first score comes sooner. */
  async warm(): Promise<void> {
    await ready();
  },

  /** Reads a file of music, whatever it is. */
  async readMusic(bytes: Uint8Array, onProgress: OnProgress): Promise<Outcome<MusicFile>> {
    // The engraver may take its time to come; the file may not.
    const coming = setInterval(() => onProgress(0), 1_000);
    const [verovio, { readMusicFile }] = await Promise.all([ready(), import('./read-music-file.ts')]);
    clearInterval(coming);
    return readMusicFile(bytes, (text, format) => {
      try {
        return engravedBy(verovio)(text, format);
      } catch (error) {
        // An engraver that has stopped in the middle of a file draws nothing more.
        toolkit = undefined;
        throw error;
      }
    });
  },

  /** Engraves a study as one SVG picture of all its systems, to be kept as a file. */
  async engrave(study: ScoredStudy, page: PageSetting): Promise<string> {
    const verovio = await ready();
    layOut(verovio, study, page);
    return pictureOf(verovio);
  },

  /** The same picture, made light for one of the two copies on the page. */
  async draw(study: ScoredStudy, page: PageSetting, copy: PictureCopy): Promise<string> {
    const verovio = await ready();
    layOut(verovio, study, page);
    return pagePicture(pictureOf(verovio), copy);
  },

  /** The first bar of a kept study, bare; nothing if its fingers no longer fit. */
  async firstBar(saved: Pick<SavedStudy, 'recipe' | 'fingering'>, page: PageSetting): Promise<string> {
    const [verovio, { scoredFrom }] = await Promise.all([ready(), keptMusic()]);
    const study = scoredFrom(saved);
    if (!study) return '';
    layOutScore(verovio, musicXml(firstBarOf(study)), page, 'encoded', 1);
    return pagePicture(pictureOf(verovio), 'paper');
  },

  /** The same on pages of the height asked for, one picture a page. */
  async pages(study: ScoredStudy, page: PageSetting): Promise<string[]> {
    const verovio = await ready();
    layOut(verovio, study, page);
    return pagesOf(verovio).map((svg) => pagePicture(svg, 'screen'));
  },

  /** A study as a PDF file: title, score, and the parts asked for. */
  async pdf(study: ScoredStudy, size: PaperSize, parts: PageParts): Promise<Uint8Array> {
    const [verovio, { Press }, { studyPage }, { faces }] = await Promise.all([
      ready(),
      import('./press/press.ts'),
      import('./press/study-page.ts'),
      import('./press/faces.ts'),
    ]);
    const press = new Press(study.title, size, await faces([study.title, study.recipe, parts]));
    layOut(verovio, study, pageFor(size));
    studyPage(press, study, pagesOf(verovio), parts);
    return press.finish();
  },

  /** A page of variations of a study: each with its name and its first octave, fingers as they are. */
  async variations(study: ScoredStudy, size: PaperSize, variations: readonly Variation[]): Promise<Uint8Array> {
    const [verovio, { Press }, { faces }] = await Promise.all([
      ready(),
      import('./press/press.ts'),
      import('./press/faces.ts'),
    ]);
    const press = new Press(`Variations: ${study.title}`, size, await faces([study.title, study.recipe, variations]));
    const octave = study.passage.notes.findIndex((note) => note.pitch.midi >= study.passage.tonic.midi + 12);
    press.newPage();
    press.write(`Variations: ${study.title}`, { size: 18, face: 'bold', gap: 0 });
    press.write(INSTRUMENT_TABLE[study.recipe.instrument].name, { size: 10, face: 'italic', gap: 6 });
    for (const [place, variation] of variations.entries()) {
      const bowing = varied(study.recipe.bowing, variation);
      const one = { ...study, recipe: { ...study.recipe, bowing }, look: { fingers: 'all' as const } };
      layOut(verovio, excerptOf(one, octave > 0 ? octave + 1 : 8), { ...pageFor(size), staffHeight: 24 });
      if (press.room < 110) press.newPage();
      press.write(`${place + 1}. ${variation.name}`, { size: 11, face: 'bold', gap: 0 });
      press.picture(pictureOf(verovio));
    }
    return press.finish();
  },

  /** A pupil's week as a PDF file: on one page where it can be one. */
  async week(sheet: WeekSheet, size: PaperSize): Promise<Uint8Array> {
    const [verovio, { scoredFrom }, { Press }, { faces }, { weekFoot, weekHead, weekStudy }] = await Promise.all([
      ready(),
      keptMusic(),
      import('./press/press.ts'),
      import('./press/faces.ts'),
      import('./press/week-page.ts'),
    ]);
    const studies = sheet.studies.flatMap((one) => {
      const scored = scoredFrom(one.saved);
      return scored ? [{ one, scored }] : [];
    });
    const written = async (staffHeight: number): Promise<Press> => {
      const press = new Press(`${sheet.pupil}: the week`, size, await faces(sheet));
      weekHead(press, sheet);
      for (const { one, scored } of studies) {
        layOut(verovio, scored, { width: pageFor(size).width, staffHeight });
        weekStudy(press, one, sheet.days, pictureOf(verovio));
      }
      weekFoot(press);
      return press;
    };
    const [usual, ...smaller] = WEEK_STAVES;
    let press = await written(usual);
    for (const staffHeight of smaller) if (press.pages > 1) press = await written(staffHeight);
    return press.finish();
  },

  /** The teacher's score of a class: every section's staff, as wide as the page. */
  async classScore(plan: ClassPlan, page: PageSetting): Promise<string> {
    const verovio = await ready();
    layOutScore(verovio, musicXml(classScore(plan)), page, 'auto');
    return pagePicture(pictureOf(verovio), 'paper');
  },

  /** A class on paper: a cover with what to hand out, the teacher's score, a part a section. */
  async classPdf(plan: ClassPlan, name: string, size: PaperSize): Promise<Uint8Array> {
    const [verovio, { Press }, { faces }, { classCover, classPart }] = await Promise.all([
      ready(),
      import('./press/press.ts'),
      import('./press/faces.ts'),
      import('./press/class-page.ts'),
    ]);
    const press = new Press(
      `${name}: ${plan.title}`,
      size,
      await faces([name, plan.title, plan.sections.map((one) => one.name)]),
    );
    classCover(press, plan, name);
    press.newPage();
    press.write(plan.title, { size: 18, face: 'bold', gap: 0 });
    press.write(`${name} · score`, { size: 10, face: 'italic', gap: 6 });
    layOutScore(verovio, musicXml(classScore(plan)), { ...pageFor(size), staffHeight: CLASS_STAFF }, 'auto');
    pagesOf(verovio).forEach((page, place) => {
      if (place > 0) press.newPage();
      press.picture(page);
    });
    for (const section of plan.sections) {
      layOut(verovio, { ...section.part, look: { fingers: 'all' } }, pageFor(size));
      classPart(press, plan, section, name, pagesOf(verovio));
    }
    return press.finish();
  },

  /** Stops the book that is being written. */
  cancelBook(): void {
    bookStopped = true;
  },

  /** A grade's book: cover, contents, the studies, an arpeggio after its scale, the checklist; none when stopped. */
  async book(book: Book, size: PaperSize, onProgress: OnProgress): Promise<Uint8Array | undefined> {
    bookStopped = false;
    const [verovio, { scoredFrom }, { Press }, { faces }, { studyInBook }] = await Promise.all([
      ready(),
      keptMusic(),
      import('./press/press.ts'),
      import('./press/faces.ts'),
      import('./press/study-page.ts'),
    ]);
    const written = book.entries.filter((entry) => entry.study);
    const press = new Press(`${book.title}, ${book.grade}`, size, await faces(book));
    press.newPage();
    press.skip(180);
    press.write(book.grade, { size: 34, face: 'bold', align: 'center', gap: 10 });
    press.write(book.title, { size: 15, align: 'center', gap: 24 });
    press.write(book.notes, { size: 9, face: 'italic', align: 'center', gap: 24 });
    press.write(CAUTION, { size: 9, face: 'italic', align: 'center' });
    // Cover and contents are two pages; then as many studies to a page as stand well.
    const found = written.flatMap(({ study, name, manner }) => {
      const scored = study && scoredFrom(study);
      return scored ? [{ name, manner, scored }] : [];
    });
    const studies = bookOrder(found.map(({ scored }) => scored.recipe)).flatMap((place) => found[place] ?? []);
    const starts: number[] = [];
    press.newPage();
    const contents = press.pages;
    press.write('Contents', { size: 18, face: 'bold', gap: 8 });
    const lines = studies.map(({ name }) => press.reserve(name));
    press.newPage();
    for (const [place, { scored, manner }] of studies.entries()) {
      onProgress(place / Math.max(1, studies.length));
      await new Promise((resolve) => setTimeout(resolve));
      if (bookStopped) return undefined;
      const { width } = pageFor(size);
      layOut(verovio, scored, { width, staffHeight: BOOK_STAFF });
      studyInBook(press, scored, manner, pictureOf(verovio));
      starts.push(press.pages);
    }
    lines.forEach((line, place) => press.fill(line, String(starts[place] ?? contents)));
    press.newPage();
    press.write(`Checklist: ${book.grade}`, { size: 18, face: 'bold', gap: 8 });
    for (const [place, entry] of book.entries.entries()) {
      if (entry.group !== book.entries[place - 1]?.group) press.write(entry.group, { size: 12, face: 'bold', gap: 2 });
      press.write(`□  ${entry.name} – ${entry.manner}${entry.study ? '' : ' (no study yet)'}`, { size: 9.5, gap: 3 });
    }
    return press.finish({ from: 2, words: `${book.title}, ${book.grade}` });
  },
};

let bookStopped = false;

/** One line of a grade's book; its study where there is one. */
export interface BookEntry {
  readonly name: string;
  readonly manner: string;
  readonly group: string;
  readonly ready: boolean;
  readonly study: Pick<SavedStudy, 'recipe' | 'fingering'> | undefined;
}

/** A grade as a book. */
export interface Book {
  readonly title: string;
  readonly grade: string;
  readonly notes: string;
  readonly entries: readonly BookEntry[];
}

/** Dots of a screen to a point of paper. */
const DOTS_TO_POINT = 96 / 72;

/** The staff of printed music is 8.5 mm high, readable from a stand. */
const PAPER_STAFF = 32;

/** In a book, of which several studies share a page: 7.4 mm. */
const BOOK_STAFF = 28;

/** Of a class's score, of which as many staves as sections stand in a line: 5.8 mm. */
const CLASS_STAFF = 22;

/** Of a week's sheet, the first with which it fills one page; the last is still well read on a stand. */
const WEEK_STAVES = [30, 26, 22] as const;

function pageFor(size: PaperSize): PageSetting {
  const { width, height } = PAPER_SIZES[size];
  return {
    width: (width - 2 * MARGIN) * DOTS_TO_POINT,
    height: (height - 2 * MARGIN - 60) * DOTS_TO_POINT,
    staffHeight: PAPER_STAFF,
  };
}

export type Engraver = typeof engraver;

expose(engraver);
