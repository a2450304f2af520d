/**
 * What hinders the browser's storage: its quota is used up, the disk is full, a newer version's database, permission
 * denied, the browser has dropped the library, or a fault of the program's own.
 */
export type TroubleKind = 'full' | 'disk' | 'newer' | 'blocked' | 'emptied' | 'fault';

/** Why the browser's storage can't be used, in words for the teacher. */
export class StorageTrouble extends Error {
  override readonly name = 'StorageTrouble';
  readonly kind: TroubleKind;

  constructor(message: string, kind: TroubleKind = 'fault') {
    super(message);
    this.kind = kind;
  }
}
