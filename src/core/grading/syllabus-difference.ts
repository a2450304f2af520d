import { askManner, askName } from './ask-words.ts';
import { asksOf, type Section } from './syllabus.ts';

/** What one section asks and the other does not, or asks otherwise. */
export interface SyllabusDifference {
  readonly name: string;
  /** Grade and manner in each; absent where it is not asked. */
  readonly here: string | undefined;
  readonly there: string | undefined;
}

/** Two syllabuses for one instrument, or two versions of one, ask by ask: what differs, in the order of the first. */
export function syllabusDifferences(here: Section, there: Section): SyllabusDifference[] {
  const table = (section: Section): Map<string, string> =>
    new Map(asksOf(section).map((ask) => [askName(ask), `${ask.gradeName}: ${askManner(ask)}`]));
  const ours = table(here);
  const theirs = table(there);
  return [...new Set([...ours.keys(), ...theirs.keys()])].flatMap((name) =>
    ours.get(name) === theirs.get(name) ? [] : [{ name, here: ours.get(name), there: theirs.get(name) }],
  );
}
