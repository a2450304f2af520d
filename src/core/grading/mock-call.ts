import { z } from 'zod';
import type { Ask } from './syllabus.ts';

const Went = z.enum(['right', 'shaky', 'missed']);

/** How something went when it was called for. */
export type Went = z.infer<typeof Went>;

/** What was called for in a mock examination and how it went. */
export const MockCall = z.strictObject({
  date: z.iso.datetime(),
  syllabus: z.string().max(64),
  instrument: z.string().max(20),
  grade: z.string().max(60),
  /** One for each thing called for. */
  calls: z.array(z.strictObject({ item: z.string().max(64), tonic: z.string().max(4), went: Went })),
});

export type MockCall = z.infer<typeof MockCall>;

/** How often an ask is drawn beside one that went right last time: what is weak or unheard comes oftener. */
const WEIGHTS: Readonly<Record<Went | 'unheard', number>> = { right: 1, shaky: 3, missed: 5, unheard: 4 };

/**
 * Draws `count` asks of a grade as an examiner would, none twice, weighted to what is weak or
 * unheard. `chance` gives numbers from 0 up to 1; `last` says how an ask went when last heard.
 */
export function drawCalls(
  asks: readonly Ask[],
  count: number,
  last: (ask: Ask) => Went | undefined,
  chance: () => number,
): Ask[] {
  const left = asks.map((ask) => ({ ask, weight: WEIGHTS[last(ask) ?? 'unheard'] }));
  const drawn: Ask[] = [];
  while (drawn.length < count && left.length > 0) {
    let at = chance() * left.reduce((sum, { weight }) => sum + weight, 0);
    let place = left.findIndex(({ weight }) => (at -= weight) < 0);
    if (place < 0) place = left.length - 1;
    const [one] = left.splice(place, 1);
    if (one) drawn.push(one.ask);
  }
  return drawn;
}

/** Which of the bowings that would do is asked for. */
export function drawSlur(ask: Ask, chance: () => number): number {
  const { slurs } = ask.item;
  return slurs[Math.floor(chance() * slurs.length)] ?? 1;
}
