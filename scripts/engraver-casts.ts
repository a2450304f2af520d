import { functionsOf, withBody } from './wasm-functions.ts';
import { signed, unsigned } from './wasm-sections.ts';

/**
 * By what the function is known that tells whether a thing is of another kind too, and where in it that other part lies
 * (`__dynamic_cast`): eight bytes it writes at once where it begins to look, as no other function does.
 * Source: Itanium C++ ABI, 2.9.5; LLVM's libcxxabi, `private_typeinfo.cpp`, as it is compiled here.
 */
export const LOOKS = Buffer.from([0x42, 0x81, 0x80, 0x80, 0x80, 0x80, 0x80, 0x80, 0x80, 0x01]);

/** Answers that are kept: rows of four words, the kind of the thing, as what it is known, what is asked for, and the answer. */
const ROWS = 4096;
const ROW = 16;
const [KIND, AS, FOR, STEP] = [0, 4, 8, 12];

/** How much memory they take, bytes: all zeros at first, which no kind is called by. */
export const ANSWERS = ROWS * ROW;

/** The answer kept where a thing is not of that kind. Other answers are steps from part to part, multiples of 4 bytes. */
const NOT = 1;

/** Large odd numbers, which scatter kinds that lie near each other over the rows. */
const [SCATTER_KINDS, SCATTER_ASKED] = [0x1e35a7bd, 0x2545f491];

/** What the function is given (where the thing lies; as what it is known, what is asked for, a hint), and what it notes. */
const [THING, KNOWN_AS, ASKED_FOR, HINT, KIND_OF, AT, FOUND] = [0, 1, 2, 3, 4, 5, 6];

/** Instructions as they are written. Source: WebAssembly Core Specification 2.0, 5.4 (binary format, instructions). */
const get = (local: number): number[] => [0x20, local];
const set = (local: number): number[] => [0x21, local];
const tee = (local: number): number[] => [0x22, local];
const number = (value: number): number[] => [0x41, ...signed(value)];
const load = (offset: number): number[] => [0x28, 2, offset];
const store = (offset: number): number[] => [0x36, 2, offset];
const call = (which: number): number[] => [0x10, ...unsigned(which)];
const [IF, IF_ELSE, ELSE, END, RETURN] = [[0x04, 0x40], [0x04, 0x7f], [0x05], [0x0b], [0x0f]] as const;
const [SAME, AND, PLUS, MINUS, TIMES] = [[0x46], [0x71], [0x6a], [0x6b], [0x6c]] as const;
const [BITS_UP, BITS_DOWN] = [[0x74], [0x76]] as const;

/** Three notes, numbers of 32 bits. */
const NOTES = [1, 3, 0x7f];

/**
 * The engraver's program, remembering of what kinds its things are. It asks that for each pair of a finger and what stands
 * near it and at many other places, 24,500 times for a score of 43 notes, and goes through families of kinds each time, which
 * was half of the score's time. The answer depends on nothing but what a thing begins with, which is where the table of its
 * kind lies (its vtable), as what it is known and what is asked for; each lies at one place as long as the program runs, and
 * the hint follows from the last two. What looks is kept as it is, and asked where no answer is kept or another took its row.
 *
 * @param answers where in memory {@link ANSWERS} bytes lie that nothing else uses, all zeros.
 * @returns nothing where the function that tells is not the only one of its look.
 */
export function withAnswersKept(wasm: Uint8Array, answers: number): Uint8Array | undefined {
  const [tells, ...others] = functionsOf(wasm).filter(({ body }) => body.includes(LOOKS));
  if (!tells || others.length > 0) return undefined;
  const row = [
    ...[get(THING), load(0), tee(KIND_OF), number(SCATTER_KINDS), TIMES],
    ...[get(ASKED_FOR), number(SCATTER_ASKED), TIMES, PLUS],
    ...[number(32 - Math.log2(ROWS)), BITS_DOWN, number(Math.log2(ROW)), BITS_UP, number(answers), PLUS, set(AT)],
  ];
  const kept = [
    ...[get(AT), load(KIND), get(KIND_OF), SAME],
    ...[get(AT), load(AS), get(KNOWN_AS), SAME, AND],
    ...[get(AT), load(FOR), get(ASKED_FOR), SAME, AND],
  ];
  const answer = [
    ...[get(AT), load(STEP), number(NOT), SAME],
    ...[IF_ELSE, number(0), ELSE, get(THING), get(AT), load(STEP), PLUS, END],
  ];
  const keep = [
    ...[get(AT), get(KIND_OF), store(KIND), get(AT), get(KNOWN_AS), store(AS), get(AT), get(ASKED_FOR), store(FOR)],
    ...[get(AT), get(FOUND), IF_ELSE, get(FOUND), get(THING), MINUS, ELSE, number(NOT), END, store(STEP)],
  ];
  return withBody(wasm, tells, (looks) => {
    const look = [get(THING), get(KNOWN_AS), get(ASKED_FOR), get(HINT), call(looks), set(FOUND)];
    return Buffer.from([...NOTES, ...[row, kept, [IF], answer, [RETURN, END], look, keep, [get(FOUND), END]].flat(2)]);
  });
}
