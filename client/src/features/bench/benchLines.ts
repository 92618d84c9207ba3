import type {
  DisplayPreferences,
  DoseMeasures,
  KitchenModel,
  Prediction,
  Recipe,
  Servings,
} from '@humble-churn/core';
import {
  cupG,
  findAddition,
  findIngredient,
  formatDuration,
  formatMass,
  formatTemp,
  formatVolume,
  nutPercents,
  ratioFaces,
  sayDose,
  usualDoseUnit,
} from '@humble-churn/core';
import {
  BODY_LABELS,
  FORM_LABELS,
  MACHINE_LABELS,
  PEEL_LABELS,
  PURPOSE_LABELS,
  SOAK_LABELS,
  strainedLabel,
} from '../../ui/recipeLabels';
import type { Section } from './openSections';

/** What a line is told from; null for a recipe that cannot be made. */
interface Told {
  recipe: Recipe;
  servings: Servings | null;
  prediction: Prediction | null;
  model: KitchenModel;
  kitchen: DisplayPreferences & DoseMeasures;
}

type Line = (told: Told) => string;

/** Where what it does can be told: a comma and that. */
const also = (words: string | null | undefined): string => (words ? `, ${words}` : '');

const purposeLine: Line = ({ recipe: { purpose } }) =>
  purpose === null ? 'Sets body, strainer, grit and sweetness' : PURPOSE_LABELS[purpose];

const nutLine: Line = ({ recipe, model }) => {
  const percents = nutPercents(recipe.nuts);
  const names = recipe.nuts.map((nut, i) => {
    const name = findIngredient(nut.ingredient, model.pantry)?.name ?? nut.ingredient;
    const form = nut.form === 'whole' ? '' : `, ${FORM_LABELS[nut.form].toLowerCase()}`;
    return recipe.nuts.length === 1
      ? `${name}${form}`
      : `${Math.round(percents[i] ?? 0)} % ${name.toLowerCase()}${form}`;
  });
  return names.join(', ');
};

const amountLine: Line = ({ recipe: { amount }, servings, prediction, kitchen }) => {
  const wanted =
    amount.by === 'milk'
      ? formatVolume(amount.volumeMl, kitchen)
      : `from ${formatMass(amount.massG, kitchen)} of nuts`;
  const who =
    servings && amount.by === 'milk'
      ? `${servings.people} × ${servings.glassesADay} × ${servings.days} ${servings.days === 1 ? 'day' : 'days'}`
      : null;
  return `${wanted}${also(who)}${also(prediction && BODY_LABELS[prediction.milk.body].toLowerCase())}`;
};

const ratioLine: Line = ({ recipe, model, kitchen }) => {
  const [first] = recipe.nuts;
  const nut = first && findIngredient(first.ingredient, model.pantry);
  const byWeight = `1 to ${recipe.waterPerNut.toFixed(1)} by weight`;
  if (!nut) return byWeight;
  const faces = ratioFaces(recipe.waterPerNut, cupG(nut, first.form, kitchen.cupSystem), kitchen.cupSystem);
  return `1 to ${faces.waterCupsPerNutCup.toFixed(1)} by cups, ${byWeight}`;
};

const soakLine: Line = ({ recipe: { soak }, prediction, kitchen }) => {
  if (soak.method === 'none') return 'No soak, so blending takes longer';
  const salted = soak.saltGPerKg > 0 ? 'salted' : null;
  const uptake = prediction && `+${formatMass(prediction.soak.uptakeG, kitchen)}`;
  const kept = prediction && prediction.soak.keptWaterG > 0 ? 'water kept' : null;
  return `${SOAK_LABELS[soak.method]}, ${formatDuration(soak.hours * 3600)}${also(uptake)}${also(salted)}${also(kept)}`;
};

const skinsLine: Line = ({ recipe: { peel }, prediction, kitchen }) =>
  `${PEEL_LABELS[peel]}${also(prediction && prediction.peel.skinsG > 0 ? `-${formatMass(prediction.peel.skinsG, kitchen)}` : null)}`;

const blendLine: Line = ({ recipe: { blend }, prediction, kitchen }) => {
  const machine = blend.machineName ?? MACHINE_LABELS[blend.machine];
  if (!prediction || prediction.blend.secondsPerLoad === 0) return machine;
  const { loads, secondsPerLoad, endTempC } = prediction.blend;
  const time = `${loads > 1 ? `${loads} loads of ` : ''}${formatDuration(secondsPerLoad)}`;
  return `${machine}, ${time}, to ${formatTemp(endTempC, kitchen.measures)}`;
};

const strainLine: Line = ({ recipe, prediction, kitchen }) => {
  const strained = recipe.strain.strainerName ?? strainedLabel(recipe);
  const pulp =
    prediction && prediction.pulp.massG > 0 ? `${formatMass(prediction.pulp.massG, kitchen)} pulp` : null;
  return `${strained.charAt(0).toUpperCase()}${strained.slice(1)}${also(pulp)}`;
};

const finishLine: Line = ({ recipe: { additions, otherLiquid }, prediction, model, kitchen }) => {
  const nameOf = (key: string): string => findAddition(key, model.pantry)?.name ?? key;
  const doses = additions.map(({ addition, said, gPerL }, i) => {
    const found = findAddition(addition, model.pantry);
    const massG = prediction?.additions[i]?.massG;
    if (!found || massG === undefined) return nameOf(addition);
    const unit = said?.unit ?? usualDoseUnit(massG, found, kitchen);
    const amount = sayDose(said?.per === 'litre' ? gPerL : massG, unit, found, kitchen);
    const counted = unit === 'each' && found.piece !== null;
    return `${amount}${said?.per === 'litre' ? ' a litre' : ''}${counted ? '' : ` ${found.name.toLowerCase()}`}`;
  });
  const all = [...(otherLiquid ? [nameOf(otherLiquid.liquid)] : []), ...doses];
  if (all.length === 0) return 'Nothing added';
  const grows = prediction && prediction.finish.additionsG > 0;
  return `${all.join(', ')}${also(grows ? `to ${formatVolume(prediction.finish.volumeMl, kitchen)}` : null)}`;
};

const drinkersLine: Line = ({ recipe: { drinkers } }) =>
  drinkers.length === 0 ? 'Nobody in particular' : drinkers.join(', ');

const nameLine: Line = ({ recipe }) => (recipe.name.trim() === '' ? 'No name yet' : recipe.name);

const LINES: Readonly<Record<Section, Line>> = {
  purpose: purposeLine,
  nut: nutLine,
  amount: amountLine,
  ratio: ratioLine,
  soak: soakLine,
  skins: skinsLine,
  blend: blendLine,
  strain: strainLine,
  finish: finishLine,
  drinkers: drinkersLine,
  name: nameLine,
};

/** What a section of the bench says while it is closed: what is chosen, and what it does. */
export function benchLine(section: Section, told: Told): string {
  return LINES[section](told);
}
