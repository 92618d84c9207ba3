import type { ReactNode } from 'react';

/** The space between a figure and its unit. */
const BEFORE_UNIT =
  /(?<=[\d½⅓⅔¼¾⅛⅜⅝⅞]) (?=(?:mL|L|g|kg|mg|fl oz|oz|lb|h|min|s|W|kWh|kcal|kJ|%|°C|°F|[A-Z]{3})(?![\p{L}\p{N}]))/gu;

/** Text in which no line ends between a figure and its unit. */
export function unbroken(text: string): string {
  return text.replace(BEFORE_UNIT, '\u00a0');
}

/** The same for what stands in an element: pieces of text that follow one another are one text. */
export function unbrokenIn(children: ReactNode): ReactNode {
  if (typeof children === 'string') return unbroken(children);
  if (!Array.isArray(children)) return children;
  const pieces: readonly ReactNode[] = children;
  return pieces.every((piece) => typeof piece === 'string' || typeof piece === 'number')
    ? unbroken(pieces.join(''))
    : children;
}
