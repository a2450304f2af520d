import { XMLBuilder } from 'fast-xml-parser';

/** One element in document order, as fast-xml-parser's builder reads it. */
export type XmlNode = Record<string, unknown>;

type Attributes = Readonly<Record<string, string | number | undefined>>;

/** An element with attributes and children; children that are `undefined` are left out. */
export function element(
  name: string,
  attributes: Attributes = {},
  ...children: readonly (XmlNode | string | number | undefined)[]
): XmlNode {
  const present = Object.entries(attributes).filter(([, value]) => value !== undefined);
  return {
    [name]: children
      .filter((child) => child !== undefined)
      .map((child) => (typeof child === 'object' ? child : { '#text': String(child) })),
    ...(present.length > 0
      ? { ':@': Object.fromEntries(present.map(([key, value]) => [`@_${key}`, String(value)])) }
      : {}),
  };
}

const builder = new XMLBuilder({
  preserveOrder: true,
  ignoreAttributes: false,
  suppressEmptyNode: true,
  format: true,
  indentBy: ' ',
});

/** A whole document: declaration, document type, root. */
export function documentText(doctype: string, root: XmlNode): string {
  return `<?xml version="1.0" encoding="UTF-8"?>\n${doctype}\n${String(builder.build([root])).trim()}\n`;
}
