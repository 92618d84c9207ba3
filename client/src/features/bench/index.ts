export { lastOnBench, layOnBench } from './benchStore';
export { firstRecipe } from './draft';
export { writeJsonLd, writeOpenForm } from './recipeFiles';
