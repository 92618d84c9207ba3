// npm run formats: writes the JSON Schemas of the open forms into docs. Run with tsx.
import { writeFileSync } from 'node:fs';
import { format } from 'prettier';
import { kitchenJsonSchema } from '../contract/src/kitchenFile.ts';
import { recipeJsonSchema } from '../contract/src/recipe.ts';

async function write(name, schema) {
  const path = new URL(`../docs/${name}`, import.meta.url);
  writeFileSync(path, await format(JSON.stringify(schema), { parser: 'json', printWidth: 110 }));
}

await write('recipe.schema.json', recipeJsonSchema());
await write('kitchen.schema.json', kitchenJsonSchema());
