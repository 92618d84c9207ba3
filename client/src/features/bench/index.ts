export { keepOnBench, lastOnBench } from './draft';
export { writeJsonLd, writeOpenForm } from './recipeFiles';
