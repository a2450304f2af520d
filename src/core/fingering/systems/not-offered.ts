import type { NotOffered } from './system-ways.ts';

/** Why a system is not among the ways, as it is said when asked. */
export const NOT_OFFERED: Readonly<Record<NotOffered, string>> = {
  'other instrument': 'It is for another instrument.',
  'other figure': 'It is for another kind of study.',
  'other octaves': 'It is for another number of octaves.',
  'other chord': 'It is for another chord.',
  'one way only': 'The study goes one way only.',
  'rules of its own': 'The study has a rule of its own that decides this already.',
  'no open string to stand for': 'The key has no open string that a fourth finger could stand for both ways.',
  'no shift to come back by': 'The hand stays where it is: there is nothing to come back from.',
  'does not return so': 'From this top no good way down lands so.',
  'little in that position': 'Too little of it lies there.',
  'no hand for it': 'No hand can play the notes so.',
};
