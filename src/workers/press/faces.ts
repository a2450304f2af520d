import boldFace from '@fontsource/alegreya/files/alegreya-latin-700-normal.woff?url';
import italicFace from '@fontsource/alegreya/files/alegreya-latin-400-italic.woff?url';
import plainFace from '@fontsource/alegreya/files/alegreya-latin-400-normal.woff?url';
import signsFace from 'dejavu-fonts-ttf/ttf/DejaVuSerifCondensed.ttf?url';
import boldSignsFace from 'dejavu-fonts-ttf/ttf/DejaVuSerifCondensed-Bold.ttf?url';
import type { Faces } from './press.ts';

let loaded: Promise<Faces> | undefined;

/** The faces of the press, from the application's own files, loaded once. */
export function faces(): Promise<Faces> {
  loaded ??= load();
  return loaded;
}

async function load(): Promise<Faces> {
  const read = async (url: string): Promise<ArrayBuffer> => (await fetch(url)).arrayBuffer();
  const [plain, bold, italic, signs, boldSigns] = await Promise.all(
    [plainFace, boldFace, italicFace, signsFace, boldSignsFace].map(read),
  );
  return { plain, bold, italic, signs, boldSigns } as Faces;
}
