import type { PaperPart } from './paper.ts';

/** What a style sheet may say of a drawing; written on each element, any reader of SVG knows it. */
const SAID = ['fill', 'stroke', 'stroke-width', 'stroke-dasharray', 'font-size', 'font-weight', 'font-style'] as const;

/** The face of a file is so much wider than that of the page; words keep the width they were drawn with. */
const FACE = 0.85;

/** A part of what stands on paper as an SVG picture of its own, as it stands on the page; nothing when it is not there. */
export function drawnPart(part: PaperPart): string | undefined {
  const drawing = document.querySelector(`[data-paper="${part}"] svg[role="img"]`);
  if (!drawing) return undefined;
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  const copies = [copy, ...copy.querySelectorAll('*')];
  [drawing, ...drawing.querySelectorAll('*')].forEach((element, k) => {
    const style = getComputedStyle(element);
    const own = copies[k];
    if (!own) return;
    for (const name of SAID) own.setAttribute(name, style.getPropertyValue(name));
    if (element instanceof SVGTextElement) {
      // Letters have a rim of paper on the screen, which paper has by itself.
      own.setAttribute('stroke', 'none');
      own.setAttribute('font-size', `${parseFloat(style.fontSize) * FACE}px`);
    }
    for (const name of ['class', 'style', 'role', 'aria-label']) own.removeAttribute(name);
  });
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  return new XMLSerializer().serializeToString(copy);
}
