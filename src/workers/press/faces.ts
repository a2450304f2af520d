import boldFace from 'dejavu-fonts-ttf/ttf/DejaVuSerifCondensed-Bold.ttf?url';
import italicFace from 'dejavu-fonts-ttf/ttf/DejaVuSerifCondensed-Italic.ttf?url';
import plainFace from 'dejavu-fonts-ttf/ttf/DejaVuSerifCondensed.ttf?url';
import type { Faces } from './press.ts';

let loaded: Promise<Faces> | undefined;

/** The faces of the press, from the application's own files, loaded once. */
export function faces(): Promise<Faces> {
  loaded ??= load();
  return loaded;
}

async function load(): Promise<Faces> {
  const read = async (url: string): Promise<ArrayBuffer> => (await fetch(url)).arrayBuffer();
  const [plain, bold, italic] = await Promise.all([read(plainFace), read(boldFace), read(italicFace)]);
  return { plain, bold, italic };
}
