export { lastOnBench, layOnBench } from './benchStore';
export { writeJsonLd, writeOpenForm } from './recipeFiles';
