/** What stands on paper besides the title and the score. */
export const PAPER_PARTS = ['fingerboard', 'climb', 'shifts'] as const;

export type PaperPart = (typeof PAPER_PARTS)[number];

export const PAPER_NAMES: Readonly<Record<PaperPart, string>> = {
  fingerboard: 'Fingerboard',
  climb: 'The climb',
  shifts: 'Shifts and crossings',
};

/** What a study is printed with until its teacher says otherwise. */
export const USUAL_PAPER: ReadonlySet<PaperPart> = new Set<PaperPart>(['shifts']);
