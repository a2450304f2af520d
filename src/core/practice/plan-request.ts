import { z } from 'zod';
import { refused, type Outcome, readOutside } from '../base/index.ts';
import { EngineMemory } from '../fingering/index.ts';
import { titleOf } from '../recipe/index.ts';
import { buildFrom } from '../study/index.ts';
import { Attempt } from './attempt.ts';
import { Day } from './day.ts';
import { Ladder, USUAL_LADDER } from './ladder.ts';
import { planDays, type Plan, type PlannedStudy } from './plan.ts';
import { Practice } from './practice-time.ts';
import { rungsOf, secondsOf } from './rungs-here.ts';
import { climbed } from './standing.ts';
import { TempoRule } from './tempo-steps.ts';

const whole = (words: string, least: number, most: number) =>
  z.number({ error: words }).int({ error: words }).min(least, { error: words }).max(most, { error: words });

/** A plan as it is asked for from outside: dates are given, no clock is read. */
export const PlanRequest = z
  .object({
    today: Day,
    exam: Day.nullable().default(null),
    days: whole('A plan is for 1 to 366 days.', 1, 366).default(14),
    minutes: Practice.shape.minutes.default(30),
    restDays: Practice.shape.restDays,
    tempo: TempoRule.default(() => TempoRule.parse({})),
    ladder: Ladder.default(USUAL_LADDER),
    studies: z
      .array(
        z.object({
          id: Attempt.shape.study,
          recipe: z.unknown(),
          target: z
            .object({
              bpm: whole('The tempo to reach is 20 to 400 beats a minute.', 20, 400),
              perBeat: whole('Notes to a beat are 1 to 16.', 1, 16).default(1),
            })
            .optional(),
          set: Day,
        }),
      )
      .max(2000, { error: 'A plan holds at most 2000 studies.' }),
    attempts: z.array(Attempt).max(200_000, { error: 'A log holds at most 200,000 tries.' }).default([]),
  })
  .superRefine(({ studies, attempts }, context) => {
    const ids = new Set<string>();
    studies.forEach(({ id }, place) => {
      if (ids.has(id)) {
        context.addIssue({
          code: 'custom',
          path: ['studies', place, 'id'],
          message: `Two studies are called “${id}”.`,
        });
      }
      ids.add(id);
    });
    attempts.forEach(({ study }, place) => {
      if (ids.has(study)) return;
      const message = `No study is called “${study}”. A try belongs to one of the studies of the plan.`;
      context.addIssue({ code: 'custom', path: ['attempts', place, 'study'], message });
    });
  });

/**
 * Reads a request from outside and lays practice out. What is wrong is told with its place: of a recipe that cannot
 * be made, the field within it.
 */
export function planFrom(input: unknown): Outcome<Plan> {
  const read = readOutside(PlanRequest, input);
  if (!read.ok) return read;
  const { today, exam, days, minutes, restDays, tempo, ladder, studies, attempts } = read.value;
  const memory = new EngineMemory();
  const planned: PlannedStudy[] = [];
  for (const [place, { id, recipe, target, set }] of studies.entries()) {
    const built = buildFrom({ ...(recipe as object), ways: 1 }, memory);
    if (!built.ok) {
      const { path, message } = built.refusal;
      return refused('unreadable', `studies.${place}.recipe${path ? `.${path}` : ''}`, { reason: message });
    }
    const { value } = built;
    const title = titleOf(value.recipe);
    const [way] = value.ways;
    if (!way) continue;
    const study = { title, recipe: value.recipe, passage: value.passage, way };
    const rungs = rungsOf(study, ladder, target, memory).map(climbed);
    const tries = attempts.filter((one) => one.study === id);
    planned.push({ id, title, set, seconds: secondsOf(study), rungs, tries });
  }
  return { ok: true, value: planDays(planned, { minutes, restDays }, today, days, exam ?? undefined, tempo) };
}
