import type { CupSystem } from '@humble-churn/core';
import { WATER_G_PER_ML, poisonousName, refused } from '@humble-churn/core';
import { refusalMessage } from './messages';
import type { OwnPulpRecipe } from './pulpRecipe';
import { MOST_PARTS } from './pulpRecipe';
import { measureOf, parsed } from './recipeFromLines';

/** What a recipe's ingredient lines come to. */
export interface PulpLines {
  /** Pulp and added water, g. */
  pulpG: number;
  waterG: number;
  parts: OwnPulpRecipe['parts'];
  /** Lines that were not understood, and what was guessed. */
  notes: string[];
}

export type PulpLinesReading = { ok: true; lines: PulpLines } | { ok: false; problem: string };

/** What a millilitre weighs, g, by words in its name; the first that fits counts. Kitchen figures, estimates. */
const DENSITIES: readonly (readonly [RegExp, number])[] = [
  [/pulp/, 0.6],
  [/water|juice|broth|stock|vinegar/, 1],
  [/milk|yogh?urt|cream/, 1.03],
  [/oil|butter|fat/, 0.92],
  [/honey|syrup|molasses/, 1.35],
  [/flour|starch|cocoa|cacao/, 0.5],
  [/oats?\b|flakes/, 0.38],
  [/sugar/, 0.85],
  [/\bsalt\b/, 1.2],
  [/baking (powder|soda)|bicarbonate|yeast/, 0.9],
  [/seeds?\b|nuts?\b|raisins?|chips/, 0.6],
  [/spice|cinnamon|cumin|paprika|pepper|ginger|herbs?/, 0.5],
];

/** What one weighs, g, of what is counted. */
const PIECES: readonly (readonly [RegExp, number])[] = [
  [/\beggs?\b/, 50],
  [/banana/, 115],
  [/\bdates?\b/, 18],
  // By the clove.
  [/\bgarlic\b/, 4],
  [/onion/, 110],
  [/lemon/, 100],
];

function byWords(table: readonly (readonly [RegExp, number])[], what: string): number | null {
  return table.find(([words]) => words.test(what))?.[1] ?? null;
}

function capitalised(name: string): string {
  return name.slice(0, 1).toUpperCase() + name.slice(1);
}

/** One line as so much of something; null where it has no amount that can be weighed. */
function partOf(
  line: string,
  cups: CupSystem,
): { name: string; massG: number; gPerMl: number | null; guessed: boolean } | null {
  const read = parsed(line);
  if (!read || read.quantity === null || read.quantity <= 0) return null;
  const name = capitalised(read.description.trim().slice(0, 60));
  const what = name.toLowerCase();
  const gPerMl = byWords(DENSITIES, what);
  const gEach = byWords(PIECES, what);
  if (name === '') return null;
  const measure = measureOf(read.unitOfMeasureID, cups);
  if (measure === null) {
    return gEach === null ? null : { name, massG: read.quantity * gEach, gPerMl, guessed: false };
  }
  const massG = read.quantity * ('g' in measure ? measure.g : measure.ml * (gPerMl ?? WATER_G_PER_ML));
  return { name, massG, gPerMl, guessed: 'ml' in measure && gPerMl === null };
}

/**
 * Reads ingredient lines of a recipe that uses pulp: the pulp, the water, and the rest by weight. What has no amount that
 * can be weighed is left out, with a note. Refused where there is no pulp in it, or something poisonous.
 */
export function readPulpLines(raw: readonly string[], cups: CupSystem): PulpLinesReading {
  const lines: PulpLines = { pulpG: 0, waterG: 0, parts: [], notes: [] };
  for (const line of raw.map((one) => one.trim()).filter((one) => one !== '')) {
    const why = poisonousName(line);
    if (why) {
      return {
        ok: false,
        problem: refusalMessage(refused('name-poisonous', [], { name: line, why }).refusal),
      };
    }
    const part = partOf(line, cups);
    if (!part || lines.parts.length >= MOST_PARTS) {
      lines.notes.push(`Left out, no amount that can be weighed: “${line}”.`);
      continue;
    }
    const { name, massG, gPerMl, guessed } = part;
    if (guessed) lines.notes.push(`Taken to be as heavy as water: “${line}”.`);
    const what = name.toLowerCase();
    if (/\bpulp\b/.test(what)) lines.pulpG += massG;
    else if (/^(?:\w+ )?water$/.test(what) && !/coconut/.test(what)) lines.waterG += massG;
    else lines.parts.push({ name, massG, gPerMl, gEach: null, piece: null, allergens: [] });
  }
  if (lines.pulpG <= 0) {
    return { ok: false, problem: 'No line says how much pulp goes in, such as “150 g pulp”.' };
  }
  return { ok: true, lines };
}

/** Water that is written down, g: less than this is what sums of decimals leave over. */
const LEAST_WATER_G = 0.05;

/** Grams as a cook writes them. */
function gramsText(massG: number): string {
  return `${massG < 20 ? Number(massG.toPrecision(2)) : Math.round(massG)} g`;
}

/** The lines that such a recipe is written as. */
export function writePulpLines({ pulpG, waterG, parts }: Omit<PulpLines, 'notes'>): string[] {
  return [
    `${gramsText(pulpG)} pulp`,
    ...parts.map(({ name, massG }) => `${gramsText(massG)} ${name.toLowerCase()}`),
    ...(waterG >= LEAST_WATER_G ? [`${gramsText(waterG)} water`] : []),
  ];
}
