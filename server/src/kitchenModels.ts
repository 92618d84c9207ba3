import type { KitchenSettings } from '@humble-churn/contract';
import { kitchenModel } from '@humble-churn/contract';
import type { KitchenModel, OwnIngredient } from '@humble-churn/core';
import type { Db } from './database';
import { listOwnIngredients } from './ingredients';
import { kitchenSettings } from './kitchens';

/** The kitchen as it computes, with its settings; its own ingredients come before those that were brought along. */
export async function readKitchenModel(
  db: Db,
  brought: readonly OwnIngredient[] = [],
): Promise<{ settings: KitchenSettings; kitchen: KitchenModel }> {
  const settings = await kitchenSettings(db);
  return { settings, kitchen: kitchenModel(settings, [...(await listOwnIngredients(db)), ...brought]) };
}
