import type { CupSystem, RecipePulp } from '@humble-churn/core';
import { pulpRecipeAllergens, recipeSolidsG } from '@humble-churn/core';
import { z } from 'zod';
import { allergensText } from './messages';
import type { OwnPulpRecipe } from './pulpRecipe';
import {
  MOST_STEPS,
  OVEN_C,
  OwnPulpRecipeSchema,
  PULP_RECIPE_FORMAT,
  PulpRecipeFileSchema,
  RECIPE_MINUTES,
} from './pulpRecipe';
import { readPulpLines, writePulpLines } from './pulpRecipeLines';
import { duration, findRecipeNode, ownContext } from './recipeNode';

const OWN_FORM = 'humbleChurn:pulpRecipe';

/** A recipe as it is written down: lines of text, and what they leave open. */
export interface PulpRecipeText {
  name: string;
  lines: readonly string[];
  pulp: RecipePulp;
  steps: readonly string[];
  heat: OwnPulpRecipe['heat'];
  minutes: number;
  makes: { count: number; what: string };
  /** Besides the pulp's; null while nobody has said. */
  allergens: OwnPulpRecipe['allergens'] | null;
  notWith: OwnPulpRecipe['notWith'];
  use: OwnPulpRecipe['use'];
}

/** The wet or dried pulp that a recipe is written for, g. */
function writtenFor({ dryG, only }: OwnPulpRecipe): { pulp: RecipePulp; pulpG: number } {
  const pulp = only === 'dried' ? 'dried' : 'wet';
  return { pulp, pulpG: dryG / recipeSolidsG(1, pulp) };
}

/** A recipe as its cook wrote it. */
export function textOfPulpRecipe(recipe: OwnPulpRecipe): PulpRecipeText {
  const { pulp, pulpG } = writtenFor(recipe);
  const { name, parts, steps, heat, minutes, makes, allergens, notWith, use } = recipe;
  const waterG = recipe.waterG - (pulpG - recipe.dryG);
  const lines = writePulpLines({ pulpG, waterG, parts });
  return {
    name,
    lines,
    pulp,
    steps,
    heat,
    minutes,
    makes: { count: makes.count, what: makes.many },
    allergens,
    notWith,
    use,
  };
}

export type PulpRecipeReading =
  | { ok: true; recipe: OwnPulpRecipe; notes: readonly string[] }
  | { ok: false; field: 'name' | 'lines' | 'allergens' | 'rest'; problem: string };

/** The recipe that a text comes to, under a key; or what of it has to be said otherwise. */
export function pulpRecipeFromText(text: PulpRecipeText, key: string, cups: CupSystem): PulpRecipeReading {
  if (text.name.trim() === '') return { ok: false, field: 'name', problem: 'Give it a name.' };
  const reading = readPulpLines(text.lines, cups);
  if (!reading.ok) return { ok: false, field: 'lines', problem: reading.problem };
  if (text.allergens === null) {
    return {
      ok: false,
      field: 'allergens',
      problem: 'Say what it contains besides the pulp, or that it is none of these.',
    };
  }
  const { pulpG, waterG, parts, notes } = reading.lines;
  const dryG = recipeSolidsG(pulpG, text.pulp);
  const many = text.makes.what.trim() === '' ? 'pieces' : text.makes.what.trim();
  const made = OwnPulpRecipeSchema.safeParse({
    key,
    name: text.name,
    dryG,
    parts,
    waterG: waterG + pulpG - dryG,
    heat: text.heat,
    minutes: text.minutes,
    makes: { count: text.makes.count, one: many.replace(/(?<=\w\w)s$/, ''), many },
    steps: text.steps.map((step) => step.trim()).filter((step) => step !== ''),
    notWith: text.notWith,
    only: text.pulp === 'dried' ? 'dried' : null,
    use: text.use,
    caution: null,
    allergens: text.allergens,
  });
  if (made.success) return { ok: true, recipe: made.data, notes };
  const field = String(made.error.issues[0]?.path[0] ?? '');
  return {
    ok: false,
    field: 'rest',
    problem: TOO_MUCH[field] ?? 'Something in it is more than a recipe holds.',
  };
}

/** What a text cannot come to, by the field of the recipe. */
const TOO_MUCH: Readonly<Partial<Record<string, string>>> = {
  dryG: 'So much pulp is no recipe for a kitchen.',
  waterG: 'So much water is no recipe for a kitchen.',
  parts: 'One of the ingredients is more than a kitchen holds.',
  steps: `At most ${MOST_STEPS} steps, of up to 600 letters each.`,
  name: 'A name of up to 60 letters.',
  minutes: `It takes between ${RECIPE_MINUTES.min} and ${RECIPE_MINUTES.max} minutes.`,
};

/** A cook's own pulp recipe as schema.org Recipe in JSON-LD. */
export function pulpRecipeToJsonLd(recipe: OwnPulpRecipe): Record<string, unknown> {
  const { heat, makes, minutes } = recipe;
  const { lines, pulp } = textOfPulpRecipe(recipe);
  const oven = heat !== null && heat !== 'pan' ? [`Heat the oven to ${heat.oven} °C.`] : [];
  const contains = allergensText({ contains: pulpRecipeAllergens(recipe), unknown: false });
  return {
    '@context': ownContext(OWN_FORM),
    '@type': 'Recipe',
    name: recipe.name,
    description: `Made of nut-milk pulp${pulp === 'dried' ? ', dried' : ''}. Contains what the pulp contains, and: ${contains}.`,
    recipeYield: `${makes.count} ${makes.count === 1 ? makes.one : makes.many}`,
    totalTime: duration(minutes),
    recipeIngredient: lines,
    recipeInstructions: [...oven, ...recipe.steps].map((text) => ({ '@type': 'HowToStep', text })),
    [OWN_FORM]: { format: PULP_RECIPE_FORMAT, version: 1, recipe },
  };
}

const StepSchema = z.union([z.string(), z.looseObject({ text: z.string() }).transform(({ text }) => text)]);
const SectionSchema = z
  .looseObject({ itemListElement: z.array(StepSchema) })
  .transform((one) => one.itemListElement);
const ForeignSchema = z.object({
  name: z.string().trim().min(1).catch('Recipe from a file'),
  recipeIngredient: z.union([z.string(), z.array(z.string())]).transform((lines) => [lines].flat()),
  recipeInstructions: z
    .union([
      z.string().transform((text) => text.split(/\n+/)),
      z.array(z.union([StepSchema, SectionSchema])).transform((all) => all.flat()),
    ])
    .catch([]),
  recipeYield: z
    .union([z.string(), z.number(), z.array(z.union([z.string(), z.number()]))])
    .optional()
    .catch(undefined),
  totalTime: z.string().optional().catch(undefined),
  cookTime: z.string().optional().catch(undefined),
});

/** Minutes of a duration such as `PT1H30M`; null where it is none. */
function minutesOf(text: string | undefined): number | null {
  const read = /^P(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?)?/.exec(text ?? '');
  if (!read) return null;
  const [, days = '0', hours = '0', minutes = '0'] = read;
  const sum = Number(days) * 1440 + Number(hours) * 60 + Number(minutes);
  return sum > 0 ? sum : null;
}

function within(value: number, { min, max }: { min: number; max: number }): number {
  return Math.min(max, Math.max(min, value));
}

/** The oven that the steps speak of, in °C; null where they speak of none. */
function heatOf(steps: readonly string[]): OwnPulpRecipe['heat'] {
  const all = steps.join(' ');
  const celsius = /(\d{2,3})\s*(?:°\s*C|degrees C)/i.exec(all);
  const fahrenheit = /(\d{3})\s*(?:°\s*F|degrees F)/i.exec(all);
  if (celsius) return { oven: within(Number(celsius[1]), OVEN_C) };
  if (fahrenheit) return { oven: within(Math.round(((Number(fahrenheit[1]) - 32) * 5) / 9), OVEN_C) };
  return /\b(pan|fry|skillet)\b/i.test(all) ? 'pan' : null;
}

function makesOf(said: z.output<typeof ForeignSchema>['recipeYield']): PulpRecipeText['makes'] {
  const text =
    [said ?? '']
      .flat()
      .map(String)
      .find((one) => /\d/.test(one)) ?? '';
  const read = /(\d+)\s*([^\d,(]*)/.exec(text);
  return {
    count: within(Number(read?.[1] ?? 1), { min: 1, max: 1000 }),
    what: read?.[2]?.trim().slice(0, 60) ?? '',
  };
}

export type PulpFileReading = { ok: true; text: PulpRecipeText } | { ok: false; problem: string };

/** Reads a recipe for pulp from JSON-LD: one that was written here as it was, another program's by its lines. */
export function readPulpRecipe(json: string): PulpFileReading {
  let value: unknown;
  try {
    value = JSON.parse(json);
  } catch {
    return { ok: false, problem: 'This is not JSON. A recipe file begins with “{”.' };
  }
  const node = findRecipeNode(value);
  if (!node) return { ok: false, problem: 'There is no schema.org Recipe in it.' };
  if (node[OWN_FORM] !== undefined) {
    const own = PulpRecipeFileSchema.safeParse(node[OWN_FORM]);
    if (own.success) return { ok: true, text: textOfPulpRecipe(own.data.recipe) };
    const [issue] = own.error.issues;
    return {
      ok: false,
      problem: `${OWN_FORM}.${issue?.path.map(String).join('.') ?? ''}: ${issue?.message ?? ''}`,
    };
  }
  const foreign = ForeignSchema.safeParse(node);
  if (!foreign.success) return { ok: false, problem: 'Its ingredient lines are missing.' };
  const { name, recipeIngredient, recipeInstructions, recipeYield, totalTime, cookTime } = foreign.data;
  const steps = recipeInstructions
    .map((step) => step.trim().slice(0, 600))
    .filter((step) => step !== '')
    .slice(0, MOST_STEPS);
  return {
    ok: true,
    text: {
      name: name.slice(0, 60),
      lines: recipeIngredient,
      pulp: recipeIngredient.some((line) => /dried[^,]*pulp|pulp[^,]*dried/i.test(line)) ? 'dried' : 'wet',
      steps,
      heat: heatOf(steps),
      minutes: within(minutesOf(totalTime) ?? minutesOf(cookTime) ?? 30, RECIPE_MINUTES),
      makes: makesOf(recipeYield),
      allergens: null,
      notWith: [],
      use: 'baked',
    },
  };
}
