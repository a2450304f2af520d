import { describe, expect, it } from 'vitest';
import { firstStaff, smallerStaff, STAFF } from './staff-size.ts';

describe('the size of the staff', () => {
  it('comes to a size that fits or to the least, from any first guess, in few tries', () => {
    // A score whose systems are five staves high and whose notes are one staff wide.
    const high = (staff: number, notes: number, width: number): number =>
      Math.ceil((notes * staff) / (width - 2 * staff)) * staff * 5;
    for (const notes of [8, 15, 29, 43, 57, 120])
      for (const width of [380, 640, 880, 1100])
        for (const height of [150, 250, 330, 480]) {
          let staff = firstStaff(notes, width, height);
          let tries = 1;
          for (;;) {
            const next = smallerStaff(staff, high(staff, notes, width), height, tries);
            if (next === undefined) break;
            expect(next).toBeLessThan(staff);
            staff = next;
            tries += 1;
          }
          expect(high(staff, notes, width) <= height || staff === STAFF.least).toBe(true);
          expect(tries).toBeLessThanOrEqual(3);
        }
  });

  it('is larger for fewer notes and more room, within its bounds', () => {
    expect(firstStaff(8, 880, 330)).toBe(STAFF.largest);
    expect(firstStaff(200, 600, 200)).toBe(STAFF.least);
    expect(firstStaff(43, 880, 330)).toBeGreaterThan(firstStaff(57, 880, 330));
    expect(smallerStaff(30, 200, 200, 1)).toBeUndefined();
    expect(smallerStaff(STAFF.least, 900, 200, 1)).toBeUndefined();
  });
});
