import type { KitchenSettings } from '@humble-churn/contract';
import { kitchenModel } from '@humble-churn/contract';
import type { KitchenModel, OwnItem } from '@humble-churn/core';
import type { Scope } from './kitchenAccess';
import { listOwnIngredients } from './ingredients';
import { kitchenSettings } from './kitchens';

/** The kitchen as it computes, with its settings; its own ingredients come before those that were brought along. */
export async function readKitchenModel(
  scope: Scope,
  brought: readonly OwnItem[] = [],
): Promise<{ settings: KitchenSettings; kitchen: KitchenModel }> {
  const settings = await kitchenSettings(scope);
  return { settings, kitchen: kitchenModel(settings, [...(await listOwnIngredients(scope)), ...brought]) };
}
