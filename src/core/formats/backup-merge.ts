import type { Kept } from './backup.ts';

/** What a backup brought. */
export interface MergeReport {
  /** How many of each kind are new here. */
  readonly added: Readonly<Record<keyof Kept, number>>;
  /** What the library already held, unchanged. */
  readonly known: number;
  /** What the library held in another state: the file's state was added beside it. */
  readonly beside: number;
}

/**
 * What a backup adds to what is here. Nothing here is replaced: what has changed since stands beside
 * the file's state, which gets a new id, and a file read twice adds nothing the second time.
 */
export function mergeBackup(here: Kept, file: Kept, newId: () => string): { fresh: Kept; report: MergeReport } {
  let known = 0;
  let beside = 0;
  const added = <One extends { readonly id: string }>(mine: readonly One[], theirs: readonly One[]): One[] => {
    const states = new Map(mine.map((one) => [one.id, stateOf(one)]));
    const all = new Set(states.values());
    return theirs.flatMap((one) => {
      const state = states.get(one.id);
      if (state === undefined) return [one];
      if (all.has(stateOf(one))) {
        known += 1;
        return [];
      }
      beside += 1;
      return [{ ...one, id: newId() }];
    });
  };
  const held = new Set(here.examinations.map((one) => JSON.stringify(one)));
  const examinations = file.examinations.filter((one) => !held.has(JSON.stringify(one)));
  known += file.examinations.length - examinations.length;
  const fresh = {
    studies: added(here.studies, file.studies),
    schools: added(here.schools, file.schools),
    syllabuses: added(here.syllabuses, file.syllabuses),
    examinations,
  };
  return {
    fresh,
    report: {
      added: {
        studies: fresh.studies.length,
        schools: fresh.schools.length,
        syllabuses: fresh.syllabuses.length,
        examinations: fresh.examinations.length,
      },
      known,
      beside,
    },
  };
}

/** All of it but its id, for comparing. */
function stateOf(one: { readonly id: string }): string {
  return JSON.stringify({ ...one, id: '' });
}

const WORDS: Readonly<Record<keyof Kept, readonly [one: string, more: string]>> = {
  studies: ['study', 'studies'],
  schools: ['school', 'schools'],
  syllabuses: ['syllabus', 'syllabuses'],
  examinations: ['mock examination', 'mock examinations'],
};

/** `3 studies and 1 school added, 12 already here; 1 of them beside your own, which has changed.` */
export function mergeWords({ added, known, beside }: MergeReport): string {
  const kinds = (Object.keys(WORDS) as (keyof Kept)[])
    .filter((kind) => added[kind] > 0)
    .map((kind) => `${added[kind]} ${WORDS[kind][added[kind] === 1 ? 0 : 1]}`);
  const last = kinds.pop();
  const all = last === undefined ? 'Nothing' : kinds.length > 0 ? `${kinds.join(', ')} and ${last}` : last;
  const here = known > 0 ? `, ${known} already here` : '';
  const changed =
    beside === 0
      ? ''
      : beside === 1
        ? '; 1 stands beside your own, changed state'
        : `; ${beside} stand beside your own, changed states`;
  return `${all} added${here}${changed}.`;
}
