/** The colours of a chart, as the theme has them. */
export interface Ink {
  readonly text: string;
  readonly second: string;
  readonly faint: string;
  readonly rule: string;
  readonly panel: string;
  readonly lamp: string;
}

/** The names of the theme’s colours. */
const NAMES = ['text', 'second', 'faint', 'rule', 'panel', 'lamp'] as const;

/** The colours that an element has in the page’s colour scheme. */
export function inkOf(element: Element, _scheme: 'light' | 'dark'): Ink {
  const style = getComputedStyle(element);
  const ink = NAMES.map((name) => [name, style.getPropertyValue(`--color-${name}`).trim()] as const);
  return Object.fromEntries(ink) as Record<(typeof NAMES)[number], string>;
}

/** A colour on the way from one to another, both as #rrggbb. */
export function mixed(from: string, to: string, way: number): string {
  const channels = [1, 3, 5].map((at) => {
    const [a, b] = [from, to].map((colour) => Number.parseInt(colour.slice(at, at + 2), 16));
    return Math.round(a! + (b! - a!) * way)
      .toString(16)
      .padStart(2, '0');
  });
  return `#${channels.join('')}`;
}
