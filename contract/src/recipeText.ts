// One door to what reads and writes recipes as text: the app loads all of it as one script, once it is asked for.
export { readRecipe, toJsonLd } from './recipeJsonLd';
export type { RecipeReading } from './recipeFromLines';
export { pulpRecipeFromText, pulpRecipeToJsonLd, readPulpRecipe, textOfPulpRecipe } from './pulpRecipeJsonLd';
export type { PulpRecipeReading, PulpRecipeText } from './pulpRecipeJsonLd';
