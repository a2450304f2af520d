import { useEffect, useState } from 'react';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { scoreAsked, scoreLeft, scoreStands } from '../score-stands.ts';
import { Shelf } from '../shelf.ts';
import { pictureKey, SeenPictures } from './seen-pictures.ts';
import { engraver, ENGRAVER, type PageSetting } from '../../../workers/engraver.ts';

/** Takes a picture of a study as SVG. */
export type TakePicture = (svg: string, of: ScoredStudy) => void;

/** The same, where it may be turned down: false when another picture will be asked for. */
export type TryPicture = (svg: string, of: ScoredStudy) => boolean;

/** The last few pictures, so that a study seen a moment ago comes at once. */
const PICTURES = new SeenPictures(8);

/** Pictures of days before: about three megabytes. */
const KEPT = new Shelf('engraved', ENGRAVER, 80);
/** Once the engraver has drawn it is nearly as fast as a look among the pictures kept. */
let engraverStands = false;

/** A picture as it was drawn before, or as it is drawn now. */
async function pictureOf(study: ScoredStudy, page: PageSetting): Promise<string> {
  const key = pictureKey(study, page);
  const seen = PICTURES.find(key) ?? (engraverStands ? undefined : await KEPT.find(key));
  if (seen !== undefined) return seen;
  const svg = await engraver().draw(study, page, 'screen');
  engraverStands = true;
  KEPT.keep(() => ({ key, text: svg }));
  return svg;
}

/** Paper waits until the teacher has stopped choosing, milliseconds; until then the screen's score is printed. */
const PAPER_AFTER = 1500;

/**
 * Engraves a study for the screen, where `show` puts it, then for paper, for which `keep` has it. The last
 * picture stays until the next is ready; a picture that comes late for a study no longer shown is dropped.
 * `shown` is the study on the screen.
 */
export function useEngraving(
  study: ScoredStudy | undefined,
  screen: PageSetting | undefined,
  paper: PageSetting,
  show: TryPicture,
  keep: TakePicture,
): {
  readonly shown: ScoredStudy | undefined;
  readonly trouble: string | undefined;
} {
  const [shown, setShown] = useState<ScoredStudy>();
  const [trouble, setTrouble] = useState<string>();
  const width = screen?.width;
  const staffHeight = screen?.staffHeight;
  const lines = screen?.lines;
  useEffect(() => {
    if (!study || width === undefined || staffHeight === undefined) return undefined;
    scoreAsked();
    let wanted = true;
    let pause: ReturnType<typeof setTimeout> | undefined;
    const engravePaper = async (): Promise<void> => {
      const svg = await engraver().draw(study, paper, 'paper');
      if (wanted) keep(svg, study);
    };
    const engrave = async (): Promise<void> => {
      try {
        const page = { width, staffHeight, ...(lines === undefined ? {} : { lines }) };
        const svg = await pictureOf(study, page);
        if (!wanted || !show(svg, study)) return;
        PICTURES.keep(pictureKey(study, page), svg);
        setShown(study);
        setTrouble(undefined);
        scoreStands();
        pause = setTimeout(() => void engravePaper().catch(() => undefined), PAPER_AFTER);
      } catch (error) {
        if (wanted) setTrouble(troubleWords(error));
        scoreStands();
      }
    };
    void engrave();
    return () => {
      wanted = false;
      clearTimeout(pause);
      scoreLeft();
    };
  }, [study, width, staffHeight, lines, paper, show, keep]);
  return { shown, trouble };
}

/** A worker's own words, or that the engraver could not take this study. */
function troubleWords(error: unknown): string {
  return error instanceof Error && error.name === 'WorkerTrouble'
    ? error.message
    : 'The score of this study could not be engraved. Its fingering stands above; another choice may do.';
}
