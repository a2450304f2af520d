import { z } from 'zod';

/** How the desk is divided; remembered in this browser alone, for it fits this screen. */
const DeskShape = z.object({
  /** The score's share of the height it has together with the fingerboard, 0 to 1. */
  share: z.number().min(0.3).max(0.8).catch(0.58),
  /** What lies under the score. */
  board: z.enum(['fingerboard', 'map']).catch('fingerboard'),
});

export type DeskShape = z.infer<typeof DeskShape>;

const KEY = 'desk';

/** The desk as it was left, or as it usually is where nothing, or nothing readable, is remembered. */
export function deskShape(): DeskShape {
  try {
    return DeskShape.parse(JSON.parse(localStorage.getItem(KEY) ?? '{}'));
  } catch {
    return DeskShape.parse({});
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
