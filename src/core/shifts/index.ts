export { CAUTION } from './caution.ts';
export { ringing } from './check.ts';
export { type CrossingCard, crossingCards } from './crossing-card.ts';
export { placeAt } from './finger-places.ts';
export { bendOf, tapesOf } from './home-place.ts';
export { postureReminders } from './posture.ts';
export { checkSentence, leadSentences, placeSentence, shiftSentences } from './sentences.ts';
export { type ShiftCard, findingOf, shiftCards, startCard } from './shift-card.ts';
export { strainOf } from './strain.ts';
