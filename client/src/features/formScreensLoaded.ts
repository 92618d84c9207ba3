export { KitchenScreen } from './kitchen/KitchenScreen';
export { CorrectIngredientScreen, IngredientScreen } from './ingredient/IngredientScreen';
