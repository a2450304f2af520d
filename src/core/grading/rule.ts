import type { Rule } from './syllabus.ts';

/** A rule as it is written: `all`, `choice`, `any 2`. */
export function ruleText(rule: Rule): string {
  return rule.kind === 'any' ? `any ${rule.count}` : rule.kind;
}

/** Reads a written rule; nothing means all. None if it is no rule. */
export function readRule(text: string): Rule | undefined {
  const plain = text.trim().toLowerCase();
  if (plain === '' || plain === 'all') return { kind: 'all' };
  if (plain === 'choice') return { kind: 'choice' };
  const count = Number(/^any (\d{1,2})$/.exec(plain)?.[1] ?? 0);
  return count >= 1 && count <= 50 ? { kind: 'any', count } : undefined;
}

/** A rule as it is said: `all`, `any 2`, `one, the candidate’s choice`. */
export function ruleWords(rule: Rule): string {
  return rule.kind === 'choice' ? 'one, the candidate’s choice' : ruleText(rule);
}
