import { expose } from 'comlink';
import { bowedSound, RATE } from '../core/listening/bowed-sound.ts';
import type { InventedPupil } from '../core/listening/invented-pupil.ts';
import { listening } from '../core/listening/listen.ts';
import { performanceOf } from '../core/listening/performance.ts';
import type { Sound } from '../core/listening/pitch-track.ts';
import type { Hearing, Report } from '../core/listening/report.ts';
import type { ScoredStudy } from '../core/score/scored-study.ts';

/** Number of what is heard now; a newer one, or a wish to stop, ends it. */
let latest = 0;

/** Hears recordings, off the page's thread. */
const listener = {
  /** Compares a recording with a study; nothing where it was stopped. */
  async hear(
    study: ScoredStudy,
    sound: Sound,
    hearing: Hearing,
    onProgress: (share: number) => void,
  ): Promise<Report | undefined> {
    const turn = (latest += 1);
    const work = listening(study, sound, hearing);
    for (let step = work.next(); ; step = work.next()) {
      if (step.done) return step.value;
      onProgress(step.value);
      // A wish to stop is heard between two parts.
      await new Promise((resolve) => setTimeout(resolve));
      if (turn !== latest) return undefined;
    }
  },

  /** Ends what is heard now. */
  stop(): void {
    latest += 1;
  },

  /** What an invented pupil makes of a study. */
  invent(study: ScoredStudy, pupil: InventedPupil): Sound {
    return { samples: bowedSound(performanceOf(study, pupil), pupil), rate: RATE };
  },
};

export type Listener = typeof listener;

expose(listener);
