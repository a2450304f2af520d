/** Said wherever hands are set to work. Common practice, no source; the minutes from memory. */
export const CAUTION =
  'Build stretches and high positions up over weeks, let the hand go between tries, rest at least every 25 minutes, and stop when it hurts or tingles. The teacher in the room decides; for pain that stays, a doctor or physiotherapist.';
