import { INSTRUMENTS, type InstrumentId } from '../instruments/index.ts';
import { z } from 'zod';
import { RHYTHM_NAMES } from '../recipe/index.ts';
import { atPlace, refused, type Outcome, admitted, parseJson, readOutside } from '../base/index.ts';
import { FIGURES, FORMS, formOf, type FormId, isTonicName, parsePitch } from '../theory/index.ts';

/** Version of the file: raised when a field changes its meaning. */
export const SYLLABUS_VERSION = 1;

const FORM_IDS = FORMS.map((form) => form.id) as [FormId, ...FormId[]];
const whole = (words: string, least: number, most: number) =>
  z.number({ error: words }).int({ error: words }).min(least, { error: words }).max(most, { error: words });
const text = (words: string, most: number) => z.string({ error: words }).trim().min(1, { error: words }).max(most);

/** One line of a syllabus: a figure in some keys, and how it is to be played. */
export const Item = z
  .strictObject({
    id: text('Each line has an id.', 64),
    figure: z.enum(FIGURES, { error: `A figure is one of: ${FIGURES.join(', ')}.` }),
    /** Any of these, the candidate's choice. */
    forms: z
      .array(z.enum(FORM_IDS, { error: `A form is one of: ${FORM_IDS.join(', ')}.` }))
      .min(1, { error: 'Give at least one form.' })
      .max(6),
    /** Every one of these is asked. */
    tonics: z
      .array(
        z
          .string()
          .refine(isTonicName, { error: 'A tonic is a letter A to G, then # or b if needed, such as F# or Bb.' }),
      )
      .min(1, { error: 'Give at least one tonic.' })
      .max(24),
    octaves: whole('Octaves are 1 to 4.', 1, 4),
    /** Lowest note, sounding, where it is prescribed. */
    lowest: z
      .string()
      .refine((name) => parsePitch(name) !== undefined, { error: 'The lowest note is a pitch such as A3.' })
      .optional(),
    direction: z.enum(['up', 'down', 'up-down']).default('up-down'),
    /** Notes to a bow, any of these; 1 for separate bows; none if nothing is said of the bow. */
    slurs: z
      .array(whole('Notes to a bow are 1 to 64.', 1, 64))
      .max(8)
      .default([1]),
    rhythm: z.enum(RHYTHM_NAMES, { error: `A rhythm is one of: ${RHYTHM_NAMES.join(', ')}.` }).default('even'),
    /** Least tempo: beats a minute, and notes to the beat. */
    tempo: z
      .strictObject({
        bpm: whole('A tempo is 20 to 400 beats a minute.', 20, 400),
        perBeat: whole('Notes to a beat are 1 to 16.', 1, 16),
      })
      .optional(),
    memory: z.boolean().default(true),
  })
  .superRefine(({ figure, forms }, context) => {
    for (const form of forms) {
      const { name, scale, chord } = formOf(form);
      const fits = figure === 'arpeggio' ? chord : figure === 'arpeggio-series' ? form === 'major' : scale;
      if (!fits) {
        context.addIssue({
          code: 'custom',
          path: ['forms'],
          message:
            figure === 'arpeggio'
              ? `There is no arpeggio in the form ${name}.`
              : `${name} is an arpeggio: the figure must be arpeggio.`,
        });
      }
    }
  });

/** How much of a group is asked: all, any so many, or one of the candidate's choice. */
export const Rule = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('all') }),
  z.strictObject({ kind: z.literal('any'), count: whole('Any of a group are 1 to 50.', 1, 50) }),
  z.strictObject({ kind: z.literal('choice') }),
]);

/** More than this no section, grade or group holds; what comes in beyond it is refused in words. */
export const MOST = { grades: 20, groups: 40, items: 500, beyond: 100 } as const;

export const Group = z.strictObject({
  id: text('Each group has an id.', 64),
  name: text('Give the group a name.', 80),
  rule: Rule.default(() => ALL),
  items: z.array(Item).max(MOST.items),
  /** What is asked besides and cannot be made yet, in its own words: double stops, harmonics. */
  beyond: z.array(z.string().trim().min(1).max(300)).max(MOST.beyond).optional(),
});

export const Grade = z.strictObject({
  id: text('Each grade has an id.', 64),
  name: text('Give the grade a name.', 60),
  groups: z.array(Group).max(MOST.groups),
});

export const Syllabus = z.strictObject({
  kind: z.literal('step-ladder-syllabus', {
    error: 'This is no syllabus of Step Ladder: its "kind" says something else.',
  }),
  version: z.literal(SYLLABUS_VERSION, {
    error: `This syllabus is of another version; Step Ladder reads version ${SYLLABUS_VERSION}.`,
  }),
  id: z.string().regex(/^[a-z0-9-]{2,64}$/, { error: 'A syllabus is known by small letters, digits and dashes.' }),
  name: text('Give the syllabus a name.', 120),
  /** Where it comes from, said on its face. */
  notes: z.string().trim().max(1000).default(''),
  sections: z
    .array(z.strictObject({ instrument: z.enum(INSTRUMENTS), grades: z.array(Grade).min(1).max(MOST.grades) }))
    .min(1, { error: 'A syllabus has at least one instrument.' })
    .max(4),
});

export type Syllabus = z.infer<typeof Syllabus>;
export type Section = Syllabus['sections'][number];
export type Grade = z.infer<typeof Grade>;
export type Group = z.infer<typeof Group>;
export type Item = z.infer<typeof Item>;
export type Rule = z.infer<typeof Rule>;

/** The rule of a group that says nothing of it. */
export const ALL: Rule = { kind: 'all' };

/** One thing to be played: an item in one of its keys. */
export interface Ask {
  readonly instrument: InstrumentId;
  /** Place of the grade in its section, from 0. */
  readonly grade: number;
  readonly gradeName: string;
  readonly group: string;
  readonly rule: Rule;
  readonly item: Item;
  readonly tonic: string;
}

/** Everything a section asks, grade by grade, in its order. */
export function asksOf({ instrument, grades }: Section): Ask[] {
  return grades.flatMap(({ name, groups }, grade) =>
    groups.flatMap((group) =>
      group.items.flatMap((item) =>
        item.tonics.map((tonic) => ({
          instrument,
          grade,
          gradeName: name,
          group: group.name,
          rule: group.rule,
          item,
          tonic,
        })),
      ),
    ),
  );
}

/** The part of a syllabus for an instrument. */
export function sectionFor(syllabus: Syllabus, instrument: InstrumentId): Section | undefined {
  return syllabus.sections.find((section) => section.instrument === instrument);
}

/** Reads a syllabus file; the refusal names the first field at fault and its place. */
export function readSyllabus(text: string): Outcome<Syllabus> {
  const size = admitted('syllabus', text.length, '');
  if (!size.ok) return size;
  const json = parseJson(text);
  if (!json) {
    const instead = 'Choose a syllabus that Step Ladder exported, or a CSV with its header.';
    return refused('not-json', '', { thing: 'a syllabus', instead });
  }
  const read = readOutside(Syllabus, json.value);
  return read.ok ? read : atPlace(read);
}
