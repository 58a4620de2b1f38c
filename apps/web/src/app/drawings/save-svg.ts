import { saveFile } from '../data/save-file';

/** What of the page's style a drawing needs to look the same alone. */
const STYLES = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'font-size',
  'font-weight',
  'font-family',
  'paint-order',
  'text-anchor',
  'opacity',
];

/** A drawing of the page as an SVG file of its own: styles written into it, patterns it refers to brought along. */
export function svgText(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const from = [svg, ...svg.querySelectorAll<SVGElement>('*')];
  const to = [copy, ...copy.querySelectorAll<SVGElement>('*')];
  from.forEach((element, i) => {
    const style = getComputedStyle(element);
    const target = to[i];
    for (const name of STYLES) {
      const value = style.getPropertyValue(name);
      if (value && !value.startsWith('url(')) target?.style.setProperty(name, value);
    }
    target?.removeAttribute('class');
  });
  const wanted = new Set([...copy.outerHTML.matchAll(/url\(["']?#([\w-]+)/g)].map((m) => m[1]));
  const defs = document.createElementNS('http://www.w3.org/2000/svg', 'defs');
  for (const id of wanted) {
    const found = id && !copy.querySelector(`[id="${id}"]`) ? document.getElementById(id) : null;
    if (found) defs.append(found.cloneNode(true));
  }
  copy.prepend(defs);
  const box = svg.viewBox.baseVal;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', String(box.width));
  copy.setAttribute('height', String(box.height));
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(copy)}\n`;
}

/** Hands a drawing over as an SVG file. */
export const saveSvg = (svg: SVGSVGElement, name: string): void =>
  saveFile(new Blob([svgText(svg)], { type: 'image/svg+xml' }), `${name}.svg`);
