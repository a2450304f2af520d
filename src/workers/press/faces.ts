import signsFace from 'dejavu-fonts-ttf/ttf/DejaVuSerifCondensed.ttf?url';
import boldSignsFace from 'dejavu-fonts-ttf/ttf/DejaVuSerifCondensed-Bold.ttf?url';
import { subsetsFor, unprintable } from './letters.ts';
import type { Face, Faces } from './press.ts';

/** The files of the face, by part and cut. */
const FILES = import.meta.glob<string>(
  '/node_modules/@fontsource/alegreya/files/alegreya-*-{400-normal,700-normal,400-italic}.woff',
  {
    query: '?url',
    import: 'default',
    eager: true,
  },
);

const CUTS: Readonly<Record<Face, string>> = { plain: '400-normal', bold: '700-normal', italic: '400-italic' };

const read = new Map<string, Promise<ArrayBuffer>>();

function fetched(url: string): Promise<ArrayBuffer> {
  const file = read.get(url) ?? fetch(url).then((answer) => answer.arrayBuffer());
  read.set(url, file);
  return file;
}

function faceFile(part: string, face: Face): Promise<ArrayBuffer> {
  return fetched(FILES[`/node_modules/@fontsource/alegreya/files/alegreya-${part}-${CUTS[face]}.woff`] ?? '');
}

/**
 * The faces that what is to be printed needs, from the application's own files, each loaded once. Throws a sentence where
 * there are letters that none of them has.
 */
export async function faces(printed: unknown): Promise<Faces> {
  const text = JSON.stringify(printed);
  const [word] = unprintable(text);
  if (word !== undefined) {
    throw new Error(
      `“${word.slice(0, 40)}” is written in letters that the fonts of the PDF do not have. Choose Print instead: the browser prints them with the fonts of this computer.`,
    );
  }
  const cuts = Object.keys(CUTS) as Face[];
  const [own, more, signs, boldSigns] = await Promise.all([
    Promise.all(cuts.map((face) => faceFile('latin', face))),
    Promise.all(
      subsetsFor(text).flatMap((part) =>
        cuts.map(async (face) => [`${face} ${part}`, await faceFile(part, face)] as const),
      ),
    ),
    fetched(signsFace),
    fetched(boldSignsFace),
  ]);
  const [plain, bold, italic] = own as [ArrayBuffer, ArrayBuffer, ArrayBuffer];
  return { plain, bold, italic, signs, boldSigns, ...Object.fromEntries(more) };
}
