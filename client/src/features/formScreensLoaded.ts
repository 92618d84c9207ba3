export { KitchenScreen } from './kitchen/KitchenScreen';
export { CorrectIngredientScreen, IngredientScreen } from './ingredient/IngredientScreen';
export { AdditionScreen, CorrectAdditionScreen } from './ingredient/AdditionScreen';
export { PulpRecipeScreen } from './pulp/PulpRecipeScreen';
export { PhonesScreen } from './phones/PhonesScreen';
