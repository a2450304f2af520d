import { useEffect, useState } from 'react';
import type { ScoredStudy } from '../../core/formats/scored-study.ts';
import { engraver, type PageSetting } from '../../workers/engraver.ts';

export interface Engraving {
  readonly svg: string;
  /** The study the picture shows. */
  readonly of: ScoredStudy;
}

/** Paper waits until the teacher has stopped choosing, milliseconds; until then the screen's score is printed. */
const PAPER_AFTER = 1500;

/**
 * Engraves a study for the screen, then for paper. The last picture stays until the next is ready;
 * a picture that comes late for a study no longer shown is dropped.
 */
export function useEngraving(
  study: ScoredStudy | undefined,
  screen: PageSetting | undefined,
  paper: PageSetting,
): {
  readonly screen: Engraving | undefined;
  readonly paper: Engraving | undefined;
  readonly trouble: string | undefined;
} {
  const [shown, setShown] = useState<Engraving>();
  const [printed, setPrinted] = useState<Engraving>();
  const [trouble, setTrouble] = useState<string>();
  const width = screen?.width;
  const staffHeight = screen?.staffHeight;
  useEffect(() => {
    if (!study || width === undefined || staffHeight === undefined) return undefined;
    let wanted = true;
    let pause: ReturnType<typeof setTimeout> | undefined;
    const engravePaper = async (): Promise<void> => {
      const svg = await engraver().draw(study, paper, 'paper');
      if (wanted) setPrinted({ svg, of: study });
    };
    const engrave = async (): Promise<void> => {
      try {
        const svg = await engraver().draw(study, { width, staffHeight }, 'screen');
        if (!wanted) return;
        setShown({ svg, of: study });
        setTrouble(undefined);
        pause = setTimeout(() => void engravePaper().catch(() => undefined), PAPER_AFTER);
      } catch (error) {
        if (wanted) setTrouble(error instanceof Error ? error.message : String(error));
      }
    };
    void engrave();
    return () => {
      wanted = false;
      clearTimeout(pause);
    };
  }, [study, width, staffHeight, paper]);
  return { screen: shown, paper: printed, trouble };
}
