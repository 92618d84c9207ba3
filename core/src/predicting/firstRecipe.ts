import type { Ingredient } from '../ingredients';
import { NUT_TABLE, USUAL_NUT_CUP_G, allergensIn, isFreeOf } from '../ingredients';
import type { Person } from '../kitchen';
import type { MachineKind, Recipe, Strainer } from '../making';
import { USUAL_SURROUNDINGS, plainRecipe, soakAdvice } from '../making';
import type { DisplayPreferences } from '../measures';
import { CUP_ML, ratioFromCups } from '../measures';

/** What a first batch is made with, in what measures, and for whom. */
export interface FirstKitchen extends DisplayPreferences {
  machine: MachineKind;
  strainer: Strainer;
  /** For whom it must do; whoever else there is gets a caution. */
  people: readonly Person[];
}

/** A cook's usual ratio, cups of water to one of nuts, and what is made at first: a litre, or its four cups. */
const FIRST_CUPS = 4;

/** The first nut of the table that nobody in the house avoids; almond where it may be. */
function firstNut(people: readonly Person[]): Ingredient | undefined {
  const avoided = people.flatMap((person) => person.avoids);
  return (
    NUT_TABLE.find((nut) => isFreeOf({ contains: allergensIn([nut]), unknown: false }, avoided)) ??
    NUT_TABLE[0]
  );
}

/** The first batch anybody sees: about a litre of everyday milk, of what everybody in the house may have. */
export function firstRecipe({ people, measures, cupSystem, ...gear }: FirstKitchen): Recipe {
  const volumeMl = measures === 'us' ? FIRST_CUPS * CUP_ML[cupSystem] : 1000;
  return everydayRecipe(firstNut(people), volumeMl, gear);
}

/** So much everyday milk of a nut, mL, as cooks usually make it: what a jar of which nobody knows more is taken to be. */
export function everydayRecipe(
  nut: Ingredient | undefined,
  volumeMl: number,
  { machine, strainer }: Pick<FirstKitchen, 'machine' | 'strainer'>,
): Recipe {
  const method = nut && nut.soakUsualH === 0 ? 'none' : 'fridge';
  const hours = nut ? soakAdvice(nut, method, USUAL_SURROUNDINGS).hours : 8;
  const ratio = ratioFromCups(FIRST_CUPS, nut?.cupWholeG ?? USUAL_NUT_CUP_G, 'us');
  const plain = plainRecipe(`${nut?.name ?? 'Almond'} milk`, nut?.key ?? 'almond', ratio, hours);
  return {
    ...plain,
    amount: { by: 'milk', volumeMl },
    soak: { ...plain.soak, method },
    blend: { ...plain.blend, machine },
    strain: machine === 'cold-press' ? { ...plain.strain, strainer: 'none' } : { ...plain.strain, strainer },
  };
}
