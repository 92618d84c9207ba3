export { IngredientScreen as default } from '~/features/ingredient/IngredientScreen';
