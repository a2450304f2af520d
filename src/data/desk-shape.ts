import { z } from 'zod';

/** How the desk is divided; remembered in this browser alone, for it fits this screen. */
export interface DeskShape {
  /** The score's share of the height it has together with the fingerboard, 0 to 1. */
  readonly share: number;
  /** What lies under the score. */
  readonly board: 'fingerboard' | 'map';
}

const USUAL: DeskShape = { share: 0.58, board: 'fingerboard' };

const Remembered = z.object({
  share: z.number().min(0.3).max(0.8).catch(USUAL.share),
  board: z.enum(['fingerboard', 'map']).catch(USUAL.board),
});

const KEY = 'desk';

/** The desk as it was left, or as it usually is where nothing, or nothing readable, is remembered. */
export function deskShape(): DeskShape {
  try {
    const text = localStorage.getItem(KEY);
    return text === null ? USUAL : Remembered.parse(JSON.parse(text));
  } catch {
    return USUAL;
  }
}

/** Remembers how the desk is divided; where the browser remembers nothing, it is as usual next time. */
export function rememberDesk(shape: DeskShape): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(shape));
  } catch {
    // Nothing of the teacher's work is lost by it.
  }
}
