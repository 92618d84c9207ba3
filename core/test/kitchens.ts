import type { KitchenModel, OwnItem, Surroundings } from '../src';
import { USUAL_KITCHEN, USUAL_SURROUNDINGS } from '../src';

/** A kitchen at these temperatures with these ingredients of its own, and as usual besides. */
export function kitchenAt(
  surroundings: Surroundings = USUAL_SURROUNDINGS,
  own: readonly OwnItem[] = [],
): KitchenModel {
  return { ...USUAL_KITCHEN, surroundings, pantry: { own } };
}
