/** Which copy of a picture: both stand on one page, so only the screen's notes keep their ids. */
export type PictureCopy = 'screen' | 'paper';

/** A written text with a single run of words in it, however deep the engraver has wrapped it. */
const WRAPPED_TEXT = /<text([^>]*)>((?:<tspan[^>]*>)+)([^<]*)(?:<\/tspan>)+<\/text>/g;
/** A group round one drawn thing or one text; what the group says can be said of the thing itself. */
const ONLY_CHILD =
  /<g((?: [\w:-]+="[^"]*")*)>(<(use|path|polygon|polyline|text)((?: [\w:-]+="[^"]*")*) ?(?:\/>|>[^<]*<\/text>))<\/g>/g;
const ATTRIBUTE = /([\w:-]+)="([^"]*)"/g;
/**
 * Every name, with the kind of thing it names where that is a note. The engraver draws names at random for
 * everything that came without one, and now and then one of them reads like a note of ours (`n620950`, a verse).
 */
const ID = / id="([^"]*)"(?=( class="note[" ])?)/g;
const NOTE_ID = /^n\d{1,5}$/;
/**
 * Signs are drawn once, under a name, standing on their head as typefaces have them, and used where they stand: a browser
 * makes a copy of each with a tree of its own. So each is drawn where it stands.
 */
const SIGN = /<g id="([^"]*)"><path transform="scale\(1,-1\)" d="([^"]*)"\/><\/g>/g;
const USE = /<use((?: [\w:-]+="[^"]*")*) ?\/>/g;
const REFERENCE = / (?:xlink:)?href="#([^"]*)"/;
const MOVES = / transform="([^"]*)"/;
/** Ledger lines that stand together, one mark of the pen each. */
const LEDGERS = /<g( class="ledgerLines[^"]*")>((?:<path d="[^"]*" stroke-width="\d+"\/>)+)<\/g>/g;
const LINE = /<path d="([^"]*)"( stroke-width="\d+")\/>/g;

/**
 * An engraved picture made light for the page. The engraver's own style sheet is left out, since
 * one more style sheet makes the browser look at the whole page again; the application's has the
 * same rules. So is what neither eye nor code needs: wrappings of words, empty groups and
 * groups round one thing, ids of anything but notes. Signs stand where they are used, ledger lines are one
 * thing. Pictures of two fingerings of one study differ only where the fingerings do.
 *
 * @param svg as the engraver gives it, without white space between elements.
 */
export function pagePicture(svg: string, copy: PictureCopy): string {
  const light = inPlace(svg)
    .replace(/<style[\s\S]*?<\/style>|<desc>[\s\S]*?<\/desc>/g, '')
    .replace(WRAPPED_TEXT, (_, own: string, wrappings: string, words: string) => {
      const attributes = new Map<string, string>();
      for (const [, name = '', value = ''] of (own + wrappings).matchAll(ATTRIBUTE))
        if (name !== 'id' && name !== 'class') attributes.set(name, value);
      const written = [...attributes].map(([name, value]) => ` ${name}="${value}"`).join('');
      return `<text${written}>${words}</text>`;
    })
    .replace(ID, (whole: string, id: string, note?: string) =>
      note && NOTE_ID.test(id) && copy === 'screen' ? whole : '',
    )
    // What goes on over a line's end names the part it goes on from by a number drawn again each time.
    .replace(/ class="([^"]*?) ?\bid-[^ "]* ?([^"]*)"/g, ' class="$1 $2"')
    .replace(LEDGERS, (_, group: string, lines: string) => {
      const drawn = [...lines.matchAll(LINE)];
      return `<path${group} d="${drawn.map(([, d]) => d).join(' ')}"${drawn[0]?.[2] ?? ''}/>`;
    });
  return withoutEmptyGroups(light).replace(
    ONLY_CHILD,
    (whole, group: string, thing: string, tag: string, own: string) =>
      namesOf(group).some((name) => name === 'id' || namesOf(own).includes(name))
        ? whole
        : thing.replace(`<${tag}`, `<${tag}${group}`),
  );
}

/** A picture with its signs drawn where they are used. */
function inPlace(svg: string): string {
  const signs = new Map([...svg.matchAll(SIGN)].map(([, name = '', drawn = '']) => [name, drawn]));
  return svg
    .replace(SIGN, '')
    .replace('<defs></defs>', '')
    .replace(USE, (whole, attributes: string) => {
      const [, name = ''] = REFERENCE.exec(attributes) ?? [];
      const [, moves = ''] = MOVES.exec(attributes) ?? [];
      const drawn = signs.get(name);
      const rest = attributes.replace(REFERENCE, '').replace(MOVES, '');
      return drawn === undefined ? whole : `<path${rest} transform="${moves} scale(1,-1)" d="${drawn}"/>`;
    });
}

function namesOf(attributes: string): string[] {
  return [...attributes.matchAll(ATTRIBUTE)].map(([, name = '']) => name);
}

function withoutEmptyGroups(svg: string): string {
  const next = svg.replace(/<g[^>]*\/>|<g[^>]*[^/>]><\/g>/g, '');
  return next === svg ? svg : withoutEmptyGroups(next);
}
