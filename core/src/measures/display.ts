import { quarters } from './quantity';
import type { CupSystem } from './units';
import { CUP_ML, OUNCE_G, POUND_G, SPOON_ML, kitchenRound } from './units';

export type Measures = 'metric' | 'us';

/** How a kitchen wants its figures written. */
export interface DisplayPreferences {
  measures: Measures;
  cupSystem: CupSystem;
}

/** A volume for the counter: to 10 mL, or to a quarter of a cup; exact to 1 mL below 50 mL. */
export function formatVolume(volumeMl: number, preferences: DisplayPreferences): string {
  if (preferences.measures === 'metric') {
    return `${kitchenRound(volumeMl, volumeMl < 50 ? 1 : 10)} mL`;
  }
  const cups = volumeMl / CUP_ML[preferences.cupSystem];
  if (cups < 0.25) return `${Math.max(0, Math.round(volumeMl / SPOON_ML.us.tablespoonMl))} tbsp`;
  return `${quarters(cups)} ${Math.round(cups * 4) / 4 <= 1 ? 'cup' : 'cups'}`;
}

/** A mass for the counter: to 5 g (1 g below 100 g), or to a quarter ounce. */
export function formatMass(massG: number, preferences: DisplayPreferences): string {
  if (preferences.measures === 'metric') return `${kitchenRound(massG, massG < 100 ? 1 : 5)} g`;
  if (massG >= POUND_G) {
    const quartersOfOunces = Math.round((massG / OUNCE_G) * 4) / 4;
    const pounds = Math.floor(quartersOfOunces / 16);
    const rest = quartersOfOunces - pounds * 16;
    return rest === 0 ? `${pounds} lb` : `${pounds} lb ${quarters(rest)} oz`;
  }
  return `${quarters(massG / OUNCE_G)} oz`;
}

/** To a tenth, nothing without a sign. */
function tenths(value: number): string {
  return (Math.round(value * 10) / 10 || 0).toFixed(1);
}

/** A mass as it was read off a scale: to 1 g, or to a tenth of an ounce. */
export function formatReadMass(massG: number, measures: Measures): string {
  return measures === 'metric' ? `${Math.round(massG)} g` : `${tenths(massG / OUNCE_G)} oz`;
}

/** A temperature as it was read off a probe, to a tenth of a degree. */
export function formatReadTemp(tempC: number, measures: Measures): string {
  return `${tenths(tempIn(tempC, measures))} ${measures === 'metric' ? '°C' : '°F'}`;
}

/** A temperature as a cook set it, to a tenth of a degree where it is no whole one: a fridge at 4.4 °C is not at 4. */
export function formatSetTemp(tempC: number, measures: Measures): string {
  return `${Number(tenths(tempIn(tempC, measures)))} ${measures === 'metric' ? '°C' : '°F'}`;
}

/** A temperature in the kitchen's own degrees. */
export function tempIn(tempC: number, measures: Measures): number {
  return measures === 'metric' ? tempC : tempC * 1.8 + 32;
}

/** A temperature in the kitchen's own degrees, in °C. */
export function celsiusFrom(temp: number, measures: Measures): number {
  return measures === 'metric' ? temp : (temp - 32) / 1.8;
}

/** A temperature to a whole degree. */
export function formatTemp(tempC: number, measures: Measures): string {
  return `${Math.round(tempIn(tempC, measures))} ${measures === 'metric' ? '°C' : '°F'}`;
}

/** A stretch of time in at most two units: `45 s`, `1 min 20 s`, `10 h`, `3 d 4 h`. */
export function formatDuration(seconds: number): string {
  const s = Math.max(0, Math.round(seconds));
  if (s < 120) return s < 60 ? `${s} s` : pair(1, 'min', s - 60, 's');
  const min = Math.round(s / 60);
  if (min < 60) return `${min} min`;
  if (min < 48 * 60) return pair(Math.floor(min / 60), 'h', min % 60, 'min');
  const h = Math.round(min / 60);
  return pair(Math.floor(h / 24), 'd', h % 24, 'h');
}

function pair(big: number, bigUnit: string, small: number, smallUnit: string): string {
  return small === 0 ? `${big} ${bigUnit}` : `${big} ${bigUnit} ${small} ${smallUnit}`;
}

/** A running clock: `9:05`, `1:02:03`; counts up with a plus sign once it is over. */
export function formatClock(seconds: number): string {
  const over = seconds < 0;
  const s = over ? Math.floor(-seconds) : Math.ceil(seconds);
  const parts = [Math.floor(s / 3600), Math.floor(s / 60) % 60, s % 60] as const;
  const [h, m, rest] = parts;
  const tail = `${String(m).padStart(h > 0 ? 2 : 1, '0')}:${String(rest).padStart(2, '0')}`;
  return `${over ? '+' : ''}${h > 0 ? `${h}:` : ''}${tail}`;
}

/** A sum of money as figures, in a currency by its ISO code. */
export function formatMoney(sum: number, currency: string): string {
  const digits = Math.abs(sum) < 0.0995 ? 3 : 2;
  return `${sum.toFixed(digits).replace(/^-/, '−')} ${currency}`;
}

/** Amounts in a sentence that is written in °C, mL and L, each with what joins it to the one before. */
const AMOUNTS = /(\d+(?:\.\d+)?)(?: (to|and) (\d+(?:\.\d+)?))? (°C|mL)(?![\w/])/g;

/** A sentence of ours, which tells its measures in °C and mL, in the kitchen's own. */
export function inKitchenMeasures(sentence: string, preferences: DisplayPreferences): string {
  if (preferences.measures === 'metric') return sentence;
  return sentence.replace(
    AMOUNTS,
    (_, first: string, joined: string | undefined, second: string, unit: string) => {
      const words = (figure: string): string =>
        unit === 'mL'
          ? formatVolume(Number(figure), preferences)
          : formatTemp(Number(figure), preferences.measures);
      return joined === undefined ? words(first) : `${words(first)} ${joined} ${words(second)}`;
    },
  );
}
