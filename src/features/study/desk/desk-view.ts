import type { ScoredStudy } from '../../../core/score/index.ts';
import type { Recipe } from '../../../core/recipe/index.ts';
import type { BuiltStudy, Changes } from '../../../core/study/index.ts';
import type { Hearing, HearingLevel } from '../../../core/listening/index.ts';
import type { Look } from '../look.ts';
import type { Heard } from '../study-store.ts';
import type { Sounding } from '../sound/use-sounding.ts';
import type { Selection } from '../selection.ts';
import type { Sheet } from './sheets.tsx';
import type { Editing } from '../use-editing.ts';
import type { NamedWay } from '../ways/use-other-way.ts';
import type { Pinning } from '../note/use-pinning.ts';

/** What a room may look at and do; what follows when stands at `useFollowing`. */
export interface DeskView {
  /** What is asked for now, before anything has followed it. */
  readonly asked: Recipe;
  readonly study: ScoredStudy;
  readonly listed: ScoredStudy;
  /** All ways of the study; nothing while a pin can't be played. */
  readonly settled: BuiltStudy | undefined;
  readonly chosen: number;
  /** Whether the study was opened with a fingering of its own. */
  readonly kept: boolean;
  readonly savedId: string | undefined;
  readonly selection: Selection | undefined;
  readonly look: Look;
  readonly others: readonly NamedWay[];
  readonly changes: Changes | undefined;
  readonly editing: Editing;
  readonly pinning: Pinning;
  readonly sounding: Sounding;
  /** By what the player is judged, and what was heard last of this fingering. */
  readonly hearing: Hearing;
  readonly heard: Heard | undefined;
  readonly onLevel: (level: HearingLevel) => void;
  readonly onHeard: (heard: Omit<Heard, 'before'>) => void;
  /** Opens the microphone at the stand. */
  readonly onListen: () => void;
  readonly onSelect: (at: number, extend?: boolean) => void;
  readonly onSheet: (sheet: Sheet) => void;
}
