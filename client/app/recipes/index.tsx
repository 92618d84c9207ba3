export { RecipeBookScreen as default } from '~/features/recipes/RecipeBookScreen';
