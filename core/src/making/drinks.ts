import type { HandDose } from './recipe';

/** How a drink is served: cold, over ice, blended with what is frozen, or warmed. */
export type Serving = 'cold' | 'iced' | 'blended' | 'warm';

/** A drink made from a jar: so much milk, and what goes into it. */
export interface Drink {
  key: string;
  name: string;
  milkMl: number;
  doses: readonly HandDose[];
  serving: Serving;
}

/** What a warm drink is warmed to, and the most it may reach, °C: it is never boiled. */
export const WARM_DRINK_C = { asked: 65, most: 75 } as const;

/** Of our own; amounts for one cup. */
export const DRINKS: readonly Drink[] = [
  drink('hot-cocoa', 'Hot cocoa', 200, 'warm', { cocoa_powder: 8, sugar: 10 }),
  drink('milky-coffee', 'Milky coffee', 120, 'warm', { coffee_brewed: 100 }),
  drink('spiced-tea', 'Spiced tea with milk', 100, 'warm', { tea_brewed: 120, cardamom: 0.3, sugar: 6 }),
  drink('honey-nutmeg', 'Honey milk with nutmeg', 200, 'warm', { honey: 10, nutmeg: 0.05 }),
  drink('cinnamon-warm', 'Warm cinnamon milk', 200, 'warm', { cinnamon: 0.3, maple_syrup: 8 }),
  drink('carob-warm', 'Warm carob cup', 200, 'warm', { carob_flour: 10 }),
  drink('iced-coffee', 'Iced coffee', 120, 'iced', { coffee_brewed: 80, ice: 80 }),
  drink('vanilla-ice', 'Vanilla over ice', 180, 'iced', { vanilla_extract: 1, maple_syrup: 8, ice: 100 }),
  drink('cold-cocoa', 'Cold cocoa', 200, 'cold', { cocoa_powder: 8, maple_syrup: 12 }),
  drink('strawberry-shake', 'Strawberry shake', 200, 'blended', { strawberry: 120 }),
  drink('banana-shake', 'Banana shake', 200, 'blended', { banana: 100 }),
  drink('date-shake', 'Date shake', 200, 'blended', { date_medjool: 24, cinnamon: 0.2, ice: 60 }),
];

function drink(
  key: string,
  name: string,
  milkMl: number,
  serving: Serving,
  doses: Readonly<Record<string, number>>,
): Drink {
  return {
    key,
    name,
    milkMl,
    serving,
    doses: Object.entries(doses).map(([addition, massG]) => ({ addition, massG })),
  };
}

/** The household's own drinks with this one as it was made last, the latest first; at most `most`. */
export function withDrink<D extends Pick<Drink, 'name'>>(own: readonly D[], made: D, most: number): D[] {
  return [made, ...own.filter(({ name }) => name !== made.name)].slice(0, most);
}

/** What to do with a warm drink by its temperature, °C: warm on, drink, or take it off at once. */
export function warmthOfDrink(tempC: number): 'warm-on' | 'there' | 'too-hot' {
  if (tempC > WARM_DRINK_C.most) return 'too-hot';
  return tempC >= WARM_DRINK_C.asked ? 'there' : 'warm-on';
}
