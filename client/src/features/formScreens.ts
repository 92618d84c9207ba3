import { lazy } from 'react';

// What forms are made with is loaded when one of their screens opens, as one script of its own.
const screens = () => import('./formScreensLoaded');

export const KitchenScreen = lazy(async () => ({ default: (await screens()).KitchenScreen }));
export const AdditionScreen = lazy(async () => ({ default: (await screens()).AdditionScreen }));
export const CorrectAdditionScreen = lazy(async () => ({ default: (await screens()).CorrectAdditionScreen }));
export const PulpRecipeScreen = lazy(async () => ({ default: (await screens()).PulpRecipeScreen }));
export const IngredientScreen = lazy(async () => ({ default: (await screens()).IngredientScreen }));
export const CorrectIngredientScreen = lazy(async () => ({
  default: (await screens()).CorrectIngredientScreen,
}));
export const PhonesScreen = lazy(async () => ({ default: (await screens()).PhonesScreen }));
