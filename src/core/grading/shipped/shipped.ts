import type { Syllabus } from '../syllabus.ts';
import { AUDITION_LIST } from './audition-list.ts';
import { CLASS_PLAN } from './class-plan.ts';
import { EIGHT_GRADES } from './eight-grades.ts';

/** The invented syllabuses that come with Step Ladder. */
export const SHIPPED: readonly Syllabus[] = [EIGHT_GRADES, CLASS_PLAN, AUDITION_LIST];
