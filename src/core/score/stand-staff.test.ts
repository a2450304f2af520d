import { describe, expect, it } from 'vitest';
import { standStaff } from './stand-staff.ts';

describe('the staff at the music stand', () => {
  it('is large, larger for fewer notes, never higher than a line has room', () => {
    expect(standStaff(43, 1280, 740, 1)).toBeGreaterThanOrEqual(60);
    expect(standStaff(8, 1280, 740, 1)).toBeGreaterThan(standStaff(43, 1280, 740, 1));
    expect(standStaff(8, 1280, 740, 9) * 5).toBeLessThanOrEqual(740);
    expect(standStaff(43, 390, 780, 1)).toBeLessThanOrEqual(Math.round(780 / 5));
    expect(standStaff(43, 1280, 740, 0.01)).toBe(30);
  });
});
