// Before any schema is made.
import './withoutEval';
export * from './allergen';
export * from './batch';
export * from './changes';
export * from './fit';
export * from './ingredient';
export * from './instant';
export * from './kitchen';
export * from './kitchenModel';
export * from './plan';
export * from './prediction';
export * from './problem';
export * from './recipe';
export * from './recipeBook';
export * from './revision';
export * from './routes';
export * from './screens';
export * from './messages';
