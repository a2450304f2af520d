import { z } from 'zod';
import type { Outcome } from '../../core/base/outcome.ts';
import type { BuiltStudy } from '../../core/study/build.ts';
import type { KeptStudy } from '../../core/study/kept-study.ts';
import type { SavedFinger } from '../../core/study/saved-study.ts';
import { engine } from '../../workers/engine.ts';
import { toAddress } from '../../core/study/address.ts';
import { FIRST_WAYS, foundAhead } from './at-hand.ts';
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
  const kept = engineStands ? undefined : await keptWayOf(choices, own, saved);
  if (kept) return { ok: true, value: kept };
  const alone = { ...choices, ways: 1 };
  const found = saved ? await engine().buildKept(alone, saved) : await engine().build(alone, own);
  engineStands = true;
  if (found.ok) void FIRST_WAYS.keep(keyOf(choices, own, saved), JSON.stringify(found.value));
  return found;
}

/** The same as it was found on a day before; nothing where it was not. */
async function keptWayOf(
  choices: Choices,
  own: string | undefined,
  saved: readonly SavedFinger[] | undefined,
): Promise<BuiltStudy | KeptStudy | undefined> {
  return answerIn(await FIRST_WAYS.find(keyOf(choices, own, saved)));
}

/** The same of a study whose address was looked for as the page was opened (`lookAhead`). */
export async function wayFoundAhead(choices: Choices): Promise<BuiltStudy | KeptStudy | undefined> {
  const found = await foundAhead();
  return found?.key === keyOf(choices, undefined, undefined) ? answerIn(found.text) : undefined;
}

/** The address of a study that stands for itself; with fingers of a book or of the library more than an address. */
function keyOf(choices: Choices, own: string | undefined, saved: readonly SavedFinger[] | undefined): string {
  const address = toAddress(choices, 0).toString();
  return own === undefined && saved === undefined ? address : JSON.stringify([address, own, saved]);
}

/** The answer a text holds; none where it holds none, so that it is asked for anew. */
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
