import type { KitchenFridge } from '../../ui/kitchenFridges';
import type { KnownKitchen } from '../../wire/kitchen';

/** A fridge whose log is looked at. */
export interface FridgeProps {
  kitchen: KnownKitchen;
  fridge: KitchenFridge;
  nowMs: number;
}
