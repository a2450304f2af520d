import { capital, choices, plural, spelledCount } from '../base/index.ts';
import type { Count, Evenness, Remedy, Steps } from './coming-out-even.ts';
import { groupWords } from './group-words.ts';

/** Whether it comes out even, and if not what is over: `Going up 21 steps: in fours one note is left over.` */
export function evenSentence(even: Evenness): string {
  if (even.sense === 'turning') {
    return `It comes out even in ${groupWords(even.group)}: the top note and the last note each begin a bow.`;
  }
  if (even.sense === 'closing') {
    return `It comes out even in ${groupWords(even.group)}: each way fills whole bows, and the top begins the way down again.`;
  }
  const ways = [countWords('going up', even.up, even.group), countWords('coming down', even.down, even.group)];
  const text = ways.filter(Boolean).join('; ');
  return `It does not come out even: ${text}.`;
}

function countWords(heading: string, count: Count | undefined, group: number): string {
  if (!count) return '';
  const total = count.steps + count.added;
  const sum = count.added > 0 ? `${count.steps} steps and ${count.added} added make ${total}` : `${count.steps} steps`;
  return `${heading} ${sum}, in ${groupWords(group)} ${count.left === 0 ? 'nothing is' : leftWords(count.left)} left over`;
}

function leftWords(count: number): string {
  return `${spelledCount(count, 'note')} ${plural(count, 'is', 'are')}`;
}

/** What a remedy does and why it helps: `An opening turn of three: 21 and 3 make 24.` */
export function remedySentence(remedy: Remedy, steps: Steps): string {
  const parts: string[] = [];
  const turn = { none: 0, two: 2, three: 3 };
  if (remedy.longTonic > 0) parts.push(`the first tonic held for ${remedy.longTonic + 1} notes`);
  if (remedy.opening !== 'none') parts.push(`an opening turn of ${remedy.opening}`);
  if (remedy.top === 'twice') parts.push('the top note twice');
  if (remedy.longTop > 0) parts.push(`the top note held for ${remedy.longTop + 1} notes`);
  if (remedy.closing !== 'none') parts.push(`a closing turn of ${remedy.closing}`);
  if (parts.length === 0) return 'Nothing: it comes out even as it is.';
  const up = turn[remedy.opening] + remedy.longTonic;
  const down = turn[remedy.closing] + remedy.longTop + (remedy.top === 'twice' && remedy.sense === 'turning' ? 1 : 0);
  const tonic = remedy.sense === 'closing' ? 1 : 0;
  const sums = [
    steps.up > 0 ? sumWords('up', steps.up, up, tonic) : '',
    steps.down > 0 ? sumWords('down', steps.down, down, tonic) : '',
  ].filter(Boolean);
  return `${capital(choices(parts))}: ${choices(sums)}.`;
}

function sumWords(heading: string, steps: number, added: number, tonic: number): string {
  const terms = [String(steps), ...(added > 0 ? [String(added)] : []), ...(tonic > 0 ? ['its tonic'] : [])];
  return `${heading} ${terms.length > 1 ? `${terms.join(' and ')} make ` : ''}${steps + added + tonic}`;
}
