// What comes of a plan: the invented pupils of `core/practice/learner.ts` practise eight weeks by three policies, at
// equal minutes; and how long a plan for sixty studies and ninety days takes, in units of one pupil's eight weeks.
import { tryPolicy, type Policy } from '../src/core/practice/learner.ts';
import { planDays } from '../src/core/practice/plan.ts';
import { dayAfter } from '../src/core/practice/day.ts';

const say = (line: string): void => void process.stdout.write(`${line}\n`);

const PUPILS = 200;
const STUDIES = 16;
const POLICIES: readonly Policy[] = ['our plan', 'the whole list in rotation', 'the newest first'];
const begins = '2026-03-02';

say(`\nPractice: ${PUPILS} invented pupils, ${STUDIES} studies, 8 weeks, 25 minutes a day`);
const stand = new Map<Policy, number>();
let weeks = 0;
for (const policy of POLICIES) {
  const from = performance.now();
  let sum = 0;
  for (let seed = 0; seed < PUPILS; seed += 1) {
    const practice = { minutes: 25, restDays: [0] };
    sum += tryPolicy(policy, { seed: seed * 11 + 3, studies: STUDIES, weeks: 8, practice, begins });
  }
  if (policy === 'our plan') weeks = (performance.now() - from) / PUPILS;
  stand.set(policy, sum / PUPILS);
}
const ours = stand.get('our plan') ?? 0;
for (const [policy, mean] of stand) {
  const ratio = policy === 'our plan' ? '' : `; ours is ${(ours / mean).toFixed(1)} times that`;
  say(`  by ${policy}: ${mean.toFixed(2)} of ${STUDIES} stand on the day of the exam${ratio}`);
}

const rungs = ['names', 'plucked', 'shift-1', 'shift-2', 'turn', 'whole', 'tempo'].map((id) => ({
  id,
  name: id,
  bpm: id === 'tempo' ? 80 : 60,
  seconds: 20,
  strains: id.startsWith('shift'),
  clean: 3,
  climbs: id === 'tempo',
}));
const studies = Array.from({ length: 60 }, (_, k) => ({
  id: `study-${k}`,
  title: `Study ${k}`,
  set: begins,
  seconds: 25,
  rungs,
  tries: [],
}));
const times = Array.from({ length: 7 }, () => {
  const from = performance.now();
  planDays(studies, { minutes: 45, restDays: [0] }, begins, 90, dayAfter(begins, 90));
  return performance.now() - from;
}).sort((a, b) => a - b);
const plan = times[3] ?? 0;
say(
  `  a plan for 60 studies and 90 days: ${plan.toFixed(0)} ms (asked: under 200), ${(plan / weeks).toFixed(2)} times one pupil’s eight weeks`,
);
