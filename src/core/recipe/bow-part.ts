/** Where on the bow a study is played, from anywhere to the heel. */
export const BOW_PARTS = ['none', 'whole', 'upper-half', 'lower-half', 'middle', 'tip', 'heel'] as const;
export const BOW_PART_WORDS: Readonly<Record<(typeof BOW_PARTS)[number], string>> = {
  none: 'anywhere',
  whole: 'whole bows',
  'upper-half': 'upper half',
  'lower-half': 'lower half',
  middle: 'in the middle',
  tip: 'at the tip',
  heel: 'at the heel',
};
