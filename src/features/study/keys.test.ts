import { describe, expect, it } from 'vitest';
import { DESK_KEYS, deskKeyOf } from './keys.ts';

const press = (key: string, held: Partial<Record<'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey', boolean>> = {}) =>
  deskKeyOf({ key, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...held })?.id;

describe('the keys of the desk', () => {
  it('are told by letter, Ctrl or command, and Shift', () => {
    expect(press('z', { ctrlKey: true })).toBe('undo');
    expect(press('z', { metaKey: true })).toBe('undo');
    expect(press('Z', { ctrlKey: true, shiftKey: true })).toBe('redo');
    expect(press('y', { ctrlKey: true })).toBe('redo');
    expect(press('k', { ctrlKey: true })).toBe('palette');
    expect(press('?', { shiftKey: true })).toBe('help');
    expect(press('m')).toBe('stand');
    expect(press('z')).toBeUndefined();
    expect(press('m', { ctrlKey: true })).toBeUndefined();
    expect(press('z', { ctrlKey: true, altKey: true })).toBeUndefined();
  });

  it('take no letter that pins a string, and no two are the same', () => {
    for (const { key, ctrl } of DESK_KEYS) if (!ctrl) expect('cgdaebf'.split('')).not.toContain(key);
    const told = DESK_KEYS.map(({ key, ctrl, shift }) => `${key} ${ctrl} ${shift}`);
    expect(new Set(told).size).toBe(told.length);
  });
});
