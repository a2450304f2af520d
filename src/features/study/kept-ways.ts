import { z } from 'zod';
import type { Outcome } from '../../core/base/index.ts';
import { type BuiltStudy, type KeptStudy, type SavedFinger, fromAddress, toAddress } from '../../core/study/index.ts';
import { engine } from '../../workers/engine.ts';
import { hashOfKey } from '../../data/query-keys.ts';
import { askedAhead, FIRST_WAYS, foundBefore } from './at-hand.ts';
import type { Choices } from './choices.ts';

/** Once the engine has answered it is faster than a look at what is kept. */
let engineStands = false;

const Fingered = z.looseObject({
  fingers: z.array(z.looseObject({ string: z.string(), finger: z.union([z.number(), z.literal('T')]) })),
  shifts: z.array(z.looseObject({ from: z.number(), to: z.number() })),
});

/** What is looked at of an answer before it is taken for one: a study with notes, and a finger to each. */
const Answer = z.looseObject({
  recipe: z.looseObject({ instrument: z.string(), tonic: z.string() }),
  passage: z.looseObject({ notes: z.array(z.looseObject({ pitch: z.looseObject({ midi: z.number() }) })).min(1) }),
  ways: z.tuple([Fingered], Fingered),
});

/**
 * The study with its first way alone, the best or the one it was kept with: as this engine found it on a day before, or
 * as it finds it now. `own` is a line of the teacher's own book, `saved` the fingers a study was kept with.
 */
export async function firstWayOf(
  choices: Choices,
  own: string | undefined,
  saved: readonly SavedFinger[] | undefined,
): Promise<Outcome<BuiltStudy | KeptStudy>> {
  const early = engineStands ? undefined : await foundEarly(keyOf(choices, own, saved));
  if (early && 'kept' in early) return { ok: true, value: early.kept };
  const alone = { ...choices, ways: 1 };
  const found = early ?? (saved ? await engine().buildKept(alone, saved) : await engine().build(alone, own));
  engineStands = true;
  if (found.ok) FIRST_WAYS.keep(() => ({ key: keyOf(choices, own, saved), text: JSON.stringify(found.value) }));
  return found;
}

/** What is at hand before the engine is asked: an answer of a day before, or that of the engine to an early question. */
async function foundEarly(
  key: string,
): Promise<{ readonly kept: BuiltStudy | KeptStudy } | Outcome<BuiltStudy> | undefined> {
  const kept = answerIn(await foundBefore(key));
  return kept ? { kept } : askedAhead(key);
}

/**
 * What an answer is kept under: the address of the study where that says all of it, so that it can be looked for before
 * addresses can be read; all that was asked where it does not, as of a passage somebody else wrote.
 */
export function keyOf(choices: Choices, own?: string, saved?: readonly SavedFinger[]): string {
  const address = toAddress(choices, 0);
  const read = fromAddress(address);
  const whole = read.ok && hashOfKey([read.value.choices]) === hashOfKey([choices]);
  return whole && own === undefined && saved === undefined ? address.toString() : hashOfKey([choices, own, saved]);
}

/** The answer a text holds; none if it holds none, so that it is asked for again. */
function answerIn(text: string | undefined): BuiltStudy | KeptStudy | undefined {
  if (text === undefined) return undefined;
  try {
    const read: unknown = JSON.parse(text);
    const { passage, ways } = Answer.parse(read);
    return ways[0].fingers.length === passage.notes.length ? (read as BuiltStudy | KeptStudy) : undefined;
  } catch {
    return undefined;
  }
}
