import type { KitchenModel, OwnItem, Surroundings } from '@humble-churn/core';
import { USUAL_CALIBRATION } from '@humble-churn/core';
import type { KitchenProfile } from './kitchen';

type KnownSettings = Surroundings & {
  profile: Pick<
    KitchenProfile,
    'machines' | 'strainers' | 'people' | 'packs' | 'shopPerL' | 'mealPerKg' | 'perKWh'
  >;
};

/** The kitchen as the core computes with it, from its settings and its own ingredients. */
export function kitchenModel(
  { roomTempC, fridgeTempC, profile }: KnownSettings,
  own: readonly OwnItem[],
): KitchenModel {
  const { machines, strainers, people, packs, shopPerL, mealPerKg, perKWh } = profile;
  return {
    surroundings: { roomTempC, fridgeTempC },
    pantry: { own },
    gear: { machines, strainers },
    people,
    prices: { packs, shopPerL, mealPerKg, perKWh },
    calibration: USUAL_CALIBRATION,
  };
}
