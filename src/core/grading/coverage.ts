import { pitchClass } from '../theory/index.ts';
import { differencesFrom, type Matched } from './match.ts';
import { asksOf, type Ask, type Section } from './syllabus.ts';

/** How far an ask is met: no study, fingered but short in bow or tempo, ready, ready in several studies. */
export type Status = 'missing' | 'short' | 'ready' | 'several';

export interface Covered<Study> {
  readonly ask: Ask;
  readonly status: Status;
  /** Studies of the same notes, the ready ones first. */
  readonly studies: readonly Study[];
}

const OF_THE_BOW = new Set(['tempo', 'slurs', 'rhythm']);

/** True where something satisfies the ask. */
export function isReady(status: Status): boolean {
  return status === 'ready' || status === 'several';
}

/** What of a section is met by which studies. */
export function coverageOf<Study extends Matched>(section: Section, studies: readonly Study[]): Covered<Study>[] {
  const kin = new Map<string, Study[]>();
  for (const study of studies) {
    const key = kinKey(
      study.recipe.instrument,
      pitchClass(study.recipe.tonic),
      study.recipe.figure,
      study.recipe.octaves,
    );
    kin.set(key, [...(kin.get(key) ?? []), study]);
  }
  return asksOf(section).map((ask) => {
    const near = kin.get(kinKey(ask.instrument, pitchClass(ask.tonic), ask.item.figure, ask.item.octaves)) ?? [];
    const ready: Study[] = [];
    const short: Study[] = [];
    for (const study of near) {
      const differences = differencesFrom(study, ask);
      if (differences.length === 0) ready.push(study);
      else if (differences.every(({ field }) => OF_THE_BOW.has(field))) short.push(study);
    }
    const status: Status =
      ready.length > 1 ? 'several' : ready.length > 0 ? 'ready' : short.length > 0 ? 'short' : 'missing';
    return { ask, status, studies: [...ready, ...short] };
  });
}

function kinKey(...parts: readonly (string | number)[]): string {
  return parts.join(' ');
}
