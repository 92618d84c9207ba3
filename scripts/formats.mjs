// npm run formats: writes the JSON Schema of the open recipe form into docs. Run with tsx.
import { writeFileSync } from 'node:fs';
import { format } from 'prettier';
import { recipeJsonSchema } from '../contract/src/recipe.ts';

const path = new URL('../docs/recipe.schema.json', import.meta.url);
writeFileSync(path, await format(JSON.stringify(recipeJsonSchema()), { parser: 'json', printWidth: 110 }));
