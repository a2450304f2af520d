export { TEMPERAMENTS, type Temperament, centsFrom, equalHz, frequency, millimetresOf } from './temperament.ts';
