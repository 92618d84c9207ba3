import type { KitchenSettings } from '@humble-churn/contract';
import type { JarPlace, NewJar } from '@humble-churn/core';
import { FIRST_FRIDGE } from '@humble-churn/core';

/** A fridge of the kitchen: its name, and what it is set to, °C. */
export interface KitchenFridge {
  id: string;
  name: string;
  tempC: number;
}

type Settings = Pick<KitchenSettings, 'fridgeTempC' | 'profile'>;

/** The kitchen's fridges, the first one first. */
export function kitchenFridges({
  fridgeTempC,
  profile,
}: Settings): readonly [KitchenFridge, ...KitchenFridge[]] {
  return [{ id: FIRST_FRIDGE, name: 'Fridge', tempC: fridgeTempC }, ...profile.otherFridges];
}

/** What a fridge is called; one that the kitchen has no more is named as such. */
export function fridgeName(id: string, kitchen: Settings): string {
  return kitchenFridges(kitchen).find((one) => one.id === id)?.name ?? 'A fridge that was removed';
}

/** Into which fridge, as part of a sentence: told apart only where there are several. */
export function intoFridge(id: string, kitchen: Settings): string {
  return kitchen.profile.otherFridges.length === 0 ? 'into the fridge' : `into ${fridgeName(id, kitchen)}`;
}

/** A place for a jar as one choice: a fridge by its id, the freezer, or out of either. */
export function placeChoice({ place, fridge }: { place: JarPlace; fridge?: string | undefined }): string {
  return place === 'fridge' ? (fridge ?? FIRST_FRIDGE) : place;
}

/** Where a jar is filled into, by such a choice. */
export function filledInto(choice: string): Pick<NewJar, 'place' | 'fridge'> {
  return choice === 'freezer' ? { place: choice, fridge: undefined } : { place: 'fridge', fridge: choice };
}

/** Where a jar is moved, by such a choice. */
export function movedInto(choice: string): { place: JarPlace; fridge?: string | undefined } {
  return choice === 'out' ? { place: choice, fridge: undefined } : filledInto(choice);
}

/** Where a jar is put: each fridge, and the freezer. */
export function placeOptions(kitchen: Settings): { value: string; label: string }[] {
  return [
    ...kitchenFridges(kitchen).map(({ id, name }) => ({ value: id, label: name })),
    { value: 'freezer', label: 'Freezer' },
  ];
}
