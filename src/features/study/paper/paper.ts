import type { PageSetting } from '../../../workers/engraver.ts';

/** A4 less its margins at 96 dots to the inch, with a staff of 8.5 mm: readable from a stand. */
export const PAPER_PAGE: PageSetting = { width: 690, staffHeight: 32 };

/** What stands on paper besides the title and the score. */
export const PAPER_PARTS = ['fingerboard', 'tapes', 'climb', 'shifts'] as const;

export type PaperPart = (typeof PAPER_PARTS)[number];

/** The parts a teacher wants on paper. */
export type Paper = ReadonlySet<PaperPart>;

export const PAPER_NAMES: Readonly<Record<PaperPart, string>> = {
  fingerboard: 'Fingerboard',
  tapes: 'Fingerboard with tapes, for beginners',
  climb: 'The map',
  shifts: 'Shifts and crossings',
};

/** What a study is printed with until its teacher says otherwise. */
export const USUAL_PAPER: Paper = new Set<PaperPart>(['shifts']);
