import { SaxesParser } from 'saxes';

/** One element of a file, and where it stands in its text. */
export interface XmlElement {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly XmlElement[];
  /** Text directly within it, trimmed. */
  readonly text: string;
  /** Where its first tag begins, and the place right after that tag. */
  readonly start: number;
  readonly inside: number;
  /** Where its last tag begins; the place after its only tag where it has but one. */
  readonly last: number;
  /** The place after its end. */
  readonly end: number;
}

type Growing = { -readonly [Field in keyof XmlElement]: XmlElement[Field] } & { children: Growing[] };

/** How deep elements may lie in one another, and how many there may be: no music comes near. */
const DEEPEST = 100;
const MOST_ELEMENTS = 2_000_000;

/** What is wrong with a file: thrown, so that nothing after it is read. */
class Fault extends Error {}

/**
 * The elements of a file of XML; a refusal with the line if it is not XML. Entities are not followed:
 * nothing outside the file is ever read.
 */
export function readXml(text: string): { readonly root: XmlElement } | { readonly reason: string } {
  const parser = new SaxesParser({ xmlns: false, position: true });
  const open: Growing[] = [];
  let root: Growing | undefined;
  let [tagStart, count] = [0, 0];
  parser.on('error', ({ message }) => {
    throw new Fault(lineWords(message));
  });
  parser.on('opentagstart', () => {
    tagStart = text.lastIndexOf('<', parser.position - 1);
  });
  parser.on('opentag', ({ name, attributes }) => {
    count += 1;
    if (open.length >= DEEPEST) throw new Fault(`at line ${parser.line} its elements lie too deep in one another`);
    if (count > MOST_ELEMENTS) throw new Fault('it is larger than any score');
    const element: Growing = {
      name: name.replace(/^.*:/, ''),
      attributes,
      children: [],
      text: '',
      start: tagStart,
      inside: parser.position,
      last: parser.position,
      end: parser.position,
    };
    const above = open.at(-1);
    if (above) above.children.push(element);
    else root ??= element;
    open.push(element);
  });
  parser.on('closetag', () => {
    const element = open.pop();
    if (!element) return;
    element.end = parser.position;
    const closing = text.lastIndexOf('<', parser.position - 1);
    element.last = closing > element.start ? closing : element.end;
    element.text = element.text.trim();
  });
  const said = (words: string): void => {
    const element = open.at(-1);
    if (element) element.text += words;
  };
  parser.on('text', said);
  parser.on('cdata', said);
  try {
    parser.write(text).close();
  } catch (error) {
    if (error instanceof Fault) return { reason: error.message };
    throw error;
  }
  return root ? { root } : { reason: lineWords(undefined) };
}

/** The line a fault stands in, of what the parser says of it. */
function lineWords(fault: string | undefined): string {
  const line = /^(\d+):/.exec(fault ?? '')?.[1];
  return line === undefined ? 'it is no whole XML file' : `it is broken at line ${line}`;
}

/** The first child of that name. */
export function child(element: XmlElement | undefined, name: string): XmlElement | undefined {
  return element?.children.find((one) => one.name === name);
}

/** All children of that name. */
export function childrenOf(element: XmlElement | undefined, name: string): readonly XmlElement[] {
  return element?.children.filter((one) => one.name === name) ?? [];
}

/** The text of the first child of that name; empty if there is no such child. */
export function textOf(element: XmlElement | undefined, name: string): string {
  return child(element, name)?.text ?? '';
}

/** The number in a child of that name; `otherwise` if it is missing or not between `least` and `most`. */
export function numberOf(
  element: XmlElement | undefined,
  name: string,
  otherwise: number,
  [least, most]: readonly [least: number, most: number],
): number {
  const text = textOf(element, name);
  const number = Number(text);
  return text === '' || !(number >= least && number <= most) ? otherwise : number;
}

/** Every element within one, itself first, in the order of the file. */
export function* within(element: XmlElement): Generator<XmlElement> {
  yield element;
  for (const one of element.children) yield* within(one);
}
