/** What a cook typed where a number belongs, read as they meant it. */
export type QuantityReading =
  | { ok: true; value: number }
  | { ok: false; why: 'empty' | 'not-a-number' | 'divided-by-zero' | 'ambiguous-separator' };

const VULGAR: Readonly<Record<string, string>> = {
  '¼': '1/4',
  '½': '1/2',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅕': '1/5',
  '⅖': '2/5',
  '⅗': '3/5',
  '⅘': '4/5',
  '⅙': '1/6',
  '⅚': '5/6',
};

/**
 * Reads `1 1/2`, `1½`, `3/4`, `1,5`, `1.5`, `.5` as numbers >= 0. `1,250.5` and `1.250,5` are taken by their last
 * separator; a lone separator with three digits after it (`1,250`) is read by the kitchen's decimal mark, and where that
 * is not known it could mean either and is refused.
 */
export function readQuantity(text: string, decimalMark: '.' | ',' | null = null): QuantityReading {
  const plain = text
    .replace(/[¼½¾⅓⅔⅛⅜⅝⅞⅕⅖⅗⅘⅙⅚]/g, (sign) => ` ${VULGAR[sign] ?? ''}`)
    .replace(/⁄/g, '/')
    .replace(/[\s\u00a0\u202f]+/g, ' ')
    .trim();
  if (plain === '') return { ok: false, why: 'empty' };
  const mixed = /^(?:(\d+) )?(\d+) ?\/ ?(\d+)$/.exec(plain);
  if (mixed) {
    const [, whole = '0', above = '', below = ''] = mixed;
    if (Number(below) === 0) return { ok: false, why: 'divided-by-zero' };
    return { ok: true, value: Number(whole) + Number(above) / Number(below) };
  }
  // A space may part thousands; anywhere else it parts two numbers, and one was asked for.
  const grouped = /^\d{1,3}( \d{3})+([.,]\d+)?$/.test(plain);
  if (plain.includes(' ') && !grouped) return { ok: false, why: 'not-a-number' };
  return readDecimal(plain.replace(/ /g, ''), decimalMark);
}

/** As `readQuantity`, below zero as well: with a minus before it, such as `-2,5` or `−18`. */
export function readSigned(text: string, decimalMark: '.' | ',' | null = null): QuantityReading {
  const minus = /^\s*[-−–]\s*/.exec(text);
  if (!minus) return readQuantity(text, decimalMark);
  const reading = readQuantity(text.slice(minus[0].length), decimalMark);
  return reading.ok ? { ok: true, value: 0 - reading.value } : reading;
}

function readDecimal(digits: string, decimalMark: '.' | ',' | null): QuantityReading {
  if (/^\d+$/.test(digits)) return { ok: true, value: Number(digits) };
  if (/^[1-9]\d{0,2}[.,]\d{3}$/.test(digits)) {
    if (decimalMark === null) return { ok: false, why: 'ambiguous-separator' };
    return { ok: true, value: Number(digits.replace(/[.,]/, digits.includes(decimalMark) ? '.' : '')) };
  }
  if (/^\d*[.,]\d+$/.test(digits) || /^\d+[.,]$/.test(digits)) {
    return { ok: true, value: Number(digits.replace(',', '.')) };
  }
  if (/^\d{1,3}(,\d{3})+(\.\d+)?$/.test(digits)) {
    return { ok: true, value: Number(digits.replace(/,/g, '')) };
  }
  if (/^\d{1,3}(\.\d{3})+(,\d+)?$/.test(digits)) {
    return { ok: true, value: Number(digits.replace(/\./g, '').replace(',', '.')) };
  }
  return { ok: false, why: 'not-a-number' };
}

const FRACTIONS: readonly (readonly [number, string])[] = [
  [0.125, '⅛'],
  [0.25, '¼'],
  [0.375, '⅜'],
  [0.5, '½'],
  [0.625, '⅝'],
  [0.75, '¾'],
  [0.875, '⅞'],
];

const THIRDS: readonly (readonly [number, string])[] = [
  [1 / 3, '⅓'],
  [2 / 3, '⅔'],
];

/** A number in the nearest eighth, or in thirds below three, as a cook writes it: ⅓, 1⅞, 4¼; never below an eighth. */
export function fractions(value: number): string {
  const whole = Math.floor(value);
  const part = value - whole;
  const third = THIRDS.find(([one]) => Math.abs(part - one) < 1 / 48);
  if (third && value < 3) return `${whole === 0 ? '' : whole}${third[1]}`;
  return value >= 3 ? quarters(value) : eighths(Math.max(1 / 8, value));
}

/** A number in quarters as a cook writes it: 1½, ¼, 3. `value` is rounded to the nearest quarter. */
export function quarters(value: number): string {
  return eighths(Math.round(value * 4) / 4);
}

/** A number in eighths as a cook writes it: 1⅛, ⅝, 3. `value` is rounded to the nearest eighth. */
export function eighths(value: number): string {
  const rounded = Math.round(value * 8) / 8;
  const whole = Math.floor(rounded);
  const sign = FRACTIONS.find(([part]) => part === rounded - whole)?.[1] ?? '';
  return whole === 0 && sign !== '' ? sign : `${whole}${sign}`;
}
